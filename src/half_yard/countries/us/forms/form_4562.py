"""Form 4562 of one activity: what is expensed, depreciated and amortized, and the worksheet behind it."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.amortization import REGULAR
from half_yard.countries.us.assets.classes import CLASSES, OUTPUT, POINTS, SOFTWARE, YEARS
from half_yard.countries.us.assets.life import CARRIED
from half_yard.countries.us.assets.rates import ALTERNATIVE
from half_yard.countries.us.assets.uses import placed_in, share_of_year
from half_yard.countries.us.exchanges import exchanged
from half_yard.countries.us.exchanges.asked import AS_NEW
from half_yard.countries.us.forms import section_179, vehicle
from half_yard.countries.us.frame import rules
from half_yard.countries.us.shared import its_part
from half_yard.countries.us.shared.divided import measure_of
from half_yard.countries.us.shared.kinds import VEHICLE
from half_yard.figures import (
    Figure,
    Form,
    Lines,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    total,
)
from half_yard.records import Asset

TITLES = {"expensed": "section 179", "allowance": "special allowance", CARRIED: "what goes on of an exchange"}
OTHER_DEPRECIATION = (
    ("15", "Property under a section 168(f)(1) election", OUTPUT),
    ("16", "Other depreciation (software, schedules of its own)", YEARS),
)
ASKED = (
    ("24a", "evidence of its use", "evidence"),
    ("24b", "it is written", "written"),
    ("34", "available off duty", "off_duty"),
    ("36", "another vehicle for personal use", "another"),
)
"""What part V asks of a vehicle. Line 35, whether an owner of more than 5% uses it, is yes by what it is."""
ORDER = {key: number for number, key in enumerate(CLASSES)}
FIRST_OF_LINE = {item.form_line: item.key for item in reversed(CLASSES.values())}
"""The class by which a line of part III is named: the first that stands on it."""
ADS_LINES = {Decimal(12): "20b", Decimal(30): "20c", Decimal(40): "20d"}


def with_form(ask: Ask) -> tuple[str, ...]:
    """The activities with a form: those that have assets, or part of a section 179 deduction."""
    having = {key for key in its_part.with_assets(ask) if ask(assets_of, key)}
    return tuple(sorted({*having, *ask(section_179.expensing_activities)}))


def assets_of(ask: Ask, activity: str) -> dict[str, Asset]:
    """The assets on the form, by id: its own, and those of which it has a part. Points of loans are
    interest."""
    keys = its_part.assets_of(ask, activity)
    every = ask.of(stories.assets_of, keys).items()
    return {key: asset for key, asset in every if asset.asset_class != POINTS}


@Form
def worksheet(ask: Ask, activity: str) -> Page:
    """Every asset of the activity with what it takes this year."""
    name = ask.of(activity_of, activity).name
    return Page(f"depreciation.{activity}", "Depreciation worksheet", name, about=activity)


@worksheet.part
def by_asset(page: Page, ask: Ask, activity: str) -> None:
    """A line for each asset, or for each part of its year that the form shows apart."""
    figures, assets = [], ask(assets_of, activity)
    for number, (key, story) in enumerate(stories.story_of_each(ask, assets).items(), 1):
        asset = assets[key]
        for part, figure in its_part.parts_of_year(ask, asset, activity, story).items():
            title = f"{asset.name} ({story.summary})" if part == REGULAR else f"{asset.name}: {TITLES[part]}"
            figures.append(page.exact_line(_key(key, part), str(number), title, figure))
    page.exact_line("total", "", "Depreciation and amortization", total(figures), Role.TOTAL)


def _key(asset: str, part: str) -> str:
    return asset if part == REGULAR else f"{asset}.{part}"


@Form
def form_4562(ask: Ask, activity: str) -> Page:
    """One for each activity. Without what section 179 would let it deduct it is a worksheet of its own."""
    without = activity in ask(section_179.expensing_activities) and ask.assumes(section_179.WITHOUT_EXPENSING)
    begins, form = ("before_section_179.", "Form 4562 before section 179") if without else ("", "Form 4562")
    name, numbers = ask.of(activity_of, activity).name, ask(rules).numbers("form_4562")
    return Page(
        f"{begins}form_4562.{activity}", form, name, numbers, about=activity, assets=not without,
        supposed=without,
    )  # fmt: skip


@form_4562.part
def summary(page: Page, ask: Ask, activity: str) -> None:
    """Lines 12 to 22, with part V, which is printed behind the rest on paper."""
    assets, year = ask(assets_of, activity), ask.of(tax_year)
    of_assets = ask(by_asset, activity)
    classes = {key: CLASSES[asset.asset_class] for key, asset in assets.items()}
    listed = [key for key, item in classes.items() if item.listed]
    own = [key for key, item in classes.items() if item.own]
    apart = {key for key, item in classes.items() if item.section or item.listed or item.own}
    plain = [key for key in classes if key not in apart]
    software = [key for key, item in classes.items() if item.key == SOFTWARE]
    new = _new(assets, year)
    lines: list[Figure] = []
    deduction = ask(section_179.expensed, activity)
    if deduction is not None:
        page.section = "Part I · Election to expense (section 179)"
        title = "Section 179 deduction, this activity's part"
        lines.append(page.line("expensed", "12", title, deduction))
    page.section = "Part II · Special depreciation allowance"
    allowance = _parts(of_assets, (key for key in (*plain, *software) if key in new), "allowance")
    if allowance:
        title = "Special allowance for property that is not listed"
        lines.append(page.line("allowance", "14", title, total(allowance)))
    for number, title, kind in OTHER_DEPRECIATION:
        of_kind = [key for key in own if classes[key].own == kind] + (software if kind == YEARS else [])
        if of_kind:
            lines.append(page.line(f"other_{kind}", number, title, total(_parts(of_assets, of_kind))))
    page.section = "Part III · MACRS depreciation"
    going_on = _parts(of_assets, (key for key in plain if key in new), CARRIED)
    earlier = total((*_parts(of_assets, (key for key in plain if key not in new)), *going_on))
    title = "Assets placed in service in tax years before this one"
    lines.append(page.line("earlier_years", "17", title, earlier))
    newest = [key for key in plain if key in new and key in of_assets]
    placed = {key: (assets[key], story) for key, story in stories.story_of_each(ask, newest).items()}
    lines += _placed_this_year(page, placed, of_assets)
    if listed:
        half = ask(rules).amount("listed_use_test")
        more = [key for key in listed if share_of_year(assets[key], year) > half]
        less = [key for key in listed if key not in more]
        every = {key: (assets[key], story) for key, story in stories.story_of_each(ask, listed).items()}
        lines.append(_listed(page, of_assets, every, more, less))
        of_listed = [
            leaf for key, leaf in ask(section_179.elected).get(activity, {}).items() if key in listed
        ]
        if of_listed:
            page.line("listed_expensed", "29", "Listed property: elected cost, to line 7", total(of_listed))
    elected = {_as_new(ask, key) for key in placed} - {""}
    page.notes += [
        f"Of {exchange}: election made under section 1.168(i)-6(i)." for exchange in sorted(elected)
    ]
    page.section = "Part IV · Summary"
    page.line("total", "22", "Depreciation in all", total(lines), Role.TOTAL)


def _as_new(ask: Ask, key: str) -> str:
    """The name of the exchange in which an asset was received that is elected to be all new; else empty."""
    exchange = ask(exchanged.received_in, key)
    record = ask.of(exchanged.exchange_of, exchange) if exchange else None
    return (record.name or "an exchange") if record is not None and AS_NEW.of(record.answers) else ""


def _new(assets: Mapping[str, Asset], year: int) -> set[str]:
    """The assets that were placed in service in a year."""
    return {key for key, asset in assets.items() if placed_in(asset) == year}


def _parts(of_assets: Lines, keys: Iterable[str], part: str = REGULAR) -> list[Figure]:
    """This part of these assets' year, from their worksheet."""
    return [of_assets[_key(key, part)] for key in keys if _key(key, part) in of_assets]


def _placed_this_year(
    page: Page, placed: Mapping[str, tuple[Asset, AssetStory]], of_assets: Lines
) -> list[Figure]:
    """Lines 19 and 20: a line for each life, method and convention, by the general system and by the
    alternative one, with its columns in words: the month in service of buildings (b), the basis (c), period,
    convention and method (d to f)."""
    found: dict[tuple[str, str, str], list[str]] = {}
    bases: dict[str, Decimal] = {}
    for key, (asset, story) in sorted(placed.items(), key=lambda item: ORDER[item[1][0].asset_class]):
        asset_class = CLASSES[asset.asset_class]
        if asset_class.recovery is None:
            continue
        slower = asset.method == ALTERNATIVE
        number = ADS_LINES.get(asset_class.alternative, "20a") if slower else f"19{asset_class.form_line}"
        month = f", in service {asset.in_service:%m/%Y}" if asset_class.real and asset.in_service else ""
        name = f"new_{asset_class.key}_ads" if slower else f"new_{FIRST_OF_LINE[asset_class.form_line]}"
        title = f"Placed in service this year{month}: {story.way}"
        found.setdefault((name, number, title), []).append(key)
        bases[title] = bases.get(title, Decimal(0)) + story.rate_basis
    names = [name for name, _, _ in found]
    return [
        page.line(
            name if names.count(name) == 1 else f"{name}.{keys[0]}", number,
            f"{title}, basis {bases[title]:,.0f}", total(_parts(of_assets, keys)),
        )
        for (name, number, title), keys in found.items()
    ]  # fmt: skip


def _listed(
    page: Page,
    of_assets: Lines,
    every: Mapping[str, tuple[Asset, AssetStory]],
    more: list[str],
    less: list[str],
) -> Figure:
    """Part V: listed property used more than half for the business, and the other, each with its columns; its
    total goes to line 21."""
    page.section = "Part V · Listed property"
    allowance = page.line(
        "listed_allowance", "25", "Special allowance for listed property",
        total(_parts(of_assets, more, "allowance")),
    )  # fmt: skip
    lines = [
        page.line(f"listed.{key}", number, _columns(*every[key]), total(_parts(of_assets, [key])))
        for number, keys in (("26", more), ("27", less))
        for key in keys
    ]
    whole = page.line("listed_total", "28", "Listed property in all", total((allowance, *lines)))
    return page.line("listed", "21", "Listed property (line 28)", whole)


def _columns(asset: Asset, story: AssetStory) -> str:
    """Columns (a) to (g) of listed property, in words."""
    placed = f"{asset.in_service:%m/%d/%Y}" if asset.in_service else ""
    return f"{asset.name or 'Listed property'}: {placed}, cost {asset.cost:,.0f}, {story.summary}"


@form_4562.part
def vehicles_used(page: Page, ask: Ask, activity: str) -> None:
    """Part V, section B, for each vehicle that is measured as a shared thing: lines 30 to 36, with lines 24a
    and 24b, which ask for the evidence of its use."""
    measured = {asset.thing for asset in ask(assets_of, activity).values()}
    for thing in sorted(measured & set(ask(things))):
        record = ask.of(thing_of, thing)
        if record.kind != VEHICLE:
            continue
        page.section = f"Part V · Use of {record.name or 'the vehicle'}, miles"
        known = ask(measure_of, thing)
        miles = [entered(use.amount, "miles for it", use.path) for use in known.of_activity(activity)]
        business = total(miles, "business miles of this activity")
        whole = entered(known.whole, "all miles", known.path)
        commuting = ask(vehicle.commuting_miles, thing)
        page.exact_line(f"business_miles.{thing}", "30", "Business miles of this activity", business)
        page.exact_line(f"commuting_miles.{thing}", "31", "Commuting miles", commuting)
        other = not_below_zero(difference(whole, business, commuting, label="other miles"))
        page.exact_line(f"other_miles.{thing}", "32", "Other miles, of other activities and private", other)
        page.exact_line(f"all_miles.{thing}", "33", "Miles driven in all", whole)
        answers = ", ".join(f"{number} {words}: {vehicle.said(record, key)}" for number, words, key in ASKED)
        page.notes.append(f"{record.name or 'Vehicle'} · {answers}")


@form_4562.part
def amortization(page: Page, ask: Ask, activity: str) -> None:
    """Part VI, where costs are written off."""
    assets, of_assets = ask(assets_of, activity), ask(by_asset, activity)
    classes = {key: CLASSES[asset.asset_class] for key, asset in assets.items()}
    keys = [key for key, item in classes.items() if item.section and item.key != SOFTWARE]
    if not keys:
        return
    page.section = "Part VI · Amortization"
    new = _new(assets, ask.of(tax_year))
    begun = total(_parts(of_assets, [key for key in keys if key in new]))
    before = total(_parts(of_assets, [key for key in keys if key not in new]))
    lines = (
        page.line("amortization_begun", "42", "Costs that begin this year", begun),
        page.line("amortization_before", "43", "Costs that began before this year", before),
    )
    page.line("amortization", "44", "Total amortization", total(lines), Role.SUBTOTAL)
