"""Form 8829, Expenses for Business Use of Your Home, for one business in one home (26 U.S.C. 280A(c))."""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.dividing_things import thing_of
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.carried_in import HOME_DEPRECIATION, HOME_OPERATING
from half_yard.countries.us.forms import home_office
from half_yard.countries.us.frame import BOOKS
from half_yard.countries.us.itemizing import itemizes
from half_yard.countries.us.shared.divided import divided, measure_of, use_share
from half_yard.figures import (
    NOTHING_ENTERED,
    Carries,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    together,
    total,
)
from half_yard.records import Asset, ClientFile
from half_yard.records.amounts import HUNDRED

EXCESS = {"mortgage_interest": "excess_interest", "real_estate_tax": "excess_tax"}
"""The facts of a home that say how much of its interest and tax is deductible nowhere else."""
UPKEEP = ("insurance", "rent", "repairs", "utilities", "other")
NUMBERS = {"insurance": "18", "rent": "19", "repairs": "20", "utilities": "21", "other": "22"}
TITLES = {"mortgage_interest": "Deductible mortgage interest", "real_estate_tax": "Real estate taxes"}


@Form
def form_8829(ask: Ask, thing: str, activity: str, person: str) -> Page:
    """One for each business and home."""
    page = home_office.head(ask, home_office.Office(thing, activity, person), "form_8829", "Form 8829")
    page.notes.append("Casualty losses (lines 9, 29 and 35) are not computed.")
    return page


@form_8829.part
def part_of_home(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """Part I, lines 1 to 7; the shares are in percent."""
    page.section = "Part I · Part of the home used for business"
    office = home_office.Office(thing, activity, person)
    every = []
    hundred = stated(HUNDRED, "in a hundred")
    uses = home_office.uses_of(ask, office)
    for number, use in enumerate(uses, 1):
        more = f" ({number})" if len(uses) > 1 else ""
        key = "" if len(uses) == 1 else f".{number}"
        known = ask(measure_of, thing)
        page.exact_line(
            f"area{key}", "1", f"Used for business{more}", entered(use.amount, "used for business", use.path)
        )
        page.exact_line(
            f"whole{key}", "2", f"All of the home{more}", entered(known.whole, "all of the home", known.path)
        )
        share = use_share(ask, thing, use)
        page.exact_line(
            f"by_area{key}",
            "3",
            f"Percent of the home{more}",
            (share * hundred).in_cents("percent of the home"),
        )
        if (care := home_office.care_share(ask, use)) is not None:
            page.exact_line(
                f"by_time{key}",
                "6",
                f"Percent of the time{more}",
                (care * hundred).in_cents("percent of the time"),
            )
        every.append((home_office.share_of(ask, office, use) * hundred).named("business percentage"))
    # Shown to two places, as on paper; what it is taken of goes by the share itself.
    whole = together(every, "business percentage")
    page.exact_line("share", "7", "Business percentage", whole.in_cents(whole.label))


@form_8829.part
def in_any_case(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """Lines 10 to 14: interest and tax that are deductible without a business too."""
    page.section = "Part II · Allowable deduction"
    parts = []
    for line, number in (("mortgage_interest", "10"), ("real_estate_tax", "11")):
        anyway, _ = _interest_and_tax(ask, home_office.Office(thing, activity, person), line)
        parts.append(page.line(line, number, f"{TITLES[line]}, business part", anyway))
    page.line("anyway", "14", "Deductible in any case", total(parts), Role.SUBTOTAL)


@form_8829.part
def upkeep(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """Lines 16 to 26: what the home costs besides, of which no line rests on the income."""
    page.section = "Part II · Allowable deduction"
    office, every = home_office.Office(thing, activity, person), ask(divided, thing)
    costs = []
    for key, line, number, title in (
        ("excess_interest", "mortgage_interest", "16", "Excess mortgage interest, business part"),
        ("excess_tax", "real_estate_tax", "17", "Excess real estate taxes, business part"),
    ):
        costs.append(page.line(key, number, title, _interest_and_tax(ask, office, line)[1]))
    for line in UPKEEP:
        if line in every:
            title = f"{every[line].whole.label}, business part"
            costs.append(page.line(line, NUMBERS[line], title, ask(business_part, *office, line)))
    before = page.line(
        "operating_in",
        "25",
        "Operating expenses carried in",
        home_office.carried_part(ask, office, HOME_OPERATING),
    )
    page.line("operating", "26", "Operating expenses", total((*costs, before)), Role.SUBTOTAL)


def _interest_and_tax(ask: Ask, office: home_office.Office, line: str) -> tuple[Figure, Figure]:
    """The parts of a line of interest or tax, where the home has it."""
    if line not in ask(divided, office.thing):
        return NOTHING_ENTERED, NOTHING_ENTERED
    return ask(_interest_or_tax, *office, line)


def _interest_or_tax(ask: Ask, thing: str, activity: str, person: str, line: str) -> tuple[Figure, Figure]:
    """The business part that is deductible in any case (lines 10, 11), and what is deductible nowhere else
    (lines 16, 17): all of it with the standard deduction."""
    part = ask(business_part, thing, activity, person, line)
    if not ask(itemizes):
        choice = Choice("Standard deduction: not deductible elsewhere", "/household/choices/deduction_taken")
        return NOTHING_ENTERED, part.because(choice)
    beyond = ask.of(thing_of, thing).facts.get(EXCESS[line])
    whole = ask(divided, thing)[line].whole
    if not beyond or whole.amount <= 0:
        return part, NOTHING_ENTERED
    path = f"/things/{thing}/facts/{EXCESS[line]}"
    excess = (smaller_of(entered(beyond, "deductible nowhere else", path), whole) / whole).named(
        "part that is deductible nowhere else"
    )
    over = (part * excess).in_cents("excess, business part")
    return difference(part, over, label=part.label), over


def business_part(ask: Ask, thing: str, activity: str, person: str, line: str) -> Figure:
    """What a business has of a line: its direct costs and its share of the others; with day care or several
    owners, the share of line 7 of each room."""
    office = home_office.Office(thing, activity, person)
    each, uses = ask(divided, thing)[line], home_office.uses_of(ask, office)
    plain = all(ask.of(home_office.care_hours, use.key) is None for use in uses)
    owned = ask(BOOKS.shares, office.activity)[office.person]
    if office.activity not in each.activities:
        return NOTHING_ENTERED
    if plain and owned.amount == 1:
        return each.part(office.activity)
    shared = each.in_period.get(office.activity)
    rooms = uses if shared is not None else ()
    parts = [(shared * home_office.share_of(ask, office, use)).in_cents() for use in rooms if shared]
    if office.activity in each.direct:
        parts.append((each.direct[office.activity] * owned).in_cents())
    return total(parts, f"{each.whole.label}, business part")


@form_8829.part
def depreciation(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """Part III, lines 37 to 42, of the building and of each improvement."""
    page.section = "Part III · Depreciation of the home"
    office, year = home_office.Office(thing, activity, person), ask.of(tax_year)
    every = []
    for key, asset in ask.of(_buildings, thing, ask(stories.of_thing, thing)):
        figure = _worn(ask, office, key, asset, year)
        if figure is not None:
            every.append(
                page.line(f"worn.{key}", "42", f"{asset.name}: basis times share times rate", figure)
            )
    page.line("depreciation", "42", "Depreciation allowable", total(every), Role.SUBTOTAL)


def _buildings(file: ClientFile, thing: str, keys: tuple[str, ...]) -> tuple[tuple[str, Asset], ...]:
    return tuple((key, file.assets[key]) for key in keys if file.assets[key].activity == thing)


def _worn(ask: Ask, office: home_office.Office, key: str, asset: Asset, year: int) -> Figure | None:
    """The business part of the basis times the rate of the year; None for land."""
    story = stories.story_of(ask, key)
    row = next((row for row in story.rows if row.year == year), None)
    if row is None or row.rate is None or not story.this_year.amount:
        return None
    basis = basis_figure(key, asset)
    share = total(
        [home_office.share_of(ask, office, use) for use in home_office.uses_of(ask, office)], "business share"
    )
    rate = stories.rate_of(ask, key)
    return (
        (((basis * share).named("business part of the basis")) * rate)
        .in_cents()
        .named(f"{asset.name}: depreciation")
    )


@form_8829.part
def all_depreciation(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """Lines 30 to 32."""
    page.section = "Part II · Allowable deduction"
    office = home_office.Office(thing, activity, person)
    worn = ask(depreciation, *office)["depreciation"]
    own = page.line("depreciation_part", "30", "Depreciation of the home (line 42)", worn)
    before = page.line(
        "depreciation_in",
        "31",
        "Depreciation carried in",
        home_office.carried_part(ask, office, HOME_DEPRECIATION),
    )
    page.line("depreciation_all", "32", "Depreciation in all", own + before, Role.SUBTOTAL)


@form_8829.part
def result(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """All that rests on the income: lines 8, 15, 27, 28 and 33 to 36, and what goes on to next year (lines 43
    and 44). The income is what the use of the home brings to the business, less its other expenses."""
    page.section = "Part II · Allowable deduction"
    office = home_office.Office(thing, activity, person)
    anyway, costs = ask(in_any_case, *office)["anyway"], ask(upkeep, *office)["operating"]
    worn = ask(all_depreciation, *office)["depreciation_all"]
    income = page.line(
        "income", "8", "Income from the use of this home", ask(home_office.income_limit, *office)
    )
    left = page.line("left", "15", "Income that is left", not_below_zero(income - anyway), Role.SUBTOTAL)
    operating = page.line("operating_allowed", "27", "Allowed", smaller_of(left, costs), Role.SUBTOTAL)
    left = page.line(
        "left_then", "28", "Income that is left then", not_below_zero(left - operating), Role.SUBTOTAL
    )
    taken = page.line("depreciation_allowed", "33", "Allowed", smaller_of(left, worn), Role.SUBTOTAL)
    parts = (anyway, operating, taken)
    page.line("allowed", "36", "Allowable expenses for business use of the home", total(parts), Role.RESULT)
    page.section = "Part IV · Carried to next year"
    chosen = not home_office.is_simplified(ask, office)
    page.line(
        "operating_out", "43", "Operating expenses", costs - operating,
        carries=Carries(HOME_OPERATING) if chosen else None,
    )  # fmt: skip
    page.line(
        "depreciation_out", "44", "Depreciation", worn - taken,
        carries=Carries(HOME_DEPRECIATION) if chosen else None,
    )  # fmt: skip
