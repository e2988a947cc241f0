"""questions, ask, answer, answers, judge, years, asked: what the client is asked, what was judged, this year
beside the last, what the return rests on."""

from __future__ import annotations

import argparse
import datetime
import json
from contextlib import closing
from decimal import Decimal
from pathlib import Path
from typing import Any

from half_yard.cli.opening import CommandError, add_command, computed, keys_for, open_for_work
from half_yard.cli.saying import DONE
from half_yard.cli.working import finish
from half_yard.countries import compute, pack_for
from half_yard.countries.answering import answered, goes_to
from half_yard.countries.labels import label_of_question
from half_yard.countries.proposing import proposals
from half_yard.countries.what_was_asked import everything_asked, left_aside
from half_yard.figures.explain import money_text
from half_yard.interop.answers_form import UnreadableFormError, cells_of_form, form_as, returned, taken
from half_yard.interop.asset_list import UnreadableListError
from half_yard.interop.deadlines import days_of_questions
from half_yard.interop.letter import (
    ENDINGS,
    USUAL_LETTER,
    USUAL_REMINDER,
    LetterError,
    Wording,
    letter_as,
    read_wording,
)
from half_yard.office.assigning import due_day
from half_yard.records import ClientFile, ClientQuestion, Edit
from half_yard.records.dates import read_date
from half_yard.review.asking import ask_client
from half_yard.review.judged import Found, found, judge
from half_yard.review.years import Beside, beside
from half_yard.storage import write_out

COMMANDS = ("questions", "ask", "answer", "answers", "judge", "years", "asked")
TITLE, AMOUNT = 52, 14


def add_commands(commands: Any) -> None:
    """Add these commands to the command line."""
    shown = add_command(commands, "questions", "print what is asked of the client, or write a letter", _shown)
    shown.add_argument("--letter", type=Path, metavar="PATH", help="write it as .eml, .html, .pdf or .txt")
    shown.add_argument("--form", type=Path, metavar="PATH", help="write a form for the answers: .csv or .pdf")
    shown.add_argument("--calendar", type=Path, metavar="PATH", help="write the days as a calendar file")
    shown.add_argument("--propose", action="store_true", help="print what may be asked besides")
    shown.add_argument("--reminder", action="store_true", help="in the words of a reminder")
    shown.add_argument("--template", type=Path, metavar="PATH", help="the office's words of the letter")
    years = add_command(commands, "years", "print this year's lines beside last year's", _years)
    years.add_argument("--all", action="store_true", help="also the lines that do not stand out")
    asked = add_command(
        commands, "asked", "print what was asked, its answers, and what is left aside", _asked
    )
    asked.add_argument("--open", action="store_true", help="only what was not answered")
    for reading in (shown, years, asked):
        reading.add_argument("--json", action="store_true", help="as a JSON object")
        reading.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")
    asking = add_command(commands, "ask", "ask the client something", _ask)
    asking.add_argument("words", metavar="WORDS")
    asking.add_argument("--wanted", metavar="DAY", help="by when the answer is wanted, as 2026-03-01")
    asking.add_argument("--about", default="", metavar="PATH", help="a field or record, or sheet/line")
    answering = add_command(commands, "answer", "keep an answer, and carry it into its field", _answer)
    answering.add_argument("question", metavar="ID")
    answering.add_argument("answer", metavar="ANSWER", help="as it would be typed; empty opens it again")
    taking = add_command(commands, "answers", "take a form that came back with answers in", _answers)
    taking.add_argument("form", type=Path, metavar="FORM", help="PDF, CSV or XLSX")
    judging = add_command(commands, "judge", "say why a warning or note may stay", _judge)
    judging.add_argument("words", metavar="WORDS", help="words of the finding, enough to know it by")
    judging.add_argument("--because", required=True, metavar="REASON", help="empty takes it back")
    for making in (asking, judging):
        making.add_argument("--by", default="", metavar="INITIALS")
    for making in (asking, answering, taking, judging):
        making.add_argument("--dry-run", action="store_true", help="only say what would come of it")
        making.add_argument("--json", action="store_true", help="as a JSON object")


def _shown(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    file = computation.file
    if options.letter is not None:
        _write_letter(file, options.letter, options)
    if options.form is not None:
        write_out(options.form, form_as(options.form.suffix.lower(), file))
    if options.calendar is not None:
        write_out(options.calendar, days_of_questions(file, due_day(file)))
    proposed = proposals(computation, pack_for(file.country)) if options.propose else []
    if options.json:
        every = [_document(file, key, each) for key, each in sorted(file.questions.items())]
        made = {
            "questions": every, "unsaved_edits": unsaved,
            "proposed": [{"about": each.about, "words": each.words} for each in proposed],
        }  # fmt: skip
        print(json.dumps(made, indent=1, ensure_ascii=False))
        return DONE
    for key, each in sorted(file.questions.items()):
        days = ", ".join(day.isoformat() for day in each.asked)
        state = f"answered {each.answered.isoformat()}: {each.answer}" if each.answered else "open"
        about = label_of_question(pack_for(file.country), file, each.about) or "everything"
        print(f"{key}  {each.words}\n  {about}; asked {days or 'not yet'}; {state}")
    if not file.questions:
        print("Nothing is asked.")
    for one in proposed:
        print(f"may be asked: {one.words}\n  {one.about}")
    return DONE


def _write_letter(file: ClientFile, path: Path, options: argparse.Namespace) -> None:
    if path.suffix not in ENDINGS:
        raise CommandError(f"{path.name}: a letter ends in {', '.join(ENDINGS)}.")
    try:
        write_out(path, letter_as(path.suffix, file, wording_of(options)))
    except LetterError as error:
        raise CommandError(str(error)) from error


def wording_of(options: argparse.Namespace) -> Wording:
    """The words of the letter that the options ask for. Raises LetterError."""
    usual = USUAL_REMINDER if options.reminder else USUAL_LETTER
    return usual if options.template is None else read_wording(options.template)


def _document(file: ClientFile, key: str, question: ClientQuestion) -> dict[str, object]:
    return {
        "id": key,
        **question.model_dump(mode="json"),
        "field": goes_to(pack_for(file.country), file, question.about),
        "open": question.is_open,
    }


def _years(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    file = computation.file
    rows = [row for row in beside(file, computation.sheets) if row.remark or options.all]
    if options.json:
        lines = [_row_document(row) for row in rows]
        known = sorted(file.history)
        print(json.dumps({"years_known": known, "lines": lines, "unsaved_edits": unsaved}, indent=1))
        return DONE
    if str(file.tax_year - 1) not in file.history:
        print("What last year's return came to is not known in this file.")
    for row in rows:
        title = f"{row.sheet}: {row.title}"[:TITLE]
        before = "" if row.before is None else money_text(row.before)
        amounts = "".join(f"{each:>{AMOUNT}}" for each in (money_text(row.now), before))
        print(f"{title:<{TITLE}}{amounts}  {row.remark}".rstrip())
    return DONE


def _asked(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    file = computation.file
    pack = pack_for(file.country)
    rows = [row for row in everything_asked(pack, file) if not (options.open and row.is_answered)]
    aside = left_aside(pack)
    if options.json:
        made = {
            "asked": [
                {
                    "about": row.about, "path": row.field.path, "question": row.field.label,
                    "answer": row.answer, "answered": row.is_answered,
                }
                for row in rows
            ],
            "left_aside": [words for words, _ in aside], "unsaved_edits": unsaved,
        }  # fmt: skip
        print(json.dumps(made, indent=1, ensure_ascii=False))
        return DONE
    for row in rows:
        print(f"{row.about}: {row.field.label}: {row.words}")
    for words, says in aside:
        print(f"not part of it: {words}: {says}")
    return DONE


def _row_document(row: Beside) -> dict[str, str | None]:
    return {
        "sheet": row.sheet, "line": str(row.line.place) if row.line is not None else "", "title": row.title,
        "now": str(row.now), "before": _amount(row.before), "change": _amount(row.change),
        "remark": row.remark,
    }  # fmt: skip


def _amount(amount: Decimal | None) -> str | None:
    return None if amount is None else str(amount)


def _ask(options: argparse.Namespace) -> int:
    with closing(open_for_work(options.file, keys_for(options.file, options))) as opened:
        file = opened.file
        try:
            wanted = read_date(options.wanted, file.tax_year + 1) if options.wanted else None
        except ValueError as error:
            raise CommandError(str(error)) from error
        today = datetime.date.today()
        edit, path = ask_client(file, options.about, options.words, options.by, today, wanted)
        key = path.rpartition("/")[2]
        return finish(opened, edit, file, options, {"question": key}, f"{key}: {options.words}")


def _answer(options: argparse.Namespace) -> int:
    with closing(open_for_work(options.file, keys_for(options.file, options))) as opened:
        file = opened.file
        if options.question not in file.questions:
            raise CommandError(f"There is no question {options.question}; “half-yard questions” lists them.")
        pack = pack_for(file.country)
        try:
            edit = answered(pack, file, options.question, options.answer, datetime.date.today())
        except ValueError as error:
            raise CommandError(f"{options.question}: {error}") from error
        field = goes_to(pack, file, file.questions[options.question].about)
        document = {"question": options.question, "field": field}
        return finish(opened, edit, file, options, document, edit.label)


def _answers(options: argparse.Namespace) -> int:
    with closing(open_for_work(options.file, keys_for(options.file, options))) as opened:
        file = opened.file
        try:
            rows = returned(pack_for(file.country), file, cells_of_form(options.form), datetime.date.today())
        except (UnreadableListError, UnreadableFormError) as error:
            raise CommandError(f"{options.form.name}: {error}") from error
        refused = [row for row in rows if row.problem]
        words = [f"{sum(row.edit is not None for row in rows)} answers fit"]
        words += [f"{row.key} “{row.answer}”: {row.problem}" for row in refused]
        document = {
            "refused": [{"id": row.key, "answer": row.answer, "problem": row.problem} for row in refused]
        }
        return finish(opened, taken(rows), file, options, document, "\n".join(words))


def _judge(options: argparse.Namespace) -> int:
    with closing(open_for_work(options.file, keys_for(options.file, options))) as opened:
        file = opened.file
        which = _meant(file, options.words)
        try:
            edit = judge(file, which, options.because, options.by, datetime.date.today())
        except ValueError as error:
            raise CommandError(f"{which.finding.message} {error}") from error
        edit = edit or Edit(label="As it was", changes=())
        document = {"finding": which.finding.message}
        return finish(opened, edit, file, options, document, f"{edit.label}: {which.finding.message}")


def _meant(file: ClientFile, words: str) -> Found:
    """The one finding that has the words."""
    every = found(file, compute(file).findings)
    meant = [each for each in every if words.casefold() in each.finding.message.casefold()]
    if len(meant) != 1:
        count = "No finding has" if not meant else f"{len(meant)} findings have"
        raise CommandError(f"{count} “{words}”. “half-yard check” prints them; give words of one.")
    return meant[0]
