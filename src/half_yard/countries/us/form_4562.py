"""Form 4562, parts III and VI: depreciation and amortization of one activity's assets, and the worksheet
behind them."""

from collections.abc import Mapping

from half_yard.countries.pack import AssetStory
from half_yard.countries.us.asset_classes import CLASSES
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Figure, Page, Sheet, total
from half_yard.records import Asset, ClientFile


def depreciation_sheets(
    file: ClientFile,
    activity: str,
    assets: Mapping[str, Asset],
    stories: Mapping[str, AssetStory],
    rules: YearRules,
) -> tuple[Sheet, Sheet]:
    """The worksheet and the form for an activity and its assets that count."""
    name = file.activities[activity].name
    worksheet = Page(f"depreciation.{activity}", "Depreciation worksheet", name)
    figures = {
        key: worksheet.exact_line(
            key, str(number), f"{asset.name} ({stories[key].summary})", stories[key].this_year
        )
        for number, (key, asset) in enumerate(sorted(assets.items()), 1)
    }
    worksheet.exact_line("total", "", "Depreciation and amortization", total("", figures.values()))
    return worksheet.sheet(), _form(file, activity, assets, figures, rules)


def _form(
    file: ClientFile,
    activity: str,
    assets: Mapping[str, Asset],
    figures: Mapping[str, Figure],
    rules: YearRules,
) -> Sheet:
    page = Page(
        f"form_4562.{activity}", "Form 4562", file.activities[activity].name, rules.numbers("form_4562")
    )
    page.section = "Part III · MACRS depreciation"
    new = {
        key for key, asset in assets.items() if asset.in_service and asset.in_service.year == file.tax_year
    }
    amortized = {key for key, asset in assets.items() if CLASSES[asset.asset_class].section}
    earlier = page.line(
        "earlier_years", "17", "Assets placed in service in tax years before this one",
        total("", (figures[key] for key in sorted(assets.keys() - new - amortized))),
    )  # fmt: skip
    lines = [earlier]
    for asset_class in CLASSES.values():
        if asset_class.recovery is None:
            continue
        of_class = [key for key in sorted(new) if assets[key].asset_class == asset_class.key]
        if of_class:
            title = f"Placed in service this year: {asset_class.title}"
            lines.append(
                page.line(
                    f"new_{asset_class.key}", f"19{asset_class.form_line}", title,
                    total("", (figures[key] for key in of_class)),
                )
            )  # fmt: skip
    page.section = "Part IV · Summary"
    page.line("total", "22", "Total", total("", lines))
    if amortized:
        page.section = "Part VI · Amortization"
        begun = total("", (figures[key] for key in sorted(amortized & new)))
        before = total("", (figures[key] for key in sorted(amortized - new)))
        page.line(
            "amortization", "44", "Total amortization",
            total("", (
                page.line("amortization_begun", "42", "Costs that begin this year", begun),
                page.line("amortization_before", "43", "Costs that began before this year", before),
            )),
        )  # fmt: skip
    return page.sheet()
