"""Qualified business income of each trade or business (26 U.S.C. 199A(c))."""

from collections.abc import Mapping, Sequence

from half_yard.countries.us.businesses import Business
from half_yard.countries.us.form_8995 import QualifiedBusiness
from half_yard.countries.us.on_return import OnReturn
from half_yard.countries.us.questions import ask
from half_yard.countries.us.rentals import Rentals
from half_yard.figures import Choice, Figure, Sheet, difference, total


def qualified_businesses(
    frame: OnReturn, made: Sequence[Business], rentals: Rentals, self_employment: Mapping[str, Sheet]
) -> list[QualifiedBusiness]:
    """Businesses, and the rentals that are said to be a trade or business.

    Income is the profit less its part of the deduction for self-employment tax, which is spread over the
    person's businesses with a profit in proportion to it (Treas. Reg. 1.199A-3(b)(1)(vi)).
    """
    found = []
    for person, sheet in self_employment.items():
        own = [business for business in made if business.person == person]
        deductions = _in_proportion(sheet["deductible_part"], {b.activity: b.profit for b in own})
        for business in own:
            income = total("", (business.profit,))
            if business.activity in deductions:
                label = "profit less its part of the deduction for self-employment tax"
                income = difference(label, business.profit, deductions[business.activity])
            found.append(QualifiedBusiness(f"{business.activity}.{person}", business.sheet.subject, income))
    for key, sheet in rentals.properties.items():
        if ask("rental", "trade_or_business", frame.file.activities[key].answers):
            loss = sheet["income_or_loss"].amount < 0
            income = total("", (sheet["allowed_loss" if loss else "income_or_loss"],))
            found.append(QualifiedBusiness(key, sheet.subject, income))
    return found


def rental_choices(frame: OnReturn, rentals: Rentals) -> list[Choice]:
    """What was chosen for each rental: whether it counts as a trade or business."""
    choices = []
    for key, sheet in rentals.properties.items():
        counts = ask("rental", "trade_or_business", frame.file.activities[key].answers)
        words = f"{sheet.subject} is {'' if counts else 'not '}treated as a trade or business"
        choices.append(Choice(words, f"/activities/{key}/answers/trade_or_business"))
    return choices


def _in_proportion(whole: Figure, profits: Mapping[str, Figure]) -> dict[str, Figure]:
    """A deduction in whole dollars over the businesses with a profit, the last taking the rest."""
    earning = {key: profit for key, profit in profits.items() if profit.amount > 0}
    if not earning or not whole.amount:
        return {}
    *others, last = earning
    all_profit = total("all profit", earning.values())
    parts = {
        key: (whole * (earning[key] / all_profit).named("part of all profit")).in_dollars() for key in others
    }
    parts[last] = difference("what is left of the deduction", whole, *parts.values()) if others else whole
    return parts
