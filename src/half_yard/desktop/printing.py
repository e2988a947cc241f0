"""Pages on paper: HTML printed, or as PDF."""

from __future__ import annotations

from PySide6.QtCore import QBuffer, QMarginsF
from PySide6.QtGui import QPageLayout, QPageSize, QPdfWriter, QTextDocument
from PySide6.QtWidgets import QWidget

MARGIN = 14
"""Of a printed page, in millimetres."""


def as_pdf(page: str, *, landscape: bool = False) -> bytes:
    """A page to print as PDF."""
    made = QBuffer()
    made.open(QBuffer.OpenModeFlag.WriteOnly)
    writer = QPdfWriter(made)
    writer.setPageSize(QPageSize(QPageSize.PageSizeId.Letter))
    turned = QPageLayout.Orientation.Landscape if landscape else QPageLayout.Orientation.Portrait
    writer.setPageOrientation(turned)
    writer.setPageMargins(QMarginsF(MARGIN, MARGIN, MARGIN, MARGIN), QPageLayout.Unit.Millimeter)
    document = QTextDocument()
    document.setHtml(page)
    document.print_(writer)
    del writer  # which finishes the document
    return bytes(made.data().data())


def print_page(page: str, parent: QWidget) -> None:
    """Ask for a printer, and print a page there."""
    # Printing is seldom, and loading it takes a while.
    from PySide6.QtPrintSupport import QPrintDialog, QPrinter  # noqa: PLC0415

    printer = QPrinter(QPrinter.PrinterMode.HighResolution)
    if QPrintDialog(printer, parent).exec() == QPrintDialog.DialogCode.Accepted:
        document = QTextDocument()
        document.setHtml(page)
        document.print_(printer)
