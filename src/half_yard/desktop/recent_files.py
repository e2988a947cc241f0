"""The folder of client files and the files opened lately."""

from __future__ import annotations

import json
from pathlib import Path

from platformdirs import user_state_path

from half_yard.storage import SUFFIX, real_path, write_whole

MOST_RECENT = 12


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
        self.packet_order: list[str] = []
        """The kinds of the parts of a packet, in the office's order."""
        self.packet_left_out: set[str] = set()
        try:
            kept = json.loads(self._path.read_text(encoding="utf-8"))
            self.folder = Path(kept["folder"]) if kept.get("folder") else None
            self.files = [Path(name) for name in kept.get("files", [])]
            width, height = kept.get("size") or (0, 0)
            self.size = (int(width), int(height)) if width and height else None
            self.initials = str(kept.get("initials", ""))
            self.packet_order = [str(kind) for kind in kept.get("packet_order", [])]
            self.packet_left_out = {str(kind) for kind in kept.get("packet_left_out", [])}
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

    def use_packet(self, order: list[str], left_out: set[str]) -> None:
        """Remember which parts a packet has, and in which order."""
        self.packet_order, self.packet_left_out = order, left_out
        self._keep()

    def _keep(self) -> None:
        document = {
            "folder": str(self.folder or ""),
            "files": [str(path) for path in self.files],
            "size": self.size,
            "initials": self.initials,
            "packet_order": self.packet_order,
            "packet_left_out": sorted(self.packet_left_out),
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
