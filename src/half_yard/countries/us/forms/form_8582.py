"""Form 8582, Passive Activity Loss Limitations (26 U.S.C. 469), with its parts as they are since 2020.

What each activity is and how it ended is in the room `losses`; what the schedules then deduct is
`allowed_of`.
"""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us import gaps
from half_yard.countries.us.carried_in import PASSIVE_LOSS, each_carried_of
from half_yard.countries.us.forms import passive_income
from half_yard.countries.us.frame import household, rules, status, status_choice
from half_yard.countries.us.losses import asked, passive, results, rows
from half_yard.countries.us.losses.asked import Standing
from half_yard.countries.us.losses.rows import Row
from half_yard.figures import (
    NOTHING,
    Carries,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    below,
    carried,
    difference,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.sharing import in_proportion

EARLIER = "losses of earlier years"


def applies(ask: Ask) -> bool:
    """Whether some passive activity has a loss, of this year or of an earlier one."""
    return any(row.losses.amount or row.freed.amount for row in ask(rows.every_row))


@Form
def form_8582(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8582", "Form 8582", "", ask(rules).numbers("form_8582"))


@form_8582.part
def activities(page: Page, ask: Ask) -> None:
    """Parts IV and V: what each activity brings."""
    for active, section in ((True, "Part IV · Rentals, active participation"), (False, "Part V · Others")):
        page.section = section
        for row in ask(rows.every_row):
            if row.active is not active or not (row.income.amount or row.losses.amount):
                continue
            columns = (("a", "income", row.income), ("b", "loss", row.loss), ("c", EARLIER, row.prior))
            for column, title, figure in columns:
                if figure.amount:
                    chosen = figure.because(row.of.why)
                    page.line(f"{row.key}.{column}", column, f"{row.of.name}: {title}", chosen)


def _sum(page: Page, ask: Ask, number: str, *, active: bool) -> tuple[Figure, Figure]:
    """Lines a to d of a group: its income and all of it together."""
    own = [row for row in ask(rows.every_row) if row.active is active]
    made = ask(activities)

    def column(letter: str, title: str) -> Figure:
        parts = (made[key] for row in own if (key := f"{row.key}.{letter}") in made)
        return page.line(f"{number}{letter}", f"{number}{letter}", title, total(parts))

    income, loss = column("a", "Activities with income"), column("b", "Activities with a loss")
    prior = column("c", "Losses of earlier years")
    together = page.line(f"{number}d", f"{number}d", "Together", difference(income, loss, prior))
    return income, together


@form_8582.part
def part_i(page: Page, ask: Ask) -> None:
    """Lines 1a to 3."""
    page.section = "Part I · Passive activity loss"
    _, active = _sum(page, ask, "1", active=True)
    _, other = _sum(page, ask, "2", active=False)
    page.line("all_passive", "3", "All passive activities", active + other, Role.SUBTOTAL)


@form_8582.part
def part_ii(page: Page, ask: Ask) -> None:
    """Lines 4 to 9: the allowance for rentals with active participation."""
    lines = ask(part_i)
    loss_of_all, loss_of_active = below(lines["all_passive"], NOTHING), below(lines["1d"], NOTHING)
    if not loss_of_all:
        return
    page.section = "Part II · Allowance for rentals with active participation"
    if not loss_of_active:
        page.line("allowance", "9", "Allowance", NOTHING.where(loss_of_active))
        return
    values, separate = ask(rules), ask(status) == "separate"
    apart = asked.LIVED_APART.of(ask.of(household).answers)
    if separate and not apart:
        words = Choice("Lived with the spouse: no allowance", f"/household/answers/{asked.LIVED_APART.key}")
        page.line("allowance", "9", "Allowance", total(()).because(words))
        return
    kind = "_separate" if separate else ""
    largest = values.figure(f"rental_loss_allowance{kind}", label="largest allowance")
    start = values.figure(f"rental_loss_allowance_magi_start{kind}", label="income at which it phases out")
    rate = values.figure("rental_loss_allowance_phase_out_rate", label="part of the income that counts")
    negative = (difference(NOTHING, lines[key]) for key in ("1d", "all_passive"))
    loss = page.line("loss_to_allow", "4", "Loss, at the most all of it", smaller_of(*negative))
    end = (start + largest / rate).named("income at which there is none left")
    end = page.line("phased_out_at", "5", "Income at which there is none left", end)
    income = not_below_zero(ask(passive_income.modified)["modified"], "not below zero")
    income = page.line("modified_income", "6", "Modified adjusted gross income", income)
    room = page.line("below_it", "7", "Below it by", not_below_zero(end - income))
    half = page.line("largest_allowance", "8", "Largest allowance", smaller_of(room * rate, largest))
    allowed = smaller_of(loss, half).because(ask(status_choice))
    page.line("allowance", "9", "Allowance", allowed, Role.SUBTOTAL)


@form_8582.part
def part_iii(page: Page, ask: Ask) -> None:
    """Lines 10 and 11, where not all is allowed."""
    if "allowance" not in ask(part_ii):
        return
    page.section = "Part III · Losses allowed"
    income = page.line(
        "passive_income", "10", "Income of all activities", ask(part_i)["1a"] + ask(part_i)["2a"]
    )
    page.line("losses_allowed", "11", "Losses allowed", ask(part_ii)["allowance"] + income, Role.TOTAL)


@form_8582.part
def part_vi(page: Page, ask: Ask) -> None:
    """The allowance divided by overall losses."""
    if "allowance" not in ask(part_ii) or not ask(part_ii)["allowance"].amount:
        return
    page.section = "Part VI · The allowance, by activity"
    names = {row.key: row.of.name for row in ask(rows.every_row)}
    weights = {row.key: row.overall_loss for row in ask(rows.every_row) if row.active}
    parts = in_proportion(ask(part_ii)["allowance"], weights, rounded=Figure.in_dollars)
    for key, part in parts.items():
        share = page.line(f"{key}.allowance", "c", f"{names[key]}: its part of the allowance", part)
        left = not_below_zero(difference(weights[key], share))
        page.line(f"{key}.left", "d", f"{names[key]}: loss that is left", left)


@form_8582.part
def part_vii(page: Page, ask: Ask) -> None:
    """What is not allowed, divided by the losses that are left; it waits for next year."""
    if "allowance" not in ask(part_ii):
        return
    page.section = "Part VII · Losses that are not allowed"
    allowance, left = ask(part_ii)["allowance"], ask(part_vi)
    every = difference(
        difference(NOTHING, ask(part_i)["all_passive"]), allowance, label="loss that is not allowed"
    )
    subjects = {row.key: row for row in ask(rows.every_row)}
    losses = {
        row.key: left.get(f"{row.key}.left", row.overall_loss) if row.active else row.overall_loss
        for row in ask(rows.every_row)
    }
    for key, part in in_proportion(not_below_zero(every), losses, rounded=Figure.in_dollars).items():
        row = subjects[key]
        given = row.of.how == asked.GIFT
        title = f"{row.of.name}: not allowed" + (", added to the basis of what was given" if given else "")
        marks = []
        if part.amount and any(figure.amount < 0 for figure in row.of.sold):
            marks.append(gaps.loss_on_two_forms(row.of.path))
        waits = page.line(f"{key}.unallowed", "c", title, part.marked(*marks))
        if not given:
            _by_year(page, ask, row, waits)


def _by_year(page: Page, ask: Ask, row: Row, waits: Figure) -> None:
    """Of which years the losses are that wait: those of the earliest are used first (26 CFR
    1.199A-3(b)(1)(iv)), so the latest are left."""
    year, key = ask.of(tax_year), row.key
    earlier = sorted(ask(each_carried_of, PASSIVE_LOSS, key), key=lambda item: -(item[0] or 0))
    placed: list[Figure] = []
    for number, (of, loss) in enumerate([(year, row.loss), *earlier], 1):
        rest = smaller_of(loss.in_dollars(), difference(waits, *placed, label="not placed yet"))
        if rest.amount:
            title = f"{row.of.name}: of it of {of or 'an earlier year'}"
            carries = Carries(PASSIVE_LOSS, of, of=key)
            placed.append(page.line(f"{key}.waits.{number}", "", title, rest, carries=carries))


@form_8582.part
def part_viii(page: Page, ask: Ask) -> None:
    """What is allowed, by activity: it goes to the schedules."""
    page.section = "Part VIII · Losses that are allowed"
    for row in ask(rows.every_row):
        if not row.losses.amount and not row.freed.amount:
            continue
        name, waits = row.of.name, ask(part_vii)
        made = difference(row.losses, waits.get(f"{row.key}.unallowed", NOTHING), label="allowed")
        if row.freed.amount:
            freed = row.freed.because(*filter(None, (row.of.end,)))
            freed = page.line(f"{row.key}.freed", "", f"{name}: freed from the limit", freed)
            made = made + freed
        page.line(f"{row.key}.allowed", "c", f"{name}: allowed", made)


def allowed_of(ask: Ask, key: str) -> Figure:
    """What the schedule of an activity deducts, above zero: of a loss of the year and of earlier ones. What
    it lost by sales of its property is on Form 4797."""
    if ask(passive.standing, key) is Standing.NOT_PASSIVE:
        loss = not_below_zero(difference(NOTHING, ask(rows.at_risk, key)), "loss of the year")
        loss = loss.because(ask(passive.why, key))
        prior = ask(part_viii).get(f"{key}.allowed", NOTHING)
        return total((loss, prior)) if prior.amount else carried(loss)
    return ask(allowed_of_passive, key, ask(results.gains_of, key))


def allowed_of_passive(ask: Ask, key: str, sold: tuple[Figure, ...]) -> Figure:
    """What Part VIII allows of a passive activity, above zero, without what it lost by sales of its property:
    that is on Form 4797."""
    made = ask(part_viii).get(f"{key}.allowed", NOTHING)
    lost = [figure for figure in sold if figure.amount < 0]
    return total((made, *lost)) if lost else made


def allowed_from_before(ask: Ask, key: str, last: int) -> Figure:
    """What is allowed this year of losses up to a year, the earliest used first: such losses of years before
    2018 are no qualified income. Nothing where none is carried in."""
    return of_years_up_to(ask, key, last, ask(allowed_of, key))


def of_years_up_to(ask: Ask, key: str, last: int, allowed: Figure) -> Figure:
    """As much of what is allowed as is of losses carried in up to a year."""
    old = [loss for of, loss in ask(each_carried_of, PASSIVE_LOSS, key) if of is not None and of <= last]
    if not old:
        return NOTHING
    label = f"allowed of losses up to {last}"
    return smaller_of(total(old, f"losses up to {last}"), allowed, label=label)
