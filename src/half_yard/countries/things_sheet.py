"""The sheet of a shared thing: its measure, and every line of its costs with the part of each use."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache, partial

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.dividing_things import ShareOf, ThingKeeping, thing_of
from half_yard.figures import Figure, Form, Page, Role, stated, total
from half_yard.records.amounts import HUNDRED

IN_HUNDRED = stated(HUNDRED, "in a hundred")


class CostsSheet:
    """The sheets of a country's things: what stays personal has the `title` of its kind, and a role, because
    of some it is worth a remark. `use_share` is how a use's part is said."""

    def __init__(
        self, keeping: ThingKeeping, use_share: ShareOf, personal: Callable[[str], tuple[str, Role]]
    ) -> None:
        self._keeping, self._use_share, self._personal = keeping, use_share, personal
        form = Form(self._head)
        self.shares = form.part(self._shares)
        self.by_use = form.part(self._by_use)
        self.sheet = form.sheet

    def _head(self, ask: Ask, thing: str) -> Page:
        """One for each thing."""
        record = ask.of(thing_of, thing)
        measure = self._keeping.measures.get(record.measure)
        facts = (
            ("Measured by", measure.title if measure else "nothing yet"),
            ("Because", record.reason),
        )
        name_of_it = record.name or "Not named"
        return Page(f"shared.{thing}", "Shared use", name_of_it, about=thing, in_cents=True, facts=facts)

    def _shares(self, page: Page, ask: Ask, thing: str) -> None:
        """How much of the thing each use has, in percent of the days on which it does."""
        page.section = "What it serves, percent"
        known = ask(self._keeping.measure_of, thing)
        for activity in known.activities:
            uses = known.of_activity(activity)
            called = name(ask, activity)
            for number, use in enumerate(uses, 1):
                label = f"percent for {called}"
                percent = (self._use_share(ask, thing, use) * IN_HUNDRED).in_cents(label)
                key = f"share.{activity}" if len(uses) == 1 else f"share.{activity}.{number}"
                whole_year = use.period == known.period
                when = "" if whole_year else f", {use.period.first:%b %-d} to {use.period.last:%b %-d}"
                page.exact_line(key, "", f"{called}{when}", percent)

    def _by_use(self, page: Page, ask: Ask, thing: str) -> None:
        """Every line of its costs: the whole, the part of each use, what stays personal."""
        whole: list[Figure] = []
        personal: list[Figure] = []
        called = cache(partial(name, ask))
        for line, each in ask(self._keeping.divided, thing).items():
            page.section = each.whole.label
            whole.append(page.line(line, "", "Whole", each.whole))
            for activity in each.activities:
                title = f"For {called(activity)}"
                page.line(f"{line}.{activity}", "", title, each.part(activity), Role.COST)
            personal.append(page.line(f"{line}.personal", "", "Personal", each.personal, Role.COST))
        page.section = "In all"
        page.line("whole", "", "Whole", total(whole), Role.SUBTOTAL)
        title, role = self._personal(ask.of(thing_of, thing).kind)
        page.line("personal", "", title, total(personal), role)

    def lines_of(self, ask: Ask, thing: str) -> tuple[str, ...]:
        """The lines on which a thing has costs."""
        return tuple(ask(self._keeping.divided, thing))


def name(ask: Ask, activity: str) -> str:
    """What an activity is called."""
    return ask.of(activity_of, activity).name or "Not named"
