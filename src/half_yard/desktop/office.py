"""The office: the folder of client files, the files opened lately, and how each stands."""

from __future__ import annotations

import json
from dataclasses import dataclass
from pathlib import Path

from platformdirs import user_state_path

from half_yard.countries import Computation, compute, has_rules
from half_yard.figures import Role
from half_yard.figures.explain import money_text
from half_yard.figures.remembered import Memory
from half_yard.figures.rounding import to_dollars
from half_yard.review import Level
from half_yard.review.asking import open_questions
from half_yard.storage import (
    SUFFIX,
    FileRefusedError,
    Keys,
    SealedFileError,
    read_file,
    real_path,
    write_whole,
)

MOST_RECENT = 12


@dataclass(frozen=True, slots=True)
class Standing:
    """How one client file stands: whose, which year, its state and result in words."""

    title: str
    year: str
    state: str
    result: str


class RecentFiles:
    """The folder and files opened lately, kept between runs; losing them loses nothing else."""

    def __init__(self) -> None:
        self._path = user_state_path("half-yard") / "recent.json"
        self.folder: Path | None = None
        self.files: list[Path] = []
        self.size: tuple[int, int] | None = None
        """The size of the window when the program last ended, in device-independent pixels."""
        self.initials = ""
        """Of whoever works here."""
        try:
            kept = json.loads(self._path.read_text(encoding="utf-8"))
            self.folder = Path(kept["folder"]) if kept.get("folder") else None
            self.files = [Path(name) for name in kept.get("files", [])]
            width, height = kept.get("size") or (0, 0)
            self.size = (int(width), int(height)) if width and height else None
            self.initials = str(kept.get("initials", ""))
        except (OSError, ValueError, AttributeError, TypeError, RecursionError):
            self.files = []

    def note(self, path: Path) -> None:
        """Remember that a file was opened, and its folder."""
        path = real_path(path)
        self.folder = path.parent
        self.files = [path, *(other for other in self.files if other != path)][:MOST_RECENT]
        self._keep()

    def use_folder(self, folder: Path) -> None:
        """Remember the office's folder."""
        self.folder = real_path(folder)
        self._keep()

    def note_size(self, width: int, height: int) -> None:
        """Remember how large the window is."""
        self.size = (width, height)
        self._keep()

    def use_initials(self, initials: str) -> None:
        """Remember who works here."""
        self.initials = initials
        self._keep()

    def _keep(self) -> None:
        document = {
            "folder": str(self.folder or ""),
            "files": [str(path) for path in self.files],
            "size": self.size,
            "initials": self.initials,
        }
        try:
            self._path.parent.mkdir(parents=True, exist_ok=True)
            write_whole(self._path, json.dumps(document).encode())
        except OSError:
            return  # a list of conveniences is not worth a message

    def place_of(self, path: Path) -> str:
        """The folder of a file for reading, from the user's own on."""
        folder, home = path.parent, Path.home()
        return f"~/{folder.relative_to(home)}" if folder.is_relative_to(home) else str(folder)

    def paths(self) -> list[Path]:
        """The client files of the folder, then files opened lately from elsewhere."""
        own = sorted(self.folder.glob(f"*{SUFFIX}")) if self.folder and self.folder.is_dir() else []
        elsewhere = [path for path in self.files if path not in own and path.exists()]
        return [*own, *elsewhere]


def standing_of(path: Path, keys: Keys | None = None) -> Standing:
    """Read and compute one file to say how it stands; a file that can't be read says why."""
    try:
        file = read_file(path, keys)
        if not has_rules(file):
            return Standing(file.title, str(file.tax_year), "No rules for its year or country", "")
        computation = compute(file, Memory())
    except SealedFileError:
        return Standing(path.stem, "", "Sealed", "")
    except FileRefusedError as error:
        return Standing(path.stem, "", str(error), "")
    errors = [finding for finding in computation.findings if finding.level is Level.ERROR]
    gaps = [finding for finding in computation.findings if finding.level is Level.INCOMPLETE]
    state = "Complete"
    if errors:
        state = f"{len(errors)} to mend"
    elif gaps:
        in_the_tray = all(finding.path.startswith("/statements") for finding in gaps)
        state = "Not all sorted" if in_the_tray else "Not all computed"
    if waiting := len(open_questions(file)):
        state += f", {waiting} asked"
    return Standing(file.title, str(file.tax_year), state, result_in_words(computation))


def result_in_words(computation: Computation) -> str:
    """What the returns come to, in whole amounts: what is refunded, or is to be paid, of each after the
    other."""
    words: dict[str, list[str]] = {}
    for each in computation.returns:
        refund, owed = (computation.result_of(each, role) for role in (Role.REFUND, Role.OWED))
        if refund is not None and refund.figure.amount:
            words.setdefault("refund", []).append(money_text(to_dollars(refund.figure.amount)))
        elif owed is not None:
            words.setdefault("to pay", []).append(money_text(to_dollars(owed.figure.amount)))
    return ", ".join(f"{what} {' and '.join(amounts)}" for what, amounts in words.items())
