"""The kinds of depreciating assets with their effective lives (TR 2022/1, tables A and B, and rulings before
it; recalled), and what stops an asset."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.au.questions import SIMPLIFIED
from half_yard.countries.au.thing_kinds import BY_RATE, METHOD, VEHICLE
from half_yard.countries.offered import AssetKind
from half_yard.countries.things_as_used import why_of_no_activity
from half_yard.records import Activity, Asset, ClientFile

PRIME, LOW_VALUE = "prime", "pool"
METHODS = ((PRIME, "Prime cost"), (LOW_VALUE, "Low-value pool"))
DIMINISHING = "Diminishing value"
CAR, WORKS, BORROWING, OTHER = "car", "capital_works", "borrowing_costs", "other_asset"
PROPERTY_ITSELF = "land_and_building"
WITHOUT_DECLINE = frozenset({WORKS, BORROWING, PROPERTY_ITSELF})
"""What is no depreciating asset of Division 40: it has rules of its own."""
SECOND_HAND = "second_hand"
"""The question whether somebody had used it before, in a place that is let to live in."""
MONTHS = 12


@dataclass(frozen=True, slots=True)
class Property:
    """A kind: its title, its effective life in months, None where it is asked, and the words that find it."""

    title: str
    months: int | None
    words: tuple[str, ...] = ()


PROPERTY = {
    "laptop": Property("laptop", 24, ("laptop", "notebook")),
    "desktop": Property("desktop computer", 48, ("computer", "desktop")),
    "tablet": Property("tablet", 24, ("tablet",)),
    "mobile_phone": Property("mobile phone", 36, ("phone",)),
    "printer": Property("printer", 60, ("printer", "copier")),
    CAR: Property("car", 96, ("car", "wagon", "sedan")),
    "light_commercial": Property("light commercial vehicle, life capped", 90, ("van", "utility", "ute")),
    "chair": Property("office chair", 120, ("chair",)),
    "desk": Property("office desk", 240, ("desk",)),
    "carpet": Property("carpet", 96, ("carpet",)),
    "timber_floor": Property("floating timber floor", 180, ("floorboards",)),
    "vinyl": Property("vinyl", 120, ("vinyl",)),
    "air_conditioner": Property("split air conditioner", 120, ("air conditioner", "heater")),
    "hot_water": Property("hot water system, electric or gas", 144, ("hot water",)),
    "hot_water_solar": Property("hot water system, solar", 180, ("solar hot water",)),
    "oven": Property("oven, cooktop, range hood", 144, ("oven", "cooktop", "stove", "range hood")),
    "dishwasher": Property("dishwasher", 96, ("dishwasher",)),
    "refrigerator": Property("refrigerator", 144, ("fridge", "refrigerator")),
    "washing_machine": Property("washing machine, dryer", 96, ("washing machine", "dryer")),
    "curtains": Property("curtains", 72, ("curtain",)),
    "blinds": Property("blinds", 120, ("blind",)),
    "ceiling_fan": Property("ceiling fan", 60, ("fan",)),
    "furniture": Property("furniture in a rental", 160, ("furniture", "bed", "sofa")),
    "television": Property("television", 120, ("television",)),
    "smoke_alarm": Property("smoke alarm", 72, ("smoke alarm",)),
    "garden_shed": Property("garden shed", 180, ("shed",)),
    OTHER: Property("other depreciating asset, its life asked", None, ("machine", "tool", "equipment")),
    WORKS: Property(
        "capital works: a building or its improvement", None, ("building", "renovation", "house")
    ),
    BORROWING: Property("borrowing costs of a loan", None, ("loan costs", "mortgage fees")),
    PROPERTY_ITSELF: Property(
        "property itself, land and building, for its sale", None, ("property", "land", "purchase")
    ),
}
KINDS = {
    key: AssetKind(key, f"{item.title[:1].upper()}{item.title[1:]}", item.words)
    for key, item in PROPERTY.items()
}
DISPOSALS = {"sold": "Sold", "scrapped": "Scrapped", "lost": "Lost or stolen"}
NO_SUCH = "No kind is chosen yet. Choose one."
NO_DAY = "It has no day of first use. Type it."
NO_LIFE = "Its effective life is not typed. Type it in months."
USED_BEFORE = "Somebody had used it before: in a place let to live in it has no decline in value (s 40-27)."
IN_RATE = "Its decline in value is in the rate by the kilometre (s 28-30)."


def find_kind(words: str) -> str:
    """The kind that words name; empty where they name none for sure."""
    wanted = words.casefold()
    found = {key for key, item in PROPERTY.items() if any(word in wanted for word in item.words)}
    return found.pop() if len(found) == 1 else ""


def depreciates_simply(activity: Activity) -> bool:
    """Whether its assets are written off or pooled, whatever their lives; those of a rental never are."""
    return activity.kind == "business" and SIMPLIFIED.of(activity.answers)


def stop(asset: Asset, file: ClientFile) -> str:
    """What keeps an asset from counting; empty where nothing does."""
    if asset.activity not in file.activities:
        if asset.activity in file.things:
            return why_of_no_activity(file, asset.activity)
        return "It belongs to no activity. Choose one."
    kind = PROPERTY.get(asset.asset_class)
    if kind is None:
        return NO_SUCH
    if asset.in_service is None:
        return NO_DAY
    by_life = {BORROWING} if depreciates_simply(file.activities[asset.activity]) else {OTHER, BORROWING}
    if asset.asset_class in by_life and not asset.months:
        return NO_LIFE
    thing = file.things.get(asset.thing)
    if thing is not None and thing.kind == VEHICLE and thing.choices.get(METHOD) == BY_RATE:
        return IN_RATE
    is_rental = file.activities[asset.activity].kind == "rental"
    if is_rental and asset.answers.get(SECOND_HAND) and asset.asset_class not in WITHOUT_DECLINE:
        return USED_BEFORE
    return ""


def life_of(asset: Asset) -> int:
    """The effective life in months: what is typed, or the kind's."""
    return asset.months or PROPERTY[asset.asset_class].months or MONTHS
