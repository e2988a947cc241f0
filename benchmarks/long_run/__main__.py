"""The whole long run in one command, or a part of it: python -m benchmarks.long_run [--scale 0.01]."""

from __future__ import annotations

import argparse
import multiprocessing
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from benchmarks.long_run.asked_files import asked_files
from benchmarks.long_run.damage import damaged_journals, full_disk
from benchmarks.long_run.edited_files import edited_files
from benchmarks.long_run.kills import kills
from benchmarks.long_run.mutations import mutated_files, mutated_imports
from benchmarks.long_run.outcome import Outcome
from benchmarks.long_run.sizes import sizes
from half_yard.__main__ import collect_seldom

KILLS, FILES, IMPORTS, ASKED, EDITED = 1_000, 200_000, 100_000, 20_000, 4_000
CHUNK = 2_000
PROCESSES = 2


def main() -> int:
    """Run it; 1 if anything was lost, broken, ended in a traceback or was out of bounds."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--scale", type=float, default=1.0, help="a part of the trials, such as 0.01")
    scale = parser.parse_args().scale
    begun = time.perf_counter()
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        for each in ("kills", "size", "journal"):
            (folder / each).mkdir()
        outcomes = [
            _alone(kills, folder / "kills", max(1, int(KILLS * scale))),
            _alone(full_disk, folder, max(5, int(400 * scale))),
            _alone(damaged_journals, folder / "journal", max(1, round(1 / scale))),
            _alone(sizes, folder, 1),
            _in_parallel(mutated_files, max(1, int(FILES * scale))),
            _in_parallel(asked_files, max(1, int(ASKED * scale))),
            _in_parallel(edited_files, max(1, int(EDITED * scale))),
            _in_parallel(mutated_imports, max(1, int(IMPORTS * scale))),
        ]
    print(f"\n{time.perf_counter() - begun:.0f} s in all")
    good = all(each.is_clean and each.slowest < 2 and each.peak_megabytes < 500 for each in outcomes)
    print("nothing lost, nothing broken, within bounds" if good else "NOT CLEAN")
    return 0 if good else 1


def _alone(run: Callable[[Path, int], Outcome], folder: Path, count: int) -> Outcome:
    """Run in a process of its own, so that its memory is its own."""
    with multiprocessing.get_context("spawn").Pool(1, collect_seldom) as pool:
        outcome = pool.apply(run, (folder, count))
    print(outcome, flush=True)
    return outcome


def _in_parallel(run: Callable[[int, int], Outcome], count: int) -> Outcome:
    """Run in chunks over two processes."""
    chunks = [(min(CHUNK, count - first), first // CHUNK + 1) for first in range(0, count, CHUNK)]
    whole = Outcome("")
    with multiprocessing.get_context("spawn").Pool(PROCESSES, collect_seldom) as pool:
        for outcome in pool.starmap(run, chunks, chunksize=1):
            whole.name = outcome.name
            whole.add(outcome)
    print(whole, flush=True)
    return whole


if __name__ == "__main__":
    sys.exit(main())
