"""What can be done from anywhere in the window, in the menus in which it stands."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from half_yard.countries.offered import ACTIVITY, EXCHANGES, FORMS, HOUSEHOLD, LEAVING, NEW_ASSET, SHARED
from half_yard.desktop.actions import Action
from half_yard.desktop.assets import doing as with_assets
from half_yard.desktop.assets.which_part import ALONE, Part, offered
from half_yard.desktop.finder import Findable, lines_of_books
from half_yard.desktop.pages.which_part import FORMS as FORMS_PART
from half_yard.desktop.pages.which_part import HOUSEHOLD as HOUSEHOLD_PART
from half_yard.desktop.pages.which_part import STATEMENTS
from half_yard.desktop.panes import tab_stops
from half_yard.desktop.paying_ahead import ask_to_write_days, print_vouchers
from half_yard.desktop.printing import print_page
from half_yard.desktop.shared import doing as with_things
from half_yard.desktop.stages import Stage
from half_yard.desktop.tables.cursor import CursorRules
from half_yard.figures import Place

if TYPE_CHECKING:
    from half_yard.desktop.statements import TrayView
    from half_yard.desktop.window import MainWindow


class Commands:
    """The actions of a window, each declared once. The kinds of activity are those of the open file's
    country."""

    def __init__(self, window: MainWindow) -> None:
        self._window = window
        files, edits, going = self._files(), self._edits(), self._going()
        books, shared, assets = self._books(), self._shared(), self._assets()
        helping = self._help()
        self.menus: Mapping[str, Callable[[], tuple[Action, ...]]] = {
            "File": lambda: files,
            "Edit": lambda: edits,
            "Go": lambda: going,
            "Books": lambda: (*self._new_activities(), *books),
            "Shared": lambda: (*self._makers(), *shared),
            "Assets": lambda: assets,
            "Help": lambda: helping,
        }

    @property
    def every(self) -> tuple[Action, ...]:
        """All of them, as they are now."""
        return tuple(action for actions in self.menus.values() for action in actions())

    def _is_open(self) -> bool:
        return self._window.workspace.is_open

    def _has_line(self) -> bool:
        return self._is_open() and isinstance(self._window.workspace.subject, Place)

    # -- menus ---------------------------------------------------------------------------------------

    def _files(self) -> tuple[Action, ...]:
        window = self._window
        return (
            Action("New client", self._new_client, "Ctrl+N"),
            Action("Open a file", window.clients.ask_for_file, "Ctrl+O"),
            Action("Save", window.save, "Ctrl+S", enabled=self._is_open),
            Action("Print what the page shows", self._print, "Ctrl+P", enabled=self._is_open),
            Action(
                "Print the vouchers of next year's tax",
                partial(print_vouchers, window.workspace, window),
                enabled=self._is_open,
            ),
            Action(
                "Days of next year's tax as a calendar",
                partial(ask_to_write_days, window.workspace, window),
                enabled=self._is_open,
            ),
            *window.safe.actions(partial(window.show_stage, Stage.CLIENTS)),
            Action("Quit", window.quit, "Ctrl+Q"),
            Action("Quit, leaving the file as it was opened", window.quit_as_opened),
        )

    def _edits(self) -> tuple[Action, ...]:
        workspace = self._window.workspace
        return (
            Action("Undo", workspace.undo, "Ctrl+Z", enabled=self._is_open),
            Action("Redo", workspace.redo, "Ctrl+Shift+Z", enabled=self._is_open),
            Action("Find on this page", self._find_here, "Ctrl+F"),
            Action(
                "Try otherwise, or take off what is worn",
                self._try_otherwise,
                "Ctrl+T",
                enabled=self._is_open,
            ),
            Action("Ask the client about this", self._window.ask_client, "F8", enabled=self._is_open),
            Action(
                "Check this line, or take the check off",
                partial(self._window.check, whole=False),
                "F9",
                enabled=self._has_line,
            ),
            Action(
                "Check the whole sheet, or take the check off",
                partial(self._window.check, whole=True),
                "Shift+F9",
                enabled=self._has_line,
            ),
        )

    def _going(self) -> tuple[Action, ...]:
        window = self._window
        return (
            *(
                Action(f"Go to {stage.value}", partial(window.show_stage, stage), f"Ctrl+{number}")
                for number, stage in enumerate(Stage, 1)
            ),
            Action("Go to the next stage", partial(window.step_stage, 1), "Ctrl+PgDown"),
            Action("Go to the stage before", partial(window.step_stage, -1), "Ctrl+PgUp"),
            Action("Page, thread, strip: the next of them", partial(window.step_pane, 1), "F6"),
            Action("Page, thread, strip: the one before", partial(window.step_pane, -1), "Shift+F6"),
            Action("Fold the thread away, or show it", window.fold_thread, "F4"),
            Action("Back along the thread", window.go_back, "Alt+Left", enabled=lambda: window.can_go_back),
        )

    def _books(self) -> tuple[Action, ...]:
        return (
            Action("Statement of the activity", self._to_statement, "Alt+Up", enabled=self._is_open),
            Action("Make the entry an asset", self._make_asset, enabled=self._is_open),
            self._at_tray("Take in a statement", lambda tray: tray.ask_for_file()),
            self._at_tray("Fetch a marketplace's statements", lambda tray: tray.open_marketplace()),
            self._at_tray("Take the proposals of the tray", lambda tray: tray.take_proposals()),
            self._at_tray("Sorting rules", lambda tray: tray.switch_rules()),
            Action("Export the books", self._export_books, enabled=self._is_open),
        )

    def _makers(self) -> tuple[Action, ...]:
        """New things that serve several uses."""
        window = self._window
        return self._there(Stage.SHARED, with_things.makers(window.workspace, lambda: window.shared))

    def _shared(self) -> tuple[Action, ...]:
        window, stage = self._window, Stage.SHARED
        made = partial(window.pages.has, stage)
        return self._there(stage, with_things.actions_of(window.workspace, lambda: window.shared, made))

    def _there(self, stage: Stage, actions: Iterable[Action]) -> tuple[Action, ...]:
        """What is done on the page of a stage, which is shown for it."""

        def do(action: Action) -> None:
            if self._window.stage is not stage:
                self._window.show_stage(stage)
            action.act()

        return tuple(replace(action, act=partial(do, action)) for action in actions)

    def _assets(self) -> tuple[Action, ...]:
        window, stage = self._window, Stage.ASSETS
        made = partial(window.pages.has, stage)
        return (
            Action("New asset", self._new_asset, enabled=self._is_open),
            *(self._to_part(part) for part in Part if part not in ALONE),
            *self._there(stage, with_assets.actions_of(window.workspace, lambda: window.assets, made)),
        )

    def _help(self) -> tuple[Action, ...]:
        return (
            Action("Keys and commands", self._show_keys, "F1"),
            Action("Find a line, entry, asset or command", self._find, "F3"),
        )

    def _new_activities(self) -> list[Action]:
        workspace = self._window.workspace
        kinds = workspace.pack.ledger.kinds if workspace.is_open else {}
        return [Action(kind.new, partial(self._new_activity, key)) for key, kind in kinds.items()]

    def _at_tray(self, name: str, act: Callable[[TrayView], None]) -> Action:
        return Action(name, partial(self._in_tray, act), enabled=self._is_open)

    def _to_part(self, part: Part) -> Action:
        def enabled() -> bool:
            return self._is_open() and part in offered(self._window.workspace.pack)

        return Action(f"Assets: {part.words}", partial(self._in_assets, part), "", part.value[1], enabled)

    # -- what is found besides ------------------------------------------------------------------------

    def besides(self) -> list[Findable]:
        """The office's clients, the lines of the books, and what people look for that is elsewhere."""
        window = self._window
        clients = [
            Findable(f"Client · {path.stem}", act=partial(self._open, path)) for path in window.recent.paths()
        ]
        if not window.workspace.is_open:
            return clients
        elsewhere = [
            Findable(f"{' · '.join(each.words)}: {each.says}", act=self._lead(each.leads_to))
            for each in window.workspace.pack.asked.elsewhere
        ]
        lines = lines_of_books(window.workspace.computation, self._to_line)
        return [*elsewhere, *clients, *lines]

    def _lead(self, to: str) -> Callable[[], None] | None:
        """What leads to something that people look for under another name."""
        books = partial(self._window.show_stage, Stage.BOOKS)

        def part(key: str) -> Callable[[], None]:
            def show() -> None:
                books()
                self._window.books.choose(key)
                self._window.books.focus()

            return show

        def particulars() -> None:
            books()
            if activity := self._window.workspace.activity:
                self._window.workspace.go_to(f"/activities/{activity}/name")

        leads: dict[str, Callable[[], None]] = {
            NEW_ASSET: self._new_asset, HOUSEHOLD: part(HOUSEHOLD_PART), FORMS: part(FORMS_PART),
            ACTIVITY: particulars, SHARED: partial(self._window.show_stage, Stage.SHARED),
            EXCHANGES: partial(self._in_assets, Part.EXCHANGES),
            LEAVING: partial(self._in_assets, Part.LEAVING),
        }  # fmt: skip
        return leads.get(to)

    def _open(self, path: Path) -> None:
        self._window.open_path(path)

    def _to_line(self, activity: str, line: str) -> None:
        self._window.show_stage(Stage.BOOKS)
        self._window.books.show_line(activity, line)

    # -- what they do --------------------------------------------------------------------------------

    def _find(self) -> None:
        self._window.finder.open()

    def _try_otherwise(self) -> None:
        self._window.beside.try_otherwise()

    def _find_here(self) -> None:
        """Go to the line on which the page is searched; where it has none, to the finder."""
        line = self._window.pages.of(self._window.stage).search_line()
        if line is None:
            self._find()
        else:
            line.setFocus()
            line.selectAll()

    def _print(self) -> None:
        page = self._window.pages.of(self._window.stage).page_to_print()
        if page:
            print_page(page, self._window)
        else:
            self._window.say("There is nothing to print here. Go to a statement, the assets or the return.")

    def _show_keys(self) -> None:
        """The keys and commands of the page that is shown, then of everywhere."""
        window = self._window
        stops = [*tab_stops(window.pages.of(window.stage)), *tab_stops(window.thread_panel)]
        here = [
            replace(action, name=f"{stop.accessibleName()}: {action.name[:1].lower()}{action.name[1:]}")
            for stop in stops
            if isinstance(stop, CursorRules)
            for action in stop.actions_here
        ]
        window.finder.open_keys(here)

    def _new_client(self) -> None:
        self._window.clients.show_office()
        self._window.show_stage(Stage.CLIENTS)
        self._window.clients.first.setFocus()

    def _new_activity(self, kind: str) -> None:
        self._window.show_stage(Stage.BOOKS)
        self._window.books.make_activity(kind)

    def _to_statement(self) -> None:
        self._window.show_stage(Stage.BOOKS)
        self._window.books.show_statement()

    def _export_books(self) -> None:
        self._window.books.ask_to_export()

    def _make_asset(self) -> None:
        if self._window.books.activity.isVisible():
            self._window.books.activity.make_asset()

    def _in_tray(self, act: Callable[[TrayView], None]) -> None:
        """Show the tray and do something there."""
        self._window.show_stage(Stage.BOOKS)
        self._window.books.choose(STATEMENTS)
        act(self._window.books.tray)

    def _in_assets(self, part: Part) -> None:
        """Show a part of the Assets page."""
        self._window.show_stage(Stage.ASSETS)
        self._window.assets.switch_to(part)

    def _new_asset(self) -> None:
        self._window.show_stage(Stage.ASSETS)
        self._window.assets.assets.table.start_new()
