"""What is paid ahead for next year: its vouchers printed, its days written as a calendar file."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QWidget

from half_yard.desktop.printing import print_page
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.interop.deadlines import days_of_instalments
from half_yard.interop.vouchers_page import vouchers_page

NOTHING = "Nothing has to be paid ahead: so little tax is left that was not withheld, or none is computed."


def print_vouchers(workspace: Workspace, parent: QWidget) -> None:
    """Print a voucher for each payment of next year, or say that there is none."""
    instalments = workspace.pack.paying_ahead(workspace.computation)
    if instalments:
        print_page(vouchers_page(workspace.file, instalments), parent)
    else:
        workspace.said.emit(NOTHING)


def ask_to_write_days(workspace: Workspace, parent: QWidget) -> None:
    """Ask where the due days go as a calendar file, and write them there."""
    name = f"{workspace.file.title} {workspace.file.tax_year + 1} estimated tax"
    chosen = ask_where(
        workspace, parent, "Days of next year's tax", name=name, ending=".ics", kinds="Calendars (*.ics)"
    )
    if chosen:
        workspace.said.emit(write_days(workspace, chosen))


def write_days(workspace: Workspace, path: Path) -> str:
    """Write the due days as a calendar file; returns what is to be said."""
    instalments = workspace.pack.paying_ahead(workspace.computation)
    if not instalments:
        return NOTHING
    days = f"{len(instalments)} days"
    return written_out(days, path, lambda: days_of_instalments(workspace.file, instalments))
