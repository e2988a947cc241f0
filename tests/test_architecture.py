"""The rooms and the doors between them, as docs/architecture.md draws them."""

import ast
import subprocess
import sys
import unittest
from pathlib import Path

SOURCE = Path(__file__).parent.parent / "src" / "half_yard"
# Each room, and the rooms it may look into.
MAY_IMPORT = {
    "figures": set(),
    "texts": set(),
    "depreciation": set(),
    "records": {"figures"},
    "sharing": {"figures"},
    "review": {"records"},
    "books": {"figures", "records"},
    "countries": {"figures", "records", "books", "depreciation", "sharing", "review"},
    "interop": {"figures", "records", "countries", "texts"},
    "statements": {"figures", "records", "books", "countries", "texts"},
    "standins": {"records"},
    "storage": {"records"},
    "demo": {"records", "storage"},
    "cli": {
        "figures",
        "records",
        "texts",
        "countries",
        "review",
        "interop",
        "statements",
        "storage",
        "demo",
    },
    "desktop": {
        "figures",
        "texts",
        "records",
        "books",
        "countries",
        "review",
        "storage",
        "statements",
        "standins",
        "interop",
    },
}
LONGEST = 400
# Modules that name the years in which a law took effect.
DATED = {"basis.py", "classes.py", "special_allowance.py", "rates.py", "treatments.py"}
LAW_YEARS = range(1986, 2027)


def imports(path: Path) -> set[str]:
    found = set()
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            found |= {alias.name for alias in node.names}
        elif isinstance(node, ast.ImportFrom) and node.module:
            found.add(node.module)
    return found


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
            "from half_yard import cli, storage; [compute(file) for file in client_files().values()]; "
            "sys.exit(any(name.startswith(('PySide6', 'shiboken6')) for name in sys.modules))"
        )
        self.assertEqual(subprocess.run([sys.executable, "-c", program], check=False).returncode, 0)

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

    def test_no_amount_of_a_tax_year_stands_in_code(self) -> None:
        """Numbers of 1,000 or more in the United States pack belong into rules/*.toml."""
        known = {3000}  # where the tax table's narrow rows end, part of its printed form
        for path in (SOURCE / "countries" / "us").rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.Constant) and isinstance(node.value, int | float):
                    if path.name in DATED and node.value in LAW_YEARS:
                        continue  # days on which a law took effect
                    if path.name == "year_rules.py" and node.value in {2021, 2027}:
                        continue  # the years with rules
                    with self.subTest(path=path.name, line=node.lineno):
                        self.assertTrue(abs(node.value) < 1000 or node.value in known)
