"""The class of an asset from what it is called, or from its years: “Dell computer”, “roof”, “7-year”."""

from __future__ import annotations

import re
from functools import cache

from rapidfuzz import fuzz, process

from half_yard.countries.us.assets.classes import CLASSES, FARM_BUILDINGS, LAND_IMPROVEMENTS

BY_YEARS = {
    "3": "three_year", "5": "five_year", "7": "seven_year", "10": "ten_year", "15": LAND_IMPROVEMENTS,
    "20": FARM_BUILDINGS, "25": "twenty_five_year", "27.5": "residential_building",
    "31.5": "nonresidential_31", "39": "nonresidential_building",
}  # fmt: skip
YEARS_WORDS = re.compile(r"\b(\d{1,2}(?:\.5)?)(?:\.0)?\s*[- ]?\s*(?:years?|yrs?|y)?\b")
OF_WHAT = {" of a rental": "rental", " that is let": "rental", " of a shop": "business"}
NEAR = 88
LEAST_LETTERS = 3


def find_class(words: str, kind: str) -> str:
    """The key of the class that words name, for an activity of a kind; empty where they name none for
    sure."""
    text = words.strip().casefold()
    if text in CLASSES:
        return text
    if found := next((key for key, item in CLASSES.items() if item.title.casefold() == text), ""):
        return found
    known = _known(kind)
    # The longest thing that is named in the words decides: “computer desk” is a desk only if that is known.
    named = [phrase for phrase in known if re.search(rf"\b{re.escape(phrase)}s?\b", text)]
    if named:
        return known[max(named, key=len)]
    if match := YEARS_WORDS.search(text):
        return BY_YEARS.get(match[1], "")
    for word in re.findall(r"[a-z]{4,}", text):
        near = process.extractOne(word, known.keys(), scorer=fuzz.ratio, score_cutoff=NEAR)
        if near is not None:
            return known[near[0]]
    return ""


@cache
def _known(kind: str) -> dict[str, str]:
    """What things are called, with their classes; what is said of a rental counts for rentals only."""
    found: dict[str, str] = {}
    for item in CLASSES.values():
        for words in item.words:
            plain, only = words.casefold(), ""
            for ending, of_kind in OF_WHAT.items():
                if ending in plain:
                    plain, only = plain.replace(ending, ""), of_kind
            if only and only != kind:
                continue
            for phrase in re.split(r"[()]|, ", plain):
                thing = phrase.strip()
                if len(thing) >= LEAST_LETTERS and (only or thing not in found):
                    found[thing] = item.key
    return found
