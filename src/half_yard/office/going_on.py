"""The next year of many clients: what their files would bring before any is made, and making them."""

from __future__ import annotations

from collections.abc import Generator, Sequence
from dataclasses import dataclass
from functools import partial
from pathlib import Path

from half_yard.countries import compute, has_rules, pack_for
from half_yard.countries.next_year import carried_on, next_year
from half_yard.countries.next_year_again import Changed, bring, changed_since
from half_yard.office.closed_files import edit_closed
from half_yard.records import ClientFile, Edit, EditError
from half_yard.storage import (
    FileRefusedError,
    Keys,
    OpenFile,
    Seal,
    SealedFileError,
    read_bytes,
    read_document,
    read_file,
)
from half_yard.storage.file_names import next_years_name


@dataclass(frozen=True, slots=True)
class Ahead:
    """What would come of a client's next year: the file that goes on, the one that is made of it, in words;
    `made` is the file as it would be, `changed` what is otherwise in the one that is there; `problem` why
    neither can be."""

    path: Path
    to: Path
    title: str
    words: str = ""
    made: ClientFile | None = None
    seal: Seal | None = None
    changed: tuple[Changed, ...] = ()
    problem: str = ""


def look_ahead(paths: Sequence[Path], keys: Keys) -> Generator[int, None, list[Ahead]]:
    """What would come of each; yields how many are looked at."""
    found = []
    for number, path in enumerate(paths, 1):
        found.append(_ahead(path, keys))
        yield number
    return found


def _ahead(path: Path, keys: Keys) -> Ahead:
    try:
        document = read_document(read_bytes(path), path.name, keys)
        file = document.file
        to = path.with_name(next_years_name(path, file.tax_year))
        if not has_rules(file):
            return Ahead(path, to, file.title, problem="there are no rules for its year or country")
        computation = compute(file)
        made = next_year(computation, pack_for(file.country))
        if to.exists():
            changed = tuple(changed_since(made, read_file(to, keys)))
            words = f"is there; {len(changed) or 'nothing'} changed since"
            return Ahead(path, to, file.title, words, changed=changed)
    except (ValueError, FileRefusedError, SealedFileError, OSError) as error:
        return Ahead(path, path, path.stem, problem=str(error))
    counts = (
        (len(made.activities), "activities"), (len(made.assets), "assets"),
        (len(made.things), "shared things"), (len(made.expected), "forms to come"),
        (len(list(carried_on(computation))), "amounts carried"), (len(made.questions), "questions"),
    )  # fmt: skip
    words = ", ".join(f"{count} {what}" for count, what in counts if count) or "the people alone"
    if not computation.complete:
        words += "; not complete, so it may change"
    if not has_rules(made):
        words += f"; the rules of {made.tax_year} are not there yet"
    return Ahead(path, to, file.title, words, made, document.seal)


def _brought(changed: Sequence[Changed], file: ClientFile) -> Edit:
    del file
    return bring(list(changed))


def carry_out(every: Sequence[Ahead], keys: Keys) -> list[str]:
    """Make the files that are not there, and bring what has changed into those that are; returns what was
    refused, in words."""
    refused = []
    for each in every:
        try:
            if each.made is not None:
                OpenFile.create(each.to, each.made, each.seal).close()
            elif each.changed:
                edit_closed(each.to, keys, partial(_brought, each.changed))
        except (ValueError, EditError, FileRefusedError, SealedFileError, OSError) as error:
            refused.append(f"{each.to.name}: {error}")
    return refused
