"""A window on the demo office, ready for its assets."""

from __future__ import annotations

from half_yard.demo import MAIN_FILE, write_office
from half_yard.records import change
from tests.desktop.window_case import WindowCase


class AssetsCase(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.workspace = self.window.workspace
        self.page = self.window.assets
        self.workspace.do(change("A use of its own", "/assets/s00001/thing", ""))
        self.said: list[str] = []
        self.workspace.said.connect(self.said.append)

    def go(self, path: str) -> None:
        self.workspace.go_to(path)
        self.settle()
