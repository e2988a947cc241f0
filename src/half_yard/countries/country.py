"""A country: its years, and how its people write days, money, addresses and numbers."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field

from half_yard.asked import Field
from half_yard.records.dates import Calendar

NO_HINTS: Mapping[str, str] = {}


def no_problem(number: str) -> str:
    """What is wrong with a number that nothing is known of: nothing."""
    del number
    return ""


def all_hidden(number: str) -> str:
    """A number for showing, but for its last three signs."""
    hidden = "".join("•" if sign.isalnum() else sign for sign in number[:-3])
    return hidden + number[-3:]


def digits_hidden(number: str, shown: int) -> str:
    """A number for showing: its last digits, so many of them, the others as dots."""
    hidden = max(sum(sign.isdecimal() for sign in number) - shown, 0)
    signs = []
    for sign in number:
        hide = sign.isdecimal() and hidden > 0
        hidden -= hide
        signs.append("•" if hide else sign)
    return "".join(signs)


@dataclass(frozen=True)
class NumberKind:
    """A kind of identity number: what it is called and typed like, what is wrong with one (empty when nothing
    is), and how one is shown."""

    title: str
    hint: str = ""
    problem: Callable[[str], str] = no_problem
    masked: Callable[[str], str] = all_hidden


@dataclass(frozen=True)
class Country:
    """A country as its pack describes it: `years` are the tax years with rules; `roles` what the people of a
    file are called, by id; `currency` is a code of ISO 4217; `paper` what a return is printed on."""

    key: str
    name: str
    years: range
    currency: str
    day_first: bool = False
    paper: str = "A4"
    roles: Mapping[str, str] = field(default_factory=lambda: {"owner": "Owner"})
    person_number: NumberKind = NumberKind("Identity number")
    business_number: NumberKind = NumberKind("Business number", masked=str)
    payer_number: NumberKind = NumberKind("Number", masked=str)
    usual_year: int = 0
    first_month: int = 1
    """The month with which a tax year begins; it is called by the year in which it ends."""
    region: str = "Region"
    region_problem: Callable[[str], str] = no_problem
    postal_code: str = "Postal code"
    postal_code_problem: Callable[[str], str] = no_problem

    @property
    def year_now(self) -> int:
        """The tax year for which returns are filed now: as the pack says, or else the last with rules."""
        return self.usual_year or self.years[-1]

    def calendar(self, year: int) -> Calendar:
        """How days are typed and shown in a file of a tax year."""
        return Calendar(year, self.day_first, self.first_month)

    def address_fields(self, path: str, hints: Mapping[str, str] = NO_HINTS) -> Iterator[Field]:
        """The fields of the address that stands at a path; `hints` by part."""
        for part, label, problem in (
            ("street", "Street", no_problem),
            ("city", "City", no_problem),
            ("region", self.region, self.region_problem),
            ("postal_code", self.postal_code, self.postal_code_problem),
        ):
            yield Field(f"{path}/{part}", label, problem=problem, hint=hints.get(part, ""))
