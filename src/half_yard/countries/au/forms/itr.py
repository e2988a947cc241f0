"""The tax return of one person, to taxable income; the estimate of the assessment is in `assessment`."""

from __future__ import annotations

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.au import gaps, small_values
from half_yard.countries.au.carried_amounts import TAX_LOSSES, came
from half_yard.countries.au.forms import deducted, gains, incomes, losses, p8_parts, rent
from half_yard.countries.au.forms.labels import label
from half_yard.countries.au.frame import BOOKS, facts
from half_yard.countries.au.items import PARTNERSHIP, TRUST, of_person
from half_yard.countries.au.questions import NOTHING_ELSE
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Mark,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    total,
)


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
    lines = [wages, *_typed(page, ask, person, incomes.INCOME), *_lump_sums(page, ask, person)]
    interest = total(persons_records.of_person(ask, person, "interest", "interest"))
    lines.append(label(page, "interest", "10", "Gross interest", interest))
    if paid := incomes.dividends_of(ask, person):
        lines.append(label(page, "share_dividends", "11", "Dividends with franking credits", total(paid)))
    lines += _typed(page, ask, person, incomes.SHARES)
    lines += _business(page, ask, person)
    lines += _typed(page, ask, person, incomes.DEPOSITS)
    if ask(gains.applies, person):
        lines.append(label(page, "gains", "18", "Net capital gain", ask(gains.net_gain, person)["net"]))
    lines += _rent(page, ask, person)
    lines += _typed(page, ask, person, incomes.OTHER_INCOME)
    if more := incomes.above_pool(ask, person):
        lines.append(label(page, "pool_income", "24", "Received above the low-value pool", total(more)))
    all_asked = ask.of(lambda file: NOTHING_ELSE.of(file.household.answers))
    whole = total(lines).marked(*([] if all_asked else [gaps.NOT_ALL_ASKED]))
    label(page, "total_income", "", "Total income or loss", whole, Role.TOTAL)


def _lump_sums(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Items 3, 4 and 8."""
    lines = _typed(page, ask, person, incomes.LUMP_SUMS, gaps.LUMP_SUM)
    if part := incomes.of_lump_sum_b(ask, person):
        lines.append(label(page, "lump_sum_b", "3", "Employer lump sum payments, B", total(part)))
    return lines


def _typed(
    page: Page, ask: Ask, person: str, kinds: tuple[tuple[str, str, str], ...], *marks: Mark
) -> list[Figure]:
    """The lines of what was typed, each where there is any."""
    return [
        label(page, kind, number, title, total(figures).marked(*marks))
        for kind, number, title in kinds
        if (figures := of_person(ask, person, kind))
    ]


def _business(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Items 13 to 15: of incomes.partnerships and of businesses of one's own, as far as losses count."""
    own = ask(incomes.own_businesses, person)
    lines = []
    parts = [ask(losses.counted, key, person) for key in ask(incomes.partnerships, person)]
    if typed := incomes.distributed(ask, person, PARTNERSHIP):
        lost = any(each.amount < 0 for each in typed)
        parts.append(total(typed, "typed").marked(*([gaps.PARTNERS_LOSS] if lost else [])))
    if parts:
        lines.append(label(page, "partnerships", "13", "Partnerships", total(parts)))
    if trusts := incomes.distributed(ask, person, TRUST):
        lines.append(label(page, "trusts", "13 U", "Trusts", total(trusts)))
    personal = [key for key in own if ask(p8_parts.is_personal, key)]
    if personal:
        earned = total(ask(losses.counted, key, person) for key in personal)
        lines.append(label(page, "personal_services", "14", "Personal services income", earned))
    mine = {key: ask(losses.counted, key, person) for key in own if key not in personal}
    farms = [key for key in mine if ask(p8_parts.is_primary, key)]
    if farms:
        label(page, "farms", "15 B", "Of primary production", total(mine[key] for key in farms))
        others = total(each for key, each in mine.items() if key not in farms)
        label(page, "not_farms", "15 C", "Of other business", others)
    net = total(mine.values())
    lines.append(label(page, "business", "15", "Net income or loss from business", net))
    return lines


def _rent(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Item 21."""
    if not ask(rent.of_person, person):
        return []
    made = incomes.labels_of_rent(ask, person)
    for key, number, title in incomes.RENT:
        label(page, f"rent_{key}", number, title, made[key])
    return [label(page, "rent", "21", "Net rent", incomes.net_of_labels(made))]


@itr.part
def deductions(page: Page, ask: Ask, person: str) -> None:
    """Items D1 to D15."""
    page.section = "Deductions"
    limited = deducted.gifts_and_super(ask, person, ask(income, person)["total_income"])
    lines = _typed(page, ask, person, deducted.OF_WORK)
    if ask(small_values.has_pool, person):
        pooled = ask(small_values.deduction, person)
        lines.append(label(page, "low_value_pool", "D6", "Low-value pool deduction", pooled))
    lines += _typed(page, ask, person, deducted.INVESTED)
    if gifts := limited.get("gift"):
        lines.append(label(page, "gift", "D9", "Gifts or donations", gifts))
    lines += _typed(page, ask, person, deducted.AFFAIRS)
    if own := limited.get("own_super"):
        lines.append(label(page, "own_super", "D12", "Personal superannuation contributions", own))
    lines += _typed(page, ask, person, deducted.AFTER_SUPER)
    label(page, "total_deductions", "", "Total deductions", total(lines), Role.TOTAL)


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
