"""A program that is killed at any moment of editing, saving and copying: what it acknowledged is there
after."""

from __future__ import annotations

import os
import random
import signal
import time
from pathlib import Path

from benchmarks.long_run.outcome import Outcome
from half_yard.demo import MAIN_FILE, client_files
from half_yard.records import change
from half_yard.storage import Keys, OpenFile, Seal
from half_yard.storage.copies import copies_of

MEMO = "/entries/e00001/memo"
LONGEST_LIFE = 0.12


def kills(folder: Path, count: int, seed: int = 1) -> Outcome:
    """Kill so many times, every tenth file sealed; each time the file must open with all acknowledged
    edits."""
    outcome = Outcome("kills during edits, saves, copies")
    chance = random.Random(seed)
    keys = Keys()
    seal = keys.remember(Seal.new("a long enough phrase"))
    path = folder / "Killed 2025.halfyard"
    for number in range(count):
        if number % 40 == 0:
            for kept in (path, *copies_of(path)):
                kept.unlink(missing_ok=True)
            opened = OpenFile.create(path, client_files()[MAIN_FILE], seal if number % 400 == 0 else None)
            opened.edit(change("Memo", MEMO, "0"))
            opened.save()
            opened.close()
            acknowledged = 0
        with outcome.trial(f"kill {number}"):
            acknowledged = _one(path, keys, acknowledged, chance, outcome, number)
    return outcome


def _one(path: Path, keys: Keys, before: int, chance: random.Random, outcome: Outcome, number: int) -> int:
    """Start a program of its own, kill it, and see what is there; returns the last edit that is."""
    reading, writing = os.pipe()
    child = os.fork()
    if child == 0:
        os.close(reading)
        _work(path, keys, before, writing, chance.randrange(2, 6))
    os.close(writing)
    time.sleep(chance.uniform(0.005, LONGEST_LIFE))
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    with os.fdopen(reading, "rb") as stream:
        told = [int(line) for line in stream.read().split(b"\n")[:-1]]
    acknowledged = max(told, default=before)
    opened = OpenFile.open(path, keys)
    found = int(opened.file.entries["e00001"].memo or 0)
    # One that was written and not acknowledged yet may be there too.
    if not acknowledged <= found <= acknowledged + 1:
        outcome.lose(f"kill {number}: edit {acknowledged} was acknowledged, {found} is there")
    if "damaged" in " ".join(opened.messages):
        outcome.break_(f"kill {number}: {opened.messages}")
    if left := [part.name for part in path.parent.rglob("*.part")]:
        outcome.break_(f"kill {number}: parts are left behind: {left}")
    opened.save()
    opened.close()
    if len(copies_of(path)) > 5:
        outcome.break_(f"kill {number}: {len(copies_of(path))} copies are kept")
    return found


def _work(path: Path, keys: Keys, before: int, told: int, save_every: int) -> None:
    """Edit and save until the end, telling each edit once it is made."""
    try:
        opened = OpenFile.open(path, keys)
        number = before
        while True:
            number += 1
            opened.edit(change("Memo", MEMO, str(number)))
            os.write(told, f"{number}\n".encode())
            if number % save_every == 0:
                opened.save()
    finally:
        os._exit(1)
