"""The letter that goes with a packet, in the office's words: plain text with fields in braces, {client},
{year}, {summary}, {result} and {due}."""

from __future__ import annotations

import datetime

from half_yard.countries import Computation, pack_for
from half_yard.countries.summing_up import result_in_words, year_in_words
from half_yard.interop.letter import Wording, filled, people_of

USUAL_COVER = Wording(
    "Cover letter.txt",
    """Dear {client},

here is your return of {year}, with what it was made from.

{summary}

Please read it, ask us where anything is not clear, and keep it with your papers. It has to be filed by {due}.

Thank you.
""",
)


def cover_text(computation: Computation, wording: Wording, due: datetime.date | None) -> str:
    """The letter as plain text; `due` is the day by which the return must be filed. Raises LetterError."""
    file = computation.file
    calendar = pack_for(file.country).country.calendar(file.tax_year)
    fields = {
        "client": people_of(file), "year": file.tax_year,
        "summary": "\n".join(year_in_words(computation)),
        "result": " ".join(result_in_words(computation, each) for each in computation.returns),
        "due": calendar.text(due) or "the day that the law says",
    }  # fmt: skip
    return filled(wording, fields)
