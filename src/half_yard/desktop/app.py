"""Starting the window."""

from __future__ import annotations

import sys
from collections.abc import Callable, Sequence
from pathlib import Path
from types import TracebackType

from PySide6.QtWidgets import QApplication

from half_yard.desktop.office import RecentFiles
from half_yard.desktop.theme import apply_theme
from half_yard.desktop.window import MainWindow

TITLE_BAR = 40
ExceptHook = Callable[[type[BaseException], BaseException, TracebackType | None], None]


def make_application() -> QApplication:
    """The application, dressed; the one there is, if it is there already."""
    found = QApplication.instance()
    if isinstance(found, QApplication):
        return found
    application = QApplication(sys.argv[:1])
    application.setApplicationName("half-yard")
    application.setApplicationDisplayName("Half Yard")
    application.setDesktopFileName("half-yard")
    apply_theme(application)
    return application


def _telling(window: MainWindow) -> ExceptHook:
    """A hook that says an error of the program itself in the window, beside writing it to standard error."""

    def tell(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        sys.__excepthook__(kind, error, trace)
        window.say(
            f"The program made a mistake ({kind.__name__}: {error}). What was entered before is kept in the "
            "journal. Please save, and report it with what you did."
        )

    return tell


def run(arguments: Sequence[str]) -> int:
    """Open the window, with a client file or a folder of them where one is named."""
    application = make_application()
    recent = RecentFiles()
    window = MainWindow(recent)
    sys.excepthook = _telling(window)
    if application.primaryScreen().availableSize().height() < window.height() + TITLE_BAR:
        window.showMaximized()
    else:
        window.show()
    for argument in arguments[:1]:
        path = Path(argument)
        if path.is_dir():
            recent.use_folder(path)
            window.clients.refresh_files()
        else:
            window.open_path(path)
    return application.exec()
