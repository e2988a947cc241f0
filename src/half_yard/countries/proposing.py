"""What the client may be asked: what was looked for and is not there."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from half_yard.asked import value_at
from half_yard.books import MatchState
from half_yard.countries.labels import label_of
from half_yard.countries.pack import Pack
from half_yard.countries.results import Computation
from half_yard.records import ClientFile
from half_yard.records.collections import COLLECTIONS
from half_yard.review import Finding, Level
from half_yard.review.expected import called_so, still_to_come


@dataclass(frozen=True, slots=True)
class Proposal:
    """A question that may be asked: the path of what it is about, its words, and whether it will mostly be
    asked."""

    about: str
    words: str
    is_likely: bool = True


def proposals(computation: Computation, pack: Pack) -> list[Proposal]:
    """What may be asked and was not yet, each place once: forms of last year that did not come, payers
    without a form, fields that are empty and needed, things of which nothing was measured, costs in doubt."""
    file = computation.file
    asked = {question.about for question in file.questions.values()}
    found: dict[str, Proposal] = {}
    for each in (*_expected(file), *_without_form(computation, pack), *_found(computation, pack)):
        if each.about not in asked:
            found.setdefault(each.about, each)
    return list(found.values())


def _expected(file: ClientFile) -> Iterator[Proposal]:
    for key, each in still_to_come(file).items():
        words = f"{called_so(each)}: please send it, or say that none will come."
        yield Proposal(f"/expected/{key}", words)


def _without_form(computation: Computation, pack: Pack) -> Iterator[Proposal]:
    """Who paid as much as makes a form due, and sent none."""
    least = pack.ledger.form_due_from(computation.file.tax_year)
    if least is None:
        return
    for match in computation.make_matches():
        is_without = match.receipt and match.state is MatchState.BOOKS_ONLY and match.payer
        if is_without and match.in_books >= least:
            words = f"{match.payer} paid {match.in_books:,.2f}: did they send a form? Please send it."
            yield Proposal(
                _first_entry(computation.file, match.activity, match.payer), words, is_likely=False
            )


def _first_entry(file: ClientFile, activity: str, payer: str) -> str:
    for key, entry in sorted(file.entries.items()):
        if (entry.activity, entry.payee) == (activity, payer):
            return f"/entries/{key}"
    return f"/activities/{activity}"


def _found(computation: Computation, pack: Pack) -> Iterator[Proposal]:
    file = computation.file
    for each in computation.findings:
        if _is_empty(file, each):
            label = label_of(pack, file, each.path).removeprefix(f"{COLLECTIONS['people'].called}: ")
            yield Proposal(each.path, f"{label}: please tell us.")
        elif "?" in each.message or (each.level is Level.INCOMPLETE and each.path.startswith("/things/")):
            yield Proposal(each.path, each.message)


def _is_empty(file: ClientFile, finding: Finding) -> bool:
    """Whether a finding is about a field in which nothing stands."""
    return finding.path.count("/") > 1 and value_at(file, finding.path) in (None, "")
