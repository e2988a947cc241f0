"""A window on a folder of its own, driven by keys as a person drives it."""

from __future__ import annotations

import os
import sys
import tempfile
import unittest
from collections.abc import Callable, Iterator
from pathlib import Path
from types import TracebackType

os.environ["QT_QPA_PLATFORM"] = "offscreen"

from PySide6.QtCore import QEvent, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.actions import Action
from half_yard.desktop.app import make_application
from half_yard.desktop.parts import Page
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.shared.which_part import Part as SharedPart
from half_yard.desktop.stages import Stage
from half_yard.desktop.thread_panel import ROW_ROLE
from half_yard.desktop.window import MainWindow
from half_yard.figures import Place

Key = Qt.Key
Modifier = Qt.KeyboardModifier


class WindowCase(unittest.TestCase):
    """Each test has a new window and an empty folder for its files and state."""

    def setUp(self) -> None:
        made = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(made.cleanup)
        self.folder = Path(made.name) / "office"
        self.folder.mkdir()
        before = os.environ.get("XDG_STATE_HOME")
        os.environ["XDG_STATE_HOME"] = str(Path(made.name) / "state")
        self.addCleanup(self._restore, before)
        self._watch_for_errors()
        self.application = make_application()
        self.window = self.new_window()

    def _watch_for_errors(self) -> None:
        """An error in a slot is printed by Qt's loop and then forgotten: here it fails the test."""
        errors: list[BaseException] = []
        before = sys.excepthook

        def remember(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
            errors.append(error)
            before(kind, error, trace)

        def check() -> None:
            sys.excepthook = before
            self.assertEqual(errors, [])

        sys.excepthook = remember
        self.addCleanup(check)

    @staticmethod
    def _restore(before: str | None) -> None:
        if before is None:
            os.environ.pop("XDG_STATE_HOME", None)
        else:
            os.environ["XDG_STATE_HOME"] = before

    def new_window(self) -> MainWindow:
        recent = RecentFiles()
        recent.use_folder(self.folder)
        window = MainWindow(recent)
        self.addCleanup(self._end, window)
        window.show()
        window.activateWindow()
        QTest.qWaitForWindowActive(window)
        self.settle()
        return window

    def _end(self, window: MainWindow) -> None:
        window.close()
        window.deleteLater()
        QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
        self.settle()

    def settle(self) -> None:
        QApplication.processEvents()

    def wait_for(self, there: Callable[[], bool]) -> None:
        """Let the window go on until something is there that is made beside it."""
        for _ in range(6000):
            if there():
                break
            QTest.qWait(10)
        self.assertTrue(there())
        self.settle()

    def focused(self) -> QWidget:
        widget = QApplication.focusWidget()
        if (popup := QApplication.activePopupWidget()) is not None:
            widget = popup  # the keyboard is the popup's while it is open
        assert widget is not None, "nothing has the focus"
        return widget

    def press(self, key: Key, modifier: Modifier = Modifier.NoModifier, times: int = 1) -> None:
        for _ in range(times):
            QTest.keyClick(self.focused(), key, modifier)
            self.settle()
        if modifier != Modifier.NoModifier:
            # As a hand does: else the modifiers are taken to be held by whatever comes next.
            QTest.keyRelease(self.focused(), Key.Key_Control)

    def type(self, text: str, *then: Key) -> None:
        QTest.keyClicks(self.focused(), text)
        self.settle()
        for key in then:
            self.press(key)

    def pages(self) -> Iterator[tuple[str, Page]]:
        """Every page with each of its parts, shown one after the other, on a file that is open."""
        window, books, assets = self.window, self.window.books, self.window.assets
        for stage in Stage:
            window.show_stage(stage)
            self.settle()
            yield stage.value, window.pages.of(stage)
        window.show_stage(Stage.CLIENTS)
        window.clients.show_client()
        self.settle()
        yield "the client", window.clients
        window.clients.show_office()
        for stage, parted in ((Stage.LOOK_OVER, window.look_over), (Stage.HAND_OVER, window.hand_over)):
            window.show_stage(stage)
            for key, name, _ in parted.names():
                parted.choose(key)
                self.settle()
                yield name, parted
        window.show_stage(Stage.LOOK_OVER)
        window.look_over.choose("questions")
        window.look_over.questions.show_letter()
        self.settle()
        yield "the letter", window.look_over
        window.show_stage(Stage.BOOKS)
        for kept in ("statements", "forms", "household", *sorted(window.workspace.file.activities)):
            books.choose(kept)
            self.settle()
            yield kept, books
        books.activity.show_particulars(f"/activities/{window.workspace.activity}/name")
        self.settle()
        yield "particulars", books
        window.show_stage(Stage.SHARED)
        for thing in sorted(window.workspace.file.things):
            window.shared.choose(thing)
            window.shared.methods.reckon()
            for shown in SharedPart:
                window.shared.switch_to(shown)
                self.settle()
                yield f"{thing} {shown.value}", window.shared
        window.show_stage(Stage.ASSETS)
        for part in assets.offered:
            assets.switch_to(part)
            self.settle()
            yield str(part), assets

    def find(self, words: str) -> None:
        """Go to something by the finder."""
        self.press(Key.Key_F3)
        self.type(words, Key.Key_Return)

    def action(self, name: str) -> Action:
        return next(action for action in self.window.actions_here if action.name == name)

    def amount(self, place: str) -> int:
        sheet, _, key = place.rpartition("/")
        return int(self.window.workspace.computation.line(Place(sheet, key)).figure.amount)


class DemoCase(WindowCase):
    """The demo office, its main client open."""

    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.clients.refresh_files()
        self.assertTrue(self.window.open_path(self.folder / MAIN_FILE))
        self.settle()

    def thread(self) -> list[str]:
        steps = self.window.thread_panel.list
        rows = [steps.item(number).data(ROW_ROLE) for number in range(steps.count())]
        return [f"{row.text} | {row.amount} | {row.below}" for row in rows]
