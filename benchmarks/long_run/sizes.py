"""Files as large as they are taken, and larger: within two seconds and 500 MB each, whatever is in them."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path

from benchmarks.long_run.mutations import take_list, take_statement, take_workbook, workbook
from benchmarks.long_run.outcome import Outcome
from half_yard.demo import client_files
from half_yard.interop import asset_list
from half_yard.statements import delimited
from half_yard.storage import FileRefusedError, read_document, read_file
from half_yard.storage.document import LARGEST_BYTES

Trial = tuple[str, Callable[[], bytes], Callable[[bytes], None]]
"""What it is, what makes it, and what is done with it."""


def sizes(folder: Path, _count: int) -> Outcome:
    """Read each kind of file at its largest."""
    outcome = Outcome("files as large as they are taken")
    for what, make, use in (*_client_files(folder), *_imports()):
        data = make()
        with outcome.trial(what):
            use(data)
        del data
    return outcome


def _client_files(folder: Path) -> Iterator[Trial]:
    for sign in (b"[],", b"{},", b'"a",', b"1.5e10,", b"12,", b'{"a":1},', b"null,"):
        yield f"client file of {sign.decode()}", partial(_list_of, sign), _read
    yield "client file nested deeply", lambda: b"[" * LARGEST_BYTES, _read
    yield "client file of one text", lambda: b'{"format":"' + b"x" * (LARGEST_BYTES - 40) + b'"}', _read
    junk = folder / "junk.halfyard"
    with junk.open("wb") as stream:
        stream.truncate(180_000_000)
    yield "180 MB of junk", lambda: bytes(junk), _refused


def _list_of(sign: bytes) -> bytes:
    return b'{"format":[' + (sign * ((LARGEST_BYTES - 40) // len(sign)))[:-1] + b"]}"


def _imports() -> Iterator[Trial]:
    file = next(file for file in client_files().values() if file.statements)
    take = partial(take_statement, file=file)
    for what, start, sign in (
        ("rows", b"Date,Payee,Amount\n", b"03/03/2025,Gull,-1.00\n"), ("one line", b"", b"x"),
        ("commas", b"", b","), ("quotes", b"", b'"'), ("quoted lines", b"", b'"a\n'),
        ("empty lines", b"", b"\n"),
        ("open tags", b"<OFX><STMTRS>", b"<STMTTRN>"), ("one text", b"<OFX><STMTRS><STMTTRN><NAME>", b"x"),
        ("brackets", b"<OFX>", b"<"),
    ):  # fmt: skip
        yield f"statement of {what}", partial(_filled, start, sign, delimited.LARGEST_BYTES), take
    listed = partial(take_list, file=file)
    for what, start, sign in (("rows", b"Name,Cost\n", b"Saw,12\n"), ("commas", b"", b",")):
        yield f"list of {what}", partial(_filled, start, sign, asset_list.LARGEST_BYTES), listed
    opened = partial(take_workbook, file=file)
    yield "workbook that claims all cells", partial(_claiming, b'ref="A1:XFD1048576"'), opened
    far = b'<row r="1048576"><c r="XFD1048576"><v>1</v></c></row>'
    yield "workbook with a cell at its end", partial(_claiming, b"", far), opened
    for count in (190_000, 7_000_000):
        yield f"workbook with a row of {count:,}", partial(_row_of, count), opened


def _filled(start: bytes, sign: bytes, size: int) -> bytes:
    return start + sign * ((size - len(start)) // len(sign))


def _row_of(count: int) -> bytes:
    return _claiming(b"", b"<row>" + b"<c><v>1</v></c>" * count + b"</row>")


def _claiming(reference: bytes, rows: bytes = b"") -> bytes:
    """A workbook with another size claimed for its sheet, or with more rows at its end."""
    out = io.BytesIO()
    before = zipfile.ZipFile(io.BytesIO(workbook()))
    with before, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as after:
        for name in before.namelist():
            part = before.read(name)
            if "sheet1" in name:
                part = part.replace(b"</sheetData>", rows + b"</sheetData>")
                if reference:
                    head, _, tail = part.partition(b"<dimension ")
                    part = head + b"<dimension " + reference + b"/>" + tail.partition(b"/>")[2]
            after.writestr(name, part)
    return out.getvalue()


def _read(data: bytes) -> None:
    try:
        read_document(data, "large")
    except FileRefusedError:
        return
    raise AssertionError("junk was taken for a client file")


def _refused(path: bytes) -> None:
    try:
        read_file(Path(path.decode()))
    except FileRefusedError:
        return
    raise AssertionError("junk was taken for a client file")
