"""What a computation shows of a thing: the pieces of its cloth, and the lines of its sheets."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import Computation, pack_for
from half_yard.desktop.line_rows import sheet_rows
from half_yard.desktop.line_view import LineRow
from half_yard.desktop.shared.cloth import Piece
from half_yard.records.amounts import HUNDRED

NOTHING = Decimal(0)


def pieces_of(computation: Computation, thing: str) -> list[Piece]:
    """How a thing is divided, in percent; what is nobody's business is personal."""
    if not computation.has_sheet(f"shared.{thing}"):
        return []
    pieces = [
        Piece(line.title, min(line.figure.amount, HUNDRED))
        for line in computation.sheet(f"shared.{thing}").lines
        if line.place.line.startswith("share.")
    ]
    rest = HUNDRED - sum((piece.percent for piece in pieces), NOTHING)
    return [*pieces, *([Piece("Personal", rest, bare=True)] if rest > 0 else [])]


def rows_of(computation: Computation, thing: str) -> list[LineRow]:
    """The lines of all sheets of a thing, the chief one first, each under its name."""
    rows = []
    for begins in pack_for(computation.file.country).shared.sheets(computation.file, thing):
        for sheet in computation.sheets:
            if sheet.key == begins or sheet.key.startswith(f"{begins}."):
                rows.append(LineRow("", sheet.form, NOTHING, None))
                rows += sheet_rows(computation.file, sheet)
    return rows
