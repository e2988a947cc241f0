"""The stages of the work, in order, and where each kind of record is worked on."""

from __future__ import annotations

from collections.abc import Mapping
from enum import Enum

from half_yard.countries import Computation
from half_yard.figures import Place
from half_yard.review import Level


class Stage(Enum):
    """A stage: its title on the tape."""

    CLIENTS = "Clients"
    BOOKS = "Books"
    ASSETS = "Assets"
    RETURN = "Return"


BY_COLLECTION = {
    "household": Stage.CLIENTS,
    "people": Stage.CLIENTS,
    "activities": Stage.BOOKS,
    "entries": Stage.BOOKS,
    "forms": Stage.BOOKS,
    "dividends": Stage.BOOKS,
    "statements": Stage.BOOKS,
    "sorting_rules": Stage.BOOKS,
    "wages": Stage.BOOKS,
    "interest": Stage.BOOKS,
    "estimated_payments": Stage.BOOKS,
    "business_loss_carried_in": Stage.BOOKS,
    "assets": Stage.ASSETS,
    "elections": Stage.ASSETS,
    "expensing_carried_in": Stage.ASSETS,
    "section_1231_losses": Stage.ASSETS,
    "short_years": Stage.ASSETS,
}
OPEN_LEVELS = {Level.ERROR, Level.INCOMPLETE, Level.WARNING}


def stage_of(subject: Place | str) -> Stage:
    """Where a line or a record is worked on; a finding without a path belongs to the return."""
    if isinstance(subject, Place):
        return Stage.RETURN
    parts = subject.split("/")
    return BY_COLLECTION.get(parts[1], Stage.RETURN) if len(parts) > 1 else Stage.RETURN


def open_counts(computation: Computation) -> Mapping[Stage, int]:
    """How many findings are still open in each stage."""
    counts = dict.fromkeys(Stage, 0)
    for finding in computation.findings:
        if finding.level in OPEN_LEVELS:
            counts[stage_of(finding.path)] += 1
    return counts
