"""Item P9, losses of a business: whether one counts this year, or waits (ITAA 1997 Division 35). Of one that
is shared the tests are of all of it, and each owner's part counts or waits by their own income."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.au.carried_amounts import DEFERRED, came, part_of
from half_yard.countries.au.forms import deducted, incomes, p8, p8_parts
from half_yard.countries.au.frame import BOOKS, days_of_year, rules
from half_yard.countries.au.items import of_person
from half_yard.countries.au.questions import DISCRETION, EXCEPTED, LOSS_TESTS
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    below,
    difference,
    not_below_zero,
    stated,
    total,
)


@Form
def p9(ask: Ask, activity: str, person: str) -> Page:
    """One for each part of a business that has made a loss, or has one that waits."""
    name = f"{ask.of(activity_of, activity).name}, {ask(BOOKS.name, person)}"
    return Page(
        f"p9.{activity}.{person}", "Item P9, loss of the activity", name, about=activity, in_cents=True
    )


def whose(ask: Ask, activity: str, person: str) -> str:
    """To what a loss that waits belongs: the activity, or where it is shared an owner's part of it."""
    return activity if ask(p8_parts.is_alone, activity) else part_of(activity, person)


def before(ask: Ask, activity: str, person: str) -> Figure:
    """The losses of earlier years that wait."""
    return ask(came, DEFERRED, ask(whose, activity, person))


def applies(ask: Ask, activity: str, person: str) -> bool:
    """Whether there is a loss, of this year or waiting."""
    return ask(p8_parts.net_of, activity, person).amount < 0 or bool(ask(before, activity, person).parts)


def grown_up_sales(ask: Ask, activity: str) -> Figure:
    """The assessable income of the activity; of one that began or ended in the year, as for a whole year (s
    35-30)."""
    made, record = ask(p8.sales_of, activity), ask.of(activity_of, activity)
    first, last = days_of_year(ask.of(tax_year))
    there = (min(record.ended or last, last) - max(record.started or first, first)).days + 1
    whole = (last - first).days + 1
    if there >= whole or there <= 0:
        return made
    days = stated(Decimal(whole), "days of the year") / stated(Decimal(there), "days of the activity")
    return (made * days).in_cents("income as for a whole year")


def income_without_losses(ask: Ask, person: str) -> Figure:
    """Taxable income without losses of business, with what counts besides (s 35-10(2E))."""
    business = [not_below_zero(ask(p8_parts.net_of, key, person)) for key in ask(p8_parts.of_person, person)]
    made = total((*incomes.without_business(ask, person), *business, *incomes.gained(ask, person)))
    limited = deducted.gifts_and_super(ask, person, made)
    taxed = difference(made, *deducted.unlimited(ask, person), *limited.values())
    own = [limited["own_super"]] if "own_super" in limited else []
    return total((taxed, *own, *_added_for_tests(ask, person)), "income for the requirement")


def _added_for_tests(ask: Ask, person: str) -> list[Figure]:
    """IT1, IT2, IT5 and IT6."""
    lost = (ask(incomes.investment_loss, person), ask(incomes.rental_loss, person))
    return [*of_person(ask, person, "fringe_benefits", "reportable_super"), *lost]


@p9.part
def outcome(page: Page, ask: Ask, activity: str, person: str) -> None:
    """The loss, the tests, and what counts."""
    values, record = ask(rules), ask.of(activity_of, activity)
    net = page.line("this_year", "B", "Net income or loss this year", ask(p8_parts.net_of, activity, person))
    waiting = page.line("before", "D", "Deferred losses of earlier years", ask(before, activity, person))
    both = page.line("both", "", "With the deferred losses", difference(net, waiting), Role.SUBTOTAL)
    loss = not_below_zero(difference(NOTHING, both), "loss")
    page.section = "Whether it counts"
    income = page.line("income", "", "Income for the requirement", ask(income_without_losses, person))
    most = page.line("most", "", "Has to be below", values.figure("loss_income_below", label="requirement"))
    sales = page.line("sales", "", "Assessable income of the activity", ask(grown_up_sales, activity))
    least = page.line("least", "", "Test: at least", values.figure("loss_test_income", label="test"))
    page.section = ""
    passes = bool(below(income, most)) and (
        not below(sales, least) or any(each.of(record.answers) for each in LOSS_TESTS)
    )
    other = ask(incomes.income_without_gains, person)
    is_excepted = any(each.of(record.answers) for each in EXCEPTED) and bool(
        below(other, values.figure("loss_other_income_below", label="other income"))
    )
    counts = passes or is_excepted or DISCRETION.of(record.answers)
    deferred = NOTHING if counts else loss
    page.line("deferred", "16", "Deferred to later years", deferred.where(below(income, most)).where(
        below(sales, least)), carries=Carries(DEFERRED, of=ask(whose, activity, person)))  # fmt: skip
    item = "15" if ask(p8_parts.is_alone, activity) else "13"
    page.line("counted", item, "Counts this year", both + deferred, Role.RESULT)


def counted(ask: Ask, activity: str, person: str) -> Figure:
    """What of a business counts on the return of its owner."""
    if ask(applies, activity, person):
        return ask(outcome, activity, person)["counted"]
    return ask(p8_parts.net_of, activity, person)
