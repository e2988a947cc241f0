"""A demo client whose return is filed: a translator, with wages; asked, answered, sent and accepted."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries import compute
from half_yard.demo.builder import Row, entries, new_file, payments
from half_yard.interop.electronic_return import digest_of, electronic_return
from half_yard.records import (
    Activity,
    Address,
    ClientFile,
    ClientQuestion,
    Household,
    Message,
    Person,
    WageStatement,
    apply,
)
from half_yard.records.assigned import Assignment
from half_yard.records.identifiers import numbered
from half_yard.review.filed import begin, settle
from half_yard.standins.gateway import receive

DESK = "a00001"
DESK_ROWS: tuple[Row, ...] = (
    ("03-30", "Tern Press", "a novel, first half", "gross_receipts", "8200.00"),
    ("06-18", "Tern Press", "a novel, second half", "gross_receipts", "8200.00"),
    ("09-02", "Museum of the Bay", "labels and a catalogue", "gross_receipts", "5310.50"),
    ("12-09", "Court interpreters", "four days", "gross_receipts", "2240.00"),
    ("02-11", "Word Tools", "dictionaries, a year", "other_expenses", "418.00"),
    ("05-20", "Bay Paper", "paper and toner", "office", "236.18"),
    ("10-07", "Translators' meeting", "fee", "other_expenses", "310.00"),
)
ASKED, ANSWERED = datetime.date(2026, 2, 3), datetime.date(2026, 2, 9)


def quill() -> ClientFile:
    """Everything was asked, answered and looked over; the gateway accepted the return in March."""
    file = new_file().model_copy(
        update={
            "assignment": Assignment(prepares="AH", asks="JO"),
            "household": Household(
                filing_status="single",
                email="bettina.quill@example.org",
                address=Address(street="9 Lantern Hill", city="Rockland", region="ME", postal_code="04841"),
                facts={"last_year_income": Decimal(41876), "last_year_tax": Decimal(3902)},
            ),
            "people": {
                "owner": Person(
                    first_name="Bettina", last_name="Quill", birth_date=datetime.date(1988, 6, 21),
                    identity_number="000-35-6120", choices={"filing_pin": "60718"},
                )
            },
            "activities": {
                DESK: Activity(
                    kind="business", name="Quill Translations", description="Translating books and labels",
                    code="541930", owners={"owner": Decimal(100)},
                )
            },
            "entries": numbered("entries", entries(DESK, DESK_ROWS)),
            "wages": numbered(
                "wages",
                [
                    WageStatement(
                        person="owner", employer="Rockland Public Library", wages=Decimal("19480.00"),
                        withheld=Decimal("1630.00"),
                    )
                ],
            ),
            "estimated_payments": numbered(
                "estimated_payments", payments((("04-15", "1400.00"), ("06-16", "800.00")))
            ),
            "questions": numbered("questions", [
                ClientQuestion(
                    about="/wages/w00001/withheld", words="What does box 2 of the W-2 say?", by="JO",
                    asked=(ASKED,), answer="1630", answered=ANSWERED,
                )
            ]),
            "messages": numbered("messages", [
                Message(
                    to="bettina.quill@example.org", subject="Your return of 2025: what we still need",
                    words="1. What does box 2 of the W-2 say?", by="JO", on=ASKED, number="HO-61C2D07E4B",
                )
            ]),
        }
    )  # fmt: skip
    return _filed(file)


def _filed(file: ClientFile) -> ClientFile:
    """The file after the simulated gateway has heard its return."""
    computation = compute(file)
    sent = electronic_return(computation)
    edit, key = begin(file, digest_of(sent), computation.sheets, datetime.date(2026, 3, 2))
    file, _ = apply(file, edit)
    heard = receive(sent, is_down=lambda: False)
    file, _ = apply(file, settle(file, key, heard.number, heard.reasons))
    return file
