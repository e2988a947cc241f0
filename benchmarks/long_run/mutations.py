"""Client files, statements and lists that were mutated in any way: read or refused in words, within
bounds."""

from __future__ import annotations

import io
import json
import random
import zipfile
from collections.abc import Callable
from typing import Any

from benchmarks.long_run.outcome import Outcome
from half_yard.countries import compute, has_rules, pack_for
from half_yard.demo import client_files
from half_yard.interop import assets_text, books_text, record_list, schedule_page
from half_yard.interop.asset_list import (
    UnreadableListError,
    guess_columns,
    list_rows,
    read_cells,
    settle_prior,
)
from half_yard.records import ClientFile, EditError, apply
from half_yard.statements import (
    AccountUnsureError,
    Tray,
    UnreadableError,
    guess_layout,
    is_ofx,
    proposals,
    read_delimited,
    read_ofx,
    take_in,
)
from half_yard.storage import FileRefusedError, read_document, to_text
from half_yard.texts import NotTextError, decoded, to_the_end

ODD: tuple[Any, ...] = (
    None, True, 0, -1, 20250, 10**30, 1.5, 1e308, "", " ", "0", "-0", "1e999999", "NaN", "Infinity", "²",
    "a/b", "~1", "..", "\x00", "\u202e", "<img src='file:///etc/hostname'>", "9999-12-31", "0001-01-01",
    "2025-02-30", "99999999999.99", "-99999999999.99", "0.005", [], {}, [[]], {"²": 1}, {"a/b": {}}, "owner",
    "a00001", "e00001", "e" + "9" * 70, "business", "rental", "us", "ca", "x" * 2001, "20250", "2025", "1899",
    "2201-01-01",
)  # fmt: skip
LIKELY: tuple[Any, ...] = (
    "0.00", "1.00", "-5.00", "100000.00", "99999999999.99", "0.01", "2025-06-30", "2024-12-31", "1990-01-01",
    "2200-12-31", "0001-01-01", None, True, False, "", "33.3333", "100", "0", "us", 2021, 2026, 1, 12, 366,
    [], {}, "business", "rental", "owner", "spouse", "a00001", "joint", "separate", "seven_year", "sale",
    "passenger_auto",
    "residential_building", "land", "straight_line", "sale", "personal", "2025", "supplies", "gross_receipts",
)  # fmt: skip
"""Values that fit where many stand, so that the file is read and computed."""
TOKENS = (
    b'"', b"{", b"}", b"[", b"]", b",", b":", b"\\", b"\\u0000", b"\\ud800", b"9" * 5000, b"-", b"1e999999",
    b"\x00", b"\xff", b"\n", b"NaN", b"null", b"<", b">", b"</STMTTRN>", b"<STMTRS>", b";", b"\t", b"=1+1",
    b"\r", b'""', b"2025-13-45", b"99999999999999999999.99", b"(45)", b"\xe2\x80\xae", b"[" * 2000,
)  # fmt: skip


def mutated_files(count: int, seed: int) -> Outcome:
    """Read so many mutated client files; compute and write out those that are read."""
    outcome = Outcome("mutated client files")
    chance = random.Random(seed)
    files = sorted(client_files().values(), key=lambda file: len(file.entries))
    texts = [to_text(file).encode() for file in files]
    for number in range(count):
        # The largest is looked at now and then; a person's file is as large, and takes as long.
        text = texts[-1] if number % 50 == 0 else chance.choice(texts[:-1])
        data = _bytes(text, chance) if number % 4 == 0 else _structure(text, chance)
        with outcome.trial(f"file {seed}/{number}"):
            try:
                file = read_document(data, "mutated").file
            except FileRefusedError:
                continue
            outcome.used += _use(file)
    return outcome


def _use(file: ClientFile) -> bool:
    """What a program does with a file that it has read; whether there was anything to do."""
    if not has_rules(file):
        return False
    computation, pack = compute(file), pack_for(file.country)
    tray = Tray.of(file, pack)
    proposals(file, ((row.name, row.row) for row in tray.all_rows()), pack.ledger.marketplace_lines)
    books_text(computation, as_json=False)
    assets_text(computation, as_json=True)
    schedule_page(computation)
    to_text(file)
    return True


def _structure(text: bytes, chance: random.Random) -> bytes:
    """Another value, key or record somewhere in the document; several times."""
    document = json.loads(text)
    for _ in range(chance.choice((1, 1, 1, 2, 5))):
        holder, key = _somewhere(document, chance)
        match chance.randrange(6):
            case 0 | 1 | 2:
                holder[key] = chance.choice(ODD if chance.random() < 0.3 else LIKELY)
            case 3:
                del holder[key]
            case 4 if isinstance(holder, dict):
                odd = chance.choice([each for each in ODD if isinstance(each, str)])
                holder[odd] = holder[key]
            case _:
                other, other_key = _somewhere(document, chance)
                holder[key] = other[other_key]
        if not document:
            break
    try:
        return json.dumps(document, ensure_ascii=chance.random() < 0.5).encode("utf-8", "surrogatepass")
    except (RecursionError, ValueError):
        return text[:-3]


def _somewhere(document: Any, chance: random.Random) -> tuple[Any, Any]:
    """A place in a document: what holds it, and under which key."""
    holder: Any = document
    key: Any = chance.choice(list(document))
    while True:
        below = holder[key]
        if isinstance(below, dict) and below and chance.random() < 0.85:
            holder, key = below, chance.choice(list(below))
        elif isinstance(below, list) and below and chance.random() < 0.85:
            holder, key = below, chance.randrange(len(below))
        else:
            return holder, key


def _bytes(text: bytes, chance: random.Random) -> bytes:
    """Bytes changed, taken out, put in or doubled; several times."""
    data = bytearray(text)
    for _ in range(chance.choice((1, 1, 2, 4, 8))):
        place = chance.randrange(len(data) + 1)
        match chance.randrange(5):
            case 0:
                data[place : place + 1] = bytes([chance.randrange(256)])
            case 1:
                del data[place : place + chance.randrange(1, 40)]
            case 2:
                data[place:place] = chance.choice(TOKENS)
            case 3:
                data[place:place] = data[place : place + chance.randrange(400)]
            case _:
                if chance.random() < 0.2:
                    del data[place:]
        if not data:
            return b""
    return bytes(data)


# -- imports ----------------------------------------------------------------------------------------------


def mutated_imports(count: int, seed: int) -> Outcome:
    """Take in so many mutated statements and asset lists."""
    outcome = Outcome("mutated imports")
    chance = random.Random(seed)
    file = next(file for file in client_files().values() if file.statements)
    kinds: tuple[tuple[bytes, Callable[[bytes, ClientFile], None]], ...] = (
        (CSV, take_statement), (CSV_SEMICOLON, take_statement), (OFX_SGML, take_statement),
        (OFX_XML, take_statement), (LIST, take_list), (workbook(), take_workbook),
    )  # fmt: skip
    for number in range(count):
        kind, (data, take) = number % len(kinds), kinds[number % len(kinds)]
        mutated = _packed(data, chance) if take is take_workbook else _bytes(data, chance)
        with outcome.trial(f"import {seed}/{number} of kind {kind}"):
            take(mutated, file)
    return outcome


def take_statement(data: bytes, file: ClientFile) -> None:
    """Read a statement and take it in, or refuse it."""
    try:
        if is_ofx(data):
            statements = to_the_end(read_ofx(data, "mutated"))
        else:
            text = decoded(data)
            statements = [to_the_end(read_delimited(text, guess_layout(text), "mutated", "Checking"))]
    except (UnreadableError, NotTextError):
        return
    for statement in statements:
        try:
            taken = take_in(file, statement)
        except AccountUnsureError:
            continue
        try:
            file, _ = apply(file, taken.edit)
        except EditError as error:
            raise AssertionError("a statement that was read can't be taken in") from error


def take_list(data: bytes, file: ClientFile) -> None:
    """Read an asset list, or refuse it."""
    _take_cells("mutated.csv", data, file)


def take_workbook(data: bytes, file: ClientFile) -> None:
    """Read an asset list from a workbook, or refuse it."""
    _take_cells("mutated.xlsx", data, file)


def _take_cells(name: str, data: bytes, file: ClientFile) -> None:
    try:
        cells = to_the_end(read_cells(name, data))
    except UnreadableListError:
        return
    settle_prior(file, list_rows(file, cells[:40], guess_columns(cells[0]), "a00001"))
    for collection in (record_list.TRIPS, record_list.STAYS):
        columns = record_list.guess_columns(collection, cells[0])
        rows = record_list.listed_rows(file, collection, "h00001", cells[:40], columns)
        apply(file, record_list.list_edit(file, collection, rows))


def workbook() -> bytes:
    """A small asset list as a workbook."""
    from openpyxl import Workbook  # noqa: PLC0415 (a quarter of a second, only here)

    book = Workbook()
    for row in LIST.decode().splitlines():
        book.active.append(row.split(","))
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _packed(data: bytes, chance: random.Random) -> bytes:
    """A workbook with one of its parts mutated, or its bytes."""
    if chance.random() < 0.3:
        return _bytes(data, chance)
    out = io.BytesIO()
    with (
        zipfile.ZipFile(io.BytesIO(data)) as before,
        zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as after,
    ):
        names = before.namelist()
        chosen = chance.choice([name for name in names if "sheet" in name or chance.random() < 0.3] or names)
        for name in names:
            part = before.read(name)
            if name == chosen:
                part = _claims(part, chance) if chance.random() < 0.3 else _bytes(part, chance)
            after.writestr(name, part)
    return out.getvalue()


def _claims(part: bytes, chance: random.Random) -> bytes:
    """A sheet that claims to be as large as can be, or has a cell at its far end."""
    if chance.random() < 0.5:
        return part.replace(b'ref="A1:', b'ref="A1:XFD1048576" x="')
    return part.replace(b"</sheetData>", b'<row r="1048576"><c r="XFD1048576"><v>1</v></c></row></sheetData>')


CSV = b"""Account 0042
Date,Description,Debit,Credit,Balance,Reference
03/03/2025,"Gull ""Hardware"", Ltd",40.00,,960.00,A1
03/04/2025,Rent of the Otters,,"1,200.00","2,160.00",A2
03/06/2025,Gull Hardware,10.00,,2150.00,A3
03/07/2025,Ferry,(5.00),,2145.00,
"""
CSV_SEMICOLON = """Datum;Name;Betrag
03.04.2025;Möwe;-1.234,56
04.04.2025;Otter;12,00
05.04.2025;Fähre;-3,10-
""".encode("cp1252")
OFX_SGML = b"""OFXHEADER:100
DATA:OFXSGML
CHARSET:1252

<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>USD<BANKACCTFROM><ACCTID>000998812345678</BANKACCTFROM>
<BANKTRANLIST><STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20250303120000<TRNAMT>-40.00<FITID>1<NAME>GULL</STMTTRN>
<STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20250304<TRNAMT>1200.00<FITID>2<NAME>OTTER<MEMO>rent</STMTTRN>
</BANKTRANLIST><LEDGERBAL><BALAMT>1160.00<DTASOF>20250331</LEDGERBAL></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>
"""
OFX_XML = b"""<?xml version="1.0"?><?OFX OFXHEADER="200" VERSION="200"?><OFX><CCSTMTRS>
<CCACCTFROM><ACCTID>4111 XXXX 1234</ACCTID></CCACCTFROM><BANKTRANLIST>
<STMTTRN><DTPOSTED>20250303</DTPOSTED><TRNAMT>-9.99</TRNAMT><FITID>x&amp;1</FITID>
<NAME>A &lt;B&gt;</NAME></STMTTRN>
</BANKTRANLIST></CCSTMTRS></OFX>
"""
LIST = b"""Description,Class,Date placed in service,Cost,Prior depreciation,Business use %,Section 179
Band saw,7-year,3/4/2023,4200.00,1630.00,100,0
"Laptop, small",5-year,2024-06-01,1899.99,,80%,
Van,automobile,1/15/2022,"31,000.00",12000,0.75,
Shed,15-year,,(12),x,,
"""
