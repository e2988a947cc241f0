"""Schedule E, part II: partnerships and S corporations by their Schedules K-1, as they are typed. Basis and
what is at risk are taken to be applied; passive losses are limited by Form 8582."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import form_8582
from half_yard.countries.us.frame import rules
from half_yard.countries.us.household.items import box_of
from half_yard.countries.us.losses import entities, rows
from half_yard.countries.us.losses.entities import RENTALS
from half_yard.figures import NOTHING, Figure, Form, Page, Role, difference, not_below_zero, total

EARLIER = "earlier_loss"
SECTION = "Part II · Partnerships and S corporations"


@Form
def schedule_e_part_ii(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_e_part_ii", "Schedule E", "part II", ask(rules).numbers("schedule_e_part_ii"))


@schedule_e_part_ii.part
def not_passive(page: Page, ask: Ask) -> None:
    """Line 28, columns i and k. Guaranteed payments are never passive (26 CFR 1.469-2(e)(2)(ii))."""
    page.section = SECTION
    for found in ask(entities.every):
        name, key = entities.called(found), found[0].rpartition("/")[2]
        paid = box_of(found, "guaranteed")
        if paid is not None:
            page.line(f"{key}.guaranteed", "28", f"{name}: guaranteed payments", paid.in_dollars())
    for part in ask(entities.parts):
        if not part.is_passive:
            page.line(f"{part.key}.active", "28", f"{part.name}: not passive", part.result.because(part.why))


@schedule_e_part_ii.part
def passive(page: Page, ask: Ask) -> None:
    """Line 28, columns g and h: income, and losses as far as Form 8582 allows them."""
    page.section = SECTION
    rows_of = {row.key: row for row in ask(rows.of_entities)}
    for part in ask(entities.parts):
        if part.is_passive and part.result.amount >= 0:
            page.line(f"{part.key}.passive", "28", f"{part.name}: passive", part.result.because(part.why))
        if part.key in rows_of:
            sold = part.sold if part.is_passive else ()
            allowed = difference(NOTHING, ask(form_8582.allowed_of_passive, part.key, sold))
            if not part.is_passive:
                title = f"{part.name}: earlier passive loss allowed (Form 8582)"
                page.line(f"{part.key}.{EARLIER}", "28", title, allowed)
            elif allowed.amount or part.result.amount < 0:
                title = f"{part.name}: passive loss allowed (Form 8582)"
                marks = [gaps.gain_of_interest(part.path)] if part.sold_out and _others_wait(ask) else []
                page.line(f"{part.key}.passive_loss", "28", title, allowed.marked(*marks))
    for found in ask(entities.every):
        if entities.is_traded(found):
            for part in entities.parts_of(found):
                marks = [gaps.publicly_traded(part.path)] if part.result.amount < 0 else []
                counted = not_below_zero(part.result).marked(*marks)
                page.line(f"{part.key}.passive", "28", f"{part.name}: publicly traded", counted)


def _others_wait(ask: Ask) -> bool:
    """Whether passive losses wait for income."""
    return any(line.figure.amount for line in ask(form_8582.part_vii).lines)


@schedule_e_part_ii.part
def whole(page: Page, ask: Ask) -> None:
    """Line 32."""
    if ask(entities.every):
        page.section = SECTION
        title = "Income of partnerships and S corporations"
        every = (*ask(not_passive).lines, *ask(passive).lines)
        page.line("total", "32", title, total(line.figure for line in every), Role.TOTAL)


def results(ask: Ask) -> tuple[Figure, ...]:
    """Line 32, where there is a Schedule K-1."""
    return (ask(whole)["total"],) if ask(entities.every) else ()


def active_results(ask: Ask) -> tuple[Figure, ...]:
    """What of it is not passive."""
    return tuple(line.figure for line in ask(not_passive).lines)


def rents_not_passive(ask: Ask) -> tuple[Figure, ...]:
    """What of it comes of rentals of a real estate professional."""
    ending = f"{RENTALS}.active"
    return tuple(line.figure for line in ask(not_passive).lines if line.place.line.endswith(ending))


def passive_results(ask: Ask) -> tuple[Figure, ...]:
    """What of it is passive, which is investment income: not a loss from when a trade that the person carries
    on now was passive (26 CFR 1.1411-4(g)(8))."""
    return tuple(line.figure for line in ask(passive).lines if not line.place.line.endswith(EARLIER))
