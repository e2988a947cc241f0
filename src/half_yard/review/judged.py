"""What was judged of the findings: a warning or note that may stay, because of something, by someone."""

from __future__ import annotations

import datetime
from collections.abc import Iterable
from dataclasses import dataclass

from half_yard.records import Change, ClientFile, Edit, Judgement, add, next_id, remove
from half_yard.review.finding import Finding, Level

JUDGED = {Level.WARNING, Level.NOTE}
"""What can be judged: an error is mended, and what is not computed stays so."""
OPEN = {Level.ERROR, Level.INCOMPLETE, Level.WARNING}
"""What is open while it was not judged."""


@dataclass(frozen=True, slots=True)
class Found:
    """A finding, and what was judged of it, with the id of that; nothing where nothing was."""

    finding: Finding
    judgement: Judgement | None = None
    key: str = ""

    @property
    def is_open(self) -> bool:
        """Whether something is to be done about it."""
        return self.judgement is None and self.finding.level in OPEN


def found(file: ClientFile, findings: Iterable[Finding]) -> list[Found]:
    """The findings with what was judged of each."""
    judged = {(each.message, each.path): (key, each) for key, each in file.judgements.items()}
    made = []
    for finding in findings:
        key, judgement = judged.get((finding.message, finding.path), ("", None))
        if finding.level in JUDGED and judgement is not None:
            made.append(Found(finding, judgement, key))
        else:
            made.append(Found(finding))
    return made


def judge(file: ClientFile, which: Found, because: str, by: str, day: datetime.date) -> Edit | None:
    """The edit that judges a finding, or takes that back where no reason is left; None where nothing changes.
    Raises ValueError where it can't be judged."""
    said, reason = which.judgement, because.strip()
    if which.finding.level not in JUDGED:
        raise ValueError("It can't be set aside: mend it, or leave it open.")
    if said is None:
        made = Judgement(
            message=which.finding.message, path=which.finding.path, because=reason, by=by, on=day
        )
        path = f"/judgements/{next_id('judgements', file.judgements)}"
        return add("Judged", path, made) if reason else None
    if not reason:
        return remove("Not judged any more", f"/judgements/{which.key}")
    if reason == said.because:
        return None
    changed = {"because": reason, "by": by, "on": day.isoformat()}
    path = f"/judgements/{which.key}"
    return Edit(
        label="Judged otherwise",
        changes=tuple(
            Change(op="replace", path=f"{path}/{name}", value=value) for name, value in changed.items()
        ),
    )
