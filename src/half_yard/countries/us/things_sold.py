"""Checks of what was sold of things that serve several uses, and of rentals that were homes before."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from half_yard.countries.us.assets.classes import CLASSES, LAND
from half_yard.countries.us.assets.sold import SALE, is_retired_part, is_sold_in
from half_yard.countries.us.forms.form_4797 import WITHOUT_GAIN
from half_yard.countries.us.forms.home_sale import (
    DAYS_AWAY,
    DAYS_OWNED,
    is_main_home,
    may_have_been_home,
    sold_in,
    was_home,
)
from half_yard.countries.us.frame import OnReturn
from half_yard.countries.us.questions import MAIN_HOME, PARTIAL, SPOUSE, TESTS
from half_yard.countries.us.shared.as_used import APART
from half_yard.countries.us.shared.kinds import DWELLING
from half_yard.records import ClientFile, Thing
from half_yard.review import Finding, Level


def sale_findings(frame: OnReturn) -> Iterator[Finding]:
    """What a sale needs: of a home whether its tests are met, of what earlier years took their
    depreciation."""
    file = frame.file
    yield from _turned(frame)
    yield from _retired_parts(file)
    for thing, sold in sorted(sold_in(file, file.tax_year).items()):
        record = file.things[thing]
        yield from _earlier_years(file, record, sold)
        asked = [TESTS] if is_main_home(record) else [MAIN_HOME] if record.kind == DWELLING else []
        if is_main_home(record) and frame.status == "joint" and record.answers.get(TESTS.key):
            asked.append(SPOUSE)
        for question in asked:
            if question.key not in record.answers:
                yield Finding(
                    Level.INCOMPLETE, f"{record.name} was sold: {question.text.lower()}? It is not said.",
                    f"/things/{thing}/answers/{question.key}", "Answer it at the thing.",
                )  # fmt: skip
        if is_main_home(record) and not any(file.assets[key].asset_class == LAND for key in sold):
            yield Finding(
                Level.WARNING, f"{record.name} was sold, and no land is among what was sold.",
                f"/things/{thing}", "Enter the land as an asset of the home, with its cost and its price.",
            )  # fmt: skip
        if is_main_home(record) and record.facts.get(DAYS_AWAY) and not record.facts.get(DAYS_OWNED):
            yield Finding(
                Level.INCOMPLETE, f"{record.name} was sold: of how many days it was owned is not entered.",
                f"/things/{thing}/facts/{DAYS_OWNED}", "Type them (26 U.S.C. 121(b)(5)).",
            )  # fmt: skip
        for key in sold:
            if is_main_home(record) and file.assets[key].proceeds is None:
                yield Finding(
                    Level.ERROR, f"{file.assets[key].name} left service, and its price is not entered.",
                    f"/assets/{key}/proceeds", "Type the price, 0 where there was none.",
                )  # fmt: skip
    for key, asset in sorted(file.assets.items()):
        left = asset.disposed is not None and asset.disposed.year == file.tax_year
        record_of = file.things.get(asset.thing)
        otherwise = left and asset.disposal not in {"", SALE, *WITHOUT_GAIN}
        if record_of is not None and is_main_home(record_of) and otherwise:
            yield Finding(
                Level.INCOMPLETE, f"{asset.name}: a home that is lost, exchanged or paid by "
                "instalments is not computed.",
                f"/assets/{key}/disposal", "Work out its gain beside the program.",
            )  # fmt: skip


def _retired_parts(file: ClientFile) -> Iterator[Finding]:
    """Of a part of a building that was retired in the year: whether its loss is elected."""
    for key, asset in sorted(file.assets.items()):
        if not is_retired_part(asset) or asset.disposed is None or asset.disposed.year != file.tax_year:
            continue
        path = f"/assets/{key}/answers/{PARTIAL.key}"
        if PARTIAL.key not in asset.answers:
            yield Finding(
                Level.INCOMPLETE, f"{asset.name} is a part that was retired: whether its loss is elected is "
                "not said.", path, PARTIAL.explanation,
            )  # fmt: skip
        elif not PARTIAL.of(asset.answers):
            yield Finding(
                Level.ERROR, f"{asset.name}: without the election a part stays in service with its building.",
                path, "Take out the day on which it left, or elect.",
            )  # fmt: skip
        else:
            yield Finding(
                Level.NOTE, f"{asset.name}: the partial disposition election is made by reporting its loss "
                "on a return filed in time.", path,
            )  # fmt: skip


def _turned(frame: OnReturn) -> Iterator[Finding]:
    """Of a rental's building that was turned from private use and sold: whether it was the main home."""
    file = frame.file
    for key, asset in sorted(file.assets.items()):
        if not is_sold_in(asset, file.tax_year) or not may_have_been_home(file, asset):
            continue
        path = f"/assets/{key}/answers"
        if MAIN_HOME.key not in asset.answers:
            yield Finding(
                Level.INCOMPLETE,
                f"{asset.name} was sold: whether it was the owner's main home before is not said.",
                f"{path}/{MAIN_HOME.key}",
                "Answer it where it leaves (26 U.S.C. 121).",
            )
        elif was_home(file, asset) and asset.acquired is None:
            yield Finding(
                Level.INCOMPLETE,
                f"{asset.name}: when it was acquired is not entered; how long it was a home is not known.",
                f"/assets/{key}/acquired",
                "Type the day.",
            )
        elif was_home(file, asset) and frame.status == "joint" and SPOUSE.key not in asset.answers:
            yield Finding(
                Level.INCOMPLETE, f"{asset.name} was sold: {SPOUSE.text.lower()}? It is not said.",
                f"{path}/{SPOUSE.key}", "Answer it where it leaves.",
            )  # fmt: skip


def _earlier_years(file: ClientFile, record: Thing, sold: Sequence[str]) -> Iterator[Finding]:
    for key in sold:
        asset = file.assets[key]
        earlier = asset.in_service is not None and asset.in_service.year < file.tax_year
        depreciated = asset.asset_class in CLASSES and CLASSES[asset.asset_class].recovery is not None
        if record.kind in APART and earlier and depreciated and asset.prior_depreciation is None:
            yield Finding(
                Level.WARNING, f"{asset.name} was sold, and what earlier years took is not entered: it is "
                "taken by the table at this year's share.",
                f"/assets/{key}/prior_depreciation", "Type it, 0 where it was never deducted or allowable.",
            )  # fmt: skip
