"""Opening client files for the commands: the passphrase, edits that are not saved yet, a computation."""

from __future__ import annotations

import argparse
import sys
from pathlib import Path
from typing import Any, NamedTuple

from half_yard.cli.saying import say
from half_yard.countries import COUNTRIES, Computation, compute
from half_yard.records import ClientFile
from half_yard.storage import (
    FileRefusedError,
    Keys,
    OpenFile,
    Seal,
    SealedFileError,
    read_bytes,
    read_document,
    real_path,
)
from half_yard.storage.document import Document, digest
from half_yard.storage.journal import read_journal
from half_yard.storage.upgrading import replayed

LARGEST_PASSPHRASE_FILE = 10_000


class CommandError(Exception):
    """A command that can't be carried out as it was given; the message says why and what to give."""


def add_command(
    commands: Any, name: str, help_: str, run: Any, *, file: bool = True
) -> argparse.ArgumentParser:
    """A command of the command line, with the file that it is about and how that is opened."""
    parser: argparse.ArgumentParser = commands.add_parser(name, help=help_, description=help_)
    if file:
        parser.add_argument("file", type=Path, metavar="FILE")
        add_passphrase(parser)
    parser.set_defaults(run=run)
    return parser


def add_passphrase(parser: argparse.ArgumentParser) -> None:
    """The ways to give the passphrase of a sealed file."""
    given = parser.add_mutually_exclusive_group()
    given.add_argument("--passphrase-file", type=Path, metavar="PATH", help="holds its passphrase")
    given.add_argument("--passphrase-stdin", action="store_true", help="it comes on standard input")


def passphrase_of(options: argparse.Namespace) -> str:
    """The passphrase that was given; empty where none was. Raises CommandError, OSError."""
    if options.passphrase_stdin:
        text = sys.stdin.readline(LARGEST_PASSPHRASE_FILE)
    elif options.passphrase_file is not None:
        if options.passphrase_file.stat().st_size > LARGEST_PASSPHRASE_FILE:
            raise CommandError(f"{options.passphrase_file.name} is no file with a passphrase in it.")
        with options.passphrase_file.open(encoding="utf-8") as stream:
            text = stream.readline()
    else:
        return ""
    passphrase = text.rstrip("\r\n")
    if not passphrase:
        raise CommandError("The passphrase is empty.")
    return passphrase


def keys_for(path: Path, options: argparse.Namespace) -> Keys:
    """The keys with which a file can be read. Raises FileRefusedError; CommandError where a passphrase is
    missing."""
    return _read(read_bytes(path), path, options)[1]


def _read(data: bytes, path: Path, options: argparse.Namespace) -> tuple[Document, Keys]:
    """What a file holds, and the keys with which it can be read. Raises as `keys_for` does."""
    keys = Keys()
    try:
        return read_document(data, path.name, keys), keys
    except SealedFileError as error:
        passphrase = passphrase_of(options)
        if not passphrase:
            raise CommandError(
                f"{path.name} is sealed. Give its passphrase with --passphrase-stdin or --passphrase-file."
            ) from error
        keys.unlock(error.wrapped, passphrase)
    return read_document(data, path.name, keys), keys


def open_for_work(path: Path, keys: Keys) -> OpenFile:
    """A file to be changed; what it has to say goes to standard error. Raises FileRefusedError."""
    opened = OpenFile.open(path, keys)
    for message in opened.messages:
        say(message)
    try:
        check_rules(opened.file, path)
        if opened.why_look_only:
            raise FileRefusedError(opened.messages[0])
    except FileRefusedError:
        opened.close()
        raise
    return opened


def check_rules(file: ClientFile, path: Path) -> None:
    """See that there are rules for a file. Raises FileRefusedError."""
    country = COUNTRIES.get(file.country)
    if country is None:
        raise FileRefusedError(f"{path.name} is of the country “{file.country}”, which is not known here.")
    if file.tax_year not in country.years:
        raise FileRefusedError(
            f"{path.name} is of tax year {file.tax_year}; "
            f"the rules here are of {country.years[0]} to {country.years[-1]}."
        )


def computed(options: argparse.Namespace) -> tuple[Computation, int]:
    """The computation of the file named, and how many edits of its journal it leaves out, which is said.
    Raises FileRefusedError, CommandError."""
    looked = read_to_look(options)
    return compute(looked.file), looked.left_out


class Looked(NamedTuple):
    """A file that is read and not opened: how many edits of its journal are left out, and its seal."""

    file: ClientFile
    left_out: int
    seal: Seal | None


def read_to_look(options: argparse.Namespace) -> Looked:
    """The file named, which somebody else may have open. Raises FileRefusedError, CommandError."""
    path = options.file
    data = read_bytes(path)
    document, _ = _read(data, path, options)
    check_rules(document.file, path)
    pending = read_journal(real_path(path), digest(data), document.seal).edits
    if options.with_unsaved:
        return Looked(replayed(document.file, pending), 0, document.seal)
    if pending:
        some = "1 unsaved edit" if len(pending) == 1 else f"{len(pending)} unsaved edits"
        say(f"{some} in the journal of {path.name} left out. Save in the window, or add --with-unsaved.")
    return Looked(document.file, len(pending), document.seal)
