"""A disk that is full at any write of a save, and journals that are cut or changed at any byte."""

from __future__ import annotations

import contextlib
import resource
import shutil
import signal
from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path
from unittest import mock

from benchmarks.long_run.outcome import Outcome
from half_yard.demo import client_files
from half_yard.records import EditError, change
from half_yard.storage import FileRefusedError, OpenFile, read_file
from half_yard.storage.places import journal_path

CALLS = (
    "os.write", "os.fsync", "os.open", "os.fdopen", "pathlib.Path.replace", "pathlib.Path.chmod",
    "pathlib.Path.read_bytes", "pathlib.Path.unlink", "pathlib.Path.mkdir", "tempfile.mkstemp",
)  # fmt: skip
FULL = OSError(28, "No space left on device")
EDITS = 6


def small_file(folder: Path, name: str = "Damaged 2025.halfyard") -> Path:
    """A client file of its own in a folder."""
    path = folder / name
    file = min(client_files().values(), key=lambda each: len(each.entries))
    OpenFile.create(path, file).close()
    return path


# -- a full disk ------------------------------------------------------------------------------------------


def full_disk(folder: Path, most_sizes: int) -> Outcome:
    """Let each call that a save makes fail in its turn, then each number of bytes that a file can reach."""
    outcome = Outcome("full disk at every write of a save")
    for number in range(400):
        ran = True
        with outcome.trial(f"the disk is full at call {number}"):
            ran = _save_with(folder, outcome, partial(_fails_at, number), f"call {number}")
        if not ran:
            break
    largest = small_file(folder / "size", "Size 2025.halfyard").stat().st_size + 200
    for size in range(0, largest, max(1, largest // most_sizes)):
        with outcome.trial(f"a file holds {size} bytes at most"):
            _save_with(folder, outcome, partial(_holds, size), f"{size} bytes")
    return outcome


def _save_with(
    folder: Path, outcome: Outcome, failing: Callable[[], contextlib.AbstractContextManager[list[int]]],
    what: str,
) -> bool:  # fmt: skip
    """Edit and save while something fails; says whether it did. Whatever was acknowledged must be there
    after, and nothing that was refused."""
    place = folder / "full"
    shutil.rmtree(place, ignore_errors=True)
    place.mkdir(parents=True)
    path = small_file(place)
    opened = OpenFile.open(path)
    opened.edit(change("Name", "/people/owner/first_name", "0"))
    opened.save()
    told, refused = "0", set()
    with failing() as failed:
        for number in range(1, EDITS):
            try:
                opened.edit(change("Name", "/people/owner/first_name", str(number)))
                told = str(number)
            except OSError:
                refused.add(str(number))
            if number % 2:
                with contextlib.suppress(OSError, FileRefusedError):
                    opened.save()
    if opened.file.people["owner"].first_name != told:
        outcome.lose(f"{what}: {told} was acknowledged, the window has another")
    opened._journal.close()  # as if it were killed: nothing is said any more
    if opened._keeper is not None:
        opened._keeper.stop()
    if opened._lock is not None:
        opened._lock.release()
    again = OpenFile.open(path)
    found = again.file.people["owner"].first_name
    if found != told:
        outcome.lose(f"{what}: {told} was acknowledged, {found} is there (refused: {sorted(refused)})")
    if "damaged" in " ".join(again.messages):
        outcome.break_(f"{what}: {again.messages}")
    again.save()
    again.close()
    read_file(path)
    if left := [part.name for part in place.iterdir() if part.name.endswith(".part")]:
        outcome.break_(f"{what}: parts are left behind: {left}")
    return bool(failed)


@contextlib.contextmanager
def _fails_at(number: int) -> Iterator[list[int]]:
    """Let the call of this number, of all that write, fail, and all of the same kind after it."""
    count, failed = [0], list[int]()
    with contextlib.ExitStack() as stack:
        for name in CALLS:
            stack.enter_context(mock.patch(name, _failing(_named(name), count, number, failed)))
        yield failed


def _failing(
    real: Callable[..., object], count: list[int], number: int, failed: list[int]
) -> Callable[..., object]:
    here = [False]

    def call(*arguments: object, **named: object) -> object:
        count[0] += 1
        here[0] = here[0] or count[0] - 1 == number
        if here[0]:
            failed.append(count[0])
            raise FULL
        return real(*arguments, **named)

    return call


def _named(name: str) -> Callable[..., object]:
    module, _, rest = name.partition(".")
    found: object = __import__(module)
    for part in rest.split("."):
        found = getattr(found, part)
    return found  # type: ignore[return-value]


@contextlib.contextmanager
def _holds(size: int) -> Iterator[list[int]]:
    """Let every file hold so many bytes at most: the system itself refuses more."""
    before = resource.getrlimit(resource.RLIMIT_FSIZE)
    handler = signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
    resource.setrlimit(resource.RLIMIT_FSIZE, (size, before[1]))
    try:
        yield [size]
    finally:
        resource.setrlimit(resource.RLIMIT_FSIZE, before)
        signal.signal(signal.SIGXFSZ, handler)


# -- a damaged journal ------------------------------------------------------------------------------------


def damaged_journals(folder: Path, step: int) -> Outcome:
    """Cut a journal off at every byte, and change every byte, in steps of so many: what another line holds
    must come back, and what does not must be said."""
    outcome = Outcome("journal cut and changed at every byte")
    path = small_file(folder)
    opened = OpenFile.open(path)
    fields = ("street", "city", "region", "postal_code")
    for number in range(EDITS):
        opened.edit(change("Field", f"/household/address/{fields[number % 4]}", f"“{number}”"))
    opened.close()
    journal, saved = journal_path(path).read_bytes(), path.read_bytes()
    lines = journal.splitlines(keepends=True)
    for place in range(0, len(journal), step):
        line = len(journal[: place + 1].splitlines()) - 1
        changed = bytes([journal[place] ^ 0x15])
        for name, data, spared in (
            ("cut", journal[:place], range(len(journal[:place].splitlines(keepends=True)) - 1)),
            ("changed", journal[:place] + changed + journal[place + 1 :], _all_but(line, len(lines))),
        ):
            with outcome.trial(f"{name} at byte {place}"):
                _with_journal(path, saved, data, outcome, f"{name} at byte {place}", list(spared))
    return outcome


def _all_but(line: int, count: int) -> list[int]:
    return [number for number in range(count) if number != line]


def _with_journal(
    path: Path, saved: bytes, data: bytes, outcome: Outcome, what: str, spared: list[int]
) -> None:
    path.write_bytes(saved)
    journal_path(path).write_bytes(data)
    opened = OpenFile.open(path)
    labels = opened.unsaved
    if labels < len(spared):
        outcome.lose(f"{what}: {labels} edits came back of {len(spared)} that are whole")
    if labels < EDITS and data and not opened.messages:
        outcome.break_(f"{what}: {EDITS - labels} edits are gone and nothing says so")
    try:
        while opened.undo_label:
            opened.undo()
    except EditError as error:
        outcome.break_(f"{what}: undo fails: {error}")
    opened.save()
    opened.close()
    for kept in path.parent.glob(".*journal-set-aside*"):
        kept.unlink()
