"""Questions as PDF with a field for each answer (ISO 32000-1, 12.7), and what was filled in read back."""

from __future__ import annotations

import io
import logging
from html import escape
from pathlib import Path

from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Paragraph, Spacer

from half_yard.countries import pack_for
from half_yard.interop.paper import HEAD, NOTE, ROW, Bookmark, Document, PaperSize, style_of
from half_yard.records import ClientFile
from half_yard.review.asking import open_questions

BEGINS = "answer."
"""What the names of the fields begin with; the question's number follows."""
HEIGHT, LONGEST = 22, 2000


class AnswerField(Flowable):
    """A line in which an answer is typed."""

    def __init__(self, key: str, words: str) -> None:
        super().__init__()
        self._key, self._words = key, words

    def wrap(self, *room: float) -> tuple[float, float]:
        """As wide as the page."""
        self.width = room[0]
        return room[0], HEIGHT + 8

    def draw(self) -> None:
        """Place the field."""
        canvas: Canvas = self.canv
        canvas.acroForm.textfield(
            name=f"{BEGINS}{self._key}", tooltip=self._words, relative=True, x=0, y=4, width=int(self.width),
            height=HEIGHT, fontSize=10, borderWidth=1, forceBorder=True, maxlen=LONGEST,
        )  # fmt: skip


def form_pdf(file: ClientFile) -> bytes:
    """The questions that wait, each with a field for its answer."""
    title = f"{file.title}, {file.tax_year}"
    words = "Please type below each question, keep the file, and send it back."
    story: list[Flowable] = [
        Bookmark("form", title), Paragraph(escape(title), style_of(HEAD)), Paragraph(words, style_of(NOTE)),
    ]  # fmt: skip
    for number, (key, question) in enumerate(open_questions(file).items(), 1):
        story += [
            Spacer(0, 6), Paragraph(escape(f"{number}. {question.words}"), style_of(ROW)),
            AnswerField(key, question.words),
        ]  # fmt: skip
    made = io.BytesIO()
    paper = PaperSize[pack_for(file.country).country.paper.upper()]
    Document(made, paper.value, title, "").write(story)
    return made.getvalue()


def filled_in(path: Path) -> dict[str, str]:
    """What was typed, by the question's number; nothing where nothing was. Raises OSError, ValueError for
    what is no such form."""
    # The library that reads pages is only needed here.
    from pypdf import PdfReader  # noqa: PLC0415
    from pypdf.errors import PyPdfError  # noqa: PLC0415

    # What is wrong with a file is said by us, once.
    logging.getLogger("pypdf").setLevel(logging.CRITICAL)
    try:
        fields = PdfReader(path).get_form_text_fields()
    except PyPdfError as error:
        raise ValueError("it is no PDF, or a damaged one") from error
    found = {
        name.removeprefix(BEGINS): str(value or "").strip()
        for name, value in fields.items()
        if name.startswith(BEGINS)
    }
    if not found:
        raise ValueError("it has no fields of a form of questions")
    return found
