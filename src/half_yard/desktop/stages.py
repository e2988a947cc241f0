"""The stages of the work, in order, and where each kind of record is worked on."""

from __future__ import annotations

from collections.abc import Mapping
from enum import Enum

from half_yard.countries import Computation
from half_yard.figures import Place
from half_yard.records import ClientFile
from half_yard.records.collections import Work, collection_and_id, work_on
from half_yard.review.asking import open_questions
from half_yard.review.judged import found


class Stage(Enum):
    """A stage: its title on the tape."""

    CLIENTS = "Clients"
    BOOKS = "Books"
    SHARED = "Shared use"
    ASSETS = "Assets"
    RETURN = "Return"
    BESIDE = "Side by side"
    LOOK_OVER = "Look over"
    HAND_OVER = "Hand over"


OF_WORK = {
    Work.CLIENT: Stage.CLIENTS,
    Work.ACTIVITIES: Stage.BOOKS,
    Work.STATEMENTS: Stage.BOOKS,
    Work.FORMS: Stage.BOOKS,
    Work.HOUSEHOLD: Stage.BOOKS,
    Work.SHARED: Stage.SHARED,
    Work.ASSETS: Stage.ASSETS,
    Work.FITTING: Stage.BESIDE,
    Work.LOOKING_OVER: Stage.LOOK_OVER,
    Work.HANDING_OVER: Stage.HAND_OVER,
}


def stage_of(subject: Place | str) -> Stage:
    """Where a line or a record is worked on; a finding without a path belongs to the return."""
    if isinstance(subject, Place):
        return Stage.RETURN
    work = work_on(subject)
    return Stage.RETURN if work is None else OF_WORK[work]


def is_shared(file: ClientFile, path: str) -> bool:
    """Whether an entry is a cost of a thing that serves several uses, which is worked on with the thing."""
    collection, key = collection_and_id(path)
    return collection == "entries" and key in file.entries and file.entries[key].activity in file.things


def open_counts(computation: Computation) -> Mapping[Stage, int]:
    """How many findings are still open in each stage, and how many questions wait for their answers."""
    counts = dict.fromkeys(Stage, 0)
    for each in found(computation.file, computation.findings):
        if each.is_open:
            counts[stage_of(each.finding.path)] += 1
    counts[Stage.LOOK_OVER] += len(open_questions(computation.file))
    return counts
