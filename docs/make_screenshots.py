"""Draw the main views of the demo office to PNG: python docs/make_screenshots.py [FOLDER]."""

from __future__ import annotations

import os
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
SIZE = (1280, 800)
HERE = Path(__file__).resolve().parent


def main() -> int:
    """Write every view into the folder named, or docs/screenshots."""
    target = Path(sys.argv[1]) if len(sys.argv) > 1 else HERE / "screenshots"
    target.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder:
        os.environ["XDG_STATE_HOME"] = folder
        for path in draw(Path(folder) / "Demo office", target):
            print(path)
    return 0


def draw(office: Path, target: Path) -> list[Path]:
    """Draw the views of a demo office written to one folder into another; returns the pictures."""
    from PySide6.QtWidgets import QApplication  # noqa: PLC0415

    from half_yard.demo import MAIN_FILE, write_office  # noqa: PLC0415
    from half_yard.desktop.app import make_application  # noqa: PLC0415
    from half_yard.desktop.office import RecentFiles  # noqa: PLC0415
    from half_yard.desktop.stages import Stage  # noqa: PLC0415
    from half_yard.desktop.window import MainWindow  # noqa: PLC0415
    from half_yard.figures import Place  # noqa: PLC0415

    write_office(office)
    make_application()
    window = MainWindow(RecentFiles())
    window.resize(*SIZE)
    window.show()
    window.open_path(office / MAIN_FILE)

    def clients() -> None:
        window.show_stage(Stage.CLIENTS)
        window.clients.finish_listing()

    def books() -> None:
        window.show_stage(Stage.BOOKS)
        window.books.choose("a00001")
        window.books.activity.statement.show_line(["net_profit"])

    def entries() -> None:
        window.books.choose("a00003")
        window.books.activity.statement.setFocus()
        window.books.activity.statement.show_line(["repairs"])
        table = window.books.activity.entries.table
        table.start_new()
        for column, typed in (
            (0, "10/2"),
            (1, "Nail and Shingle"),
            (2, "Gutter, 12 ft at 18.40"),
            (4, "12*18.40+65"),
        ):
            window.books.activity.model.setData(window.books.activity.model.index(2, column), typed)
        table.show_record("e00071")

    def particulars() -> None:
        window.workspace.go_to("/activities/a00003/name")

    def household() -> None:
        window.workspace.go_to("/wages/w00001")

    def assets() -> None:
        window.workspace.go_to("/assets/s00001")

    def form() -> None:
        window.workspace.go_to(Place("form_1040", "taxable_income"))

    def schedule() -> None:
        window.workspace.go_to(Place("schedule_c.a00001.owner", "deductible_meals"))

    def finder() -> None:
        window.finder.open()
        window.finder.line.setText("self emp")

    views: dict[str, Callable[[], None]] = {
        "clients": clients,
        "books": books,
        "entries": entries,
        "particulars": particulars,
        "household": household,
        "assets": assets,
        "return": form,
        "schedule": schedule,
        "finder": finder,
    }
    pictures = []
    for name, arrange in views.items():
        arrange()
        QApplication.processEvents()
        pictures.append(target / f"{name}.png")
        window.grab().save(str(pictures[-1]))
    window.close()
    return pictures


if __name__ == "__main__":
    sys.exit(main())
