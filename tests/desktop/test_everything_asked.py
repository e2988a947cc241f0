"""Everything that a country asks can be gone to in the window, and everything that the window does can be
done: of clients of the demo in each country."""

from __future__ import annotations

from collections.abc import Iterator
from unittest import mock

from PySide6.QtPrintSupport import QPrintDialog
from PySide6.QtWidgets import QApplication, QFileDialog

from half_yard.asked import Field, FieldKind
from half_yard.countries import pack_for
from half_yard.demo import write_office
from half_yard.desktop.stages import Stage
from half_yard.records import ClientFile
from half_yard.storage import read_file
from tests.desktop.window_case import WindowCase


def asked(file: ClientFile) -> Iterator[Field]:
    """What is asked of the household, its people, activities, assets, things and further records."""
    pack = pack_for(file.country)
    yield from pack.asked.household_fields(file)
    for person in file.people:
        yield from pack.asked.person_fields(file, person)
    for key in file.activities:
        yield from pack.asked.of_activity(file, key, owners=False)
    for key in file.assets:
        yield from pack.assets.leaving_fields(file, key)
    for thing in file.things:
        yield from pack.shared.fields(file, thing)


class EverythingAsked(WindowCase):
    def test_every_field_takes_the_focus(self) -> None:
        write_office(self.folder)
        for path in sorted(self.folder.glob("*.halfyard")):
            self.window.open_path(path)
            fields = [each for each in asked(read_file(path)) if each.kind is not FieldKind.HEADING]
            for field in fields:
                with self.subTest(client=path.stem, path=field.path):
                    self.window.workspace.go_to(field.path)
                    self.settle()
                    self.assertIn(field.label.casefold(), self.focused().accessibleName().casefold())

    def test_every_action_of_the_window(self) -> None:
        """On one page after another, dialogs left at once; an error in any of them fails the test."""
        write_office(self.folder)
        dialogs = [mock.patch.object(QFileDialog, name, return_value=("", ""))
                   for name in ("getOpenFileName", "getSaveFileName")]  # fmt: skip
        dialogs += [mock.patch.object(QFileDialog, "getExistingDirectory", return_value=""),
                    mock.patch.object(QPrintDialog, "exec", return_value=0)]  # fmt: skip
        for each in dialogs:
            each.start()
            self.addCleanup(each.stop)
        done = 0
        for client in ("Yarrow", "Laframboise", "Quill"):
            path = next(self.folder.glob(f"{client}*"))
            self.window.open_path(path)
            for number, name in enumerate([each.name for each in self.window.actions_here]):
                if name.startswith("Quit") or name == "New client":
                    continue
                stage = list(Stage)[number % len(Stage)]
                with self.subTest(client=client, stage=stage, action=name):
                    if self.window.workspace.path != path:
                        self.window.open_path(path)
                    self.window.show_stage(stage)
                    self.settle()
                    for action in self.window.actions_here:
                        if action.name == name:
                            action.trigger()
                            done += 1
                    self.settle()
                    while popup := QApplication.activePopupWidget():
                        popup.close()
        self.assertGreater(done, 150)
