"""One input over a range, drawn as a curve of any line; the value that brings the line to a target, to its
least or to its most."""

from __future__ import annotations

from collections.abc import Callable, Generator
from decimal import Decimal
from functools import partial

from PySide6.QtCore import QBuffer, QIODevice
from PySide6.QtWidgets import QHBoxLayout, QWidget

from half_yard.asked import value_at
from half_yard.countries import compute
from half_yard.countries.movable import find_movable
from half_yard.countries.side_by_side import find_lines
from half_yard.countries.sweeping import (
    Found,
    Input,
    Jump,
    Point,
    SweepError,
    bring_to,
    extreme,
    input_at,
    jumps,
    marginal,
    sweep,
    values_between,
)
from half_yard.countries.telling import line_name
from half_yard.desktop.parts import bare_column, button, in_a_row, soft, title, unwrapped
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.reading import ProgressLine, Reading
from half_yard.desktop.search_completer import SearchCompleter
from half_yard.desktop.side_by_side.curve import Curve
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.typed_line import TypedLine, named_line
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.figures import Place
from half_yard.figures.explain import exact_text
from half_yard.figures.remembered import Memory
from half_yard.interop.curve import curve_csv, svg
from half_yard.records import ClientFile, EditError
from half_yard.records.reckoning import reckon

MOST_OFFERED = 14
KINDS = "Table (*.csv);;Picture (*.svg);;Picture (*.png)"
USUAL = (Decimal(0), Decimal(100), Decimal(5))


class SweepView(StripPart):
    """What is moved, from where to where; the curve; the target."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self.points: list[Point] = []
        self.jumps: list[Jump] = []
        self.moved: Input | None = None
        self._line: Place | None = None
        self._paths: dict[str, str] = {}
        self._places: dict[str, Place] = {}
        """What was offered so far, by its words."""
        self._working: Reading[object] | None = None
        self.input = self._searched("What is moved", "a share, an amount, a price, a day…", self._inputs)
        self.line = self._searched("The line that is looked at", "its words or number…", self._lines)
        self.input.editingFinished.connect(self._propose_range)
        self.least, self.most, self.step = (
            named_line(name, hint, 92) for name, hint in (("From", "0"), ("To", "100"), ("Step", "5"))
        )
        self.target = named_line("Target", "12000", 92)
        self.curve = Curve()
        self.curve.reached.connect(self._say_point)
        self._said = soft("")
        self._problem = PlainLabel()
        self._problem.setProperty("role", "error")
        self._problem.setWordWrap(True)
        self._problem.hide()
        self.progress = ProgressLine(self.cancel)
        self._lay_out()
        workspace.opened.connect(self._forget)

    def _searched(self, name: str, hint: str, search: Callable[[str], list[tuple[str, str]]]) -> TypedLine:
        line = TypedLine()
        line.setAccessibleName(name)
        line.setPlaceholderText(hint)
        line.setCompleter(SearchCompleter(search, line))
        return line

    def _lay_out(self) -> None:
        self.go = button("Draw the curve")
        self.go.clicked.connect(self.draw)
        find = button("Find it", "The value that brings the line to the target")
        find.clicked.connect(self.find_target)
        least, most = button("Least"), button("Most")
        least.clicked.connect(partial(self._extreme, most=False))
        most.clicked.connect(partial(self._extreme, most=True))
        write = button("Write…", "As a table, or as a picture")
        write.clicked.connect(self.ask_to_write)
        what = QHBoxLayout()
        for words, line in (("Move", self.input), ("and look at", self.line)):
            what.addWidget(unwrapped(words))
            what.addWidget(line, 1)
        column = bare_column(self, 6)
        column.addWidget(title("One input over a range", 12))
        column.addLayout(what)
        over = (unwrapped("from"), self.least, unwrapped("to"), self.most, unwrapped("by"), self.step)
        column.addLayout(in_a_row(*over, self.go))
        column.addWidget(self.curve, 1)
        column.addWidget(self._said)
        column.addWidget(self._problem)
        column.addWidget(self.progress)
        column.addLayout(in_a_row(unwrapped("Bring it to"), self.target, find, least, most, write))

    def _forget(self) -> None:
        self.cancel()
        self._paths.clear()
        self._places.clear()
        self.points, self.jumps, self.moved = [], [], None
        for line in (self.input, self.line, self.least, self.most, self.step):
            line.clear()

    @property
    def begins_at(self) -> QWidget:
        """What is moved."""
        return self.input

    def refresh(self) -> None:
        """Propose what the thread shows, where nothing is chosen yet."""
        workspace = self._workspace
        if not self.input.text() and isinstance(workspace.subject, str):
            own = find_movable(workspace.pack, workspace.file, "", 1, under=workspace.subject)
            for words in own:
                self._paths.update(own)
                self.input.setText(words)
                self._propose_range()
        if not self.line.text():
            stops = list(workspace.computation.chain)
            point = next((each for each in stops if each.label.endswith(" tax")), stops[-1])
            self.line.setText(point.label)
            self._places[point.label] = point.place

    def _inputs(self, typed: str) -> list[tuple[str, str]]:
        found = find_movable(self._workspace.pack, self._workspace.file, typed)
        self._paths.update(found)
        return [("", words) for words in found]

    def _lines(self, typed: str) -> list[tuple[str, str]]:
        computation = self._workspace.computation
        found = find_lines([computation], typed)[:MOST_OFFERED]
        named = {f"{line.title}, {line_name(computation, line)}": line.place for line in found}
        self._places.update(named)
        return [("", words) for words in named]

    @property
    def _path(self) -> str:
        """The path of what is moved: by its words, or typed."""
        return self._paths.get(self.input.text().strip(), self.input.text().strip())

    def _propose_range(self) -> None:
        """A range about what stands there now."""
        path = self._path
        try:
            moved = input_at(self._workspace.file, path)
        except SweepError:
            return
        if self.moved == moved and self.least.text():
            return
        self.moved = moved
        year = self._workspace.file.tax_year
        if moved.is_day:
            least, most, step = f"{year}-01-01", f"{year}-12-31", "7"
        elif "/owners/" in path or path.endswith("/share"):
            least, most, step = (format(each, "f") for each in USUAL)
        else:
            now = _number_at(self._workspace.file, path)
            most_of = max(now * 2, Decimal(10000))
            least, most, step = "0", format(most_of, "f"), format(most_of / 100, "f")
        for line, text in ((self.least, least), (self.most, most), (self.step, step)):
            line.setText(text)

    # -- working it out ------------------------------------------------------------------------------

    def _asked(self) -> tuple[Input, Place, Decimal, Decimal, Decimal]:
        """What is typed. Raises SweepError, ValueError with what to type instead."""
        if not self._path:
            raise SweepError("Say what is moved: type a word of it and choose.")
        moved = input_at(self._workspace.file, self._path)
        place = self._places.get(self.line.text().strip())
        if place is None:
            raise SweepError("Say which line is looked at: type a word of it and choose.")
        least, most = (moved.read(each.text()) for each in (self.least, self.most))
        return moved, place, least, most, reckon(self.step.text())

    def draw(self) -> None:
        """Work the curve out beside the window, and draw it; or say what is wrong."""
        try:
            moved, line, least, most, step = self._asked()
            values = values_between(least, most, step)
        except ValueError as error:
            self._say_problem(str(error))
            return
        self._line = line
        file = self._workspace.file
        steps = sweep(file, moved, values, line, partial(compute, memory=Memory()))
        self._start(steps, len(values), partial(self._drawn, moved))

    def _start(self, steps: Generator[int, None, object], count: int, done: Callable[[object], None]) -> None:
        self.cancel()
        self._problem.hide()
        self.progress.start("the curve", count)
        self._working = Reading(steps, self.progress.show_line, done, self._failed, EditError, self)

    def _drawn(self, moved: Input, points: object) -> None:
        self._over()
        assert isinstance(points, list)
        self.moved, self.points, self.jumps = moved, points, jumps(points, moved)
        self.curve.show_points(self.points, self.jumps, moved)
        self.curve.setFocus()

    def _failed(self, reason: str) -> None:
        self._over()
        self._say_problem(reason)

    def cancel(self) -> None:
        """Work nothing out any more."""
        if self._working is not None:
            self._working.cancel()
        self._over()

    def _over(self) -> None:
        self._working = None
        self.progress.hide()

    def _say_problem(self, words: str) -> None:
        self._problem.setText(words)
        self._problem.show()

    # -- reading it ----------------------------------------------------------------------------------

    def _say_point(self, number: int) -> None:
        """Say the point under the cursor: the value, the line, how it moves, what makes it jump."""
        if not self.points or self.moved is None:
            self._said.setText("")
            return
        point = self.points[number]
        words = f"{self.moved.shown(point.value)}: {exact_text(point.amount)}"
        rates = marginal(self.points)
        if number < len(rates) and (rate := rates[number]) is not None:
            words += f"; {rate:+.4f} for each one more"
        for each in self.jumps:
            if each.after is point:
                words += f". Jumps by {exact_text(each.size)}: {each.why}"
        keys = "Arrows walk along it, J to the next jump." if self.jumps else "Arrows walk along it."
        self._said.setText(f"{words}. {keys}")
        self.curve.say(words)

    def find_target(self) -> None:
        """Find the value that brings the line to the target."""
        try:
            moved, line, least, most, _ = self._asked()
            target = reckon(self.target.text())
        except ValueError as error:
            self._say_problem(str(error))
            return
        file = self._workspace.file
        self._start(
            _found(file, moved, (least, most), line, target), 1, partial(self._show_found, moved, target)
        )

    def _show_found(self, moved: Input, target: Decimal, found: object) -> None:
        self._over()
        assert isinstance(found, Found)
        value, amount = moved.shown(found.point.value), exact_text(found.point.amount)
        if found.is_met:
            self._said.setText(f"{value} brings it to {amount}.")
        else:
            self._say_problem(
                f"{exact_text(target)} can't be met. {value} comes nearest, with {amount}. {found.words}"
            )

    def _extreme(self, *, most: bool) -> None:
        try:
            point = extreme(self.points, most=most)
        except SweepError as error:
            self._say_problem(f"{error} Draw the curve first.")
            return
        self.curve.step_to(self.points.index(point))
        self.curve.setFocus()

    # -- writing it ----------------------------------------------------------------------------------

    def ask_to_write(self) -> None:
        """Ask where to, and write the curve as a table or a picture."""
        if not self.points or self.moved is None:
            self._say_problem("Draw the curve first.")
            return
        name = f"{self._workspace.file.title} {self._workspace.file.tax_year} curve"
        path = ask_where(self._workspace, self, "The curve", name=name, ending=".csv", kinds=KINDS)
        if path is not None:
            made = {".svg": self._as_svg, ".png": self._as_png}.get(path.suffix.lower(), self._as_csv)
            self._workspace.said.emit(written_out("points", path, made))

    def _as_csv(self) -> bytes:
        assert self.moved is not None
        return curve_csv(self.points, self.moved).encode()

    def _as_svg(self) -> bytes:
        assert self.moved is not None
        title_of = f"{self.line.text()} by {self.input.text()}"
        return svg(self.points, self.jumps, self.moved, title_of, self.input.text()).encode()

    def _as_png(self) -> bytes:
        buffer = QBuffer()
        buffer.open(QIODevice.OpenModeFlag.WriteOnly)
        self.curve.grab().save(buffer, "PNG")
        return bytes(buffer.data().data())


def _found(
    file: ClientFile, moved: Input, bounds: tuple[Decimal, Decimal], line: Place, target: Decimal
) -> Generator[int, None, Found]:
    """The search as one step, so that it is worked out beside the window."""
    yield 0
    return bring_to(file, moved, bounds, line, target, partial(compute, memory=Memory()))


def _number_at(file: ClientFile, path: str) -> Decimal:
    value = value_at(file, path)
    return abs(value) if isinstance(value, Decimal) else Decimal(0)
