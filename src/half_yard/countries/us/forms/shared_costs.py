"""The sheet of a shared thing: its measure, and every line of its costs with the part of each use."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.us.shared.divided import (
    divided,
    measure_of,
    thing_of,
    use_share,
)
from half_yard.countries.us.shared.kinds import HOME, MEASURES, WITH_INTEREST
from half_yard.figures import Figure, Form, Page, Role, stated, total
from half_yard.records.amounts import HUNDRED

IN_HUNDRED = stated(HUNDRED, "in a hundred")


@Form
def shared_costs(ask: Ask, thing: str) -> Page:
    """One for each thing."""
    record = ask.of(thing_of, thing)
    measure = MEASURES.get(record.measure)
    facts = (
        ("Measured by", measure.title if measure else "nothing yet"),
        ("Because", record.reason),
    )
    return Page(
        f"shared.{thing}", "Shared use", record.name or "Not named", about=thing, in_cents=True, facts=facts
    )


@shared_costs.part
def shares(page: Page, ask: Ask, thing: str) -> None:
    """How much of the thing each use has, in percent of the days on which it does."""
    page.section = "What it serves, percent"
    known = ask(measure_of, thing)
    for activity in known.activities:
        uses = known.of_activity(activity)
        for number, use in enumerate(uses, 1):
            label = f"percent for {name(ask, activity)}"
            percent = (use_share(ask, thing, use) * IN_HUNDRED).in_cents().named(label)
            key = f"share.{activity}" if len(uses) == 1 else f"share.{activity}.{number}"
            when = (
                ""
                if use.period == known.period
                else f", {use.period.first:%b %-d} to {use.period.last:%b %-d}"
            )
            page.exact_line(key, "", f"{name(ask, activity)}{when}", percent)


@shared_costs.part
def by_use(page: Page, ask: Ask, thing: str) -> None:
    """Every line of its costs: the whole, the part of each use, what stays personal."""
    whole: list[Figure] = []
    personal: list[Figure] = []
    for line, each in ask(divided, thing).items():
        page.section = each.whole.label
        whole.append(page.line(line, "", "Whole", each.whole))
        for activity in each.activities:
            page.line(f"{line}.{activity}", "", f"For {name(ask, activity)}", each.part(activity), Role.COST)
        personal.append(page.line(f"{line}.personal", "", "Personal", each.personal, Role.COST))
    page.section = "In all"
    page.line("whole", "", "Whole", total(whole), Role.SUBTOTAL)
    kind, title = ask.of(thing_of, thing).kind, "Personal, deducted nowhere"
    if kind in WITH_INTEREST:
        title = "Personal; interest and taxes to Schedule A"
    # A home is lived in: that most of it is personal is not worth a remark.
    role = Role.TOTAL if kind == HOME else Role.PERSONAL
    page.line("personal", "", title, total(personal), role)


def lines_of(ask: Ask, thing: str) -> tuple[str, ...]:
    """The lines on which a thing has costs."""
    return tuple(ask(divided, thing))


def name(ask: Ask, activity: str) -> str:
    """What an activity is called."""
    return ask.of(activity_of, activity).name or "Not named"
