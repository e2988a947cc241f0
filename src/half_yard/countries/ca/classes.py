"""The classes of depreciable property (Income Tax Regulations, Schedule II), and what stops an asset."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.ca.year_rules import rules_for
from half_yard.countries.offered import AssetKind
from half_yard.countries.things_as_used import why_of_no_activity
from half_yard.records import Asset, ClientFile

GENERAL, IN_FULL, PRODUCTIVE = "general", "in full", "productive"
CLEAN, ZERO_EMISSION = "accelerated_first_year_53_43_1_43_2", "zero_emission_first_year"


@dataclass(frozen=True, slots=True)
class PropertyClass:
    """A class: its number and title, the words that find it, how its accelerated first year is counted (a
    constant above, or the key of the part of its cost that the first year takes), whether the half-year rule
    holds for what is not accelerated, whether it may be expensed immediately (Regulations 1104(3.1)), whether
    each asset is a class of its own, whether it is of buildings, and whether it is written off in equal
    parts over the life of a right."""

    number: str
    title: str
    words: tuple[str, ...] = ()
    first: str = GENERAL
    halves: bool = True
    expensed: bool = True
    each: bool = False
    building: bool = False
    equal_parts: bool = False


PROPERTY = {
    "class_1": PropertyClass(
        "1",
        "buildings with their fixtures",
        ("house", "building", "flat", "apartment", "duplex"),
        expensed=False,
        building=True,
    ),
    "class_1_non_residential": PropertyClass(
        "1", "new buildings, nine tenths not lived in, elected", expensed=False, building=True
    ),
    "class_3": PropertyClass("3", "buildings bought before 1988", expensed=False, building=True),
    "class_6": PropertyClass(
        "6",
        "frame or metal buildings without footings, fences",
        ("fence", "greenhouse"),
        expensed=False,
        building=True,
    ),
    "class_8": PropertyClass(
        "8",
        "furniture, appliances, equipment, tools of 500 or more",
        ("furniture", "appliance", "fridge", "stove", "machine", "desk", "equipment"),
    ),
    "class_10": PropertyClass("10", "motor vehicles within the ceiling, trailers", ("van", "truck", "car")),
    "class_10_1": PropertyClass("10.1", "a passenger car above the ceiling", each=True),
    "class_12": PropertyClass(
        "12",
        "tools, utensils, instruments under 500; linen, uniforms, china",
        ("drill", "linen", "uniform", "small tool"),
        first=IN_FULL,
        halves=False,
    ),
    "class_12_software": PropertyClass(
        "12",
        "application software, and what else of it has the half-year rule",
        ("software", "program"),
        first=IN_FULL,
    ),
    "class_13": PropertyClass(
        "13", "improvements of a leased place", ("leasehold",), each=True, equal_parts=True
    ),
    "class_14": PropertyClass(
        "14",
        "a franchise, licence or patent of limited life",
        ("franchise",),
        halves=False,
        each=True,
        equal_parts=True,
    ),
    "class_14_1": PropertyClass(
        "14.1", "goodwill, incorporation, licences without end", ("goodwill",), expensed=False
    ),
    "class_16": PropertyClass("16", "taxis, cars for daily hire, heavy trucks", ("taxi",)),
    "class_17": PropertyClass("17", "parking areas, roads", ("parking", "driveway"), expensed=False),
    "class_38": PropertyClass("38", "power-operated earth-moving equipment", ("excavator",)),
    "class_43": PropertyClass("43", "manufacturing machinery not in class 53"),
    "class_43_1": PropertyClass("43.1", "clean energy equipment", ("solar",), first=CLEAN),
    "class_43_2": PropertyClass("43.2", "clean energy equipment bought before 2025", first=CLEAN),
    "class_44": PropertyClass("44", "patents and licences to use them", ("patent",), first=PRODUCTIVE),
    "class_46": PropertyClass("46", "data network equipment", first=PRODUCTIVE),
    "class_50": PropertyClass(
        "50", "computers and their systems software", ("computer", "laptop"), first=PRODUCTIVE
    ),
    "class_53": PropertyClass("53", "manufacturing machinery bought 2016 to 2025", first=CLEAN),
    "class_54": PropertyClass(
        "54", "zero-emission passenger vehicles", ("electric car",), first=ZERO_EMISSION
    ),
    "class_55": PropertyClass("55", "zero-emission vehicles of the kinds of class 16", first=ZERO_EMISSION),
    "class_56": PropertyClass("56", "other zero-emission automotive equipment", first=ZERO_EMISSION),
}
LIMITED_LIFE, LEASEHOLD, PASSENGER, ZERO_PASSENGER = "class_14", "class_13", "class_10_1", "class_54"
CEILINGS = {PASSENGER: "class_10_1_ceiling", ZERO_PASSENGER: "class_54_ceiling"}
NUMBERS = {key: item.number for key, item in PROPERTY.items()}
RATES = {key: f"cca_{key}_rate" for key, item in PROPERTY.items() if not item.equal_parts}
RATES["class_12_software"] = RATES["class_12"]
CLASSES = {
    key: AssetKind(
        key, f"Class {NUMBERS[key]}: {item.title}", words=item.words,
        facts="equal parts" if item.equal_parts else "declining balance",
    )
    for key, item in PROPERTY.items()
}  # fmt: skip
UCC = {key: key.replace("class", "ucc") for key in PROPERTY}
"""The kind of carryover that a class's balance is."""
SALE = "sale"
DISPOSALS = {
    SALE: "Sold", "lost": "Lost, stolen or destroyed", "scrapped": "Scrapped",
    "private": "Kept for private use, at its value",
}  # fmt: skip
RELATIVE, DESIGNATED, PRIVATE_BEFORE, NO_CHANGE = (
    "from_a_relative", "immediate_expensing", "private_before", "no_change_of_use",
)  # fmt: skip
"""The questions about an asset that decide about its first year."""
TAX, VALUE, LAND, FEES, LAND_PROCEEDS = "sales_tax", "value", "land", "fees", "land_proceeds"
"""Further amounts of an asset, in dollars: sales tax in its cost, what it was worth when it came into use,
what its land cost, costs of buying it with its land, and what its land was sold for."""
NOTHING_CHANGED = (
    "By the election under ITA 45(2) its use has not changed: no allowance may be claimed, and nothing of it "
    "is sold."
)


OF_A_HOME = (
    "It belongs to a home that is lived in: allowance on it would cost part of the home's exemption, so none "
    "is claimed."
)


def stop(asset: Asset, file: ClientFile) -> str:
    """Why an asset counts in no pool; empty where nothing stops it. One of a shared thing comes as it is
    used."""
    thing = file.things.get(asset.activity)
    if thing is not None and thing.kind == "home":
        return OF_A_HOME
    if thing is not None:
        return why_of_no_activity(file, asset.activity)
    if asset.activity not in file.activities:
        return "It belongs to no activity of this file. Choose one."
    if asset.asset_class not in CLASSES:
        return "No class of property is chosen yet. Choose one."
    if asset.cost < 0:
        return "Its cost is below zero. Type what it cost."
    if asset.in_service is None:
        return "It has no date on which it was available for use. Type it."
    if asset.in_service.year > file.tax_year:
        return f"It was available for use after tax year {file.tax_year}."
    if asset.disposed is not None and asset.disposed < asset.in_service:
        return "It was sold before it was available for use. Mend a day."
    if PROPERTY[asset.asset_class].equal_parts and asset.months is None:
        return "It is written off over the life of a right. Type its months."
    if asset.answers.get(PRIVATE_BEFORE) and asset.answers.get(NO_CHANGE):
        return NOTHING_CHANGED
    return ""


def is_apart(asset: Asset, file: ClientFile) -> bool:
    """Whether an asset is a class of its own: a car of class 10.1, a right of limited life, and each building
    of a rental that cost 50,000 or more (Regulations 1101(1ac), (1af))."""
    kind = PROPERTY[asset.asset_class]
    if kind.building and file.activities[asset.activity].kind == "rental":
        return asset.cost >= rules_for(file.tax_year).amount("rental_separate_class")
    return kind.each


def find_class(words: str, kind: str) -> str:
    """The class that words name; empty where they name none for sure."""
    del kind
    typed = words.casefold()
    found = {key: word for key, item in CLASSES.items() for word in item.words if word in typed}
    longest = max(map(len, found.values()), default=0)
    best = [key for key, word in found.items() if len(word) == longest]
    return best[0] if len(best) == 1 else ""
