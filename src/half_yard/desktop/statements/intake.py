"""Files on their way into the tray: read a little at a time, refused with a reason, laid out as the preparer
says."""

from __future__ import annotations

from collections.abc import Generator
from dataclasses import dataclass
from pathlib import Path

from PySide6.QtCore import QObject, Signal

from half_yard.desktop.reading import ProgressLine, Reading
from half_yard.desktop.statements.layouts_kept import LayoutsKept
from half_yard.records import Statement
from half_yard.statements import Layout, UnreadableError, guess_layout, is_ofx, read_delimited, read_ofx
from half_yard.statements.delimited import LARGEST_BYTES, signature
from half_yard.texts import NotTextError, decoded


@dataclass(frozen=True, slots=True)
class DelimitedText:
    """A delimited file whose layout is to be looked at, with the layout that it seems to have; `kind` is what
    files of the same source have in common."""

    name: str
    text: str
    layout: Layout
    kind: str


class Intake(QObject):
    """Signals `read` with statements, `layout_wanted` with a delimited text, `refused` with the reason."""

    read = Signal(object)
    layout_wanted = Signal(object)
    refused = Signal(str)

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.progress = ProgressLine(self.cancel)
        self._reading: Reading[list[Statement]] | None = None
        self._pending: DelimitedText | None = None

    def take_file(self, path: Path) -> None:
        """Read an OFX file, or ask for the layout of a delimited one."""
        try:
            if path.stat().st_size > LARGEST_BYTES:
                raise UnreadableError("It is too large to be a statement.")
            data = path.read_bytes()
            if is_ofx(data):
                self._read(path.name, data.count(b"\n"), read_ofx(data, path.stem))
                return
            text = decoded(data)
            layout = guess_layout(text)
        except OSError as error:
            self.refused.emit(f"{path.name} can't be read: {error.strerror}.")
            return
        except NotTextError as error:
            self.refused.emit(
                f"{path.name} was not taken in. {error} Save it as CSV or OFX, and take that in."
            )
            return
        except UnreadableError as error:
            self.refused.emit(f"{path.name} was not taken in. {error}")
            return
        kind = signature(text, layout)
        self._pending = DelimitedText(path.name, text, LayoutsKept().get(kind) or layout, kind)
        self.layout_wanted.emit(self._pending)

    def read_as(self, layout: Layout, account: str) -> None:
        """Read the delimited file that waits as it is laid out here, and remember that."""
        if self._pending is None:
            return
        name, text = Path(self._pending.name).stem, self._pending.text
        LayoutsKept().keep(signature(text, layout), layout)
        self._read(name, text.count("\n"), _as_list(read_delimited(text, layout, name, account)))

    def _read(self, name: str, lines: int, steps: Generator[int, None, list[Statement]]) -> None:
        self.cancel()
        self.progress.start(name, lines)
        self._reading = Reading(
            steps, self.progress.show_line, self._done, self._not_read, UnreadableError, self
        )

    def _done(self, statements: list[Statement]) -> None:
        self.cancel()
        self._pending = None
        self.read.emit(statements)

    def _not_read(self, problem: str) -> None:
        self.cancel()
        self.refused.emit(f"Nothing was taken in. {problem}")

    def cancel(self) -> None:
        """Call off the file that is being read, if one is."""
        if self._reading is not None:
            self._reading.cancel()
            self._reading = None
        self.progress.hide()


def _as_list(steps: Generator[int, None, Statement]) -> Generator[int, None, list[Statement]]:
    return [(yield from steps)]
