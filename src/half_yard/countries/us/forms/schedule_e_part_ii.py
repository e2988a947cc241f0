"""Schedule E, part II: partnerships and S corporations by their Schedules K-1, as they are typed. What
limits them there (basis, risk) is taken to be applied; a passive loss is not computed, which is said."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import form_8582
from half_yard.countries.us.frame import rules
from half_yard.countries.us.household.items import Found, amount_of, box_of, items_of
from half_yard.figures import NOTHING, Figure, Form, Page, Role, carried, total

K1 = "k1"


def every(ask: Ask) -> tuple[Found, ...]:
    """The Schedules K-1 that count."""
    return ask(items_of, K1)


@Form
def schedule_e_part_ii(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_e_part_ii", "Schedule E", "part II", ask(rules).numbers("schedule_e_part_ii"))


@schedule_e_part_ii.part
def lines(page: Page, ask: Ask) -> None:
    """Lines 28 to 32."""
    if not ask(every):
        return
    page.section = "Part II · Partnerships and S corporations"
    parts = []
    for found in ask(every):
        path, item = found
        name, key = item.name or "Schedule K-1", path.rpartition("/")[2]
        marks = [gaps.section_1231_of_entity(path)] if item.boxes.get("section_1231") else []
        own = [amount_of(found), *filter(None, (box_of(found, "guaranteed"),))]
        rental = [figure for figure in (box_of(found, "rental"),) if figure is not None]
        passive = [*rental, *(own if item.ticks.get("passive") else [])]
        active = [] if item.ticks.get("passive") else own
        if active:
            title = f"{name}: not passive"
            parts.append(page.line(f"{key}.active", "28", title, total(active).marked(*marks)))
        if passive:
            made = total(passive)
            if made.amount > 0 and ask(form_8582.applies):
                marks.append(gaps.passive_beside_rentals(path))
            if made.amount < 0:
                made = carried(NOTHING).marked(gaps.passive_loss_of_entity(path))
            parts.append(page.line(f"{key}.passive", "28", f"{name}: passive", made.marked(*marks)))
    page.line("total", "32", "Income of partnerships and S corporations", total(parts), Role.TOTAL)


def results(ask: Ask) -> tuple[Figure, ...]:
    """Line 32, where there is a Schedule K-1."""
    return (ask(lines)["total"],) if ask(every) else ()


def active_results(ask: Ask) -> tuple[Figure, ...]:
    """What of it is not passive."""
    return _ending(ask, ".active")


def passive_results(ask: Ask) -> tuple[Figure, ...]:
    """What of it is passive, which is investment income."""
    return _ending(ask, ".passive")


def _ending(ask: Ask, suffix: str) -> tuple[Figure, ...]:
    return tuple(line.figure for line in ask(lines).lines if line.place.line.endswith(suffix))
