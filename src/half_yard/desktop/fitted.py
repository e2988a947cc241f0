"""The fittings of the open file: which is worn, and what would be with each, remembered from edit to edit."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries import Computation, compute
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile, Edit, apply
from half_yard.records.fitting_edits import with_edits
from half_yard.records.fittings import Fitting
from half_yard.records.wearing import worn, worn_again


@dataclass(frozen=True, slots=True)
class Fitted:
    """A fitting as it was computed: what follows, and which of its edits do not fit any more, with the
    reason."""

    computation: Computation
    problems: dict[int, str]


class Fittings:
    """Each fitting has a memory of its own, so that after an edit of the file only what it touched is worked
    out anew."""

    def __init__(self) -> None:
        self.worn = ""
        """The id of the one that is worn; empty for none."""
        self._memories: dict[str, Memory] = {}
        self._made: dict[str, tuple[ClientFile, Fitting, Fitted]] = {}

    def forget(self) -> None:
        """Another file is open."""
        self.worn = ""
        self._memories.clear()
        self._made.clear()

    def keep_to(self, file: ClientFile) -> None:
        """Take off what is not there any more, and let go of what was made of it."""
        if self.worn not in file.fittings:
            self.worn = ""
        for key in self._memories.keys() - file.fittings.keys():
            self._memories.pop(key)
            self._made.pop(key, None)

    def worn_file(self, file: ClientFile) -> ClientFile:
        """The file with the one that is worn."""
        return worn(file, file.fittings[self.worn]).file

    def computed(self, file: ClientFile, key: str) -> Fitted:
        """What would be with a fitting of the file."""
        fitting = file.fittings[key]
        known = self._made.get(key)
        if known is not None and known[0] is file and known[1] is fitting:
            return known[2]
        would_be: ClientFile | None = None
        problems: dict[int, str] = {}
        if known is not None and known[1] is fitting and not known[2].problems:
            would_be = worn_again(known[0], known[2].computation.file, file, fitting)
        if would_be is None:
            made = worn(file, fitting)
            would_be, problems = made.file, made.problems
        memory = self._memories.get(key)
        if memory is None:
            # They forget every few runs: each at another one, so that no edit waits for all of them.
            memory = self._memories[key] = Memory(3 * len(self._memories))
        fitted = Fitted(compute(would_be, memory), problems)
        self._made[key] = (file, fitting, fitted)
        return fitted

    def goes_into(self, file: ClientFile, edit: Edit) -> Edit:
        """The edit as it is made on the file: into the fitting that is worn, unless it is about fittings
        themselves. Raises EditError where it does not fit what would be."""
        if not self.worn or all(step.path.startswith("/fittings/") for step in edit.changes):
            return edit
        apply(self.worn_file(file), edit)
        fitting = file.fittings[self.worn]
        edits = [*fitting.edits, edit]
        if fitting.edits and _sets_again(fitting.edits[-1], edit):
            edits = [*fitting.edits[:-1], edit]
        return with_edits(f"{edit.label} ({fitting.name})", self.worn, edits)


def _sets_again(before: Edit, now: Edit) -> bool:
    """Whether an edit only sets the very field again that the one before had set."""
    if len(before.changes) != 1 or len(now.changes) != 1:
        return False
    was, is_now = before.changes[0], now.changes[0]
    return was.path == is_now.path and was.op == is_now.op == "replace"
