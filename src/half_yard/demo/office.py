"""The client files of the demo office, and how they are written into a folder."""

from functools import cache
from pathlib import Path

from half_yard.demo.adeyemi import adeyemi
from half_yard.demo.hallowell import hallowell
from half_yard.demo.laframboise import laframboise
from half_yard.demo.mbeki import mbeki
from half_yard.demo.quill import quill
from half_yard.demo.ravn import ravn
from half_yard.demo.small_clients import castellan, lindqvist, oduya
from half_yard.demo.tried import with_fittings
from half_yard.demo.yarrow import yarrow
from half_yard.records import ClientFile
from half_yard.storage import SUFFIX, to_bytes, write_whole

MAIN_FILE = f"Hallowell, Ines and Julian 2025{SUFFIX}"


def client_files() -> dict[str, ClientFile]:
    """The demo's client files by file name."""
    return {f"{file.title} {file.tax_year}{SUFFIX}": file for file in _files()}


@cache
def _files() -> tuple[ClientFile, ...]:
    """Made once: what is filed and tried in them is computed."""
    hallowells = with_fittings(hallowell())
    others = (
        castellan(), lindqvist(), oduya(), ravn(), mbeki(), adeyemi(), laframboise(), yarrow(), quill(),
    )  # fmt: skip
    return hallowells, *others


def write_office(folder: Path) -> list[Path]:
    """Write the files that are not in the folder yet; returns the paths of all. Raises OSError."""
    folder.mkdir(parents=True, exist_ok=True)
    paths = []
    for name, file in client_files().items():
        path = folder / name
        if not path.exists():
            write_whole(path, to_bytes(file))
        paths.append(path)
    return paths
