"""Putting the program among the applications of a desktop, for one user, and taking it out again.

The places are those of the freedesktop.org specifications: desktop entries, icon theme, shared MIME
information, AppStream metadata, and manual pages.
"""

from __future__ import annotations

import os
import shutil
import subprocess
from collections.abc import Iterator
from importlib import resources
from pathlib import Path

from half_yard.storage import write_whole

SIZES = (16, 22, 24, 32, 48, 64, 128, 256, 512)
READABLE = 0o644
PNG = "half-yard-{size}.png"
TELLING = (
    ("update-desktop-database", "applications"),
    ("update-mime-database", "mime"),
    ("gtk-update-icon-cache", "icons/hicolor"),
)
"""The programs that are told of what is new, where they are there, with the folder that they look over."""


def data_home() -> Path:
    """Where a user's applications are described (XDG Base Directory Specification)."""
    return Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share")


def places(share: Path) -> Iterator[tuple[str, Path]]:
    """Every file of the program's own folder, with the place under a share folder where it belongs."""
    yield "half-yard.desktop", share / "applications" / "half-yard.desktop"
    yield "half-yard.xml", share / "mime" / "packages" / "half-yard.xml"
    metainfo = "org.halfyard.HalfYard.metainfo.xml"
    yield metainfo, share / "metainfo" / metainfo
    yield "half-yard.1", share / "man" / "man1" / "half-yard.1"
    icons = share / "icons" / "hicolor"
    yield "icons/half-yard.svg", icons / "scalable" / "apps" / "half-yard.svg"
    for size in SIZES:
        name = PNG.format(size=size)
        yield f"icons/{name}", icons / f"{size}x{size}" / "apps" / "half-yard.png"


def place(share: Path, program: str) -> list[Path]:
    """Put every file in its place, the desktop entry starting the program at a path; returns where they are.
    Raises OSError."""
    placed = []
    for name, target in places(share):
        data = resources.files("half_yard.linux").joinpath(name).read_bytes()
        if name == "half-yard.desktop":
            data = data.replace(b"Exec=half-yard", f"Exec={quoted(program)}".encode())
        target.parent.mkdir(parents=True, exist_ok=True)
        write_whole(target, data, READABLE)
        placed.append(target)
    _tell(share)
    return placed


def remove(share: Path) -> list[Path]:
    """Take every file out of its place; returns which were there. Raises OSError."""
    removed = [target for _, target in places(share) if target.exists()]
    for target in removed:
        target.unlink()
    _tell(share)
    return removed


def quoted(program: str) -> str:
    """A program's path as the Exec key writes it (Desktop Entry Specification, “The Exec key”)."""
    if not any(sign in program for sign in " \t\n\"'\\><~|&;$*?#()`"):
        return program
    escaped = "".join(f"\\{sign}" if sign in '"`$\\' else sign for sign in program)
    return f'"{escaped}"'.replace("\\", "\\\\")


def _tell(share: Path) -> None:
    for program, folder in TELLING:
        found = shutil.which(program)
        if found and (share / folder).is_dir():
            subprocess.run([found, str(share / folder)], check=False, capture_output=True)
