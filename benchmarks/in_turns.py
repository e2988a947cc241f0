"""Edits to the painted screen in this state and in another, in turns: python -m benchmarks.in_turns WORKTREE.

A machine is not as fast from one second to the next. Here both states are asked for a few edits after each
other, so that a slow minute meets both; the ratio is the median of those of the turns. Around each edit is
a loop that always does the same: where that took its least, the machine was at full speed.
"""

from __future__ import annotations

import json
import os
import statistics
import subprocess
import sys
import tempfile
from collections.abc import Callable
from functools import partial
from pathlib import Path
from runpy import run_path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from PySide6.QtCore import QAbstractItemModel

    from benchmarks.full_speed import Taken

HERE = Path(__file__).resolve().parents[1]
TURNS, EDITS = 60, 5
KINDS = ("entry", "trip", "cost")
OF_SHARED = {"trip": 4, "cost": 3}
"""The column of the amount."""


def main() -> None:
    """Print what an edit of each kind takes in either state, in milliseconds."""
    from benchmarks.full_speed import at_full_speed  # noqa: PLC0415

    states = (Path(sys.argv[1]).resolve(), HERE)
    for kind in KINDS:
        workers = [_begun(state, kind) for state in states]
        taken: list[list[Taken]] = [[], []]
        ratios = []
        for _ in range(TURNS):
            turn = [_asked(worker) for worker in workers]
            medians = [statistics.median(work for work, _ in of_state) for of_state in turn]
            ratios.append(medians[1] / medians[0])
            for every, of_turn in zip(taken, turn, strict=True):
                every.extend(of_turn)
        for worker in workers:
            worker.communicate()
        print(f"{kind:<6} ratio {statistics.median(ratios):.2f}; median (95th percentile) of edits:")
        least = min(loop for each in taken for _, loop in each)
        for where, each in zip(("there", "here"), taken, strict=True):
            whole = _in_words([work for work, _ in each])
            print(f"       {where:<5} {whole}, at full speed {_in_words(at_full_speed(each, least))}")


def _in_words(taken: list[float]) -> str:
    if not taken:
        return "none"
    return f"{statistics.median(taken):.1f} ({sorted(taken)[int(len(taken) * 0.95)]:.1f}) of {len(taken)}"


def _begun(state: Path, kind: str) -> subprocess.Popen[str]:
    """A process that edits a heavy file in the window of a state; it waits to be asked."""
    command = [sys.executable, __file__, kind]
    paths = os.pathsep.join(map(str, (state / "src", state)))
    worker = subprocess.Popen(
        command, cwd=state, env={**os.environ, "PYTHONPATH": paths}, text=True,
        stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL,
    )  # fmt: skip
    _asked(worker)
    return worker


def _asked(worker: subprocess.Popen[str]) -> list[Taken]:
    assert worker.stdin is not None
    assert worker.stdout is not None
    worker.stdin.write("\n")
    worker.stdin.flush()
    taken: list[Taken] = json.loads(worker.stdout.readline())
    return taken


def edit(kind: str) -> None:
    """Edit whenever it is asked for, and say how long that took."""
    from benchmarks.heavy_file import heavy_file, shared_file  # noqa: PLC0415
    from half_yard.__main__ import collect_seldom  # noqa: PLC0415
    from half_yard.storage import to_text  # noqa: PLC0415

    # By its path: the state that is measured may have none.
    timed: Callable[[Callable[[], object]], Taken] = run_path(str(HERE / "benchmarks/full_speed.py"))["timed"]
    collect_seldom()
    with tempfile.TemporaryDirectory() as folder:
        os.environ["HOME"] = os.environ["XDG_STATE_HOME"] = folder
        os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
        path = Path(folder) / "Heavy 2025.halfyard"
        path.write_text(to_text(heavy_file() if kind == "entry" else shared_file()), encoding="utf-8")
        change = _changing(path, kind)
        number = 0
        for _ in sys.stdin:
            taken = []
            for _ in range(EDITS):
                number += 1
                taken.append(timed(partial(change, number)))
            print(json.dumps(taken), flush=True)


def _changing(path: Path, kind: str) -> Callable[[int], None]:
    """What types another amount into a row of a table of the window."""
    from benchmarks.run import _opened  # noqa: PLC0415
    from half_yard.desktop.stages import Stage  # noqa: PLC0415

    application, window = _opened(path)
    if kind == "entry":
        window.books.activity.show_all()
        model: QAbstractItemModel = window.books.activity.model
        column, rows = 4, 40
    else:
        window.show_stage(Stage.SHARED)
        page, title = window.shared, {"trip": "Log", "cost": "Costs"}[kind]
        part = next(part for part in page.tables if part.value == title)
        page.choose(next(iter(window.workspace.file.trips.values())).thing)
        page.go_to_part(part)
        model, column, rows = page.tables[part].table.model(), OF_SHARED[kind], 20
    application.processEvents()

    def change(number: int) -> None:
        amount = f"{10 + number % 90}.{25 + number // 90}"
        model.setData(model.index(number % rows, column), amount)
        application.processEvents()

    return change


if __name__ == "__main__":
    if sys.argv[1] in KINDS:
        edit(sys.argv[1])
    else:
        main()
