"""The base of all records, and the types that their fields share."""

from __future__ import annotations

import datetime
from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

Text = Annotated[str, Field(max_length=2000)]
Days = Annotated[int, Field(ge=0, le=366)]
Date = datetime.date | None


class Record(BaseModel):
    """The base of all records: frozen, and strict about keys it does not know."""

    model_config = ConfigDict(frozen=True, extra="forbid", regex_engine="python-re")


class Address(Record):
    """A postal address; `region` is the state or province."""

    street: Text = ""
    city: Text = ""
    region: Text = ""
    postal_code: Text = ""
