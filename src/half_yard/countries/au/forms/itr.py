"""The tax return of one person, to taxable income; the estimate of the assessment is in `assessment`."""

from __future__ import annotations

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.au import gaps, small_values
from half_yard.countries.au.carried_amounts import TAX_LOSSES, came
from half_yard.countries.au.forms import gains, losses, p8, rent
from half_yard.countries.au.forms.labels import label
from half_yard.countries.au.frame import BOOKS, facts, rules
from half_yard.countries.au.items import (
    FRANKED,
    FRANKING,
    ITEMS,
    LUMP_SUM_B,
    PARTNERSHIP,
    RENTAL_LOSS,
    SMALL_BUSINESS,
    TRUST,
    of_person,
)
from half_yard.countries.au.questions import NOTHING_ELSE
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    times,
    total,
)

LUMP_SUMS = (
    ("lump_sum_a", "3", "Employer lump sum payments, A"),
    ("termination_payment", "4", "Employment termination payments"),
    ("super_lump_sum", "8", "Australian superannuation lump sum payments"),
)
"""Income of which the rate has a limit."""
INCOME = (
    ("allowances", "2", "Allowances, earnings, tips, director's fees"),
    ("government_payments", "5", "Australian Government allowances and payments"),
    ("government_pension", "6", "Australian Government pensions and allowances"),
    ("super_stream", "7", "Australian annuities and superannuation income streams"),
)
SHARES = (("employee_shares", "12", "Employee share schemes"),)
OTHER_INCOME = (
    ("foreign_income", "20", "Foreign source income"),
    ("other_income", "24", "Other income"),
)
"""Income that is what was typed, as (kind, item, title)."""
OF_WORK = (
    ("work_car", "D1", "Work-related car expenses"),
    ("work_travel", "D2", "Work-related travel expenses"),
    ("work_clothing", "D3", "Work-related clothing and laundry"),
    ("self_education", "D4", "Work-related self-education expenses"),
    ("work_other", "D5", "Other work-related expenses"),
)
INVESTED = (("investment_interest", "D7", "Interest and dividend deductions"),)
AFFAIRS = (("tax_affairs", "D10", "Cost of managing tax affairs"),)
AFTER_SUPER = (("other_deduction", "D15", "Other deductions"),)
"""Deductions that are what was typed, in the order of the return."""


@Form
def itr(ask: Ask, person: str) -> Page:
    """The return of a person."""
    name = ask(BOOKS.name, person)
    return Page(f"itr.{person}", "Tax return", name, about=person, facts=ask(facts, person))


@itr.part
def income(page: Page, ask: Ask, person: str) -> None:
    """Items 1 to 24."""
    page.section = "Income"
    earned = (each.without_cents() for each in persons_records.of_person(ask, person, "wages", "wages"))
    wages = label(page, "wages", "1", "Salary or wages", total(earned))
    lines = [wages, *_typed(page, ask, person, INCOME), *_lump_sums(page, ask, person)]
    interest = total(persons_records.of_person(ask, person, "interest", "interest"))
    lines.append(label(page, "interest", "10", "Gross interest", interest))
    if paid := dividends_of(ask, person):
        lines.append(label(page, "share_dividends", "11", "Dividends with franking credits", total(paid)))
    lines += _typed(page, ask, person, SHARES)
    lines += _business(page, ask, person)
    if ask(gains.applies, person):
        lines.append(label(page, "gains", "18", "Net capital gain", ask(gains.net_gain, person)["net"]))
    lines += _rent(page, ask, person)
    lines += _typed(page, ask, person, OTHER_INCOME)
    if more := _above_pool(ask, person):
        lines.append(label(page, "pool_income", "24", "Received above the low-value pool", total(more)))
    all_asked = ask.of(lambda file: NOTHING_ELSE.of(file.household.answers))
    whole = total(lines).marked(*([] if all_asked else [gaps.NOT_ALL_ASKED]))
    label(page, "total_income", "", "Total income or loss", whole, Role.TOTAL)


def _lump_sums(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Items 3, 4 and 8."""
    lines = [
        label(page, kind, number, title, total(figures).marked(gaps.LUMP_SUM))
        for kind, number, title in LUMP_SUMS
        if (figures := of_person(ask, person, kind))
    ]
    if part := _of_lump_sum_b(ask, person):
        lines.append(label(page, "lump_sum_b", "3", "Employer lump sum payments, B", total(part)))
    return lines


def _of_lump_sum_b(ask: Ask, person: str) -> list[Figure]:
    """What counts of each (ITTPA s 83-10)."""
    part = ask(rules).figure("lump_sum_b_part", label="part that counts")
    return [times(each, part) for each in of_person(ask, person, LUMP_SUM_B)]


def _above_pool(ask: Ask, person: str) -> list[Figure]:
    more = [ask(small_values.income, person)] if ask(small_values.has_pool, person) else []
    return [each for each in more if each.amount]


def _typed(page: Page, ask: Ask, person: str, kinds: tuple[tuple[str, str, str], ...]) -> list[Figure]:
    """The lines of what was typed, each where there is any."""
    return [
        label(page, kind, number, title, total(figures))
        for kind, number, title in kinds
        if (figures := of_person(ask, person, kind))
    ]


def _business(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Items 13 to 15: of partnerships and of businesses of one's own, as far as losses count."""
    own = ask(own_businesses, person)
    lines = []
    parts = [ask(losses.counted, key, person) for key in ask(partnerships, person)]
    if typed := _distributed(ask, person, PARTNERSHIP):
        lost = any(each.amount < 0 for each in typed)
        parts.append(total(typed, "typed").marked(*([gaps.PARTNERS_LOSS] if lost else [])))
    if parts:
        lines.append(label(page, "partnerships", "13", "Partnerships", total(parts)))
    if trusts := _distributed(ask, person, TRUST):
        lines.append(label(page, "trusts", "13 U", "Trusts", total(trusts)))
    personal = [key for key in own if ask(p8.is_personal, key)]
    if personal:
        earned = total(ask(losses.counted, key, person) for key in personal)
        lines.append(label(page, "personal_services", "14", "Personal services income", earned))
    mine = {key: ask(losses.counted, key, person) for key in own if key not in personal}
    farms = [key for key in mine if ask(p8.is_primary, key)]
    if farms:
        label(page, "farms", "15 B", "Of primary production", total(mine[key] for key in farms))
        others = total(each for key, each in mine.items() if key not in farms)
        label(page, "not_farms", "15 C", "Of other business", others)
    net = total(mine.values())
    lines.append(label(page, "business", "15", "Net income or loss from business", net))
    return lines


def _distributed(ask: Ask, person: str, kind: str) -> list[Figure]:
    """What partnerships or trusts outside the file distribute, with their franking credits."""
    return [*of_person(ask, person, kind), *ITEMS.boxes(ask, kind, FRANKING, person)]


def small_business_shares(ask: Ask, person: str) -> list[Figure]:
    """The net small business income in them."""
    return [each for kind in (PARTNERSHIP, TRUST) for each in ITEMS.boxes(ask, kind, SMALL_BUSINESS, person)]


def own_businesses(ask: Ask, person: str) -> tuple[str, ...]:
    """The businesses that are a person's alone."""
    return tuple(key for key in ask(p8.of_person, person) if ask(p8.is_alone, key))


def partnerships(ask: Ask, person: str) -> tuple[str, ...]:
    """Those that are shared."""
    return tuple(key for key in ask(p8.of_person, person) if not ask(p8.is_alone, key))


RENT = (
    ("gross_rent", "21 P", "Gross rent"), ("interest", "21 Q", "Interest deductions"),
    ("works", "21 F", "Capital works deductions"), ("other_deductions", "21 U", "Other rental deductions"),
)  # fmt: skip


def _rent(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Item 21."""
    if not ask(rent.of_person, person):
        return []
    made = _labels_of_rent(ask, person)
    for key, number, title in RENT:
        label(page, f"rent_{key}", number, title, made[key])
    return [label(page, "rent", "21", "Net rent", _net(made))]


def _labels_of_rent(ask: Ask, person: str) -> dict[str, Figure]:
    return {key: total(rent.label(ask, person, key)).without_cents() for key, _, _ in RENT}


def _net(labels: dict[str, Figure]) -> Figure:
    gross, *others = labels.values()
    return difference(gross, *others, label="net rent")


def net_rent(ask: Ask, person: str) -> Figure:
    """What the labels of item 21 come to."""
    return _net(_labels_of_rent(ask, person))


def dividends_of(ask: Ask, person: str) -> list[Figure]:
    """Unfranked and franked amounts, with the credit (ITAA 1997 s 207-20)."""
    return [
        *of_person(ask, person, "share_dividends"),
        *ITEMS.boxes(ask, "share_dividends", FRANKED, person),
        *ITEMS.boxes(ask, "share_dividends", FRANKING, person),
    ]


def franking_of(ask: Ask, person: str) -> list[Figure]:
    """Franking credits of dividends and of what is distributed."""
    kinds = ("share_dividends", PARTNERSHIP, TRUST)
    return [each for kind in kinds for each in ITEMS.boxes(ask, kind, FRANKING, person)]


@itr.part
def deductions(page: Page, ask: Ask, person: str) -> None:
    """Items D1 to D15."""
    page.section = "Deductions"
    limited = _gifts_and_super(ask, person, ask(income, person)["total_income"])
    lines = _typed(page, ask, person, OF_WORK)
    if ask(small_values.has_pool, person):
        pooled = ask(small_values.deduction, person)
        lines.append(label(page, "low_value_pool", "D6", "Low-value pool deduction", pooled))
    lines += _typed(page, ask, person, INVESTED)
    if gifts := limited.get("gift"):
        lines.append(label(page, "gift", "D9", "Gifts or donations", gifts))
    lines += _typed(page, ask, person, AFFAIRS)
    if own := limited.get("own_super"):
        lines.append(label(page, "own_super", "D12", "Personal superannuation contributions", own))
    lines += _typed(page, ask, person, AFTER_SUPER)
    label(page, "total_deductions", "", "Total deductions", total(lines), Role.TOTAL)


def _unlimited(ask: Ask, person: str) -> list[Figure]:
    """The deductions that may make a loss."""
    kinds = (kind for kind, _, _ in (*OF_WORK, *INVESTED, *AFFAIRS, *AFTER_SUPER))
    pooled = [ask(small_values.deduction, person)] if ask(small_values.has_pool, person) else []
    return [*of_person(ask, person, *kinds), *pooled]


def _gifts_and_super(ask: Ask, person: str, earned: Figure) -> dict[str, Figure]:
    """Gifts and own superannuation contributions, these within the year's cap, as far as income of so much is
    left for them: they make no loss (ITAA 1997 s 26-55)."""
    left, made = not_below_zero(difference(earned, *_unlimited(ask, person)), "income left"), {}
    if given := of_person(ask, person, "gift"):
        made["gift"] = smaller_of(total(given, "gifts"), left)
        left = difference(left, made["gift"], label="income left")
    if own := of_person(ask, person, "own_super"):
        cap = ask(rules).figure("concessional_cap", label="cap of the year")
        made["own_super"] = smaller_of(total(own, "own contributions"), cap, left)
    return made


@itr.part
def taxable(page: Page, ask: Ask, person: str) -> None:
    """Losses of earlier years, and taxable income."""
    page.section = "Taxable income"
    left = difference(ask(income, person)["total_income"], ask(deductions, person)["total_deductions"])
    left = label(page, "income_less_deductions", "", "Income less deductions", left, Role.SUBTOTAL)
    before = ask(came, TAX_LOSSES, person)
    used = smaller_of(before, not_below_zero(left))
    if before.parts:
        used = label(page, "losses", "L1", "Tax losses of earlier years", used)
    lost = not_below_zero(difference(NOTHING, left), "loss of the year")
    if before.parts or lost.amount:
        label(page, "losses_left", "", "Tax losses to carry on", total((difference(before, used), lost)),
                  carries=Carries(TAX_LOSSES, of=person))  # fmt: skip
    made = not_below_zero(difference(left, used)) if before.parts else not_below_zero(left)
    label(page, "taxable_income", "", "Taxable income", made, Role.TOTAL)


# -- for the tests ----------------------------------------------------------------------------------------


def _without_business(ask: Ask, person: str) -> list[Figure]:
    """Income but for business and gains."""
    return [*_with_little_cost(ask, person), net_rent(ask, person)]


def assessable(ask: Ask, person: str) -> Figure:
    """Assessable income: rents and receipts of business before their costs (s 6-5)."""
    gained = [ask(gains.net_gain, person)["net"]] if ask(gains.applies, person) else []
    gross = (*rent.label(ask, person, "gross_rent"), *ask(p8.gross_of_person, person), *gained)
    return total((*_with_little_cost(ask, person), *gross), "assessable income")


def _with_little_cost(ask: Ask, person: str) -> list[Figure]:
    """Income but for business, rent and gains."""
    return [
        *persons_records.of_person(ask, person, "wages", "wages"),
        *persons_records.of_person(ask, person, "interest", "interest"),
        *dividends_of(ask, person),
        *of_person(ask, person, *(kind for kind, _, _ in (*LUMP_SUMS, *INCOME, *SHARES, *OTHER_INCOME))),
        *_of_lump_sum_b(ask, person),
        *_distributed(ask, person, PARTNERSHIP),
        *_distributed(ask, person, TRUST),
        *_above_pool(ask, person),
    ]


def income_without_gains(ask: Ask, person: str) -> Figure:
    """Other income for the exceptions from the tests of losses (s 35-10(4))."""
    return total(_without_business(ask, person), "other income")


def income_without_losses(ask: Ask, person: str) -> Figure:
    """Taxable income without losses of business, with what counts besides (s 35-10(2E))."""
    business = [not_below_zero(ask(p8.net_of, key, person)) for key in ask(p8.of_person, person)]
    gained = [ask(gains.net_gain, person)["net"]] if ask(gains.applies, person) else []
    made = total((*_without_business(ask, person), *business, *gained))
    limited = _gifts_and_super(ask, person, made)
    taxed = difference(made, *_unlimited(ask, person), *limited.values())
    own = [limited["own_super"]] if "own_super" in limited else []
    return total((taxed, *own, *_added_for_tests(ask, person)), "income for the requirement")


def _added_for_tests(ask: Ask, person: str) -> list[Figure]:
    """IT1, IT2, IT5 and IT6."""
    lost = (ask(investment_loss, person), ask(rental_loss, person))
    return [*of_person(ask, person, "fringe_benefits", "reportable_super"), *lost]


def rental_loss(ask: Ask, person: str) -> Figure:
    """IT6: the loss of item 21, and that of a partnership's rents."""
    own = not_below_zero(difference(NOTHING, net_rent(ask, person)), "own loss")
    shared = ITEMS.boxes(ask, PARTNERSHIP, RENTAL_LOSS, person)
    return total((own, *shared), "net rental property loss")


def investment_loss(ask: Ask, person: str) -> Figure:
    """IT5: by how much D7 and D8 are above interest and dividends."""
    earned = (*persons_records.of_person(ask, person, "interest", "interest"), *dividends_of(ask, person))
    spent = total(of_person(ask, person, "investment_interest"))
    return not_below_zero(difference(spent, *earned), "net financial investment loss")
