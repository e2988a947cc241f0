"""The Assets page: every asset of the file in one table, and beneath it what is to be known or done of
them."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from pathlib import Path
from typing import TypeVar

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QSplitter, QVBoxLayout, QWidget

from half_yard.desktop import theme
from half_yard.desktop.actions import always, menu_of
from half_yard.desktop.assets.asset_columns import AssetColumns
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.assets.asset_view import AssetView
from half_yard.desktop.assets.basis_view import BasisView
from half_yard.desktop.assets.classes_view import ClassesView
from half_yard.desktop.assets.doing import actions_of
from half_yard.desktop.assets.elections_view import ElectionsView
from half_yard.desktop.assets.every_year_view import EveryYearView
from half_yard.desktop.assets.exchange_view import ExchangeView
from half_yard.desktop.assets.exporting import ask_to_export
from half_yard.desktop.assets.leaving_view import LeavingView
from half_yard.desktop.assets.list_view import ListView
from half_yard.desktop.assets.projection_view import ProjectionView
from half_yard.desktop.assets.purchase_view import PurchaseView
from half_yard.desktop.assets.several_view import SeveralView
from half_yard.desktop.assets.treatments_view import TreatmentsView
from half_yard.desktop.assets.which_part import ALONE, OF_BASIS, WHOLE_PAGE, Part, offered
from half_yard.desktop.parts import Page, TableBlock, button, scrolled, soft
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Role
from half_yard.figures.explain import money_text
from half_yard.interop import schedule_page
from half_yard.records import Asset, Edit
from half_yard.records.capitalizing import back_into_entry
from half_yard.records.duplicating import duplicate_asset, improvement_of

P = TypeVar("P", bound=AssetPart)


MADE: Mapping[Part, type[AssetPart]] = {
    Part.ASSET: AssetView, Part.CLASSES: ClassesView, Part.YEARS: EveryYearView, Part.BASIS: BasisView,
    Part.LEAVING: LeavingView,
    Part.ELECTIONS: ElectionsView, Part.PROJECTION: ProjectionView, Part.BOOKS: TreatmentsView,
    Part.SEVERAL: SeveralView, Part.EXCHANGES: ExchangeView, Part.PURCHASE: PurchaseView, Part.LIST: ListView,
}  # fmt: skip
TABLE, BENEATH = 4, 5
"""How the height is divided at first; the line between is moved by the mouse."""


class AssetsPage(Page):
    """The table above, one part beneath it."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._current = ""
        self._shown = Part.ASSET
        self._made: dict[Part, AssetPart] = {}
        self._columns = AssetColumns(workspace)
        self.model = RecordModel(workspace, self._source(), self._columns.of_table(), self)
        self.assets = TableBlock(
            "Assets", self.model, "what it is, for which activity, its class, when in service, its cost"
        )
        self.assets.heading.setFont(theme.title_font(15))
        self.assets.table.record_current.connect(self._chosen)
        self.assets.table.selectionModel().selectionChanged.connect(self._selected_others)
        self.model.added.connect(self._added)
        self._together = soft("")
        self._above, beneath = QWidget(), QWidget()
        above = QVBoxLayout(self._above)
        above.setContentsMargins(0, 0, 0, 4)
        above.addWidget(self.assets, 1)
        above.addWidget(self._together)
        body = QWidget()
        self._column = QVBoxLayout(body)
        self._column.setContentsMargins(0, 0, 0, 0)
        below = QVBoxLayout(beneath)
        below.setContentsMargins(0, 0, 0, 0)
        below.addLayout(self._switches())
        below.addWidget(scrolled(body), 1)
        halves = QSplitter(Qt.Orientation.Vertical)
        halves.setChildrenCollapsible(False)
        for half, share in ((self._above, TABLE), (beneath, BENEATH)):
            halves.addWidget(half)
            halves.setStretchFactor(halves.count() - 1, share)
        halves.setSizes([TABLE * 100, BENEATH * 100])
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 14, 14, 10)
        column.addWidget(halves)
        self.part(Part.ASSET)
        workspace.at_each_file(self._opened)

    def _switches(self) -> QHBoxLayout:
        line = QHBoxLayout()
        line.setSpacing(4)
        self._buttons = {}
        for part in Part:
            switch = button(*part.value)
            switch.setCheckable(True)
            switch.setAutoExclusive(True)
            switch.clicked.connect(lambda _checked=False, part=part: self.switch_to(part))
            if part in ALONE:
                switch.hide()
            line.addWidget(switch)
            self._buttons[part] = switch
        self._buttons[Part.ASSET].setChecked(True)
        line.addStretch(1)
        self.more = button("More", "What else can be done with assets")
        actions = actions_of(self._workspace, lambda: self, always)
        self.more.setMenu(menu_of(lambda: actions, self))
        line.addWidget(self.more)
        return line

    @property
    def has_current(self) -> bool:
        """Whether the cursor is on an asset."""
        return self._current in self._workspace.file.assets

    @property
    def was_entry(self) -> bool:
        """Whether the asset under the cursor was made from an entry."""
        asset = self._workspace.file.assets.get(self._current)
        return asset is not None and asset.made_from is not None

    @property
    def may_exchange(self) -> bool:
        """Whether one of the selected assets can be given for property of like kind."""
        may_be = self._workspace.pack.exchanges.may_be_given(self._workspace.file)
        return any(key in may_be for key in self.selected())

    # -- parts ---------------------------------------------------------------------------------------

    @property
    def offered(self) -> list[Part]:
        """The parts that the open file's country has a use for."""
        return offered(self._workspace.pack)

    def part(self, part: Part) -> AssetPart:
        """A part, made when it is first asked for."""
        if part not in self._made:
            made: AssetPart = MADE[part](self._workspace)
            self._made[part] = made
            self._column.addWidget(made)
            made.setVisible(part is self._shown)
            if isinstance(made, PurchaseView | ListView):
                made.left.connect(self._back_to_asset)
        return self._made[part]

    def view(self, kind: type[P]) -> P:
        """The part of a kind, made when it is first asked for."""
        made = self.part(next(part for part, known in MADE.items() if known is kind))
        if not isinstance(made, kind):
            raise TypeError(kind)
        return made

    def switch_to(self, part: Part) -> None:
        """Show a part beneath the table, or instead of it; the asset where the country has no use for it."""
        if self._workspace.is_open and part not in self.offered:
            part = Part.ASSET
        self._shown = part
        self.part(part)
        self._buttons[part].setChecked(True)
        for known, made in self._made.items():
            made.setVisible(known is part)
        self._above.setVisible(part not in WHOLE_PAGE)
        if self._workspace.is_open:
            self._show_part()

    def _back_to_asset(self) -> None:
        self.switch_to(Part.ASSET)
        self.focus()

    def selected(self) -> list[str]:
        """The ids of the selected assets."""
        rows = self.assets.table.rows_selected()
        return [key for key in map(self.model.id_at, rows) if key]

    def _selected_others(self) -> None:
        if self._shown is Part.SEVERAL:
            self._show_part()

    # -- the table -----------------------------------------------------------------------------------

    def _source(self) -> Source:
        needed = ("name", "asset_class", "in_service", "cost")
        return Source(
            "assets", "asset", Asset, self._columns.start, needed, "type a new asset here",
            beside=lambda: (self._workspace.computation.stories, self._workspace.file.activities),
            fill_in=self._columns.propose, group=lambda asset: asset.activity,
        )  # fmt: skip

    def _opened(self) -> None:
        self._current = next(iter(sorted(self._workspace.file.assets)), "")
        for part, switch in self._buttons.items():
            switch.setVisible(part in self.offered and part not in ALONE)
        pools = self._workspace.pack.assets.one_by_one is None
        for number, column in enumerate(self.model.columns):
            self.assets.table.setColumnHidden(
                number, pools and column.title in ("Earlier years", "Next year")
            )
        if self._shown not in self.offered:
            self.switch_to(Part.ASSET)

    def refresh(self) -> None:
        """Show the assets as they are now."""
        if not self._workspace.is_open:
            return
        self.model.refresh()
        self._together.setText(self._totals())
        file = self._workspace.file
        if self._current not in file.assets:
            self._current = next(iter(sorted(file.assets)), "")
        self._show_part()

    def _show_part(self) -> None:
        """Show the part for the current asset and those that are selected."""
        self.part(self._shown).show_assets(self._current, self.selected())

    def _totals(self) -> str:
        """The totals that tie to the forms, by activity."""
        computation = self._workspace.computation
        words = []
        for key, activity in sorted(self._workspace.file.activities.items()):
            for sheet in computation.asset_sheets(key):
                lines = [
                    line for line in sheet.lines if line.role is Role.TOTAL or line.role is Role.SUBTOTAL
                ]
                last = [line for line in lines if line.role is Role.TOTAL][-1:]
                besides = (
                    [line for line in lines[lines.index(last[0]) + 1 :] if line.figure.amount] if last else []
                )
                amounts = " and ".join(money_text(line.figure.amount) for line in (*last, *besides))
                words.append(f"{activity.name or key} {amounts} ({sheet.form})")
        return f"{'; '.join(words)}." if words else ""

    def _added(self, key: str) -> None:
        self._current = key
        self._show_part()

    def _chosen(self, path: str) -> None:
        if not path:
            return
        moved = self._current != collection_and_id(path)[1]
        self._current = collection_and_id(path)[1]
        self._show_part()
        if self.assets.table.hasFocus():
            if moved:
                self._workspace.show_activity(self._workspace.file.assets[self._current].activity)
            self._workspace.look_at(path)

    # -- doing ---------------------------------------------------------------------------------------

    def _add(self, make: Callable[[], tuple[Edit, str]]) -> None:
        """Carry out an edit that adds an asset, and go to it."""
        if self._current not in self._workspace.file.assets:
            return
        edit, key = make()
        if self._workspace.try_to(edit):
            self._workspace.go_to(f"/assets/{key}")

    def make_duplicate(self) -> None:
        """Add an asset like the current one, and go to it."""
        self._add(lambda: duplicate_asset(self._workspace.file, self._current))

    def make_improvement(self) -> None:
        """Add an improvement of the current asset, and go to it."""
        self._add(lambda: improvement_of(self._workspace.file, self._current))

    def make_entry(self) -> None:
        """Turn the current asset back into the entry that it was, and go to it; nothing if it was none."""
        asset = self._workspace.file.assets.get(self._current)
        if asset is None or asset.made_from is None:
            return
        edit, entry = back_into_entry(self._workspace.file, self._current)
        if self._workspace.try_to(edit):
            self._workspace.go_to(f"/entries/{entry}")

    def start_exchange(self) -> None:
        """Begin an exchange in which the selected assets are given up, and show it."""
        offered = self._workspace.pack.exchanges.may_be_given(self._workspace.file)
        given = [key for key in self.selected() if key in offered]
        if given and self.view(ExchangeView).begin(given):
            self.switch_to(Part.EXCHANGES)
            self.view(ExchangeView).start()

    def start_purchase(self) -> None:
        """Type in a property that was bought."""
        self.switch_to(Part.PURCHASE)
        self.view(PurchaseView).start()

    def ask_for_list(self) -> None:
        """Ask for an asset list and show how it would be taken in."""
        if self.view(ListView).ask_for_file():
            self.switch_to(Part.LIST)

    def show_list(self, path: Path) -> None:
        """Show how an asset list would be taken in."""
        if self.view(ListView).show_file(path):
            self.switch_to(Part.LIST)
            self.view(ListView).take.setFocus()

    def ask_to_export(self) -> None:
        """Ask where the assets go, and write them there."""
        if self._workspace.is_open:
            ask_to_export(self._workspace, self)

    def show_subject(self, path: str) -> None:
        """Show the asset at a path, the cursor on a field of it where the path names one; or an election."""
        if path.startswith("/exchanges/"):
            self.switch_to(Part.EXCHANGES)
            self.part(self._shown).focus_on(path)
            return
        if not path.startswith("/assets/"):
            self.switch_to(Part.ELECTIONS)
            self.part(Part.ELECTIONS).focus_on(path)
            return
        named = path.split("/")[3:]
        self.switch_to(self._part_with(path) if named else Part.ASSET)
        self.assets.table.show_record(collection_and_id(path)[1])
        if named:
            self.part(self._shown).focus_on(path)

    def _part_with(self, path: str) -> Part:
        """The part that has a field of an asset."""
        key, field = path.split("/")[2:4]
        file = self._workspace.file
        leaving = self._workspace.pack.assets.leaving_fields(file, key) if key in file.assets else ()
        if any(each.path == path for each in leaving):
            return Part.LEAVING
        return Part.BASIS if field in OF_BASIS else Part.ASSET

    def page_to_print(self) -> str:
        """The schedule of all assets."""
        return schedule_page(self._workspace.computation)

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        self.assets.table.setFocus()
        if not self.assets.table.currentIndex().isValid():
            self.assets.table.setCurrentIndex(self.model.index(0, 0))
