"""Vouchers of payments ahead as a page to print: one for each, with who pays, how much and by when."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from half_yard.countries import pack_for
from half_yard.countries.paying_ahead import Instalment
from half_yard.interop.printed_page import printed_page
from half_yard.records import ClientFile


def vouchers_page(file: ClientFile, instalments: Sequence[Instalment]) -> str:
    """The vouchers of a file's payments as an HTML document."""
    year = file.tax_year + 1
    title = f"{file.title}: estimated tax of {year}"
    body = "".join(_voucher(file, each, year, len(instalments)) for each in instalments)
    nothing = "" if instalments else "<p>Nothing has to be paid ahead.</p>"
    return printed_page(title, f"<h1>{escape(title)}</h1>{nothing}{body}")


def _masked(file: ClientFile, number: str) -> str:
    """A person's number as it may be printed; in full it is written by hand."""
    masked = pack_for(file.country).country.person_number.masked
    return masked(number) if masked is not None and number else number


def _voucher(file: ClientFile, instalment: Instalment, year: int, count: int) -> str:
    calendar = pack_for(file.country).country.calendar(year)
    people = [person for person in file.people.values() if person.name]
    address = file.household.address
    place = ", ".join(filter(None, (address.city, address.region, address.postal_code)))
    rows = (
        *((person.name, _masked(file, person.identity_number)) for person in people),
        (", ".join(filter(None, (address.street, place))), ""),
        ("Payable to", instalment.payable_to),
        ("Due", f"{calendar.text(instalment.due)}, {instalment.due.year}"),
        ("Amount", f"{instalment.amount:,.2f}"),
    )
    cells = "".join(
        f"<tr><td>{escape(name)}</td><td class=n>{escape(value)}</td></tr>" for name, value in rows if name
    )
    return f"<h2>Voucher {instalment.number} of {count} · {year}</h2><table>{cells}</table>"
