"""Paper: typefaces, styles and the frame of every page of a document."""

from __future__ import annotations

from enum import Enum
from functools import cache
from importlib.resources import as_file, files
from typing import Any, BinaryIO

from reportlab.lib.colors import HexColor
from reportlab.lib.enums import TA_RIGHT
from reportlab.lib.pagesizes import A4 as A4_SIZE
from reportlab.lib.pagesizes import LETTER as LETTER_SIZE
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfbase.pdfmetrics import getFont, registerFont
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import BaseDocTemplate, Flowable, Frame, PageTemplate, TableStyle

TEXT, STRONG_TEXT, TITLE = "HalfYardText", "HalfYardStrong", "HalfYardTitle"
FACES = {
    TEXT: "SourceSans3-Regular.ttf", STRONG_TEXT: "SourceSans3-Semibold.ttf",
    TITLE: "SourceSerif4-Semibold.ttf",
}  # fmt: skip
SIDE, TOP, BOTTOM = 48, 58, 52
"""The margins, in points."""
INK, SOFT, RULE, PALE = "#1f2421", "#5c564b", "#b9b2a2", "#e6e1d4"
HEAD, SECTION, ROW, STRONG, AMOUNT, SUM = "head", "section", "row", "strong", "amount", "sum"
NOTE, LETTER_TEXT = "note", "letter"


class PaperSize(Enum):
    """The paper: width and height in points."""

    LETTER = LETTER_SIZE
    A4 = A4_SIZE


@cache
def _load_faces() -> None:
    """Register the typefaces; they are embedded where they are used."""
    for name, face in FACES.items():
        with as_file(files("half_yard") / "desktop" / "fonts" / face) as path:
            registerFont(TTFont(name, str(path)))


def signs_lacking(text: str) -> str:
    """The signs of a text that the typefaces do not have, each once: on paper they are empty boxes."""
    _load_faces()
    font: Any = getFont(TEXT)
    known = font.face.charToGlyph
    return "".join(sorted({sign for sign in text if ord(sign) not in known and sign.isprintable()}))


def _style(name: str, face: str = TEXT, size: float = 9.5, **more: Any) -> ParagraphStyle:
    _load_faces()
    return ParagraphStyle(
        name, fontName=face, fontSize=size, leading=size * 1.28, textColor=more.pop("textColor", INK), **more
    )


@cache
def style_of(name: str) -> ParagraphStyle:
    """The style of a kind of text: a heading, a section, a row, an amount and so on. Raises KeyError."""
    made = {
        HEAD: lambda: _style(HEAD, TITLE, 15, spaceAfter=4),
        SECTION: lambda: _style(SECTION, TITLE, 11, spaceBefore=5),
        ROW: lambda: _style(ROW),
        STRONG: lambda: _style(STRONG, STRONG_TEXT),
        AMOUNT: lambda: _style(AMOUNT, alignment=TA_RIGHT),
        SUM: lambda: _style(SUM, STRONG_TEXT, alignment=TA_RIGHT),
        NOTE: lambda: _style(NOTE, size=8.5, textColor=SOFT, spaceAfter=2),
        LETTER_TEXT: lambda: _style(LETTER_TEXT, size=11, spaceAfter=9),
    }
    return made[name]()


@cache
def table_style(*, heading: bool) -> TableStyle:
    """The lines of a table: a thin one beneath every row, a stronger one beneath its headings."""
    rules: list[tuple[Any, ...]] = [
        ("LINEBELOW", (0, 0), (-1, -1), 0.35, HexColor(RULE)),
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LEFTPADDING", (0, 0), (-1, -1), 2),
        ("RIGHTPADDING", (0, 0), (-1, -1), 4),
        ("TOPPADDING", (0, 0), (-1, -1), 1.5),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
    ]
    if heading:
        rules.append(("LINEBELOW", (0, 0), (-1, 0), 0.9, HexColor(INK)))
    return TableStyle(rules)


class Bookmark(Flowable):
    """Where a part begins, for the list of bookmarks. It takes no room."""

    def __init__(self, key: str, title: str) -> None:
        super().__init__()
        self._key, self._title = key, title

    def wrap(self, *room: float) -> tuple[float, float]:
        """No room."""
        del room
        return 0, 0

    def draw(self) -> None:
        """Note the page, and whose it and those after it are."""
        self.canv.part = self._title  # type: ignore[attr-defined]
        self.canv.bookmarkPage(self._key)
        self.canv.addOutlineEntry(self._title, self._key, 0)


class _Numbered(Canvas):
    """A canvas whose pages are finished when it is known how many there are."""

    def __init__(self, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        self._width = float(named["pagesize"][0])
        self._finished: list[dict[str, Any]] = []

    def showPage(self) -> None:  # noqa: N802 (the library's name)
        """Put the page by."""
        self._finished.append(dict(self.__dict__))
        self._startPage()  # type: ignore[attr-defined]

    def save(self) -> None:
        """Number the pages and write them."""
        for number, page in enumerate(self._finished, 1):
            self.__dict__.update(page)
            self.setFont(TEXT, 8)
            self.setFillColor(HexColor(SOFT))
            words = f"Page {number} of {len(self._finished)}"
            self.drawRightString(self._width - SIDE, BOTTOM / 2, words)
            super().showPage()
        super().save()


class Document(BaseDocTemplate):
    """A document under one title, which stands on every page; a warning stands across each."""

    def __init__(self, target: BinaryIO, size: tuple[float, float], title: str, warning: str) -> None:
        _load_faces()
        super().__init__(target, pagesize=size, title=title, author="Half Yard", lang="en")
        self._size, self._said, self._warning = size, title, warning
        width, height = size
        frame = Frame(SIDE, BOTTOM, width - 2 * SIDE, height - TOP - BOTTOM, 0, 0, 0, 0)
        page = PageTemplate("page", [frame], onPage=self._dress, onPageEnd=_name_part, pagesize=size)
        self.addPageTemplates(page)

    def _dress(self, canvas: Canvas, document: BaseDocTemplate) -> None:
        del document
        width, height = self._size
        canvas.saveState()
        if self._warning:
            canvas.setFont(TITLE, 46)
            canvas.setFillColor(HexColor(PALE))
            canvas.translate(width / 2, height / 2)
            canvas.rotate(52)
            canvas.drawCentredString(0, 0, self._warning)
            canvas.rotate(-52)
            canvas.translate(-width / 2, -height / 2)
        canvas.setFont(TEXT, 8)
        canvas.setFillColor(HexColor(SOFT))
        canvas.drawString(SIDE, height - TOP / 2, self._said)
        if self._warning:
            canvas.drawRightString(width - SIDE, height - TOP / 2, self._warning)
        canvas.restoreState()

    def write(self, story: list[Flowable]) -> None:
        """Lay the document out and write it."""
        self.build(story, canvasmaker=_Numbered)


def _name_part(canvas: Canvas, document: BaseDocTemplate) -> None:
    """Say at the foot of a page which part it belongs to."""
    del document
    canvas.saveState()
    canvas.setFont(TEXT, 8)
    canvas.setFillColor(HexColor(SOFT))
    canvas.drawString(SIDE, BOTTOM / 2, getattr(canvas, "part", ""))
    canvas.restoreState()
