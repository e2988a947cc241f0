"""What can be done with assets besides typing. It is declared without their page, which is made when it is
first wanted."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from half_yard.desktop.actions import Action
from half_yard.desktop.assets.which_part import Part, offered
from half_yard.desktop.workspace import Workspace

if TYPE_CHECKING:
    from half_yard.desktop.assets.page import AssetsPage


def actions_of(
    workspace: Workspace, page: Callable[[], AssetsPage], is_made: Callable[[], bool]
) -> tuple[Action, ...]:
    """What is done with the asset under the cursor and with those that are selected, of which there are none
    before the page is made; and with all of them."""

    def is_open() -> bool:
        return workspace.is_open

    def has_current() -> bool:
        return workspace.is_open and is_made() and page().has_current

    def was_entry() -> bool:
        return has_current() and page().was_entry

    def may_exchange() -> bool:
        return has_current() and Part.EXCHANGES in offered(workspace.pack) and page().may_exchange

    def is_one_by_one() -> bool:
        return workspace.is_open and workspace.pack.assets.one_by_one is not None

    return (
        Action("Duplicate the asset", lambda: page().make_duplicate(), enabled=has_current),
        Action("Add an improvement of the asset", lambda: page().make_improvement(), enabled=has_current),
        Action("Make the asset an entry again", lambda: page().make_entry(), enabled=was_entry),
        Action("Exchange the selected assets", lambda: page().start_exchange(), enabled=may_exchange),
        Action("A property was bought", lambda: page().start_purchase(), enabled=is_one_by_one),
        Action("Take in an asset list", lambda: page().ask_for_list(), enabled=is_one_by_one),
        Action("Export the assets, or print them", lambda: page().ask_to_export(), enabled=is_open),
    )
