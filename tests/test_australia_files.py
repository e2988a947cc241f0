"""Whatever an Australian file has: it is computed, every number is made of what it says, what the return adds
up adds up, and the next year follows from it."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.au.asset_kinds import DISPOSALS, METHODS, PROPERTY, SECOND_HAND
from half_yard.countries.au.asset_life import asset_life
from half_yard.countries.au.carried_amounts import OF_ACTIVITIES, OF_PEOPLE
from half_yard.countries.au.items import KINDS
from half_yard.countries.au.pack import PACK
from half_yard.countries.au.statement_lines import BY_KIND
from half_yard.countries.au.year_rules import YEARS
from half_yard.countries.results import Computation
from half_yard.figures import Sheet, recompute
from half_yard.records import Activity, Asset, Carryover, ClientFile, Entry, HouseholdItem
from half_yard.records.identifiers import numbered
from tests.australian import BOTH, FLAT, OWNER, SHOP, australian, couple
from tests.test_next_year import after

MONEY = st.integers(0, 30000000).map(lambda cents: Decimal(cents) / 100)
PERCENT = st.integers(0, 100).map(Decimal)
DAYS = st.dates(datetime.date(2016, 1, 1), datetime.date(2026, 12, 31))
LINES = {kind: [line.key for line in lines] for kind, lines in BY_KIND.items()}
FACTS = (
    "tax_withheld", "percent_from_one_client", "home_and_associates", "trade_debtors", "paid_to_associates",
)  # fmt: skip
OF_PERSON = (
    "study_loan_debt", "levy_exempt_days", "levy_half_exempt_days", "surcharge_free_days", "resident_months",
    "averaged_1", "averaged_2",
)  # fmt: skip


def some(names: tuple[str, ...], values: st.SearchStrategy[Any]) -> st.SearchStrategy[dict[str, Any]]:
    """A mapping of a few of the names."""
    return st.dictionaries(st.sampled_from(names), values, max_size=4)


@st.composite
def activities(draw: st.DrawFn, kind: str, owners: dict[str, Decimal]) -> Activity:
    questions = tuple(each.key for each in PACK.asked.activity_questions(kind))
    return Activity(
        kind=kind, name=kind, owners=owners, started=draw(st.none() | DAYS), ended=draw(st.none() | DAYS),
        answers=draw(some(questions, st.booleans())) if questions else {},
        facts=draw(some(FACTS, MONEY)) if kind == "business" else {},
    )  # fmt: skip


@st.composite
def assets(draw: st.DrawFn) -> Asset:
    gone = draw(st.none() | DAYS)
    return Asset(
        activity=draw(st.sampled_from([SHOP, FLAT])), name="Thing",
        asset_class=draw(st.sampled_from([*PROPERTY])),
        in_service=draw(st.none() | DAYS), acquired=draw(st.none() | DAYS), cost=draw(MONEY),
        method=draw(st.sampled_from(["", *(key for key, _ in METHODS)])), disposed=gone,
        months=draw(st.none() | st.integers(1, 400)), share=draw(st.none() | PERCENT),
        prior_depreciation=draw(st.none() | MONEY), proceeds=draw(st.none() | MONEY),
        disposal=draw(st.sampled_from(["", *DISPOSALS])), selling_costs=draw(st.none() | MONEY),
        sale_share=draw(st.none() | PERCENT),
        answers={SECOND_HAND: draw(st.booleans())},
    )  # fmt: skip


@st.composite
def items(draw: st.DrawFn) -> HouseholdItem:
    kind = KINDS[draw(st.sampled_from([*KINDS]))]
    amount = draw(MONEY)
    return HouseholdItem(
        kind=kind.key, person=draw(st.sampled_from(["owner", "spouse"])),
        amount=-amount if kind.signed and draw(st.booleans()) else amount, withheld=draw(st.none() | MONEY),
        boxes=draw(some(tuple(box.key for box in kind.boxes), MONEY)) if kind.boxes else {},
        ticks=draw(some(tuple(box.key for box in kind.ticks), st.booleans())) if kind.ticks else {},
    )  # fmt: skip


@st.composite
def files(draw: st.DrawFn) -> ClientFile:
    """A couple with a shop and a flat, and anything that goes on their returns."""
    wide = couple(australian(draw(st.sampled_from(YEARS)), wages=str(draw(MONEY))))
    owners = [draw(st.sampled_from([OWNER, BOTH])) for _ in range(2)]
    rows = [
        Entry(activity=activity, line=draw(st.sampled_from(LINES[kind])), amount=draw(MONEY))
        for activity, kind in ((SHOP, "business"), (FLAT, "rental"))
        for _ in range(draw(st.integers(0, 4)))
    ]
    carried = [
        Carryover(kind=kind, of=of, amount=draw(MONEY))
        for of, kinds in (("owner", OF_PEOPLE), (SHOP, OF_ACTIVITIES))
        for kind in sorted(draw(st.sets(st.sampled_from([*kinds]))))
    ]
    questions = tuple(each.key for each in PACK.asked.person_questions)
    people = {
        key: person.model_copy(update={
            "facts": draw(some(OF_PERSON, MONEY)),
            "answers": draw(some((*questions, "not_averaged"), st.booleans())),
            "birth_date": draw(st.none() | st.dates(datetime.date(1940, 1, 1), datetime.date(2012, 1, 1))),
        })
        for key, person in wide.people.items()
    }  # fmt: skip
    return wide.model_copy(update={
        "people": people, "entries": numbered("entries", rows),
        "activities": {SHOP: draw(activities("business", owners[0])),
                       FLAT: draw(activities("rental", owners[1]))},
        "assets": numbered("assets", draw(st.lists(assets(), max_size=3))),
        "items": numbered("items", draw(st.lists(items(), max_size=5))),
        "carryovers": numbered("carryovers", carried),
    })  # fmt: skip


class AnyFile(unittest.TestCase):
    def labels(self, sheet: Sheet, *keys: str) -> Decimal:
        return sum((sheet[key].amount for key in keys if sheet.has(key)), Decimal(0))

    def check_return(self, computation: Computation, person: str) -> None:
        """The labels add up, have no cents, and the tests take what they take from the return."""
        sheet, tests = computation.sheet(f"itr.{person}"), computation.sheet(f"tests.{person}")
        income = [line for line in sheet.lines if line.section == "Income"]
        parts = [line for line in income if line.place.line not in {"total_income", "farms", "not_farms"}
                 and not line.place.line.startswith("rent_")]  # fmt: skip
        self.assertEqual(sum(line.figure.amount for line in parts), sheet["total_income"].amount)
        for line in income:
            self.assertEqual(line.figure.amount, int(line.figure.amount), line.title)
        if sheet.has("rent"):
            taken = self.labels(sheet, "rent_interest", "rent_works", "rent_other_deductions")
            self.assertEqual(sheet["rent"].amount, sheet["rent_gross_rent"].amount - taken)
        if sheet.has("farms"):
            self.assertEqual(self.labels(sheet, "farms", "not_farms"), sheet["business"].amount)
        due = sheet["payable"].amount - sheet["credits_in_all"].amount
        self.assertEqual(due, sheet["owed"].amount - sheet["refund"].amount)
        self.assertGreaterEqual(sheet["taxable_income"].amount, 0)
        self.assertGreaterEqual(sheet["payable"].amount, 0)
        self.assertGreaterEqual(tests["rental_loss"].amount, max(-self.labels(sheet, "rent"), Decimal(0)))

    @settings(max_examples=150, deadline=None)
    @given(files())
    def test_it_is_computed_and_adds_up(self, file: ClientFile) -> None:
        computation = compute(file)
        for sheet in computation.sheets:
            for line in sheet.lines:
                self.assertEqual(recompute(line.figure), line.figure.amount, str(line.place))
        for person in file.people:
            self.check_return(computation, person)
        for key in file.assets:
            asset_life(computation, key)
        if file.tax_year < YEARS[-1]:
            following = compute(after(file))
            self.assertFalse([path for path in following.stops if path.startswith("/carryovers")])


if __name__ == "__main__":
    unittest.main()
