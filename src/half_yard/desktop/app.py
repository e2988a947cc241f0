"""Starting the window."""

from __future__ import annotations

import ctypes
import os
import sys
from collections.abc import Callable, Sequence
from importlib import resources
from pathlib import Path
from types import TracebackType

from PySide6.QtCore import QLibraryInfo, QSize
from PySide6.QtGui import QIcon
from PySide6.QtWidgets import QApplication

from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.theme import apply_theme
from half_yard.desktop.window import MainWindow
from half_yard.linux.libraries import what_to_install

TITLE_BAR = 40
ICON_SIZES = (16, 32, 64, 128)
WITHOUT_ONE = "The commands work without a display: half-yard --help lists them."
ExceptHook = Callable[[type[BaseException], BaseException, TracebackType | None], None]


class NoWindowError(Exception):
    """No window can be shown here; the message says why and what to do."""


def see_that_windows_can_be_shown() -> None:
    """Qt ends the whole program where it finds no display: find out before it does. Raises NoWindowError."""
    if (os.environ.get("QT_QPA_PLATFORM") or "xcb").partition(":")[0] != "xcb":
        return
    if not os.environ.get("DISPLAY"):
        if os.environ.get("WAYLAND_DISPLAY"):
            return
        raise NoWindowError(f"there is no display here. {WITHOUT_ONE}")
    plugins = Path(QLibraryInfo.path(QLibraryInfo.LibraryPath.PluginsPath))
    try:
        ctypes.CDLL(str(plugins / "platforms" / "libqxcb.so"))
        xcb = ctypes.CDLL("libxcb.so.1")
    except OSError as error:
        raise NoWindowError(f"{what_to_install(str(error))} {WITHOUT_ONE}") from error
    xcb.xcb_connect.restype = ctypes.c_void_p
    connection = ctypes.c_void_p(xcb.xcb_connect(None, None))
    refused = xcb.xcb_connection_has_error(connection)
    xcb.xcb_disconnect(connection)
    if refused:
        display = os.environ["DISPLAY"]
        raise NoWindowError(f"the display {display} can't be reached. {WITHOUT_ONE}")


def make_application() -> QApplication:
    """The application, dressed; the one there is, if it is there already."""
    found = QApplication.instance()
    if isinstance(found, QApplication):
        return found
    application = QApplication(sys.argv[:1])
    application.setApplicationName("half-yard")
    application.setApplicationDisplayName("Half Yard")
    application.setDesktopFileName("half-yard")
    icons = resources.files("half_yard.linux").joinpath("icons")
    icon = QIcon()
    for size in ICON_SIZES:
        icon.addFile(str(icons.joinpath(f"half-yard-{size}.png")))
    application.setWindowIcon(icon)
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


def show_to_fit(window: MainWindow, room: QSize) -> None:
    """Show the window as large as it wants to be, or else as large as the room on the screen, in
    device-independent pixels."""
    fits = window.size().boundedTo(QSize(room.width(), room.height() - TITLE_BAR))
    if fits == window.size():
        window.show()
    else:
        window.resize(fits)  # for a screen without a window manager, which alone can maximize
        window.showMaximized()


def run(arguments: Sequence[str]) -> int:
    """Open the window, with a client file or a folder of them where one is named. Raises NoWindowError."""
    see_that_windows_can_be_shown()
    application = make_application()
    recent = RecentFiles()
    window = MainWindow(recent)
    sys.excepthook = _telling(window)
    show_to_fit(window, application.primaryScreen().availableSize())
    for argument in arguments[:1]:
        path = Path(argument)
        if path.is_dir():
            recent.use_folder(path)
            window.clients.refresh_files()
        else:
            window.open_path(path)
    return application.exec()
