"""Wages, interest and payments of the people on the return, as figures."""

from collections.abc import Container, Sequence
from decimal import Decimal

from half_yard.countries.us.form_1040 import OwnIncome
from half_yard.figures import Choice, Figure, entered
from half_yard.records import ClientFile, InterestStatement, ReceivedForm


def own_income(
    file: ClientFile, people: Sequence[str], stopped: Container[str]
) -> tuple[OwnIncome, dict[str, str]]:
    """The household's own items, and by record path what stops one from counting.

    `stopped` are the record paths that are stopped already, such as forms without an activity.
    """
    wages = [(f"/wages/{key}", item) for key, item in sorted(file.wages.items())]
    interest = [(f"/interest/{key}", item) for key, item in sorted(file.interest.items())]
    owners = {path: item.person for path, item in wages} | {path: item.person for path, item in interest}
    stops = {
        path: "The person is not on this return. Choose another, or change the filing status."
        for path, person in owners.items()
        if person not in people
    }
    payments = []
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
    counted_wages = [(path, item) for path, item in wages if path not in stops]
    counted_interest = [(path, item) for path, item in interest if path not in stops]
    with_tax: list[tuple[str, InterestStatement | ReceivedForm]] = [
        *counted_interest,
        *_own_forms(file, people, stopped),
    ]
    return OwnIncome(
        wages=[_leaf(item.wages, item.employer, f"{path}/wages") for path, item in counted_wages],
        interest=[_leaf(item.interest, item.payer, f"{path}/interest") for path, item in counted_interest],
        withheld_on_wages=[
            _leaf(item.withheld, item.employer, f"{path}/withheld")
            for path, item in counted_wages
            if item.withheld
        ],
        withheld_elsewhere=[
            _leaf(item.withheld, item.payer, f"{path}/withheld") for path, item in with_tax if item.withheld
        ],
        estimated_payments=payments,
    ), stops


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
