"""What is done with a whole activity: duplicated, archived, made another kind, taken out; one edit each."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from half_yard.records.client_file import ClientFile
from half_yard.records.edits import add, change
from half_yard.records.identifiers import next_id
from half_yard.records.steps import Change, Edit

BELONGING = ("entries", "forms", "assets", "sorting_rules")


def duplicate(file: ClientFile, key: str) -> tuple[Edit, str]:
    """The edit that makes an activity set up like another, and its id. Entries, forms and assets stay."""
    activity = file.activities[key]
    copy = activity.model_copy(update={"name": f"{activity.name} (2)", "last_year": {}, "notes": {}})
    fresh = next_id("activities", file.activities)
    return add(f"{activity.name} duplicated", f"/activities/{fresh}", copy), fresh


def archived(file: ClientFile, key: str) -> Edit:
    """The edit that archives an activity, or takes it out of the archive where it is in it."""
    activity = file.activities[key]
    words = "is taken out of the archive" if activity.archived else "is archived, off the return"
    return change(f"{activity.name} {words}", f"/activities/{key}/archived", not activity.archived)


def converted(
    file: ClientFile, key: str, kind: str, lines: Mapping[str, str], known: Collection[str]
) -> Edit:
    """The edit that makes an activity another kind.

    Its entries go to the lines that `lines` names, or stay on theirs where the kind has them; others have no
    line any more, and say so.
    """
    changes = [Change(op="replace", path=f"/activities/{key}/kind", value=kind)]
    for entry_key, entry in file.entries.items():
        line = lines.get(entry.line, entry.line)
        line = line if line in known else ""
        if entry.activity == key and line != entry.line:
            changes.append(Change(op="replace", path=f"/entries/{entry_key}/line", value=line))
    return Edit(label=f"{file.activities[key].name}: another kind", changes=tuple(changes))


def removed(file: ClientFile, key: str) -> Edit:
    """The edit that takes an activity out with all that belongs to it."""
    changes = [
        Change(op="remove", path=f"/{collection}/{record_key}")
        for collection in BELONGING
        for record_key, record in getattr(file, collection).items()
        if record.activity == key
    ]
    changes.append(Change(op="remove", path=f"/activities/{key}"))
    name = file.activities[key].name or "the activity"
    return Edit(label=f"Removal of {name}", changes=tuple(changes))
