"""A return as XML of an open shape (docs/electronic-return.xsd): who signs it, its sheets, its result."""

from __future__ import annotations

from hashlib import sha256
from xml.etree.ElementTree import Element, SubElement, indent, tostring

from half_yard.countries import Computation, pack_for
from half_yard.countries.signing import Signer
from half_yard.figures import Role
from half_yard.figures.rounding import to_cents
from half_yard.review.filed import accepted, kind_of_next

NAMESPACE = "urn:half-yard:electronic-return:1"


def electronic_return(computation: Computation) -> bytes:
    """All returns of a file, as UTF-8: those of a couple go together. Numbers of persons are in it in
    full: it goes to the authority alone."""
    file = computation.file
    root = Element(
        "Return", xmlns=NAMESPACE, country=file.country, taxYear=str(file.tax_year), kind=kind_of_next(file)
    )
    before = accepted(file)
    if before is not None:
        root.set("amends", before.number)
    signing = SubElement(root, "Signers")
    for each in pack_for(file.country).signers(file):
        _signer(signing, each)
    facts = SubElement(root, "Facts")
    for each_return in computation.returns:
        for name, value in computation.sheet(each_return.chief).facts:
            SubElement(facts, "Fact", name=name).text = value
    sheets = SubElement(root, "Sheets")
    for sheet in computation.sheets:
        made = SubElement(sheets, "Sheet", key=sheet.key, form=sheet.form, subject=sheet.subject)
        for line in sheet.lines:
            amount = format(to_cents(line.figure.amount), "f")
            SubElement(made, "Line", key=line.place.line, number=line.number, title=line.title, amount=amount)
    for each_return in computation.returns:
        result = SubElement(root, "Result", sheet=each_return.chief)
        for role, name in ((Role.REFUND, "refund"), (Role.OWED, "owed")):
            of = computation.result_of(each_return, role)
            result.set(name, format(to_cents(of.figure.amount), "f") if of is not None else "0.00")
    indent(root)
    made_bytes: bytes = tostring(root, encoding="utf-8", xml_declaration=True)
    return made_bytes


def _signer(signing: Element, each: Signer) -> None:
    made = SubElement(signing, "Signer", person=each.person)
    SubElement(made, "FirstName").text = each.first_name
    SubElement(made, "LastName").text = each.last_name
    SubElement(made, "Number", path=each.number.path).text = each.number.text
    SubElement(made, "Born").text = each.born.isoformat() if each.born is not None else ""
    SubElement(made, "Pin", path=each.pin.path).text = each.pin.text
    amount = "" if each.year_before is None else format(each.year_before, "f")
    SubElement(made, "YearBefore", path=each.year_before_path).text = amount


def digest_of(sent: bytes) -> str:
    """The SHA-256 of what is sent, in hexadecimal digits."""
    return sha256(sent).hexdigest()
