"""Wages, interest and payments of the people on the return, as figures."""

from collections.abc import Container, Sequence
from decimal import Decimal

from half_yard.countries.us.form_1040 import OwnIncome
from half_yard.figures import Choice, Figure, entered
from half_yard.records import ClientFile, ReceivedForm
from half_yard.records.forms import PayersForm
from half_yard.records.naming import name_of

COLLECTIONS = ("wages", "interest", "dividends")
NOT_HERE = "The person is not on this return. Choose another, or change the filing status."


def own_income(
    file: ClientFile, people: Sequence[str], stopped: Container[str]
) -> tuple[OwnIncome, dict[str, str]]:
    """The household's own items, and by record path what stops one from counting.

    `stopped` are the record paths that are stopped already, such as forms without an activity.
    """
    stops = {
        f"/{collection}/{key}": NOT_HERE
        for collection in COLLECTIONS
        for key, item in getattr(file, collection).items()
        if item.person not in people
    }
    wages, interest, dividends = (
        [
            (f"/{collection}/{key}", item)
            for key, item in sorted(getattr(file, collection).items())
            if f"/{collection}/{key}" not in stops
        ]
        for collection in COLLECTIONS
    )
    payments, late = _estimated_payments(file)
    forms = _own_forms(file, people, stopped)
    return OwnIncome(
        wages=_fields(wages, "wages"),
        interest=_fields(interest, "interest") + _boxes(interest, "treasury"),
        exempt_interest=_boxes([*interest, *dividends], "exempt"),
        dividends=_fields(dividends, "ordinary"),
        qualified_dividends=_fields(dividends, "qualified"),
        capital_gain=_boxes(dividends, "capital_gain"),
        section_199a=_boxes(dividends, "section_199a"),
        early_withdrawal=_boxes(interest, "penalty"),
        withheld_on_wages=_fields(wages, "withheld"),
        withheld_elsewhere=_fields([*interest, *dividends, *forms], "withheld"),
        estimated_payments=payments,
    ), stops | late


def _estimated_payments(file: ClientFile) -> tuple[list[Figure], dict[str, str]]:
    """The payments of the year, and by record path why another does not count."""
    payments, stops = [], {}
    for key, payment in sorted(file.estimated_payments.items()):
        path = f"/estimated_payments/{key}"
        first, last = (file.tax_year, 1), (file.tax_year + 1, 1)
        if payment.date is not None and not first <= (payment.date.year, payment.date.month) <= last:
            stops[path] = (
                f"Its date is outside January {file.tax_year} to January {file.tax_year + 1}, when estimated "
                "tax of the year is paid. Mend the date, or enter it in that year's file."
            )
        else:
            payments.append(entered(payment.amount, "Estimated payment", f"{path}/amount", payment.reckoning))
    return payments, stops


def _fields(items: Sequence[tuple[str, PayersForm]], field: str) -> list[Figure]:
    """A field of each item that has it, as leaves."""
    return [
        _leaf(getattr(item, field), name_of(item), f"{path}/{field}")
        for path, item in items
        if getattr(item, field) is not None
    ]


def _boxes(items: Sequence[tuple[str, PayersForm]], box: str) -> list[Figure]:
    """A box of each item that has it, as leaves."""
    return [
        _leaf(item.boxes[box], name_of(item), f"{path}/boxes/{box}")
        for path, item in items
        if box in item.boxes
    ]


def _own_forms(
    file: ClientFile, people: Sequence[str], stopped: Container[str]
) -> list[tuple[str, ReceivedForm]]:
    """The information forms about activities of the people on the return."""
    own = {
        key
        for key, activity in file.activities.items()
        if any(share and person in people for person, share in activity.owners.items())
    }
    forms = [(f"/forms/{key}", form) for key, form in sorted(file.forms.items()) if form.activity in own]
    return [(path, form) for path, form in forms if path not in stopped]


def social_security_wages(file: ClientFile, person: str) -> list[Figure]:
    """A person's wages under social security, which fill the wage base before self-employment does."""
    figures = []
    for key, item in sorted(file.wages.items()):
        if item.person != person:
            continue
        path = f"/wages/{key}"
        if item.social_security_wages is None:
            same = Choice("Social security wages left empty: taken to be the same as wages", path)
            figures.append(_leaf(item.wages, item.employer, f"{path}/wages").because(same))
        else:
            figures.append(_leaf(item.social_security_wages, item.employer, f"{path}/social_security_wages"))
    return figures


def _leaf(amount: Decimal | None, label: str, path: str) -> Figure:
    return entered(amount or Decimal(0), label or "not named", path)
