"""Activities of which all was given up in the year, which may free suspended losses (26 U.S.C. 469(g))."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.sold import ABANDONED, GIFT, INSTALMENTS, SALE
from half_yard.countries.us.losses import asked
from half_yard.countries.us.questions import RELATED
from half_yard.figures import Choice
from half_yard.records import Asset, ClientFile

ENDS = {SALE, INSTALMENTS, ABANDONED}
"""Ways of leaving that are taxed in full."""


def ended_by(ask: Ask, key: str) -> str:
    """How an activity ended in the year, as a key of the question: as it is answered, or a sale where its
    last building left; empty where it goes on."""
    said = ask.of(activity_of, key).choices.get(asked.ENDED.key, "")
    if said in dict(asked.ENDED.options):
        return "" if said == asked.KEPT else said
    return ask.of(_by_its_buildings, key, ask.of(tax_year))


def how_it_ended(ask: Ask, key: str) -> Choice:
    """The answer, or what it was taken to be."""
    path = f"/activities/{key}/choices/{asked.ENDED.key}"
    words = dict(asked.ENDED.options)[ask(ended_by, key)].lower()
    said = ask.of(activity_of, key).choices.get(asked.ENDED.key, "")
    return Choice(f"All of it: {words}" if said else f"Its last building left: taken to be {words}", path)


def _real(asset: Asset) -> bool:
    return asset.asset_class in CLASSES and CLASSES[asset.asset_class].real


def _by_its_buildings(file: ClientFile, key: str, year: int) -> str:
    """Real property left this year, none is left, and all of it was sold, or given away: what is exchanged or
    lost by casualty ends nothing."""
    own = [asset for asset in file.assets.values() if asset.activity == key and _real(asset)]
    left = [asset for asset in own if asset.disposed is not None and asset.disposed.year == year]
    if not left or any(asset.disposed is None for asset in own):
        return ""
    if all(asset.disposal == GIFT for asset in left):
        return asked.GIFT
    if any((asset.disposal or SALE) not in ENDS or asset.given_in for asset in left):
        return ""
    return asked.RELATED if any(RELATED.of(asset.answers) for asset in left) else asked.SOLD
