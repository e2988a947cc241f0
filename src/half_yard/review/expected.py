"""Forms that payers will send: what came last year is looked for this year, and made of an answer."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from decimal import Decimal

from half_yard.records import Change, ClientFile, Record
from half_yard.records.collections import COLLECTIONS
from half_yard.records.forms import ExpectedForm, PayersForm
from half_yard.records.identifiers import next_id
from half_yard.records.naming import AMOUNTS, NAMES, name_of, same_name
from half_yard.review.finding import Finding, Level

SENT_BY_PAYERS = ("wages", "interest", "dividends", "forms", "items")
"""The collections whose records payers send."""
GOES_ALONG = ("kind", "person", "activity", "payer_number", "payer_address")


def expected_of(of: str, record: PayersForm) -> ExpectedForm:
    """What is looked for next year because this form came: who sends it, to whom, without its amounts."""
    kept = {name: getattr(record, name) for name in GOES_ALONG if name in type(record).model_fields}
    return ExpectedForm(of=of, payer=name_of(record), **kept)


def called_so(expected: ExpectedForm) -> str:
    """An expected form in words: what it is and who sends it."""
    what = COLLECTIONS[expected.of].called if expected.of in COLLECTIONS else "Form"
    return f"{what} from {expected.payer}" if expected.payer else what


def still_to_come(file: ClientFile) -> Mapping[str, ExpectedForm]:
    """The expected forms of which none of the same payer is there, by id."""
    there = {
        (of, getattr(record, "kind", ""), same_name(name_of(record)), _whose(record))
        for of in SENT_BY_PAYERS
        for record in getattr(file, of).values()
    }
    return {
        key: each
        for key, each in sorted(file.expected.items())
        if (each.of, each.kind, same_name(each.payer), each.person or each.activity) not in there
    }


def _whose(record: Record) -> str:
    return getattr(record, "person", "") or getattr(record, "activity", "")


def expected_findings(file: ClientFile) -> Iterator[Finding]:
    """A warning for each form that is still to come."""
    for key, each in still_to_come(file).items():
        yield Finding(
            Level.WARNING,
            f"{called_so(each)} is expected and not here.",
            f"/expected/{key}",
            "Type it when it comes; take it out of the expected forms if none will.",
        )


def steps_of(file: ClientFile, key: str, amount: Decimal) -> tuple[Change, ...]:
    """The steps that make an expected form of its main amount, in dollars, and expect it no more. Raises
    ValueError where it is not said what it is."""
    each = file.expected[key]
    if each.of not in SENT_BY_PAYERS:
        raise ValueError("It is not said what form it is. Say so under the expected forms.")
    record = COLLECTIONS[each.of].record
    names = {name: getattr(each, name) for name in GOES_ALONG if name in record.model_fields}
    names[next(name for name in NAMES if name in record.model_fields)] = each.payer
    made = record(**names, **{next(name for name in AMOUNTS if name in record.model_fields): amount})
    path = f"/{each.of}/{next_id(each.of, getattr(file, each.of))}"
    added = Change(op="add", path=path, value=made.model_dump(mode="json", exclude_defaults=True))
    return added, Change(op="remove", path=f"/expected/{key}")
