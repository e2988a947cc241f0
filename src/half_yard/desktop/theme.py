"""Linen ground, ink text and the old dyes; the shipped typefaces with tabular figures."""

from __future__ import annotations

from functools import cache
from importlib import resources

from PySide6.QtGui import QColor, QFont, QFontDatabase, QPalette
from PySide6.QtWidgets import QApplication

LINEN = QColor("#f3eee2")
BLEACHED = QColor("#fbf9f3")
SHADE = QColor("#e9e2d1")
RULE = QColor("#d3c9b4")
INK = QColor("#25221d")
SOFT_INK = QColor("#62594a")
INDIGO = QColor("#2d3c6b")
INDIGO_WASH = QColor("#dfe2ea")
MADDER = QColor("#96281f")
WELD_WASH = QColor("#efe3bd")
WALNUT = QColor("#5b4636")
LICHEN = QColor("#48613c")
STITCH = QColor("#8c93ad")

SANS = "Source Sans 3"
SERIF = "Source Serif 4"
TEXT_SIZE = 10.5
ROW_HEIGHT = 23


def text_font(size: float = TEXT_SIZE, *, bold: bool = False, italic: bool = False) -> QFont:
    """The text face, in points, with tabular lining figures."""
    return _font(SANS, size, bold=bold, italic=italic)


def title_font(size: float, *, bold: bool = True) -> QFont:
    """The face of titles, in points."""
    return _font(SERIF, size, bold=bold, italic=False)


@cache
def _font(family: str, size: float, *, bold: bool, italic: bool) -> QFont:
    font = QFont(family)
    font.setPointSizeF(size)
    font.setWeight(QFont.Weight.DemiBold if bold else QFont.Weight.Normal)
    font.setItalic(italic)
    font.setFeature(QFont.Tag("tnum"), 1)
    font.setFeature(QFont.Tag("lnum"), 1)
    return font


def apply_theme(application: QApplication) -> None:
    """Load the typefaces and dress the whole application."""
    folder = resources.files("half_yard.desktop").joinpath("fonts")
    for item in folder.iterdir():
        if item.name.endswith(".ttf"):
            QFontDatabase.addApplicationFontFromData(item.read_bytes())
    application.setStyle("Fusion")
    application.setFont(text_font())
    application.setPalette(_palette())
    application.setStyleSheet(STYLE)


def _palette() -> QPalette:
    palette = QPalette()
    roles = {
        QPalette.ColorRole.Window: LINEN,
        QPalette.ColorRole.Base: BLEACHED,
        QPalette.ColorRole.AlternateBase: LINEN,
        QPalette.ColorRole.Button: SHADE,
        QPalette.ColorRole.Text: INK,
        QPalette.ColorRole.WindowText: INK,
        QPalette.ColorRole.ButtonText: INK,
        QPalette.ColorRole.Highlight: INDIGO,
        QPalette.ColorRole.HighlightedText: BLEACHED,
        QPalette.ColorRole.PlaceholderText: SOFT_INK,
        QPalette.ColorRole.ToolTipBase: BLEACHED,
        QPalette.ColorRole.ToolTipText: INK,
        QPalette.ColorRole.Accent: INDIGO,
    }
    for role, colour in roles.items():
        palette.setColor(role, colour)
    for role in (QPalette.ColorRole.Text, QPalette.ColorRole.ButtonText, QPalette.ColorRole.WindowText):
        palette.setColor(QPalette.ColorGroup.Disabled, role, SOFT_INK)
    return palette


STYLE = f"""
QLineEdit, QComboBox {{
    background: transparent; border: none; border-bottom: 1px dashed {STITCH.name()};
    padding: 1px 2px 2px 2px; selection-background-color: {INDIGO.name()};
}}
QLineEdit:focus, QComboBox:focus {{
    background: {BLEACHED.name()}; border-bottom: 2px solid {INDIGO.name()}; padding-bottom: 1px;
}}
QComboBox::drop-down {{ border: none; width: 16px; }}
QComboBox QAbstractItemView {{
    background: {BLEACHED.name()}; border: 1px solid {RULE.name()};
    selection-background-color: {INDIGO.name()}; selection-color: {BLEACHED.name()};
}}
QPushButton {{
    background: {BLEACHED.name()}; border: 1px solid {RULE.name()}; border-radius: 2px; padding: 3px 11px;
}}
QPushButton:hover {{ border-color: {WALNUT.name()}; }}
QPushButton:focus {{ border: 2px solid {INDIGO.name()}; padding: 2px 10px; }}
QPushButton:checked {{ background: {INDIGO_WASH.name()}; border-color: {INDIGO.name()}; }}
QPushButton:disabled {{ color: {SOFT_INK.name()}; background: transparent; }}
QTableView, QListView {{
    background: {BLEACHED.name()}; border: 1px solid {RULE.name()}; padding: 1px; gridline-color: transparent;
    outline: none; selection-background-color: {INDIGO_WASH.name()}; selection-color: {INK.name()};
}}
QTableView:focus, QListView:focus {{ border: 2px solid {INDIGO.name()}; padding: 0; }}
QTableView[role="bare"], QListView[role="bare"] {{ background: transparent; border: none; padding: 2px; }}
QTableView[role="bare"]:focus, QListView[role="bare"]:focus {{
    border: 2px solid {INDIGO.name()}; padding: 0;
}}
QListView[role="bare"]::item:selected {{ background: {INDIGO_WASH.name()}; color: {INK.name()}; }}
QTableWidget::item {{ padding: 0 3px; }}
QTableWidget::item:selected {{ background: {INDIGO_WASH.name()}; color: {INK.name()}; }}
QHeaderView {{ background: {BLEACHED.name()}; }}
QHeaderView::section {{
    background: {BLEACHED.name()}; color: {SOFT_INK.name()}; border: none;
    border-bottom: 1px solid {WALNUT.name()}; padding: 3px 6px; font-weight: normal;
}}
QTableView QTableCornerButton::section {{ background: {BLEACHED.name()}; border: none; }}
QScrollArea {{ border: none; background: transparent; }}
QScrollBar:vertical {{ background: transparent; width: 10px; margin: 0; }}
QScrollBar:horizontal {{ background: transparent; height: 10px; margin: 0; }}
QScrollBar::handle {{ background: {RULE.name()}; border-radius: 3px; margin: 2px; }}
QScrollBar::handle:vertical {{ min-height: 28px; }}
QScrollBar::handle:horizontal {{ min-width: 28px; }}
QScrollBar::handle:hover {{ background: {STITCH.name()}; }}
QScrollBar::add-line, QScrollBar::sub-line {{ width: 0; height: 0; }}
QScrollBar::add-page, QScrollBar::sub-page {{ background: transparent; }}
QSplitter::handle {{ background: transparent; }}
QCheckBox {{ spacing: 7px; }}
QCheckBox:focus {{ color: {INDIGO.name()}; text-decoration: underline; }}
QMenuBar {{ background: {WELD_WASH.name()}; padding: 0 8px; }}
QMenuBar::item {{ background: transparent; padding: 3px 10px; }}
QMenuBar::item:selected {{ background: {INDIGO_WASH.name()}; color: {INK.name()}; }}
QMenu {{ background: {BLEACHED.name()}; border: 1px solid {WALNUT.name()}; padding: 3px 0; }}
QMenu::item {{ padding: 3px 26px 3px 16px; }}
QMenu::item:selected {{ background: {INDIGO_WASH.name()}; color: {INK.name()}; }}
QMenu::item:disabled {{ color: {SOFT_INK.name()}; }}
QToolTip {{
    background: {BLEACHED.name()}; color: {INK.name()}; border: 1px solid {RULE.name()}; padding: 4px;
}}
QLabel[role="soft"] {{ color: {SOFT_INK.name()}; }}
QLabel[role="error"] {{ color: {MADDER.name()}; }}
QWidget[role="thread"] {{ background: {SHADE.name()}; }}
"""
