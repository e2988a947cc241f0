"""states, go-back, seal and unseal: the earlier states of a file, and its safe keeping."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from half_yard.cli.opening import CommandError, add_command, keys_for, open_for_work, passphrase_of
from half_yard.cli.saying import DONE
from half_yard.records.differing import differences
from half_yard.storage import (
    FINAL,
    FileRefusedError,
    Keys,
    Seal,
    SealedFileError,
    earlier_states,
    office_seal,
    put_in_place,
    read_bytes,
    read_document,
    real_path,
    seal_folder,
    set_seal,
)

COMMANDS = ("states", "go-back", "seal", "unseal")


def add_commands(commands: Any) -> None:
    """Add these commands to the command line."""
    states = add_command(commands, "states", "print the earlier states of a file, newest first", _states)
    back = add_command(commands, "go-back", "bring an earlier state back, as one edit", _go_back)
    back.add_argument("state", metavar="STATE", help="by the name that “half-yard states” prints")
    sealing = add_command(
        commands, "seal", f"seal a file, or all of a folder, with a passphrase. {FINAL}", _seal
    )
    sealing.add_argument(
        "--new-passphrase-file",
        type=Path,
        metavar="PATH",
        help="another passphrase instead",
    )
    unsealing = add_command(commands, "unseal", "take the seal off a file, or off all of a folder", _unseal)
    for parser in (states, back, sealing, unsealing):
        parser.add_argument("--json", action="store_true", help="as JSON")


def _states(options: argparse.Namespace) -> int:
    path = real_path(options.file)
    keys = _keys(path, options)
    found = earlier_states(path, keys)
    if options.json:
        documents = [
            {"name": state.name, "words": state.words, "when": state.when.isoformat(timespec="seconds")}
            for state in found
        ]
        print(json.dumps(documents, indent=1, ensure_ascii=False))
        return DONE
    for state in found:
        print(f"{state.name}  {state.when:%Y-%m-%d %H:%M}  {state.words}")
    if not found:
        print("no earlier state is kept: the first save makes one")
    return DONE


def _go_back(options: argparse.Namespace) -> int:
    path = real_path(options.file)
    keys = _keys(path, options)
    state = next((each for each in earlier_states(path, keys) if each.name == options.state), None)
    if state is None:
        raise CommandError(f"There is no state {options.state}; “half-yard states” lists them.")
    if not _is_readable(path, keys):
        return _say(options, {"changed": [], "said": put_in_place(path, state)})
    opened = open_for_work(path, keys)
    try:
        differs = differences(opened.file, state.read())
        opened.go_back_to(state.read(), f"Back to the {state.words.lower()}")
        return _say(options, {"changed": differs, "said": opened.save()})
    finally:
        opened.close()


def _say(options: argparse.Namespace, done: dict[str, list[str]]) -> int:
    """Print what was done, in words or as JSON."""
    if options.json:
        print(json.dumps(done, indent=1, ensure_ascii=False))
    else:
        print("\n".join(words for each in done.values() for words in each))
    return DONE


def _keys(path: Path, options: argparse.Namespace) -> Keys:
    """The keys of a file; of one that is damaged, those of its copies."""
    try:
        return keys_for(path, options)
    except FileRefusedError:
        copies = [state.path for state in earlier_states(path, Keys()) if state.path is not None]
        return keys_for(copies[0], options) if copies else Keys()


def _is_readable(path: Path, keys: Keys) -> bool:
    try:
        read_document(read_bytes(path), path.name, keys)
    except FileRefusedError:
        return False
    return True


def _seal(options: argparse.Namespace) -> int:
    path, keys, passphrase = real_path(options.file), Keys(), _needed_passphrase(options)
    seal = _known_seal(path, keys, passphrase)
    if seal is None:
        seal = keys.remember(Seal.new(passphrase))
    elif options.new_passphrase_file is not None:
        given = argparse.Namespace(passphrase_stdin=False, passphrase_file=options.new_passphrase_file)
        seal = keys.remember(seal.under(_needed_passphrase(given)))
    return _put_under(options, path, seal, keys, f"{path.name} is sealed. {FINAL}")


def _unseal(options: argparse.Namespace) -> int:
    path, keys = real_path(options.file), Keys()
    if _known_seal(path, keys, _needed_passphrase(options)) is None:
        raise CommandError(f"{path.name} is not sealed.")
    return _put_under(options, path, None, keys, f"{path.name} is not sealed any more.")


def _needed_passphrase(options: argparse.Namespace) -> str:
    if passphrase := passphrase_of(options):
        return passphrase
    raise CommandError("Give the passphrase with --passphrase-stdin or --passphrase-file.")


def _known_seal(path: Path, keys: Keys, passphrase: str) -> Seal | None:
    """The seal that a file or folder has already, opened; None where it has none."""
    try:
        if path.is_dir():
            return office_seal(path, keys)
        return read_document(read_bytes(path), path.name, keys).seal
    except SealedFileError as error:
        return keys.unlock(error.wrapped, passphrase)


def _put_under(options: argparse.Namespace, path: Path, seal: Seal | None, keys: Keys, said: str) -> int:
    """Put a file or a folder under a seal, or under none, and say so."""
    if not path.is_dir():
        set_seal(path, seal, keys)
    elif refused := seal_folder(path, seal, keys):
        raise CommandError("; ".join(refused))
    return _say(options, {"said": [said]})
