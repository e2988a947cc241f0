"""The T1, Income Tax and Benefit Return, of one person: income, net income, tax, balance."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.ca import gaps, slips
from half_yard.countries.ca.forms import (
    form_428,
    pension_splitting,
    schedule_3,
    schedule_6,
    schedule_8,
    t1_income,
    t776,
)
from half_yard.countries.ca.forms import t1_credits as amounts_of
from half_yard.countries.ca.forms import t1_deductions as deductions
from half_yard.countries.ca.frame import (
    BOOKS,
    QUEBEC,
    facts,
    has_child,
    is_alone,
    people,
    province,
    rules,
    spouse_of,
)
from half_yard.countries.ca.items import of_person, withheld
from half_yard.countries.ca.questions import DEPENDANT, DEPENDANT_INCOME, NOTHING_ELSE
from half_yard.countries.ca.tax_brackets import by_brackets
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Mark,
    Page,
    Role,
    above,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)


@Form
def t1(ask: Ask, person: str) -> Page:
    """The return of a person."""
    name = ask(BOOKS.name, person)
    return Page(f"t1.{person}", "T1", name, about=person, in_cents=True, facts=ask(facts, person))


@t1.part
def total_income(page: Page, ask: Ask, person: str) -> None:
    """Step 2, lines 10100 to 15000."""
    page.section = "Total income"
    employment = page.line("employment", "10100", "Employment income", total(employment_of(ask, person)))
    others = t1_income.other_income(page, ask, person)
    interest = page.line(
        "interest", "12100", "Interest and other investment income",
        total(slips.of_person(ask, person, "interest", "interest")),
    )  # fmt: skip
    page.line("gross_rents", "12599", "Gross rental income", total(ask(t776.gross_of, person)))
    rents = page.line("rents", "12600", "Net rental income", total(ask(t776.net_of, person)))
    business = t1_income.self_employment(page, ask, person)
    parts = (employment, *others, interest, rents, business)
    all_asked = ask.of(lambda file: NOTHING_ELSE.of(file.household.answers))
    income = total(parts).marked(*([] if all_asked else [gaps.NOT_ALL_ASKED]))
    page.line("total_income", "15000", "Total income", income, Role.TOTAL)


def employment_of(ask: Ask, person: str) -> list[Figure]:
    """Box 14 of slips T4."""
    return slips.of_person(ask, person, "wages", "wages")


@t1.part
def net_income(page: Page, ask: Ask, person: str) -> None:
    """Step 3, lines 22200 to 23600."""
    page.section = "Net income"
    own = ask(schedule_8.contributions, person)["deduction"] if ask(schedule_8.applies, person) else NOTHING
    half = page.line("cpp_deduction", "22200", "Deduction for CPP on self-employment income", own)
    enhanced = page.line(
        "enhanced_cpp", "22215", "Deduction for enhanced CPP on employment income", _enhanced(ask, person)
    )
    lines = [
        *deductions.plain_lines(page, ask, person),
        *deductions.savings_lines(page, ask, person),
    ]
    if (split := ask(pension_splitting.given, person)).amount:
        lines.append(page.line("split_given", "21000", "Deduction for elected split-pension amount", split))
    if (care := ask(deductions.child_care, person)) is not None:
        lines.append(page.line("child_care", "21400", "Child care expenses", care))
    income = ask(total_income, person)["total_income"]
    before = not_below_zero(difference(income, half, enhanced, *lines))
    back = deductions.repaid(page, ask, person, before)
    net = difference(before, back) if back.parts else before
    page.line("net_income", "23600", "Net income", net, Role.TOTAL)


def _enhanced(ask: Ask, person: str) -> Figure:
    """The additional parts of what was contributed on employment (ITA 60(e.1)): a part of box 16 of slips T4,
    and the whole of box 16A."""
    first = difference(total(slips.boxes(ask, person, "cpp")), _base_on_employment(ask, person))
    return total((first, *slips.boxes(ask, person, "cpp2")))


def _base_on_employment(ask: Ask, person: str) -> Figure:
    """The base part of what was contributed on employment, by the two rates."""
    values = ask(rules)
    base = values.figure("cpp_base_rate_each", label="base rate")
    both = base + values.figure("cpp_first_additional_rate_each", label="first additional rate")
    paid = total(slips.boxes(ask, person, "cpp"), "contributions on slips T4")
    return (paid * (base / both).named("base part of the rate")).in_cents()


@t1.part
def taxable_income(page: Page, ask: Ask, person: str) -> None:
    """Step 4, line 26000."""
    page.section = "Taxable income"
    net = ask(net_income, person)["net_income"]
    again = deductions.taken_off_again(ask, person)
    if again:
        net = net - page.line("taken_off", "25000", "Other payments deduction", total(again))
    if ask(schedule_3.applies, person) and "used" in ask(schedule_3.gains, person):
        used = ask(schedule_3.gains, person)["used"]
        net = net - page.line("capital_losses", "25300", "Net capital losses of other years", used)
    lost = deductions.losses(page, ask, person, net)
    net = net - lost if lost.parts else net
    page.line("taxable_income", "26000", "Taxable income", not_below_zero(net), Role.TOTAL)


@t1.part
def federal_tax(page: Page, ask: Ask, person: str) -> None:
    """Step 5, lines 30000 to 42000."""
    values = ask(rules)
    taxable = ask(taxable_income, person)["taxable_income"]
    page.section = "Federal tax"
    tax = page.line("tax", "40400", "Tax on taxable income", by_brackets(taxable, values, ""), Role.SUBTOTAL)
    page.section = "Federal non-refundable tax credits"
    amounts = [
        page.line("basic", "30000", "Basic personal amount", ask(basic_amount, person)),
        *_some(page, (("age", "30100", "Age amount", ask(amounts_of.age_amount, person)),)),
        page.line("spouse", "30300", "Amount for spouse or common-law partner", ask(spouse_amount, person)),
        *_some(page, (("dependant", "30400", "Eligible dependant", ask(dependant_amount, person)),)),
        page.line(
            "cpp_employed", "30800", "Base CPP contributions on employment", _base_on_employment(ask, person)
        ),
        page.line(
            "cpp_credit", "31000", "Base CPP contributions on self-employment", ask(cpp_credit, person)
        ),
        page.line(
            "insurance", "31200", "Employment insurance premiums", total(slips.boxes(ask, person, "ei"))
        ),
        page.line("employment_amount", "31260", "Canada employment amount", ask(employment_amount, person)),
        *_some(
            page,
            (
                ("home_buyers", "31270", "Home buyers' amount", ask(amounts_of.home_buyers_amount, person)),
                ("pension_amount", "31400", "Pension income amount", ask(amounts_of.pension_amount, person)),
                ("disability", "31600", "Disability amount", ask(amounts_of.disability_amount, person)),
                ("student_loan", "31900", "Interest on student loans",
                 total(of_person(ask, person, "student_loan"))),
            ),
        ),
    ]  # fmt: skip
    if (studies := amounts_of.tuition_lines(page, ask, person, total(amounts), tax)) is not None:
        amounts.append(studies)
    left = ask(amounts_of.transferred, person)
    title = "Amounts transferred from the spouse or partner"
    amounts += _some(page, (("transferred", "32600", title, left),))
    amounts += _some(
        page, (("medical", "33200", "Medical expenses", ask(amounts_of.medical_amount, person)),)
    )
    whole = page.line("credit_amounts", "33500", "Credit amounts in all", total(amounts))
    rate = values.figure("nonrefundable_credit_rate", label="credit rate")
    value = whole * rate
    first_top = values.figure("bracket_2_from", label="top of the first bracket")
    if values.has("top_up_credit_rate"):
        beyond = above(whole, first_top)
        value = value.marked(*([gaps.TOP_UP_CREDIT] if beyond else [])).where(beyond)
    if (gifts := amounts_of.gifts_credit(page, ask, person)) is not None:
        value = total((value, gifts))
    credit = page.line("credits", "35000", "Federal non-refundable tax credits", value, Role.SUBTOTAL)
    page.section = "Net federal tax"
    less = [credit]
    if (dividends := ask(amounts_of.dividend_credit, person)).amount:
        less.append(page.line("dividend_credit", "40425", "Federal dividend tax credit", dividends))
    net_tax = not_below_zero(difference(tax, *less))
    net_tax = net_tax.marked(*_minimum_tax(ask, person))
    page.line("net_federal_tax", "42000", "Net federal tax", net_tax, Role.TOTAL)


def _minimum_tax(ask: Ask, person: str) -> list[Mark]:
    """That minimum tax may be due: where what a gain leaves untaxed is above the exemption (ITA 127.52)."""
    if not ask(schedule_3.applies, person):
        return []
    gains = ask(schedule_3.gains, person)
    untaxed = gains["whole"].amount - gains["taxable"].amount
    return [gaps.MINIMUM_TAX] if untaxed > ask(rules).amount("amt_exemption") else []


def _some(page: Page, lines: Sequence[tuple[str, str, str, Figure]]) -> list[Figure]:
    """The lines on which there is something."""
    return [
        page.line(key, number, title, figure)
        for key, number, title, figure in lines
        if figure.amount or figure.marks
    ]


def basic_amount(ask: Ask, person: str) -> Figure:
    """Line 30000: the greater amount, less what high income takes of it (ITA 118(1.1))."""
    values = ask(rules)
    most = values.figure("basic_personal_amount_max", label="basic personal amount")
    least = values.figure("basic_personal_amount_min", label="least basic personal amount")
    start = values.figure("bracket_4_from", label="income from which it shrinks")
    end = values.figure("bracket_5_from", label="income from which it is the least")
    net = ask(net_income, person)["net_income"]
    over = not_below_zero(difference(net, start), "net income above that")
    if not over.amount:
        return most.marked(*_personal_marks(ask, person))
    part = smaller_of(over, difference(end, start, label="span")) / difference(end, start, label="span")
    reduced = difference(most, (difference(most, least) * part).in_cents().named("taken by income"))
    return reduced.marked(*_personal_marks(ask, person))


def _personal_marks(ask: Ask, person: str) -> list[Mark]:
    """The amount for a child of a person alone, which is not computed, and for a spouse who is not here."""
    marks = []
    asked = ask.of(lambda file: DEPENDANT.key in file.household.answers)
    if ask(is_alone) and ask(has_child) and not asked:
        marks.append(gaps.ELIGIBLE_DEPENDANT)
    if not ask(is_alone) and not ask(spouse_of, person):
        marks.append(gaps.NO_SPOUSE)
    return marks


def claims_spouse(ask: Ask, person: str) -> bool:
    """Whether a person claims for the other: the one of a couple with the higher net income does."""
    other = ask(spouse_of, person)
    if not other:
        return False
    own, theirs = (ask(net_income, each)["net_income"].amount for each in (person, other))
    return own > theirs or (own == theirs and person == ask(people)[0])


def spouse_amount(ask: Ask, person: str) -> Figure:
    """Line 30300: the basic amount less the other's net income (ITA 118(1)(a))."""
    if not ask(claims_spouse, person):
        return NOTHING
    theirs = ask(net_income, ask(spouse_of, person))["net_income"]
    return not_below_zero(difference(ask(basic_amount, person), theirs))


def amounts_before(ask: Ask, person: str) -> Figure:
    """What a person's own income is set against before amounts that may be transferred: lines 30000 to 31260
    (Schedule 2)."""
    contributed = (_base_on_employment(ask, person), ask(cpp_credit, person))
    insured = slips.boxes(ask, person, "ei")
    basic, employed = ask(basic_amount, person), ask(employment_amount, person)
    return total((basic, *contributed, *insured, employed), "the other amounts")


def claims_dependant(ask: Ask, person: str) -> bool:
    """Whether one who is alone claims the amount for an eligible dependant."""
    claims = ask.of(lambda file: DEPENDANT.of(file.household.answers))
    return claims and ask(is_alone) and person == ask(people)[0]


def dependant_income(ask: Ask) -> Figure:
    """The net income of the eligible dependant."""
    income = ask.of(lambda file: file.household.facts.get(DEPENDANT_INCOME, Decimal(0)))
    return entered(income, "dependant's net income", f"/household/facts/{DEPENDANT_INCOME}")


def dependant_amount(ask: Ask, person: str) -> Figure:
    """Line 30400: the basic amount less the dependant's net income (ITA 118(1)(b))."""
    if not ask(claims_dependant, person):
        return NOTHING
    return not_below_zero(difference(ask(basic_amount, person), ask(dependant_income)))


def cpp_credit(ask: Ask, person: str) -> Figure:
    """Line 31000: half of the base contributions on self-employment."""
    return ask(schedule_8.contributions, person)["credit"] if ask(schedule_8.applies, person) else NOTHING


def cpp_base_employed(ask: Ask, person: str) -> Figure:
    """Line 30800, for the provincial credit too."""
    return _base_on_employment(ask, person)


def employment_amount(ask: Ask, person: str) -> Figure:
    """Line 31260 (ITA 118(10))."""
    most = ask(rules).figure("canada_employment_amount", label="Canada employment amount")
    return smaller_of(most, total(employment_of(ask, person), "employment income"))


@t1.part
def payable(page: Page, ask: Ask, person: str) -> None:
    """Steps 6 and 7, lines 42100 to 43500."""
    page.section = "Total payable"
    own = ask(schedule_8.contributions, person)["payable"] if ask(schedule_8.applies, person) else NOTHING
    lines = [
        page.line("federal", "42000", "Net federal tax", ask(federal_tax, person)["net_federal_tax"]),
        page.line("cpp", "42100", "CPP contributions payable on self-employment", own),
        page.line("advance", "41500", "Workers benefit paid in advance", ask(slips.advance, person)),
        page.line("provincial", "42800", "Provincial or territorial tax", ask(form_428.tax_of, person)),
    ]
    net = ask(net_income, person)
    if "repaid" in net:
        lines.append(page.line("repayment", "42200", "Social benefits repayment", net["repaid"]))
    page.line("payable", "43500", "Total payable", total(lines), Role.TOTAL)


@t1.part
def balance(page: Page, ask: Ask, person: str) -> None:
    """Lines 43700 to 48500. A difference of 2 dollars or less is neither paid nor refunded."""
    page.section = "Refund or balance owing"
    deducted = total(
        [
            *slips.of_person(ask, person, "wages", "withheld"),
            *slips.of_person(ask, person, "interest", "withheld"),
            *withheld(ask, person),
            *slips.withheld_on_forms(ask, person),
        ]
    )
    deducted = _with_split(ask, person, deducted)
    paid = total(
        (
            page.line("deducted", "43700", "Total income tax deducted", deducted),
            page.line("abatement", "44000", "Refundable Quebec abatement", _abatement(ask, person)),
            page.line("workers_benefit", "45300", "Canada workers benefit", ask(schedule_6.benefit, person)),
            page.line(
                "instalments", "47600", "Tax paid by instalments", total(ask(slips.instalments, person))
            ),
        )
    )
    paid = page.line("credits_in_all", "48200", "Total credits", paid, Role.TOTAL)
    due = ask(payable, person)["payable"]
    small = ask(rules).figure("not_due", label="difference that is not settled")
    back, owed = not_below_zero(paid - due), not_below_zero(due - paid)
    page.line("refund", "48400", "Refund", _settled(back, small), Role.REFUND)
    page.line("owed", "48500", "Balance owing", _settled(owed, small), Role.OWED)


def _with_split(ask: Ask, person: str, deducted: Figure) -> Figure:
    """The tax deducted, with what goes along with a split pension."""
    gone, other = ask(pension_splitting.tax_moved, person), ask(spouse_of, person)
    came = ask(pension_splitting.tax_moved, other) if other else NOTHING
    if came.amount:
        deducted = total((deducted, came))
    return difference(deducted, gone) if gone.amount else deducted


def _abatement(ask: Ask, person: str) -> Figure:
    """Line 44000, of residents of Quebec: a part of the basic federal tax (ITA 120(2))."""
    if ask(province) != QUEBEC:
        return NOTHING
    rate = ask(rules).figure("quebec_abatement", label="abatement")
    return (ask(federal_tax, person)["net_federal_tax"] * rate).in_cents()


def _settled(amount: Figure, small: Figure) -> Figure:
    settled = above(amount, small)
    return (
        amount.where(settled)
        if settled or not amount.amount
        else stated(Decimal(0), "not settled, being so small").where(settled)
    )
