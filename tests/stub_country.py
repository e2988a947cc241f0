"""A country of the tests' own: allotments, one line each way, one sheet for each person. It promises as
little as a pack can, so that every screen has to take what it gets."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal
from functools import partial

from half_yard.books import BookKeeping, PayersForms, StatementLine, StatementLines
from half_yard.countries import ActivityKind, CarryPoint, Computation, Country, Ledger, Pack, Return
from half_yard.countries.asking import Ask
from half_yard.countries.results import Whole
from half_yard.figures import Asking, Form, Page, Place, Role, stated, total
from half_yard.figures.remembered import Memory
from half_yard.records import Activity, ClientFile
from half_yard.review import Finding, Level

ROLES = {"owner": "Tenant", "partner": "Second tenant"}
LINES = (
    StatementLine("harvest", "1", "Harvest sold", "harvest", receipt=True),
    StatementLine("seed", "2", "Seed", "seed"),
)


BOOKS = BookKeeping(StatementLines({"plot": LINES}), PayersForms({}, {}, {}), ROLES)
TENTH = stated(Decimal("0.1"), "a tenth", "made up")


class StubLedger(Ledger):
    kinds = {"plot": ActivityKind("plot", "Allotment", "New allotment", "Allotment sheet")}

    def lines(self, activity: Activity) -> Sequence[StatementLine]:
        del activity
        return LINES


def plots(ask: Ask) -> tuple[str, ...]:
    return ask.of(lambda file: tuple(sorted(file.activities)))


@Form
def plot(ask: Ask, key: str) -> Page:
    name = ask.of(lambda file: file.activities[key].name)
    return Page(f"plot.{key}", "Allotment sheet", name, about=key, statement=True, in_cents=True)


@plot.part
def both_ways(page: Page, ask: Ask, key: str) -> None:
    totals = ask(BOOKS.totals, key)
    harvest, seed = (
        page.line(line.key, line.number, line.title, totals.get(line.key, total((), line.title)))
        for line in LINES
    )
    page.line("surplus", "3", "Surplus", harvest - seed, Role.RESULT)


@Form
def levy(ask: Ask) -> Page:
    del ask
    return Page("levy", "Levy sheet", in_cents=True)


@levy.part
def all_plots(page: Page, ask: Ask) -> None:
    surplus = total(ask(both_ways, key)["surplus"] for key in ask(plots))
    surplus = page.line("surplus", "1", "Surplus of all", surplus, Role.TOTAL)
    page.line("levy", "2", "Levy", surplus * TENTH, Role.OWED)


def everything(ask: Ask) -> Whole:
    sheets = (*(ask(plot.sheet, key) for key in ask(plots)), ask(levy.sheet))
    return Whole(sheets, ask(BOOKS.statements), {}, ask(BOOKS.stops))


def compute(file: ClientFile, memory: Memory) -> Computation:
    asking = Asking(file, memory)
    points = (CarryPoint("Surplus", Place("levy", "surplus")), CarryPoint("Levy", Place("levy", "levy")))
    return Computation(
        file, partial(asking.run, everything), partial(asking.run, BOOKS.matches),
        lambda: (Finding(Level.NOTE, "The levy on water is not computed."),),
        (Return("levy", "Levy", ("owner",), "levy", points),),
    )  # fmt: skip


STUB = Pack(
    Country("stub", "Stubland", range(2024, 2026), "XTS", day_first=True, roles=ROLES), StubLedger(), compute
)
