"""How one client file stands: what is open, what the client owes, who is waited for, by when, and what it
comes to."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from pathlib import Path

from half_yard.countries import Computation, compute, has_rules, pack_for
from half_yard.figures import Role
from half_yard.figures.explain import money_text
from half_yard.figures.remembered import Memory
from half_yard.figures.rounding import to_dollars
from half_yard.office.assigning import due_day
from half_yard.records import ClientFile
from half_yard.review import Level
from half_yard.review.asking import open_questions
from half_yard.review.filed import REFUSED, accepted, differing, waiting
from half_yard.storage import FileRefusedError, Keys, SealedFileError, read_file

CLIENT, OFFICE, GATEWAY = "the client", "the office", "the gateway"


@dataclass(frozen=True, slots=True)
class Standing:
    """Whose file, which year, and in words how it stands: what is open, what the client owes, for whom it
    waits, who prepares it, the result; `due` is the day by which it must be filed, `late` whether that is
    past and it is not."""

    title: str
    year: str = ""
    state: str = ""
    owes: str = ""
    waits_for: str = ""
    prepares: str = ""
    due: datetime.date | None = None
    due_words: str = ""
    result: str = ""
    late: bool = False


def standing_of(path: Path, keys: Keys | None = None) -> Standing:
    """Read and compute one file to say how it stands; a file that can't be read says why."""
    try:
        file = read_file(path, keys)
        if not has_rules(file):
            return Standing(file.title, str(file.tax_year), "No rules for its year or country")
        computation = compute(file, Memory())
    except SealedFileError:
        return Standing(path.stem, state="Sealed")
    except FileRefusedError as error:
        return Standing(path.stem, state=str(error))
    return standing(computation, datetime.date.today())


def standing(computation: Computation, today: datetime.date) -> Standing:
    """How a computed file stands on a day."""
    file, due = computation.file, due_day(computation.file)
    state, is_filed = _state(computation)
    late = due is not None and due < today and not is_filed
    words = pack_for(file.country).country.calendar(file.tax_year + 1).text(due)
    return Standing(
        file.title, str(file.tax_year), state, _owes(file, today), "" if is_filed else _waits_for(file),
        file.assignment.prepares, due, f"{words}, past" if late else words,
        result_in_words(computation), late,
    )  # fmt: skip


def _state(computation: Computation) -> tuple[str, bool]:
    """How the work stands, in words, and whether the return is filed as it stands."""
    file = computation.file
    if waiting(file):
        return "Sent", False
    filed = accepted(file)
    if filed is not None:
        is_otherwise = bool(differing(filed, computation.sheets))
        return ("Changed since filed" if is_otherwise else "Filed"), not is_otherwise
    errors = [finding for finding in computation.findings if finding.level is Level.ERROR]
    gaps = [finding for finding in computation.findings if finding.level is Level.INCOMPLETE]
    if errors:
        return f"{len(errors)} to mend", False
    if gaps:
        in_the_tray = all(finding.path.startswith("/statements") for finding in gaps)
        return ("Not all sorted" if in_the_tray else "Not all computed"), False
    if any(each.state == REFUSED for each in file.filings.values()):
        return "Refused", False
    return "Complete", False


def _owes(file: ClientFile, today: datetime.date) -> str:
    """What the client was asked and did not answer: how much, since when, and by when at the latest."""
    questions = open_questions(file)
    if not questions:
        return ""
    calendar = pack_for(file.country).country.calendar(file.tax_year + 1)
    words = f"{len(questions)} asked"
    first = [each.asked[0] for each in questions.values() if each.asked]
    if first:
        words += f" {calendar.text(min(first))}"
    wanted = [each.wanted for each in questions.values() if each.wanted is not None]
    if wanted:
        words += f", by {calendar.text(min(wanted))}{', past' if min(wanted) < today else ''}"
    return words


def _waits_for(file: ClientFile) -> str:
    """Who has to do something next; of the office, by initials where the work was given to somebody."""
    if waiting(file):
        return GATEWAY
    if open_questions(file):
        return f"{CLIENT} ({file.assignment.asks})" if file.assignment.asks else CLIENT
    return file.assignment.prepares or OFFICE


def result_in_words(computation: Computation) -> str:
    """What the returns come to, in whole amounts: what is refunded, or is to be paid, of each after the
    other."""
    words: dict[str, list[str]] = {}
    for each in computation.returns:
        refund, owed = (computation.result_of(each, role) for role in (Role.REFUND, Role.OWED))
        if refund is not None and refund.figure.amount:
            words.setdefault("refund", []).append(money_text(to_dollars(refund.figure.amount)))
        elif owed is not None:
            words.setdefault("to pay", []).append(money_text(to_dollars(owed.figure.amount)))
    return ", ".join(f"{what} {' and '.join(amounts)}" for what, amounts in words.items())
