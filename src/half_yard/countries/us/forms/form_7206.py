"""Form 7206, Self-Employed Health Insurance Deduction (26 U.S.C. 162(l)), for one person; with a marketplace
plan it is solved together with the premium credit (Rev. Proc. 2014-41)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_8962, retirement_plans, schedule_se
from half_yard.countries.us.frame import BOOKS, people, rules
from half_yard.countries.us.household.incomes import K1
from half_yard.countries.us.household.items import amounts, boxes
from half_yard.countries.us.seniors import age_of
from half_yard.countries.us.solved import ASSUMED, AssumedDeduction, solve
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    carried,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

INSURANCE = "health_insurance"
HOW_IT_IS_SOLVED = (
    "The premium credit falls with income, which this deduction lowers: each step takes the credit that the "
    "deduction before leaves, until it is the same to the dollar (Rev. Proc. 2014-41)."
)
AGES = ((40, "to_40"), (50, "to_50"), (60, "to_60"), (70, "to_70"))


def marketplace_owner(ask: Ask) -> str:
    """Who deducts what a marketplace plan costs: the first who has a business; empty where nobody does."""
    if not ask(form_8962.deducts_premiums):
        return ""
    with_business = ask(schedule_se.persons_with_business)
    return with_business[0] if with_business else ""


def persons(ask: Ask) -> tuple[str, ...]:
    """The people on the return who deduct health insurance by their business."""
    own = ask(marketplace_owner)
    with_business = ask(schedule_se.persons_with_business)
    return tuple(
        person
        for person in ask(people)
        if person in with_business and (person == own or ask(amounts, INSURANCE, person))
    )


@Form
def form_7206(ask: Ask, person: str) -> Page:
    """Whose it is."""
    numbers = ask(rules).numbers("form_7206")
    return Page(f"form_7206.{person}", "Form 7206", ask(BOOKS.name, person), numbers, about=person)


@form_7206.part
def premiums(page: Page, ask: Ask, person: str) -> None:
    """Lines 1 to 3, but for a marketplace plan."""
    page.section = "Premiums"
    paid = total(ask(amounts, INSURANCE, person))
    other = total(ask(boxes, INSURANCE, "not_counted", person), "months with an employer's plan")
    plain = page.line("plain", "1", "Health insurance premiums", not_below_zero(difference(paid, other)))
    parts = [plain]
    care = ask(boxes, INSURANCE, "long_term_care", person)
    if care:
        age = age_of(ask, person)
        key = next((key for top, key in AGES if age <= top), "above_70")
        most = ask(rules).figure("long_term_care_premium_limit", key, f"most at {age}")
        parts.append(
            page.line("long_term_care", "2", "Long-term care premiums", smaller_of(total(care), most))
        )
    page.line("premiums", "3", "Premiums", total(parts), Role.SUBTOTAL)
    if person == ask(marketplace_owner):
        paid = ask(form_8962.premiums_of_year)
        page.line("marketplace", "1", "Premiums of a marketplace plan, of which the credit pays a part", paid)


@form_7206.part
def limit(page: Page, ask: Ask, person: str) -> None:
    """Lines 4 to 10: the profit of the business under which the plan is, with its part of half the
    self-employment tax and of retirement contributions taken off (162(l)(2)(A))."""
    page.section = "Limit"
    own = (
        *ask(schedule_se.own_profits, person),
        *ask(boxes, K1, "self_employment", person),
    )
    profits = [not_below_zero(each) for each in own]
    largest = larger_of(*profits, label="largest profit") if profits else NOTHING
    profit = page.line("profit", "4", "Profit of the business with the plan", largest)
    every = page.line("profits", "5", "Profits of all businesses", total(profits))
    share = profit / every if every.amount else stated(Decimal(0), "no profit")
    share = page.exact_line("share", "6", "Its part of them", share.named("its part"))
    half = ask(schedule_se.tax, person)["deductible_part"]
    half = page.line("half_tax", "7", "Its part of half the self-employment tax", half * share)
    plans = ask(retirement_plans.deduction_of, person)
    plans = page.line("plans", "9", "Its part of retirement contributions", plans * share)
    page.line("limit", "10", "Earnings by which premiums are deducted", not_below_zero(
        difference(profit, half, plans)), Role.SUBTOTAL)  # fmt: skip


def _solved(ask: Ask) -> tuple[Figure, ...]:
    """What the deduction comes to with the premium credit, step by step; the last one stands."""
    person = ask(marketplace_owner)
    own, most = ask(premiums, person)["premiums"], ask(limit, person)["limit"]
    paid = ask(premiums, person)["marketplace"]

    def next_one(assumed: Decimal) -> Figure:
        supposed = AssumedDeduction("deduction", on_no_line=True, amount=assumed)
        under = ask.under(ASSUMED, supposed)
        credit = under(form_8962.credit_that_stays).supposed("credit that stays")
        left = not_below_zero(difference(paid, credit, label="marketplace premiums less the credit"))
        return smaller_of(own + left, most, label="deduction").in_dollars()

    first = smaller_of(own + paid, most, label="deduction without a credit").in_dollars()
    return solve(first, next_one)


@form_7206.part
def deduction(page: Page, ask: Ask, person: str) -> None:
    """Line 14; with a marketplace plan the steps by which it is found."""
    page.section = "Deduction"
    made = smaller_of(ask(premiums, person)["premiums"], ask(limit, person)["limit"])
    if person == ask(marketplace_owner):
        if ask.assumes(ASSUMED):
            amount = ask.which(AssumedDeduction).amount
            made = stated(amount, "as assumed on the way")
        else:
            steps = ask(_solved)
            for number, step in enumerate(steps, 1):
                page.line(f"step.{number}", "", f"Step {number}: deduction", step)
            made = carried(steps[-1])
            page.notes.append(HOW_IT_IS_SOLVED)
    page.line("deduction", "14", "Deduction, to Schedule 1", made, Role.TOTAL)


def deduction_of(ask: Ask, person: str) -> Figure:
    """What a person deducts, nothing without insurance."""
    return ask(deduction, person)["deduction"] if person in ask(persons) else NOTHING


def left_over(ask: Ask) -> Figure:
    """Premiums that neither a business deducts nor a credit pays, which are medical costs."""
    paid = [*ask(amounts, INSURANCE)]
    for person in ask(persons):
        lines = ask(premiums, person)
        paid += [lines[key] for key in ("long_term_care",) if key in lines]
    if ask(form_8962.applies):
        paid.append(ask(form_8962.paid_besides))
    deducted = [ask(deduction, person)["deduction"] for person in ask(persons)]
    label = "premiums that no business deducts and no credit pays"
    return not_below_zero(difference(total(paid), *deducted), label) if deducted else total(paid, label)
