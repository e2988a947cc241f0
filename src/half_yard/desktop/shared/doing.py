"""What can be done with the things that serve several uses. It is declared without their page, which is made
when it is first wanted."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import TYPE_CHECKING

from half_yard.countries.shared_use import ThingKind
from half_yard.desktop.actions import Action
from half_yard.desktop.shared.which_part import Part, first_thing, offered
from half_yard.desktop.workspace import Workspace

if TYPE_CHECKING:
    from half_yard.desktop.shared.page import SharedPage


def makers(workspace: Workspace, page: Callable[[], SharedPage]) -> tuple[Action, ...]:
    """An action for a new thing of each kind that the country has; none where no file is open."""
    if not workspace.is_open:
        return ()

    def make(kind: ThingKind) -> None:
        page().make(kind)

    return tuple(
        Action(f"New {kind.new}", partial(make, kind)) for kind in workspace.pack.shared.kinds.values()
    )


def actions_of(
    workspace: Workspace, page: Callable[[], SharedPage], is_made: Callable[[], bool]
) -> tuple[Action, ...]:
    """What can be done with the thing that is shown, or, before the page is made, would be shown first."""

    def choose_other() -> None:
        page().methods.choose_other()

    def go_to(part: Part) -> None:
        page().go_to_part(part)

    def offers(part: Part) -> bool:
        if not workspace.is_open or is_made():
            return workspace.is_open and page().offers(part)
        return part in offered(workspace.pack, workspace.file, first_thing(workspace.file))

    def wants_list() -> bool:
        return offers(Part.LOG) or offers(Part.CALENDAR)

    def is_shown() -> bool:
        return workspace.is_open and is_made() and page().thing is not None

    return (
        *(
            Action(
                f"{part.value} of the shared thing", partial(go_to, part), part.key, "", partial(offers, part)
            )
            for part in Part
        ),
        Action("Choose the other method", choose_other, "Alt+M", enabled=is_shown),
        Action("Take in a log or a calendar", lambda: page().ask_for_list(), enabled=wants_list),
        Action("Take the shared thing out", lambda: page().remove_thing(), enabled=is_shown),
    )
