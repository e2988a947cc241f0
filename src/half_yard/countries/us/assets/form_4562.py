"""Form 4562 of one activity: what is expensed, depreciated and amortized, and the worksheet behind it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from decimal import Decimal

from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets.classes import CLASSES, OUTPUT, YEARS
from half_yard.countries.us.assets.rates import ALTERNATIVE
from half_yard.countries.us.assets.uses import share_of_year
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Figure, Page, Sheet, total
from half_yard.records import Asset, ClientFile

REGULAR = "regular"
TITLES = {"expensed": "section 179", "allowance": "special allowance"}
OTHER_DEPRECIATION = (
    ("15", "Property under a section 168(f)(1) election", OUTPUT),
    ("16", "Other depreciation (schedules of its own)", YEARS),
)
ADS_LINES = {Decimal(12): "20b", Decimal(30): "20c", Decimal(40): "20d"}


def depreciation_sheets(
    file: ClientFile,
    activity: str,
    assets: Mapping[str, Asset],
    stories: Mapping[str, AssetStory],
    expensed: Figure | None,
    rules: YearRules,
) -> tuple[Sheet, Sheet]:
    """The worksheet and the form for an activity and its assets that count; `expensed` is what section 179
    lets it deduct, where anything was elected."""
    name = file.activities[activity].name
    worksheet = Page(f"depreciation.{activity}", "Depreciation worksheet", name)
    figures = {}
    for number, (key, asset) in enumerate(sorted(assets.items()), 1):
        story = stories[key]
        for part, figure in (story.parts or {REGULAR: story.this_year}).items():
            line_key = key if part == REGULAR else f"{key}.{part}"
            title = f"{asset.name} ({story.summary})" if part == REGULAR else f"{asset.name}: {TITLES[part]}"
            figures[key, part] = worksheet.exact_line(line_key, str(number), title, figure)
    worksheet.exact_line("total", "", "Depreciation and amortization", total("", figures.values()))
    return worksheet.sheet(), _form(file, activity, assets, figures, expensed, rules)


def _form(
    file: ClientFile,
    activity: str,
    assets: Mapping[str, Asset],
    figures: Mapping[tuple[str, str], Figure],
    expensed: Figure | None,
    rules: YearRules,
) -> Sheet:
    page = Page(
        f"form_4562.{activity}", "Form 4562", file.activities[activity].name, rules.numbers("form_4562")
    )
    classes = {key: CLASSES[asset.asset_class] for key, asset in sorted(assets.items())}
    amortized = {key for key, item in classes.items() if item.section}
    listed = {key for key, item in classes.items() if item.listed}
    own = {key for key, item in classes.items() if item.own}
    new = {
        key for key, asset in assets.items() if asset.in_service and asset.in_service.year == file.tax_year
    }
    plain = [key for key in classes if key not in amortized | listed | own]
    lines: list[Figure] = []
    if expensed is not None:
        page.section = "Part I · Election to expense (section 179)"
        title = "Section 179 deduction (this activity's part of line 12)"
        lines.append(page.line("expensed", "12", title, expensed))

    def parts(keys: Iterable[str], name: str) -> list[Figure]:
        """This part of these assets' year, from their worksheet."""
        return [figures[key, name] for key in keys if (key, name) in figures]

    page.section = "Part II · Special depreciation allowance"
    allowance = parts((key for key in plain if key in new), "allowance")
    if allowance:
        title = "Special allowance for property that is not listed"
        lines.append(page.line("allowance", "14", title, total("", allowance)))
    for number, title, kind in OTHER_DEPRECIATION:
        of_kind = [key for key in sorted(own) if classes[key].own == kind]
        if of_kind:
            lines.append(page.line(f"other_{kind}", number, title, total("", parts(of_kind, REGULAR))))
    page.section = "Part III · MACRS depreciation"
    earlier = total("", parts((key for key in plain if key not in new), REGULAR))
    title = "Assets placed in service in tax years before this one"
    lines.append(page.line("earlier_years", "17", title, earlier))
    for asset_class in CLASSES.values():
        for method in ("", ALTERNATIVE):
            of_class = [
                key
                for key in plain
                if key in new
                and classes[key] is asset_class
                and (assets[key].method == ALTERNATIVE) == bool(method)
            ]
            if not of_class or asset_class.recovery is None:
                continue
            number = ADS_LINES.get(asset_class.alternative, "20a") if method else f"19{asset_class.form_line}"
            system = " (alternative system)" if method else ""
            lines.append(
                page.line(
                    f"new_{asset_class.key}{'_ads' if method else ''}", number,
                    f"Placed in service this year: {asset_class.title}{system}",
                    total("", parts(of_class, REGULAR)),
                )
            )  # fmt: skip
    if listed:
        lines.append(_listed(page, _by_use(file, assets, sorted(listed), rules), parts))
    page.section = "Part IV · Summary"
    page.line("total", "22", "Total", total("", lines))
    if amortized:
        page.section = "Part VI · Amortization"
        begun = total("", parts(sorted(amortized & new), REGULAR))
        before = total("", parts(sorted(amortized - new), REGULAR))
        page.line(
            "amortization", "44", "Total amortization",
            total("", (
                page.line("amortization_begun", "42", "Costs that begin this year", begun),
                page.line("amortization_before", "43", "Costs that began before this year", before),
            )),
        )  # fmt: skip
    return page.sheet()


def _by_use(
    file: ClientFile, assets: Mapping[str, Asset], keys: list[str], rules: YearRules
) -> tuple[list[str], list[str]]:
    """Listed property used more than half for the business, and the other."""
    half = rules.amount("listed_use_test")
    more = [key for key in keys if share_of_year(assets[key], file.tax_year) > half]
    return more, [key for key in keys if key not in more]


def _listed(
    page: Page, keys: tuple[list[str], list[str]], parts: Callable[[Iterable[str], str], list[Figure]]
) -> Figure:
    """Part V, printed behind the rest on paper: its total goes to line 21."""
    page.section = "Part V · Listed property"
    more, less = keys
    allowance = page.line(
        "listed_allowance", "25", "Special allowance for listed property", total("", parts(more, "allowance"))
    )
    regular = page.line(
        "listed_regular", "26", "Used more than half for the business", total("", parts(more, REGULAR))
    )
    slower = page.line(
        "listed_slower", "27", "Used half or less for the business", total("", parts(less, REGULAR))
    )
    whole = page.line("listed_total", "28", "Lines 25 to 27", allowance + regular + slower)
    return page.line("listed", "21", "Listed property (line 28)", total("", (whole,)))
