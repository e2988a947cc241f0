"""The base of all records, and the types that their fields share."""

from __future__ import annotations

import datetime
import re
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, Field

LAST_YEAR = 2200
"""Of any date: no asset's life reaches beyond it."""
NOT_WRITTEN = re.compile(
    "[\x00-\x1f\x7f-\x9f\u200e\u200f\u202a-\u202e\u2066-\u2069\ud800-\udfff\ufffe\uffff]+"
)
"""Signs that control a terminal or turn the direction of writing, and are no part of a text: a space stands
for them, as for the two that XML can't hold; and half signs, which no file can."""
HALF_SIGNS = re.compile("[\ud800-\udfff]")


def _text(value: Any) -> Any:
    if not isinstance(value, str) or not NOT_WRITTEN.search(value):
        return value
    if HALF_SIGNS.search(value):
        raise ValueError("a text has half a sign in it that no file can hold (a lone surrogate)")
    return NOT_WRITTEN.sub(" ", value)


def _sane(day: datetime.date) -> datetime.date:
    if day.year > LAST_YEAR:
        raise ValueError(f"a year is at most {LAST_YEAR}, not {day.year}")
    return day


Text = Annotated[str, BeforeValidator(_text), Field(max_length=2000)]
Key = Annotated[str, Field(pattern=r"^[A-Za-z0-9_.\-]{1,80}$")]
"""What a record or a member is kept under: a word that a JSON pointer and a path can hold as it is."""
Year = Annotated[str, Field(pattern=r"^(19|20|21)[0-9][0-9]$")]
Days = Annotated[int, Field(ge=0, le=366)]
Day = Annotated[datetime.date, AfterValidator(_sane)]
Date = Day | None


class Record(BaseModel):
    """The base of all records: frozen, and strict about keys it does not know."""

    model_config = ConfigDict(frozen=True, extra="forbid", regex_engine="python-re", defer_build=True)


class Address(Record):
    """A postal address; `region` is the state or province."""

    street: Text = ""
    city: Text = ""
    region: Text = ""
    postal_code: Text = ""
