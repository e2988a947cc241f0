"""Whatever is entered, a file computes, every line recomputes, and everything entered is accounted for."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.cli.printed import as_json
from half_yard.countries import Computation, compute, pack_for
from half_yard.countries.next_year import carried_on, next_year
from half_yard.countries.next_year_again import changed_since
from half_yard.countries.offered import WhatIf
from half_yard.countries.telling import thread_rows
from half_yard.countries.things_as_used import thing_of_asset
from half_yard.countries.us.assets.basis import ORIGINS
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.rates import METHODS
from half_yard.countries.us.assets.sold import DISPOSALS
from half_yard.countries.us.carried_in import KINDS
from half_yard.countries.us.exchanges.asked import GIVEN as ON_GIVEN
from half_yard.countries.us.exchanges.asked import GOT as ON_GOT
from half_yard.countries.us.exchanges.asked import HELD_FACTS
from half_yard.countries.us.household.filing_status import FILING_STATUSES
from half_yard.countries.us.household.kinds import KINDS as ITEM_KINDS
from half_yard.countries.us.household.relations import QUESTIONS as ON_DEPENDANTS
from half_yard.countries.us.questions import ACTIVITY
from half_yard.countries.us.shared.days import STAYS
from half_yard.countries.us.shared.kinds import KINDS as THING_KINDS
from half_yard.countries.us.shared.kinds import MEASURES
from half_yard.countries.us.statement_lines import BY_KIND
from half_yard.figures import Figure, recompute
from half_yard.figures.remembered import Memory
from half_yard.records import (
    Activity,
    Asset,
    CapitalSale,
    Carryover,
    ClientFile,
    Dependant,
    DividendStatement,
    Entry,
    EstimatedPayment,
    Exchange,
    Household,
    HouseholdItem,
    InterestStatement,
    Person,
    ReceivedForm,
    Stay,
    Thing,
    Trip,
    Use,
    WageStatement,
)
from half_yard.records.amounts import LARGEST
from half_yard.records.identifiers import numbered
from half_yard.storage.document import read_document, to_text
from tests.files import as_if

PEOPLE = ("owner", "spouse", "nobody")
AMOUNTS = st.one_of(
    st.decimals(min_value=-300_000, max_value=300_000, places=2),
    st.sampled_from([Decimal(0), Decimal("0.01"), LARGEST, -LARGEST]),
)
DATES = (
    st.none()
    | st.dates(datetime.date(1, 1, 1), datetime.date(2200, 1, 1))
    | st.just(datetime.date(2025, 5, 5))
)
SHARES = st.sampled_from(["0", "12.5", "33.3333", "50", "66.6667", "100"]).map(Decimal)
OTHERS = {"", "no such line", "own.o00001", "own.o00009"}
THING_LINES = {line.key for kind in THING_KINDS.values() for line in kind.lines}
LINES = sorted({line.key for lines in BY_KIND.values() for line in lines} | OTHERS | THING_LINES)
KEPT_LINES = [line for line in LINES if line and " " not in line]
BOXES = (
    "points",
    "property_tax",
    "month_01",
    "treasury",
    "exempt",
    "penalty",
    "capital_gain",
    "section_199a",
    "unrecaptured",
    "collectibles",
    "private_activity",
    "medicare_tax",
    "medicare_wages",
    "social_security_tax",
)
BASIS = sorted({box.key for origin in ORIGINS.values() for box in origin.boxes} | {"odd"})
QUESTIONS = sorted({question.key for questions in ACTIVITY.values() for question in questions})
ACTIVITY_FACTS = ("at_risk_added", "at_risk_taken", "step_up", "qbi_wages", "rental_hours")
SPOUSES = ("", "community", "community_spouse", "joint_venture", "partnership", "odd")
COLLECTIONS = (
    "entries", "assets", "activities", "forms", "people", "household", "elections", "wages", "short_years",
    "things", "uses", "trips", "stays", "exchanges", "sales", "carryovers", "items", "dependants",
)  # fmt: skip
KEYS = st.sampled_from(["a00001", "a00002", "a00003", "a00009", "h00001", "h00002"])
THINGS = st.sampled_from(["h00001", "h00001", "h00001", "h00002", "h00009"])
MEASURED = st.none() | st.sampled_from(["0", "1", "12.5", "100", "2000", "-3"]).map(Decimal)
DAYS = st.none() | st.dates(datetime.date(2020, 11, 1), datetime.date(2027, 2, 1))
FACTS = st.dictionaries(
    st.sampled_from([
        "excess_tax", "odometer_begun", "odometer_ended", "care_hours", "income_share", "area_let", "area",
        "second_half",
    ]),
    st.sampled_from(["0", "10", "50", "900", "5000"]).map(Decimal), max_size=3,
)  # fmt: skip
METHOD_CHOICES: st.SearchStrategy[dict[str, str]] = st.fixed_dictionaries(
    {},
    optional={
        "method": st.sampled_from(["standard", "actual", "odd"]),
        "method.a00001": st.just("simplified"),
        "interest_by": st.sampled_from(["court", "agency"]),
    },
)


def of_years(values: st.SearchStrategy[Decimal]) -> st.SearchStrategy[dict[str, Decimal]]:
    return st.dictionaries(st.sampled_from(["2021", "2024", "2025", "2027", "1999"]), values, max_size=3)


@st.composite
def activities(draw: st.DrawFn) -> Activity:
    return Activity(
        kind=draw(st.sampled_from(["business", "rental", "farm"])),
        name=draw(st.sampled_from(["", "Shop & Co.", "x" * 200])),
        owners=draw(st.dictionaries(st.sampled_from(PEOPLE), SHARES, max_size=3)),
        days_rented=draw(st.none() | st.integers(0, 366)),
        days_personal=draw(st.none() | st.integers(0, 366)),
        answers=draw(st.dictionaries(st.sampled_from(QUESTIONS), st.booleans(), max_size=3)),
        employer_number=draw(st.sampled_from(["", "12-3456789", "?", "00"])),
        choices=draw(
            st.fixed_dictionaries(
                {},
                optional={
                    "spouses": st.sampled_from(SPOUSES),
                    "ended_by": st.sampled_from(["kept", "sold", "related", "gift", "death", "odd"]),
                    "qbi_group": st.sampled_from(["", "A", "odd"]),
                },
            )
        ),
        facts=draw(st.dictionaries(st.sampled_from(ACTIVITY_FACTS), AMOUNTS, max_size=2)),
        property_type=draw(st.sampled_from(["", "5 Land", "7 Self-rental", "odd"])),
        own_lines=draw(st.dictionaries(st.just("o00001"), st.sampled_from(["", "Dues"]), max_size=1)),
        last_year=draw(st.dictionaries(st.sampled_from(KEPT_LINES), AMOUNTS, max_size=2)),
        started=draw(DATES),
        ended=draw(DATES),
        archived=draw(st.booleans()) and draw(st.booleans()),
    )


ANSWERS = st.dictionaries(
    st.sampled_from(["no_special_allowance", "by_formula", "made_up", "related", "main_home"]),
    st.booleans(), max_size=2,
)  # fmt: skip
COSTS = st.decimals(min_value=0, max_value=90_000, places=2)
SOUND = st.builds(
    Asset, activity=st.sampled_from(["a00001", "a00001", "a00002"]), name=st.just("A"),
    asset_class=st.sampled_from(sorted(CLASSES)),
    in_service=st.dates(datetime.date(2012, 1, 1), datetime.date(2026, 12, 31)), cost=COSTS,
    answers=ANSWERS, acquired=st.none() | st.dates(datetime.date(2012, 1, 1), datetime.date(2020, 1, 1)),
    origin=st.sampled_from(["", "", "converted"]), part_of=st.sampled_from(["", "", "s00001"]),
    months=st.sampled_from([None, 60]), share=st.none() | SHARES, shares=of_years(SHARES),
    disposed=st.none() | st.dates(datetime.date(2024, 1, 1), datetime.date(2026, 12, 31)),
    disposal=st.sampled_from(["", *DISPOSALS, "instalment_sale"]), proceeds=st.none() | COSTS,
    prior_depreciation=st.none() | COSTS, thing=st.sampled_from(["", "", "h00001"]),
    instalments=of_years(COSTS), debt_assumed=st.none() | COSTS,
)  # fmt: skip
"""Assets as they usually are, most of which land on a form."""
REAL = ["residential_building", "nonresidential_building", "land", "fifteen_year", "qualified_improvement"]
IN_YEARS = st.dates(datetime.date(2024, 1, 1), datetime.date(2026, 12, 31))
CLOSINGS = st.sampled_from([datetime.date(2024, 12, 2), datetime.date(2025, 3, 3)]) | IN_YEARS
ARRIVALS = st.sampled_from([datetime.date(2025, 1, 10), datetime.date(2025, 4, 1)]) | IN_YEARS
GIVEN = st.builds(
    Asset, activity=st.sampled_from(["a00001", "a00001", "a00002"]), name=st.just("Given"),
    asset_class=st.sampled_from([*REAL, *REAL, "seven_year"]), cost=COSTS,
    in_service=st.dates(datetime.date(2008, 1, 1), datetime.date(2025, 2, 1)), disposed=CLOSINGS,
    disposal=st.just("exchange"), given_in=st.sampled_from(["x00001", "x00001", "x00002", "x00009"]),
    proceeds=st.none() | COSTS, prior_depreciation=st.none() | COSTS,
    answers=st.dictionaries(st.sampled_from(["by_formula", "fixed", "main_home"]), st.booleans(), max_size=2),
    origin=st.sampled_from(["", "", "converted", "exchanged"]), share=st.none() | st.none() | SHARES,
    got_in=st.sampled_from(["", "", "", "x00002"]),
    expensed=st.sampled_from([None, None, None, Decimal(500)]),
)  # fmt: skip
GOT = st.builds(
    Asset, activity=st.sampled_from(["a00001", "a00001", "a00002"]), name=st.just("Got"),
    asset_class=st.sampled_from([*REAL, *REAL, "five_year"]), in_service=ARRIVALS, cost=COSTS,
    origin=st.just("exchanged"), got_in=st.sampled_from(["x00001", "x00001", "x00001", "x00002", "x00009"]),
    answers=st.dictionaries(st.sampled_from(["by_formula", "used_first"]), st.booleans(), max_size=2),
    disposed=st.none() | st.none() | IN_YEARS, proceeds=st.none() | COSTS,
    disposal=st.sampled_from(["", "sale", "exchange"]), prior_depreciation=st.none() | st.none() | COSTS,
)  # fmt: skip
EXCHANGES = st.builds(
    Exchange, name=st.just("E"),
    facts=st.dictionaries(st.sampled_from([*ON_GIVEN, *ON_GOT, *HELD_FACTS]), COSTS, max_size=5),
    days=st.dictionaries(st.sampled_from(["identified", "parked", "resold"]), IN_YEARS, max_size=3),
    answers=st.dictionaries(
        st.sampled_from(["qualifies", "related_party", "extended", "as_new", "no_avoidance"]), st.booleans(),
        max_size=3,
    ),
    choices=st.dictionaries(
        st.just("held"), st.sampled_from(["swap", "swap", "lost", "intermediary", "holder"]), max_size=1
    ),
)  # fmt: skip
DEPENDANTS = st.builds(
    Dependant, first_name=st.just("D"), birth_date=DATES | DAYS, months=st.none() | st.integers(0, 12),
    relation=st.sampled_from(["", "child", "child", "parent", "other", "odd"]),
    identity_number=st.sampled_from(["", "219-09-9999", "912-70-1234"]), died=st.none() | DAYS,
    answers=st.dictionaries(st.sampled_from([each.key for each in ON_DEPENDANTS]), st.booleans(), max_size=3),
    facts=st.dictionaries(st.just("gross_income"), AMOUNTS, max_size=1),
)  # fmt: skip


SIZES = ["0", "1", "850", "12000", "90000"]


@st.composite
def what_else(draw: st.DrawFn) -> HouseholdItem:
    """An item of some kind, with boxes, ticks and choices that the kind has."""
    kind = draw(st.sampled_from(sorted(ITEM_KINDS)))
    known = ITEM_KINDS[kind]
    size = [*SIZES, *(f"-{each}" for each in SIZES)] if known.signed else SIZES
    usual = st.sampled_from(size).map(Decimal)
    boxes = [box.key for box in known.boxes] or ["odd"]
    ticks = [tick.key for tick in known.ticks] or ["odd"]
    choices = {each.key: st.sampled_from([key for key, _ in each.options]) for each in known.choices}
    return HouseholdItem(
        kind=draw(st.sampled_from([kind, kind, kind, kind, "odd"])), name="I",
        person=draw(st.sampled_from(["owner", "owner", "spouse", "m00001", ""])),
        amount=draw(st.none() | usual | AMOUNTS), withheld=draw(st.none() | usual),
        boxes=draw(st.dictionaries(st.sampled_from(boxes), usual, max_size=4)),
        ticks=draw(st.dictionaries(st.sampled_from(ticks), st.booleans(), max_size=2)),
        choices=draw(st.fixed_dictionaries({}, optional=choices)),
    )  # fmt: skip


SHOP = Activity(kind="business", name="Shop", owners={"owner": Decimal(100)})


@st.composite
def files(draw: st.DrawFn) -> ClientFile:
    entry = st.builds(
        Entry, activity=KEYS, date=DATES, payee=st.just("P"), line=st.sampled_from(LINES), amount=AMOUNTS,
        share=st.none() | SHARES, only=st.sampled_from(["", "a00001", "personal", "odd"]),
        from_row=st.sampled_from(["", "b00001/r00001"]),
    )  # fmt: skip
    owned = st.builds(
        Asset, activity=KEYS, name=st.just("A"), asset_class=st.sampled_from([*CLASSES, "odd"]),
        in_service=DATES, cost=AMOUNTS, prior_depreciation=st.none() | AMOUNTS,
        answers=ANSWERS,
        months=st.none() | st.integers(1, 400),
        method=st.sampled_from(sorted(METHODS)), expensed=st.none() | AMOUNTS, share=st.none() | SHARES,
        shares=of_years(SHARES), origin=st.sampled_from([*ORIGINS, "odd"]),
        basis=st.dictionaries(st.sampled_from(BASIS), AMOUNTS, max_size=3), own_years=of_years(AMOUNTS),
        units=of_years(AMOUNTS), units_in_all=st.none() | AMOUNTS, acquired=DATES, disposed=DATES,
        disposal=st.sampled_from(["", *DISPOSALS]), proceeds=st.none() | AMOUNTS,
        selling_costs=st.none() | AMOUNTS, sale_share=st.none() | SHARES, debt_assumed=st.none() | AMOUNTS,
    )  # fmt: skip
    person = st.builds(
        Person, birth_date=DATES, identity_number=st.sampled_from(["", "1", "123-45-6789"]),
        answers=st.dictionaries(
            st.sampled_from(["real_estate_professional", "claimed", "optional_method"]), st.booleans(),
            max_size=2,
        ),
    )  # fmt: skip
    sold = st.builds(
        CapitalSale, person=st.sampled_from(PEOPLE), name=st.just("S"), acquired=DATES, sold=DATES,
        proceeds=AMOUNTS, basis=st.none() | AMOUNTS,
        held=st.sampled_from(["", "short", "long", "long", "odd"]),
        reported=st.sampled_from(["", "basis", "no_basis"]),
        kind=st.sampled_from(["", "collectible", "digital"]),
        boxes=st.dictionaries(
            st.sampled_from(["wash_sale", "market_discount", "withheld"]), AMOUNTS, max_size=1
        ),
    )  # fmt: skip
    wage = st.builds(
        WageStatement, person=st.sampled_from(PEOPLE), wages=AMOUNTS,
        social_security_wages=st.none() | AMOUNTS, withheld=st.none() | AMOUNTS,
        boxes=st.dictionaries(st.sampled_from(BOXES), AMOUNTS, max_size=3),
    )  # fmt: skip
    boxes = st.dictionaries(st.sampled_from(BOXES), AMOUNTS, max_size=3)
    interest = st.builds(InterestStatement, person=st.sampled_from(PEOPLE), interest=AMOUNTS, boxes=boxes)
    dividend = st.builds(
        DividendStatement, person=st.sampled_from(PEOPLE), ordinary=AMOUNTS, qualified=st.none() | AMOUNTS,
        boxes=boxes,
    )  # fmt: skip
    form = st.builds(
        ReceivedForm, kind=st.sampled_from(["1099-NEC", "1099-K", "1098", "W-9"]), activity=KEYS,
        payer=st.just("P"), amount=AMOUNTS, boxes=boxes, withheld=st.none() | AMOUNTS,
    )  # fmt: skip
    carried = st.builds(
        Carryover, kind=st.sampled_from([*KINDS, "odd"]), amount=AMOUNTS,
        of=st.sampled_from(["", "a00001", "a00002", "h00001", "j00001", "j00001.rentals"]),
        book=st.sampled_from(["", "", "amt"]),
        year=st.sampled_from([None, "2015", "2021", "2024"]),
    )  # fmt: skip
    thing = st.builds(
        Thing, kind=st.sampled_from([*THING_KINDS, "odd"]), name=st.just("T"),
        measure=st.sampled_from([*MEASURES, ""]), whole=MEASURED, begins=DAYS, ends=DAYS, facts=FACTS,
        choices=METHOD_CHOICES,
        answers=st.dictionaries(
            st.sampled_from(["main_home", "two_of_five", "standard_before"]), st.booleans(), max_size=2
        ),
    )  # fmt: skip
    use = st.builds(
        Use, thing=THINGS, activity=st.sampled_from(["a00001", "a00001", "", "a00002", "a00009"]),
        amount=MEASURED,
        begins=DAYS, ends=DAYS, facts=FACTS,
        choices=st.dictionaries(st.just("rests_on"), st.sampled_from(["principal", "day_care"]), max_size=1),
        answers=st.dictionaries(st.just("exclusive"), st.booleans(), max_size=1),
    )  # fmt: skip
    trip = st.builds(
        Trip, thing=THINGS, activity=st.sampled_from(["", "a00001", "commuting"]), date=DAYS,
        amount=st.sampled_from(["0", "12.5", "900"]).map(Decimal),
    )  # fmt: skip
    stay = st.builds(Stay, thing=THINGS, begins=DAYS, ends=DAYS, kind=st.sampled_from([*STAYS, "odd"]))
    payment = st.builds(EstimatedPayment, date=DATES, amount=AMOUNTS)
    people = {"owner": draw(person), **({"spouse": draw(person)} if draw(st.booleans()) else {})}
    owned_here = draw(st.lists(owned, max_size=2)) + draw(st.lists(SOUND, max_size=3))
    exchanges = draw(st.lists(EXCHANGES, max_size=2))
    if exchanges:
        owned_here += draw(st.lists(GIVEN, min_size=1, max_size=3)) + draw(
            st.lists(GOT, min_size=1, max_size=3)
        )
    shops = [SHOP] if bool(exchanges) or draw(st.booleans()) else []
    return ClientFile.new("us", draw(st.integers(2021, 2026))).model_copy(
        update={
            "household": Household(
                filing_status=draw(st.sampled_from([*FILING_STATUSES, "", "odd"])),
                answers=draw(
                    st.dictionaries(
                        st.sampled_from(["lived_apart", "rentals_as_one", "apart_half", "home_abroad"]),
                        st.booleans(),
                        max_size=2,
                    )
                ),
                facts=draw(
                    st.dictionaries(
                        st.sampled_from(
                            ["minimum_tax_other", "last_year_tax", "last_year_income", "expected_other"]
                        ),
                        AMOUNTS,
                        max_size=2,
                    )
                ),
                choices=draw(
                    st.fixed_dictionaries(
                        {},
                        optional={
                            "marital": st.sampled_from(["unmarried", "married", "widowed_before", "odd"]),
                            "deduction_taken": st.sampled_from(["itemize", "standard", "odd"]),
                        },
                    )
                ),
            ),
            "people": people,
            "activities": numbered("activities", shops + draw(st.lists(activities(), max_size=2))),
            "entries": numbered("entries", draw(st.lists(entry, max_size=6))),
            "assets": numbered("assets", owned_here),
            "dependants": numbered("dependants", draw(st.lists(DEPENDANTS, max_size=3))),
            "items": numbered("items", draw(st.lists(what_else(), max_size=4))),
            "wages": numbered("wages", draw(st.lists(wage, max_size=2))),
            "interest": numbered("interest", draw(st.lists(interest, max_size=2))),
            "dividends": numbered("dividends", draw(st.lists(dividend, max_size=2))),
            "sales": numbered("sales", draw(st.lists(sold, max_size=3))),
            "forms": numbered("forms", draw(st.lists(form, max_size=2))),
            "estimated_payments": numbered("estimated_payments", draw(st.lists(payment, max_size=2))),
            "carryovers": numbered("carryovers", draw(st.lists(carried, max_size=3))),
            "things": numbered("things", draw(st.lists(thing, max_size=2))),
            "uses": numbered("uses", draw(st.lists(use, max_size=4))),
            "trips": numbered("trips", draw(st.lists(trip, max_size=3))),
            "exchanges": numbered("exchanges", exchanges),
            "stays": numbered("stays", draw(st.lists(stay, max_size=3))),
            "short_years": draw(
                st.dictionaries(st.sampled_from(["2024", "2025"]), st.integers(1, 12), max_size=1)
            ),
            "elections": draw(
                st.dictionaries(
                    st.sampled_from(["allowance.seven_year", "allowance.five_year.2024", "convention.2024"]),
                    st.sampled_from(["out", "reduced", "mid_quarter", "odd"]),
                    max_size=2,
                )
            ),
        }
    )


MOST_WAYS = 20_000
"""From a line down to other lines and leaves: a thread that goes every way must come to an end."""


def ways(figure: Figure) -> int:
    """How many ways lead from a line to the lines and leaves that it is made of."""
    known: dict[int, int] = {}

    def count(each: Figure) -> int:
        if id(each) not in known:
            known[id(each)] = sum(count(part) if part.place is None else 1 for part in each.parts) or 1
        return known[id(each)]

    return count(figure)


class AnyFile(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(files())
    def test_computes_and_every_line_recomputes(self, file: ClientFile) -> None:
        computation = compute(file)
        for sheet in computation.sheets:
            for line in sheet.lines:
                self.assertTrue(list(thread_rows(computation, line.place)), "it can be followed")
                self.assertLess(ways(line.figure), MOST_WAYS, str(line.place))
                self.assertEqual(recompute(line.figure), line.figure.amount, str(line.place))
        form = computation.sheet("form_1040")
        self.assertTrue(all(line.figure.amount == int(line.figure.amount) for line in form.lines))
        self.assertGreaterEqual(form["taxable_income"].amount, 0)
        penalty = form["penalty"].amount if form.has("penalty") else 0
        self.assertEqual(form["payments"].amount - form["total_tax"].amount - penalty,
                         form["overpaid"].amount - form["owed"].amount)  # fmt: skip

    @settings(max_examples=80, deadline=None)
    @given(files())
    def test_every_asset_has_its_years_its_books_and_a_projection(self, file: ClientFile) -> None:
        computation, pack = compute(file), pack_for("us")
        for key, story in computation.stories.items():
            figures = (*story.yearly, story.prior, story.this_year, story.next_year)
            for figure in (*figures, *filter(None, (story.taken_back,))):
                self.assertEqual(recompute(figure), figure.amount, key)
            self.assertEqual([row.taken.amount for row in story.rows], [each.amount for each in story.yearly])
            bases = pack.one_by_one.bases(computation, key)
            self.assertLessEqual(bases.loss, bases.gain)
        for book in pack.one_by_one.treatments(file):
            self.assertTrue(all(amount >= 0 for key in book.keys for amount in book.years(key)[1]))
        made = pack.one_by_one.projection(file)
        for index in range(made.years):
            year = file.tax_year + index
            coming = (
                row.taken.amount
                for story in computation.stories.values()
                for row in story.rows
                if row.year == year
            )
            self.assertEqual(made.total(index), sum(coming))
        what = WhatIf(no_allowance=True, asset="s00001", expensed=Decimal(5), sold_in=2027)
        sold = compute(as_if(file, what)).stories.get("s00001")
        self.assertTrue(sold is None or all(row.year <= 2027 for row in sold.rows if row.taken.amount))

    @settings(max_examples=200, deadline=None)
    @given(files())
    def test_next_year_and_the_one_after_go_on_where_the_year_before_ended(self, file: ClientFile) -> None:
        computation = compute(file)
        while computation.file.tax_year + 1 in pack_for("us").country.years:
            then = self.gone_on(computation)
            if then is None:
                break
            computation = then

    def gone_on(self, computation: Computation) -> Computation | None:
        """The next year, in which everything that the lines carry has arrived."""
        file, pack = computation.file, pack_for("us")
        try:
            then = compute(next_year(computation, pack))
        except ValueError as error:
            self.assertIn("more than a file can hold", str(error))
            return None
        self.assertEqual(changed_since(then.file, then.file), [])
        arrived = {(each.kind, each.of) for each in then.file.carryovers.values()}
        opening = pack.ledger.opening_lines
        for each in carried_on(computation):
            self.assertTrue(each.carries.kind in opening or (each.carries.kind, each.of) in arrived, each)
        for key, story in computation.stories.items():
            if thing_of_asset(file, file.assets[key]):
                continue  # its use is measured anew
            self.assertEqual(then.stories[key].prior.amount, story.taken.amount, key)
            self.assertEqual(then.stories[key].this_year.amount, story.next_year.amount, key)
        return then

    @settings(max_examples=80, deadline=None)
    @given(files())
    def test_shared_costs_add_up_and_stay_within_their_limits(self, file: ClientFile) -> None:
        for sheet in compute(file).sheets:
            at = {line.place.line: line.figure.amount for line in sheet.lines}
            match sheet.key.partition(".")[0]:
                case "shared":
                    for key in [key for key in at if f"{key}.personal" in at]:
                        parts = [amount for part, amount in at.items() if part.startswith(f"{key}.")]
                        self.assertEqual(at[key], sum(parts), key)
                        self.assertGreaterEqual(at[f"{key}.personal"] * at[key], 0, key)
                case "form_8829":
                    self.assertLessEqual(
                        at["allowed"], max(at["anyway"], at["income"], at["left"] + at["anyway"])
                    )
                    for begun, taken, out in (
                        ("operating", "operating_allowed", "operating_out"),
                        ("depreciation_all", "depreciation_allowed", "depreciation_out"),
                    ):
                        self.assertEqual(at[begun], at[taken] + at[out])
                case "dwelling" if "sent" in at:
                    self.assertEqual(at["operating"], at["operating_allowed"] + at["operating_out"])
                    self.assertEqual(
                        at["depreciation_all"], at["depreciation_allowed"] + at["depreciation_out"]
                    )

    @settings(max_examples=50, deadline=None)
    @given(files())
    def test_everything_entered_lands_or_is_stopped(self, file: ClientFile) -> None:
        computation = compute(file)
        for collection in (
            "entries",
            "wages",
            "interest",
            "dividends",
            "sales",
            "estimated_payments",
            "items",
        ):
            for key in getattr(file, collection):
                path = f"/{collection}/{key}"
                if path not in computation.stops:
                    self.assertTrue(computation.threads.landing_of(path), path)

    @settings(max_examples=50, deadline=None)
    @given(files())
    def test_same_file_same_answer_whatever_was_computed_before(self, file: ClientFile) -> None:
        first = [(line.place, line.figure.amount) for sheet in compute(file).sheets for line in sheet.lines]
        again = read_document(to_text(file).encode(), "again").file
        second = [(line.place, line.figure.amount) for sheet in compute(again).sheets for line in sheet.lines]
        self.assertEqual(first, second)

    @settings(max_examples=30, deadline=None)
    @given(files(), files(), st.lists(st.sampled_from(COLLECTIONS), min_size=1, max_size=3))
    def test_what_is_remembered_changes_no_number(
        self, file: ClientFile, other: ClientFile, changed: list[str]
    ) -> None:
        """Files that differ in a few collections, computed one after another with one memory and each with a
        fresh one."""
        memory = Memory()
        mixed = file.model_copy(update={name: getattr(other, name) for name in changed})
        one = dict(list(mixed.entries.items())[:1])
        fewer = mixed.model_copy(update={"entries": {**mixed.entries, **file.entries, **one}})
        for step in (file, mixed, fewer, other, file):
            self.assertEqual(as_json(compute(step, memory), 0), as_json(compute(step, Memory()), 0))
