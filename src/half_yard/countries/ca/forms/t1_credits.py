"""The amounts behind the federal non-refundable credits that age, pensions, disability, studies, illness and
gifts bring; the provinces take the same facts with amounts of their own."""

from __future__ import annotations

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask, person_of
from half_yard.countries.ca import gaps
from half_yard.countries.ca.carried_amounts import (
    GIFTS_LEFT,
    PROVINCIAL_TUITION_LEFT,
    TUITION_LEFT,
    by_year,
    came,
)
from half_yard.countries.ca.forms import pension_splitting, t1, t1_personal, t1_refundable
from half_yard.countries.ca.frame import people, rules, spouse_of
from half_yard.countries.ca.items import GIVEN_AWAY, ITEMS, OTHER_DIVIDENDS, of_person
from half_yard.countries.ca.questions import DISABILITY, GIFTS_AT_MOST
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Page,
    difference,
    not_below_zero,
    smaller_of,
    total,
)

GIFT_YEARS = 5
"""A gift may be claimed in the year and in so many after it (ITA 118.1(1))."""


def is_old(ask: Ask, person: str) -> bool:
    """Whether a person is 65 or over at the end of the year."""
    born, values = ask.of(person_of, person).birth_date, ask(rules)
    return born is not None and values.year - born.year >= int(values.amount("age_amount_from"))


def less_part_of_income(most: Figure, net: Figure, start: Figure, rate: Figure) -> Figure:
    """An amount that shrinks by a part of the income above a threshold."""
    over = not_below_zero(difference(net, start), "net income above that")
    return not_below_zero(difference(most, (over * rate).in_cents("taken by income")))


def age_amount(ask: Ask, person: str) -> Figure:
    """Line 30100 (ITA 118(2))."""
    if not ask(is_old, person):
        return NOTHING
    values = ask(rules)
    return less_part_of_income(
        values.figure("age_amount", label="age amount"),
        ask(t1.net_income, person)["net_income"],
        values.figure("age_amount_income_from", label="income from which it shrinks"),
        values.figure("age_amount_reduction_rate", label="part of the income above that"),
    )


def pension_income(ask: Ask, person: str) -> Figure:
    """The pension that counts for the pension amount, after what is split (ITA 118(3), (7))."""
    own, gave = ask(pension_splitting.eligible, person), ask(pension_splitting.given, person)
    received = ask(pension_splitting.received, person)
    kept = difference(own, gave) if gave.amount else own
    return total((kept, received), "pension that counts") if received.amount else kept


def pension_amount(ask: Ask, person: str) -> Figure:
    """Line 31400."""
    most = ask(rules).figure("pension_income_amount_max", label="most of the pension amount")
    return smaller_of(ask(pension_income, person), most)


def disability_amount(ask: Ask, person: str) -> Figure:
    """Line 31600, of the person."""
    if not DISABILITY.of(ask.of(person_of, person).answers):
        return NOTHING
    return ask(rules).figure("disability_amount", label="disability amount")


def unused(transferable: Figure, taxable: Figure, others: Figure) -> Figure:
    """What the other of a couple leaves of amounts that may be transferred: what their income above their
    other amounts does not need (Schedule 2)."""
    needed = not_below_zero(difference(taxable, others), "income above the other amounts")
    return not_below_zero(difference(transferable, needed))


def transferred(ask: Ask, person: str) -> Figure:
    """Line 32600: the age, pension and disability amounts that the other of a couple does not need (ITA
    118.8)."""
    other = ask(spouse_of, person)
    if not other:
        return NOTHING
    own = total(
        (ask(age_amount, other), ask(pension_amount, other), ask(disability_amount, other)), "amounts"
    )
    if not own.amount:
        return NOTHING
    return unused(
        own, ask(t1.taxable_income, other)["taxable_income"], ask(t1_personal.amounts_before, other)
    )


def home_buyers_amount(ask: Ask, person: str) -> Figure:
    """Line 31270; a couple shares one amount."""
    every = [figure for each in ask(people) for figure in of_person(ask, each, "home_buyers")]
    most = ask(rules).figure("home_buyers_amount", label="home buyers' amount")
    own = smaller_of(total(of_person(ask, person, "home_buyers"), "claimed"), most)
    is_over = sum(each.amount for each in every) > most.amount
    return own.marked(gaps.HOME_BUYERS) if is_over and own.amount else own


def medical(ask: Ask, person: str, most: Figure) -> Figure:
    """Medical costs above the smaller of a part of net income and a threshold (ITA 118.2(1))."""
    costs = of_person(ask, person, "medical")
    if not costs:
        return NOTHING
    rate = ask(rules).figure("medical_expense_income_rate", label="part of net income")
    part = (ask(t1.net_income, person)["net_income"] * rate).in_cents("part of net income")
    return not_below_zero(difference(total(costs, "medical costs"), smaller_of(part, most)))


def medical_amount(ask: Ask, person: str) -> Figure:
    """Line 33200."""
    return medical(ask, person, ask(rules).figure("medical_expense_threshold", label="threshold"))


def tuition_lines(
    page: Page, ask: Ask, person: str, others: Figure, tax: Figure, rate: Figure, *, provincial: bool = False
) -> Figure | None:
    """Line 32300, Schedule 11, or 58560, Schedule 11 of the province: fees of the year and of earlier ones,
    as far as the other amounts leave tax; the rest is carried (ITA 118.5, 118.61). None where there are
    none."""
    kind = PROVINCIAL_TUITION_LEFT if provincial else TUITION_LEFT
    fees, before = of_person(ask, person, "tuition"), came(ask, kind, person)
    if not fees and not before.parts:
        return None
    own = ask(fees_that_count, person)
    available = total((own, before), "tuition")
    room = not_below_zero(difference((tax / rate).in_cents("amounts that take all tax"), others))
    number = "58560" if provincial else "32300"
    used = page.line("tuition", number, "Tuition", smaller_of(available, room))
    left = difference(available, used)
    if given := ITEMS.boxes(ask, "tuition", GIVEN_AWAY, person):
        most = ask(rules).figure("tuition_transfer_most", label="most of a student")
        may = not_below_zero(difference(smaller_of(own, most), used), "what may be transferred")
        left = left - page.line("tuition_given", "", "Tuition transferred", smaller_of(total(given), may))
    page.line("tuition_left", "", "Tuition to claim later", left,
              carries=Carries(kind, of=person))  # fmt: skip
    return used


def fees_that_count(ask: Ask, person: str) -> Figure:
    """The year's fees, less the credit for training that is paid out (ITA 118.5(1.2))."""
    fees, paid_out = total(of_person(ask, person, "tuition"), "fees"), ask(t1_refundable.training, person)
    return difference(fees, paid_out) if paid_out.amount else fees


def gifts_of(ask: Ask, person: str) -> dict[int, Figure]:
    """The gifts that may be claimed, by their year, the oldest first."""
    year = ask(rules).year
    found: dict[int, list[Figure]] = {}
    for given, figure in by_year(ask, GIFTS_LEFT, person):
        if given >= year - GIFT_YEARS:
            found.setdefault(given, []).append(figure)
    if given_now := of_person(ask, person, "donation"):
        found[year] = [*found.get(year, ()), *given_now]
    return {given: total(figures, f"gifts of {given}") for given, figures in sorted(found.items())}


def gifts_claimed(ask: Ask, person: str) -> Figure:
    """All gifts, within a part of net income (ITA 118.1(1), "total gifts")."""
    limit = ask(rules).figure("donation_income_limit", label="part of net income")
    net = ask(t1.net_income, person)["net_income"]
    every = total(ask(gifts_of, person).values(), "gifts")
    if not every.parts:
        return NOTHING
    limits = [(net * limit).in_cents("part of net income")]
    if (most := persons_records.fact(ask, person, GIFTS_AT_MOST, "claimed at most")) is not None:
        limits.append(most)
    return smaller_of(every, *limits)


def gifts_credit(page: Page, ask: Ask, person: str) -> Figure | None:
    """Line 34900: 200 at the low rate, above it at the high one, at the top one as far as income is taxed by
    the top bracket (ITA 118.1(3)). None where there are no gifts."""
    claimed = ask(gifts_claimed, person)
    if not claimed.parts:
        return None
    values = ask(rules)
    taxable = ask(t1.taxable_income, person)["taxable_income"]
    low = smaller_of(claimed, values.figure("donation_low_limit", label="at the low rate"))
    above = difference(claimed, low, label="above it")
    in_top = not_below_zero(difference(taxable, values.figure("bracket_5_from", label="top bracket")))
    top = smaller_of(above, in_top, label="at the top rate")
    credit = total(
        (
            low * values.figure("donation_low_rate", label="low rate"),
            top * values.figure("donation_top_rate", label="top rate"),
            difference(above, top, label="at the high rate")
            * values.figure("donation_high_rate", label="high rate"),
        )
    )
    page.line("gifts_claimed", "", "Donations and gifts claimed", claimed)
    made = page.line("gifts", "34900", "Donations and gifts", credit)
    left = claimed
    for year, figure in ask(gifts_of, person).items():
        used = smaller_of(figure, left)
        left = difference(left, used)
        if year > values.year - GIFT_YEARS:
            page.line(f"gifts_left.{year}", "", f"Gifts of {year} to claim later", difference(figure, used),
                      carries=Carries(GIFTS_LEFT, year, of=person))  # fmt: skip
    return made


def dividends(ask: Ask, person: str) -> tuple[Figure, Figure]:
    """The taxable amounts of eligible and of other dividends (ITA 82(1)(b))."""
    values = ask(rules)
    taxable = []
    for figures, name in (
        (of_person(ask, person, "dividends"), "dividend_gross_up_eligible"),
        (ITEMS.boxes(ask, "dividends", OTHER_DIVIDENDS, person), "dividend_gross_up_other"),
    ):
        actual = total(figures, "dividends")
        more = (actual * values.figure(name, label="gross-up")).in_cents("gross-up")
        taxable.append(total((actual, more), "taxable amount of dividends") if figures else NOTHING)
    return taxable[0], taxable[1]


def grossed_up(ask: Ask, person: str) -> Figure:
    """By how much dividends are counted above what was received."""
    counted = [figure for figure in ask(dividends, person) if figure.amount]
    if not counted:
        return NOTHING
    received = (*of_person(ask, person, "dividends"),
                *ITEMS.boxes(ask, "dividends", OTHER_DIVIDENDS, person))  # fmt: skip
    return difference(total(counted), *received, label="gross-up of dividends")


def dividend_credit(ask: Ask, person: str) -> Figure:
    """Line 40425 (ITA 121)."""
    values = ask(rules)
    eligible, other = ask(dividends, person)
    parts = [
        (taxable * values.figure(name, label="part of the taxable amount")).in_cents()
        for taxable, name in ((eligible, "dividend_credit_eligible"), (other, "dividend_credit_other"))
        if taxable.amount
    ]
    return total(parts, "dividend tax credit") if parts else NOTHING
