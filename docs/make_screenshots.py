"""Draw the main views of the demo office to PNG: python docs/make_screenshots.py [FOLDER [SIZE]].

A size is written as 1280x800, with @2 behind it for a scale of two and /144 for so many dots to the inch;
`all` draws every size that the window is made for, each into a folder of its own.
"""

from __future__ import annotations

import os
import re
import subprocess
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from half_yard.desktop.window import MainWindow

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
SIZE = "1280x800"
SIZES = ("960x540@2", "960x600", "1024x700", "1366x768", "853x533/144", "1920x1080", "2560x1440")
"""Those that the window is made for, in pixels that do not depend on the scale: 960x540@2 is a screen of
1920x1080 at scale 2, 853x533/144 one of 1280x800 with 144 dots to the inch."""
WRITTEN = re.compile(r"(\d+)x(\d+)(?:@(\d))?(?:/(\d+))?")
SETTLED = 400
"""Milliseconds after which what waits until typing rests is worked out too."""
HERE = Path(__file__).resolve().parent


def main() -> int:
    """Write every view into the folder named, or docs/screenshots."""
    target = Path(sys.argv[1]) if len(sys.argv) > 1 else HERE / "screenshots"
    size = sys.argv[2] if len(sys.argv) > 2 else SIZE
    if size == "all":
        for each in SIZES:
            own = str(target / each.replace("/", " at "))
            subprocess.run([sys.executable, __file__, own, each], check=True)
        return 0
    written = WRITTEN.fullmatch(size)
    if written is None:
        print(f"“{size}” is no size. Write it as 1280x800, 960x540@2 or 1280x800/144.", file=sys.stderr)
        return 2
    if written[3]:
        os.environ["QT_SCALE_FACTOR"] = written[3]
    if written[4]:
        os.environ["QT_FONT_DPI"] = written[4]
    target.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder:
        # A home of its own, so that the pictures show no path of this machine and are always the same.
        os.environ["HOME"] = os.environ["XDG_STATE_HOME"] = folder
        for path in draw(Path(folder) / "Demo office", target, (int(written[1]), int(written[2]))):
            print(path)
    return 0


def draw(office: Path, target: Path, size: tuple[int, int]) -> list[Path]:
    """Draw the views of a demo office written to one folder into another, at a size in device-independent
    pixels; returns the pictures."""
    # Qt reads the platform from the environment, which is set above.
    from PySide6.QtTest import QTest  # noqa: PLC0415

    from half_yard.demo import MAIN_FILE, write_office  # noqa: PLC0415
    from half_yard.desktop.app import make_application  # noqa: PLC0415
    from half_yard.desktop.recent_files import RecentFiles  # noqa: PLC0415
    from half_yard.desktop.window import MainWindow  # noqa: PLC0415

    write_office(office)
    make_application()
    window = MainWindow(RecentFiles())
    window.resize(*size)
    window.show()
    window.open_path(office / MAIN_FILE)
    pictures = []
    for name, arrange in VIEWS.items():
        arrange(window)
        QTest.qWait(SETTLED)
        pictures.append(target / f"{name}.png")
        window.grab().save(str(pictures[-1]))
    window.close()
    return pictures


def clients(window: MainWindow) -> None:
    """The office's clients, and how each stands."""
    from half_yard.desktop.stages import Stage  # noqa: PLC0415

    window.show_stage(Stage.CLIENTS)
    window.clients.list.listing.finish()


def books(window: MainWindow) -> None:
    """A business's statement and all its entries."""
    window.workspace.go_to("/activities/a00001")
    window.books.activity.statement.show_line(["net_profit"])


def tray(window: MainWindow) -> None:
    """A statement's rows, those that wait and what became of the others."""
    window.workspace.go_to("/statements/b00001/rows/r00007")


def back_to_assets(window: MainWindow) -> None:
    """The life of one asset."""
    window.workspace.go_to("/assets/s00001")


def shared(thing: str) -> Callable[[MainWindow], None]:
    """A thing that serves several uses."""

    def show(window: MainWindow) -> None:
        window.workspace.go_to(f"/things/{thing}")
        window.shared.methods.reckon()

    return show


def at(sheet: str, line: str) -> Callable[[MainWindow], None]:
    """A line of a sheet."""
    from half_yard.figures import Place  # noqa: PLC0415

    return lambda window: window.workspace.go_to(Place(sheet, line))


def record(path: str) -> Callable[[MainWindow], None]:
    """A record or field."""
    return lambda window: window.workspace.go_to(path)


def exchange(window: MainWindow) -> None:
    """A house that was exchanged for a larger one."""
    from half_yard.figures import Place  # noqa: PLC0415

    folder = window.workspace.path
    if folder is not None:
        window.open_path(folder.with_name("Ravn, Torben 2025.halfyard"))
    window.workspace.go_to("/exchanges/x00001/facts/costs")
    window.workspace.look_at(Place("form_8824.x00001", "recognized"))


def large_income(window: MainWindow) -> None:
    """A client above the thresholds, with sales and a rental whose loss is limited."""
    folder = window.workspace.path
    if folder is not None:
        window.open_path(folder.with_name("Mbeki, Lwazi and Carina 2025.halfyard"))
    window.workspace.go_to("/sales/g00001")


def family(window: MainWindow) -> None:
    """A household with children, a marketplace plan and care."""
    folder = window.workspace.path
    if folder is not None:
        window.open_path(folder.with_name("Castellan, Rosa and Anders Bly 2025.halfyard"))
    window.workspace.go_to("/items/j00002")


def questions(window: MainWindow) -> None:
    """What the client with sales is asked."""
    window.workspace.go_to("/questions/v00002")


def side_by_side(window: MainWindow) -> None:
    """Three fittings beside the file, and why one parts from it."""
    from half_yard.desktop.stages import Stage  # noqa: PLC0415

    window.show_stage(Stage.BESIDE)
    window.beside.beside.table.setCurrentCell(3, 2)


def curve(window: MainWindow) -> None:
    """One input over a range, drawn as a curve."""
    import time  # noqa: PLC0415

    from PySide6.QtWidgets import QApplication  # noqa: PLC0415

    window.workspace.look_at("/entries/e00001")
    window.beside.choose("sweep")
    sweep = window.beside.sweep
    for line, text in ((sweep.least, "0"), (sweep.most, "120000"), (sweep.step, "2000")):
        line.setText(text)
    sweep.draw()
    while not sweep.points:
        QApplication.processEvents()
        time.sleep(0.01)
    sweep.curve.step_to(20)


def hand_over(window: MainWindow) -> None:
    """What goes on paper of the same client."""
    from half_yard.desktop.stages import Stage  # noqa: PLC0415

    window.show_stage(Stage.HAND_OVER)
    window.hand_over.paper.parts.setCurrentRow(window.hand_over.paper.chosen.index("form_1040"))


def letter(window: MainWindow) -> None:
    """The letter to another client, edited beside how it reads."""
    from half_yard.desktop.stages import Stage  # noqa: PLC0415

    folder = window.workspace.path
    if folder is not None:
        window.open_path(folder.with_name("Lindqvist, Greta 2025.halfyard"))
    window.show_stage(Stage.LOOK_OVER)
    window.look_over.choose("questions")
    window.look_over.questions.show_letter()


def of_australia(window: MainWindow) -> None:
    """A business with its write-offs and pool."""
    from half_yard.figures import Place  # noqa: PLC0415

    folder = window.workspace.path
    if folder is not None:
        window.open_path(folder.with_name("Yarrow, Tess and Ewan 2025.halfyard"))
    window.workspace.go_to(Place("allowances.a00001", "pool_closing"))


def of_canada(window: MainWindow) -> None:
    """One return of a couple, and the way of a number through its map."""
    from half_yard.figures import Place  # noqa: PLC0415

    folder = window.workspace.path
    if folder is not None:
        window.open_path(folder.with_name("Adeyemi, Margaux and Piers 2025.halfyard"))
    window.workspace.go_to(Place("t1.owner", "cpp_deduction"))


VIEWS: dict[str, Callable[[MainWindow], None]] = {
    "clients": clients,
    "books": books,
    "particulars": record("/activities/a00003/name"),
    "payers": record("/forms/f00003"),
    "tray": tray,
    "shared-home": record("/uses/k00001"),
    "shared-calendar": shared("h00004"),
    "assets": back_to_assets,
    "return": at("form_1040", "taxable_income"),
    "side-by-side": side_by_side,
    "curve": curve,
    "household": family,
    "sales": large_income,
    "questions": questions,
    "hand-over": hand_over,
    "letter": letter,
    "exchange": exchange,
    "return-canada": of_canada,
    "return-australia": of_australia,
}


if __name__ == "__main__":
    sys.exit(main())
