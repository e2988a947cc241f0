"""A letter on paper: its paragraphs on pages."""

from __future__ import annotations

import io
from html import escape

from reportlab.platypus import Flowable, Paragraph

from half_yard.interop.paper import LETTER_TEXT, Bookmark, Document, PaperSize, style_of


def paragraphs(text: str) -> list[Flowable]:
    """The paragraphs of a letter; an empty line stands between two."""
    return [
        Paragraph(escape(part).replace("\n", "<br/>"), style_of(LETTER_TEXT))
        for part in text.strip().split("\n\n")
    ]


def letter_on_paper(title: str, text: str, paper: str) -> bytes:
    """The letter as PDF on a paper. Raises KeyError for one that is not known."""
    made = io.BytesIO()
    Document(made, PaperSize[paper.upper()].value, title, "").write(
        [Bookmark("letter", title), *paragraphs(text)]
    )
    return made.getvalue()
