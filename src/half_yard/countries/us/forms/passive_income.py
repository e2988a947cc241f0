"""Modified adjusted gross income for the allowance of Form 8582, line 6 (26 U.S.C. 469(i)(3)(F))."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_4797, schedule_1, schedule_d, schedule_e, schedule_e_part_ii
from half_yard.countries.us.household.retirement_income import IRA, PENSION, taxable
from half_yard.countries.us.losses import entities, passive, results, rows
from half_yard.countries.us.losses.asked import Standing
from half_yard.countries.us.losses.rows import Row
from half_yard.countries.us.own_income import own_income
from half_yard.figures import Figure, Form, Page, Role, difference, not_below_zero, total


@Form
def passive_income(ask: Ask) -> Page:
    """One for the return."""
    del ask
    page = Page("passive_income", "Modified adjusted gross income", "for Form 8582")
    page.notes.append(
        "Without passive income and losses, taxable social security, half of self-employment tax, deductions "
        "for an IRA and for student loan interest (Form 8582 instructions, line 6)."
    )
    return page


@passive_income.part
def modified(page: Page, ask: Ask) -> None:
    """Income of all kinds but what is passive, less what adjustments the rule leaves in."""
    own = ask(own_income)
    income = [
        page.line("wage_income", "", "Wages", total(own.wages)),
        page.line("interest_income", "", "Taxable interest", total(own.interest)),
        page.line("dividend_income", "", "Ordinary dividends", total(own.dividends)),
        page.line("capital_gain", "", "Capital gain or loss", ask(schedule_d.to_return)),
    ]
    income += _of_the_household(page, ask)
    ordinary = ask(form_4797.ordinary_gain)
    if ordinary is not None:
        income.append(page.line("other_gains", "", "Other gains or losses (Form 4797)", ordinary))
    kept = [key for key in ask(passive.every) if ask(passive.standing, key) is Standing.NOT_PASSIVE]
    parts = [_not_passive(ask, key) for key in kept]
    parts += [_beside_form_8582(row) for row in ask(rows.every_row)]
    income.append(page.line("not_passive", "", "Businesses and rentals that are not passive", total(parts)))
    sold = [figure for key in ask(passive.every) for figure in ask(results.gains_of, key)]
    sold += [figure for part in ask(entities.parts) if part.is_passive for figure in part.sold]
    if sold:
        title = "Less gains of the activities' property, counted with them"
        income.append(page.line("counted_gains", "", title, difference(total(()), *sold)))
    # Passive losses of a business wait for this amount, so what follows from profits is taken without them.
    adjusted = ask.under(passive.WITHOUT_PASSIVE_LOSSES)(schedule_1.adjusted_by)
    left_in = [figure for key, _, _, figure in adjusted if key != schedule_1.HALF_TAX]
    less = page.line("adjustments", "", "Less adjustments that the rule leaves in", total(left_in))
    made = difference(total(income), less)
    page.line("modified", "6", "Modified adjusted gross income", made, Role.TOTAL)


def _of_the_household(page: Page, ask: Ask) -> list[Figure]:
    """Pensions and other income of Schedule 1."""
    found = []
    retired = [*ask(taxable, IRA), *ask(taxable, PENSION)]
    if retired:
        found.append(page.line("pensions", "", "Pensions and IRA distributions", total(retired)))
    if own := ask(schedule_e_part_ii.active_results):
        lost = [figure for figure in ask(schedule_e_part_ii.rents_not_passive) if figure.amount < 0]
        made = difference(total(own), *lost, label="without rental losses of a professional")
        title = "Partnerships and S corporations, not passive"
        found.append(page.line("entities", "", title, made if lost else total(own)))
    others = [figure for _, _, _, figure in ask(schedule_1.of_the_household)]
    if others:
        found.append(page.line("others", "", "Other income (Schedule 1)", total(others)))
    return found


def _beside_form_8582(row: Row) -> Figure:
    """What of a row is not passive; of what is not passive at all, the earlier losses that its own income
    takes."""
    if row.of.standing is Standing.NOT_PASSIVE:
        return difference(total(()), row.freed)
    return row.outside


def _not_passive(ask: Ask, key: str) -> Figure:
    """The result of an activity that is not passive, with gains of its property; a loss of a rental of a real
    estate professional is left out."""
    made = total([ask(rows.at_risk, key), *ask(results.gains_of, key)], "result of the year")
    is_rental = key in ask(schedule_e.properties)
    return not_below_zero(made) if is_rental else made
