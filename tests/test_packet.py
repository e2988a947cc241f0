"""The packet on paper: everything of the computation is in it, and can be read back.

PDF is ISO 32000; the pages are read by pypdf.
"""

from __future__ import annotations

import contextlib
import io
import json
import tempfile
import unittest
from pathlib import Path
from typing import Any

from pypdf import PdfReader

from half_yard.cli.main import main
from half_yard.countries import Computation, compute
from half_yard.demo import client_files
from half_yard.figures.explain import line_text
from half_yard.interop.letter import LetterError, Wording
from half_yard.interop.packet import NOT_COMPLETE, Words, packet_bytes
from half_yard.interop.packet_parts import parts_of
from half_yard.interop.paper import PaperSize
from half_yard.records.identifiers import numbered
from tests.files import business, client, entries, wages

A4_POINTS = (595, 842)


def read(made: bytes) -> Any:
    """A document, to look into."""
    return PdfReader(io.BytesIO(made))


def words_of(text: str) -> str:
    """A text without its spaces and line breaks, which a reader puts elsewhere."""
    return "".join(text.split())


class Packet(unittest.TestCase):
    clients: dict[str, Computation]

    @classmethod
    def setUpClass(cls) -> None:
        cls.clients = {name: compute(file) for name, file in client_files().items()}

    def test_every_line_of_every_sheet_of_every_client_is_on_its_pages(self) -> None:
        for name, computation in self.clients.items():
            for sheet in computation.sheets:
                document = read(packet_bytes(computation, [sheet.key]))
                text = words_of("".join(page.extract_text() for page in document.pages))
                with self.subTest(name, sheet=sheet.key):
                    self.assertIn(words_of(sheet.title), text)
                    for line in sheet.lines:
                        amount = line_text(line.figure, in_cents=sheet.in_cents)
                        row = words_of(f"{line.title}{' *' if line.figure.gaps else ''}{amount}")
                        self.assertIn(row, text, str(line.place))

    def test_bookmarks_numbers_typefaces_and_words_about_it(self) -> None:
        for name, computation in self.clients.items():
            document = read(packet_bytes(computation))
            with self.subTest(name):
                self.assertEqual(
                    [mark["/Title"] for mark in document.outline],
                    [part.title for part in parts_of(computation)],
                )
                for number, page in enumerate(document.pages, 1):
                    text = page.extract_text()
                    self.assertIn(f"Page {number} of {len(document.pages)}", text)
                    self.assertIn(f"{computation.file.title}, {computation.file.tax_year}", text)
                    self.assertEqual(NOT_COMPLETE in text, not computation.complete)
                    self.assertNotIn("219-09", text, "no number of a person")
                    fonts = page["/Resources"]["/Font"].values()
                    for font in (each.get_object() for each in fonts):
                        if font["/BaseFont"] != "/Helvetica":
                            self.assertIn("/FontFile2", font["/FontDescriptor"])
                self.assertEqual(document.metadata["/Title"], f"{computation.file.title}, 2025")

    def test_long_names_wrap_and_long_lists_go_on(self) -> None:
        name = "The Very Long Name of a Workshop That Repairs Everything from Clocks to Boats " * 2
        lines = {f"own.o{number:05d}": str(number + 1) for number in range(90)}
        own = {f"o{number:05d}": f"{name} {number}" for number in range(90)}
        file = client(
            activities={"a00001": business(name=name, own_lines=own)}, wages=wages("10"),
            entries=numbered("entries", entries("a00001", **lines)),
        )  # fmt: skip
        computation = compute(file)
        document = read(packet_bytes(computation, ["schedule_c.a00001.owner"]))
        text = words_of("".join(page.extract_text() for page in document.pages))
        self.assertGreater(len(document.pages), 3)
        for number in range(90):
            self.assertIn(words_of(f"{name} {number}"), text)

    def test_parts_are_chosen_and_ordered_and_paper_is_of_two_sizes(self) -> None:
        computation = next(iter(self.clients.values()))
        document = read(packet_bytes(computation, ["form_1040", "summary"], paper=PaperSize.A4))
        self.assertEqual([mark["/Title"] for mark in document.outline], ["Form 1040", "Summary"])
        box = document.pages[0].mediabox
        self.assertEqual((round(box.width), round(box.height)), A4_POINTS)
        with self.assertRaises(KeyError):
            packet_bytes(computation, ["no such"])

    def test_a_template_with_an_error_is_refused(self) -> None:
        computation = next(each for each in self.clients.values() if each.file.questions)
        with self.assertRaisesRegex(LetterError, "no field"):
            packet_bytes(computation, words=Words(letter=Wording("own.txt", "Dear {someone}")))


class Command(unittest.TestCase):
    def test_it_lists_and_writes(self) -> None:
        with tempfile.TemporaryDirectory(prefix="half yard ") as folder:
            target = Path(folder) / "out.pdf"
            with contextlib.redirect_stdout(io.StringIO()):
                self.assertEqual(main(["demo", folder]), 0)
            client_file = str(next(Path(folder).glob("Ravn*")))
            out = io.StringIO()
            with contextlib.redirect_stdout(out):
                self.assertEqual(main(["print", client_file, "--to", str(target), "--json"]), 0)
            self.assertTrue(json.loads(out.getvalue())["written"])
            self.assertTrue(target.read_bytes().startswith(b"%PDF-"))
            said = io.StringIO()
            with contextlib.redirect_stderr(said):
                self.assertEqual(main(["print", client_file, "--part", "no such"]), 2)
            self.assertIn("There is no part “no such”", said.getvalue())
