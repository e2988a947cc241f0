"""Starting the window."""

from __future__ import annotations

import sys
from collections.abc import Sequence
from pathlib import Path

from PySide6.QtWidgets import QApplication

from half_yard.desktop.office import RecentFiles
from half_yard.desktop.theme import apply_theme
from half_yard.desktop.window import MainWindow


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


def run(arguments: Sequence[str]) -> int:
    """Open the window, with a client file or a folder of them where one is named."""
    application = make_application()
    recent = RecentFiles()
    window = MainWindow(recent)
    window.show()
    for argument in arguments[:1]:
        path = Path(argument)
        if path.is_dir():
            recent.use_folder(path)
            window.clients.refresh_files()
        else:
            window.open_path(path)
    return application.exec()
