"""The rooms and the doors between them, as docs/architecture.md draws them."""

import ast
import re
import subprocess
import sys
import unittest
from collections.abc import Iterator
from decimal import Decimal
from pathlib import Path

from half_yard.countries import COUNTRIES, carried_over, compute, pack_for
from half_yard.demo import client_files

SOURCE = Path(__file__).parent.parent / "src" / "half_yard"
# Each room, and the rooms it may look into.
MAY_IMPORT = {
    "figures": set(),
    "texts": set(),
    "depreciation": set(),
    "records": {"figures"},
    "rules": {"figures"},
    "asked": {"figures", "records"},
    "sharing": {"figures"},
    "review": {"figures", "records", "asked"},
    "books": {"figures", "records", "sharing"},
    "countries": {
        "figures",
        "records",
        "asked",
        "rules",
        "books",
        "depreciation",
        "sharing",
        "review",
    },
    "interop": {"figures", "records", "countries", "review", "texts"},
    "statements": {"figures", "records", "books", "countries", "texts"},
    "standins": {"records"},
    "office": {"figures", "records", "countries", "review", "interop", "standins", "storage"},
    "storage": {"records"},
    "demo": {"records", "storage", "countries", "interop", "review", "standins"},
    "linux": {"storage"},
    "cli": {
        "asked",
        "linux",
        "figures",
        "records",
        "texts",
        "countries",
        "review",
        "interop",
        "standins",
        "statements",
        "storage",
        "office",
        "demo",
    },
    "desktop": {
        "linux",
        "figures",
        "texts",
        "records",
        "asked",
        "books",
        "countries",
        "review",
        "storage",
        "statements",
        "standins",
        "interop",
        "office",
    },
}
LONGEST = 400
# Modules that name the years in which a law took effect.
DATED = {
    "additions.py",
    "basis.py",
    "classes.py",
    "items.py",
    "simplified.py",
    "special_allowance.py",
    "rates.py",
    "minimum.py",
    "net_operating_loss.py",
    "trades.py",
    "adjusting.py",
    "crediting.py",
}
LAW_YEARS = range(1986, 2027)
KNOWN = {Decimal(text) for text in ("3000", "0.5", "1.5", "27.5", "31.5", "0.1785", "0.0334")}
"""Where the tax table's narrow rows end; halves; periods and methods of 26 U.S.C. 168; two printed rates."""
TERMS = {"150% declining balance", "28% rate gain"}
PERCENT = re.compile(r"[0-9] ?%")
RECORDS_HAVE = {
    "area",
    "whole",
    "above",
    "less",
    "years",
    "part",
    "sent",
    "depreciation",
    "lost",
    "others",
    "percent",
    "provisional",
    "together",
    "deducted",
    "sales",
    "instalments",
    "first",
    "last",
    "left",
    "personal",
    "product",
    "service",
    "shared",
    "all",
    "balance",
    "base",
    "business",
    "credit",
    "earlier_years",
    "estimated_payments",
    "income",
    "interest",
    "ordinary",
    "owed",
    "proceeds",
    "refund",
    "share",
    "total",
    "wages",
    "withheld",
}
"""Keys of lines that are also fields of records, or plain words."""


def imports(path: Path) -> set[str]:
    found = set()
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            found |= {alias.name for alias in node.names}
        elif isinstance(node, ast.ImportFrom) and node.module:
            found.add(node.module)
    return found


def constants(path: Path) -> Iterator[ast.Constant]:
    """The values in a module but for its docstrings."""
    tree = ast.parse(path.read_text(encoding="utf-8"))
    told = {id(node.value) for node in ast.walk(tree) if isinstance(node, ast.Expr)}
    for node in ast.walk(tree):
        if isinstance(node, ast.Constant) and id(node) not in told:
            yield node


def texts(path: Path) -> Iterator[tuple[str, int]]:
    """The texts in a module, and their lines; how a number is written is none."""
    for node in constants(path):
        if isinstance(node.value, str) and not re.fullmatch(r"\.[0-9]+%", node.value):
            yield node.value, node.lineno


def numbers(path: Path) -> Iterator[tuple[Decimal, int]]:
    """The numbers in a module, exact ones too, and their lines."""
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Constant) and isinstance(node.value, int | float):
            yield Decimal(str(int(node.value) if isinstance(node.value, bool) else node.value)), node.lineno
        if isinstance(node, ast.Call) and ast.unparse(node.func) == "Decimal":
            given = node.args[0]
            if isinstance(given, ast.Constant) and isinstance(given.value, str):
                yield Decimal(given.value), node.lineno


class Rooms(unittest.TestCase):
    def test_every_room_keeps_to_its_doors(self) -> None:
        rooms = {path.name for path in SOURCE.iterdir() if (path / "__init__.py").exists()}
        self.assertEqual(rooms, set(MAY_IMPORT))
        for room, allowed in MAY_IMPORT.items():
            for path in (SOURCE / room).rglob("*.py"):
                for name in imports(path):
                    parts = name.split(".")
                    if parts[0] == "half_yard" and len(parts) > 1 and parts[1] != room:
                        with self.subTest(path=str(path.relative_to(SOURCE)), imports=name):
                            self.assertIn(parts[1], allowed)

    def test_only_the_desktop_knows_qt(self) -> None:
        for path in SOURCE.rglob("*.py"):
            if path.relative_to(SOURCE).parts[0] != "desktop":
                roots = {name.split(".")[0] for name in imports(path)}
                self.assertFalse(roots & {"PySide6", "shiboken6"}, path)

    def test_computing_a_file_loads_no_qt(self) -> None:
        program = (
            "import sys; from half_yard.demo import client_files; from half_yard.countries import compute; "
            "from half_yard import storage; from half_yard.cli import main; "
            "[compute(file) for file in client_files().values()]; "
            "sys.exit(any(name.startswith(('PySide6', 'shiboken6')) for name in sys.modules))"
        )
        self.assertEqual(subprocess.run([sys.executable, "-c", program], check=False).returncode, 0)

    def test_the_window_starts_before_any_country_is_loaded(self) -> None:
        program = (
            "import sys; import half_yard.desktop.window; "
            "sys.exit(any(name.startswith('half_yard.countries.') and name.endswith('.pack') "
            "and name.count('.') == 3 for name in sys.modules))"
        )
        self.assertEqual(subprocess.run([sys.executable, "-c", program], check=False).returncode, 0)

    def test_the_window_loads_its_computation_before_qt(self) -> None:
        program = (
            "import sys; import half_yard.desktop; early = set(sys.modules); import half_yard.desktop.app; "
            "late = [name for name in set(sys.modules) - early "
            "if name.startswith('half_yard.') and not name.startswith('half_yard.desktop.')]; "
            "sys.exit(f'Qt is loaded before {late}' if late or 'PySide6.QtCore' in early else 0)"
        )
        done = subprocess.run([sys.executable, "-c", program], check=False, capture_output=True, text=True)
        self.assertEqual((done.stderr, done.returncode), ("", 0))

    def test_the_notice_names_every_package_that_ships(self) -> None:
        root = SOURCE.parent.parent
        notice = (root / "NOTICE").read_text(encoding="utf-8").casefold()
        pinned = (root / "requirements" / "runtime.txt").read_text(encoding="utf-8")
        names = {line.partition("==")[0] for line in pinned.splitlines() if "==" in line and line[:1] != " "}
        self.assertGreater(len(names), 10)
        self.assertEqual([name for name in sorted(names) if name not in notice], [])

    def test_only_one_place_writes_files(self) -> None:
        """Everything else hands its bytes to storage/writing.py, which never leaves a half-written file; the
        journal appends, the lock holds a note, the keeper and the window's PDF writer write to no path."""
        may = {"writing.py", "journal.py", "lock.py"}
        for path in SOURCE.rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.Call) and path.name not in may:
                    called = ast.unparse(node.func)
                    writes = called.endswith((".write_bytes", ".write_text", "shutil.copy", "shutil.copy2"))
                    opens = called in {"open", "os.open", "os.fdopen"} and "w" in ast.unparse(node)[5:]
                    with self.subTest(path=path.name, line=node.lineno):
                        self.assertFalse(writes or opens, called)

    def test_files_stay_small(self) -> None:
        long = [p.name for p in SOURCE.rglob("*.py") if len(p.read_text().splitlines()) > LONGEST]
        self.assertEqual(long, [])

    def test_arrays_stay_in_the_time_math(self) -> None:
        for path in SOURCE.rglob("*.py"):
            if path.relative_to(SOURCE).parts[0] != "depreciation":
                self.assertFalse({name for name in imports(path) if name.startswith("numpy")}, path)

    def test_no_key_of_a_country_stands_outside_its_pack(self) -> None:
        """Sheets, lines of statements and kinds of the demo's files, but for words that records have too."""
        keys = set(COUNTRIES)
        for file in client_files().values():
            pack, computation = pack_for(file.country), compute(file)
            keys |= {sheet.key.partition(".")[0] for sheet in computation.sheets}
            keys |= {line.place.line for sheet in computation.sheets for line in sheet.lines}
            keys |= {line.key for each in file.activities.values() for line in pack.ledger.lines(each)}
        keys -= {carried_over.KEY}
        for path in SOURCE.rglob("*.py"):
            parts = path.relative_to(SOURCE).parts
            if parts[0] == "demo" or (parts[0] == "countries" and len(parts) > 2):
                continue
            for text, number in texts(path):
                with self.subTest(path=str(path.relative_to(SOURCE)), line=number):
                    self.assertFalse(text in keys - RECORDS_HAVE, text)

    def test_only_the_window_speaks_of_its_pages(self) -> None:
        """What has to be mended is named by its record: the window leads there, and the command line too."""
        for path in SOURCE.rglob("*.py"):
            if path.relative_to(SOURCE).parts[0] != "desktop":
                for text, number in texts(path):
                    with self.subTest(path=path.name, line=number):
                        self.assertIsNone(re.search(r"(Clients|Books|Assets|Return) page|particulars", text))

    def test_no_amount_and_no_rate_of_a_tax_year_stands_in_code(self) -> None:
        """What the law sets for a year belongs into rules/*.toml: numbers of 1,000 or more, fractions, and
        percentages in titles."""
        for pack in (SOURCE / "countries").iterdir():
            for path in pack.rglob("*.py"):
                for number, line in numbers(path):
                    if path.name in DATED and number in LAW_YEARS:
                        continue  # days on which a law took effect
                    if path.name == "year_rules.py" and number in {2021, 2026, 2027}:
                        continue  # the years with rules
                    with self.subTest(path=path.name, line=line, number=number):
                        self.assertTrue(number in KNOWN or (abs(number) < 1000 and number == int(number)))
                for text, line in texts(path):
                    with self.subTest(path=path.name, line=line, text=text):
                        self.assertIsNone(
                            PERCENT.search(text.replace("100%", "")) if text not in TERMS else None
                        )
