"""clients, assign, send-letter, letters: how the office's clients stand, who does what, what was sent."""

from __future__ import annotations

import argparse
import dataclasses
import datetime
import json
from contextlib import closing
from pathlib import Path
from typing import Any

from half_yard.cli.looking_over import wording_of
from half_yard.cli.opening import CommandError, add_command, computed, keys_for, open_for_work
from half_yard.cli.saying import DONE, FOUND
from half_yard.cli.working import finish
from half_yard.interop.letter import LetterError
from half_yard.office.assigning import assign
from half_yard.office.sending import send
from half_yard.office.standing import Standing, standing_of
from half_yard.records.dates import read_date
from half_yard.standins import ServiceError
from half_yard.storage import SUFFIX

COMMANDS = ("clients", "assign", "send-letter", "letters")


def add_commands(commands: Any) -> None:
    """Add these commands to the command line."""
    listed = add_command(
        commands, "clients", "print how every client of a folder stands", _clients, file=False
    )
    listed.add_argument("folder", type=Path, metavar="FOLDER")
    listed.add_argument("--find", default="", metavar="WORDS", help="only those that have every word")
    giving = add_command(commands, "assign", "give a client to people of the office", _assign)
    giving.add_argument("--prepares", metavar="INITIALS", help="who prepares the return")
    giving.add_argument("--asks", metavar="INITIALS", help="who asks the client")
    giving.add_argument("--due", metavar="DAY", help="by when it must be filed, as 2026-10-15")
    sending = add_command(commands, "send-letter", "send the letter through the simulated outbox", _send)
    sending.add_argument("--by", default="", metavar="INITIALS")
    sending.add_argument("--reminder", action="store_true", help="in the words of a reminder")
    sending.add_argument("--template", type=Path, metavar="PATH", help="the office's words of the letter")
    shown = add_command(commands, "letters", "print what was sent to the client", _letters)
    shown.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")
    for making in (giving, sending):
        making.add_argument("--dry-run", action="store_true", help="only say what would come of it")
    for each in (listed, giving, sending, shown):
        each.add_argument("--json", action="store_true", help="as a JSON object")


def _clients(options: argparse.Namespace) -> int:
    if not options.folder.is_dir():
        raise CommandError(f"{options.folder.name} is no folder.")
    every = [(path, standing_of(path)) for path in sorted(options.folder.glob(f"*{SUFFIX}"))]
    words = options.find.casefold().split()
    found = [(path, each) for path, each in every if all(word in _text(each) for word in words)]
    if options.json:
        rows = [{"file": path.name, **_document(each)} for path, each in found]
        print(json.dumps({"clients": rows}, indent=1, ensure_ascii=False))
        return DONE
    for _, each in found:
        words = [f"{each.title} {each.year}", each.state, each.owes, each.waits_for, each.prepares,
                 each.due_words, each.result]  # fmt: skip
        print("; ".join(filter(None, words)))
    return DONE


def _text(each: Standing) -> str:
    return " ".join(str(value) for value in dataclasses.astuple(each) if value is not None).casefold()


def _document(each: Standing) -> dict[str, object]:
    due = each.due.isoformat() if each.due is not None else None
    return {**dataclasses.asdict(each), "due": due}


def _assign(options: argparse.Namespace) -> int:
    with closing(open_for_work(options.file, keys_for(options.file, options))) as opened:
        file = opened.file
        try:
            due = read_date(options.due, file.tax_year + 1) if options.due else None
            edit = assign(file, options.prepares, options.asks, due)
        except ValueError as error:
            raise CommandError(str(error)) from error
        return finish(opened, edit, file, options, {}, edit.label)


def _send(options: argparse.Namespace) -> int:
    with closing(open_for_work(options.file, keys_for(options.file, options))) as opened:
        file = opened.file
        if options.dry_run:
            to = file.household.email
            words = f"would go to {to or 'nobody: no e-mail address is typed'}"
            print(json.dumps({"to": to, "dry_run": True}) if options.json else words)
            return DONE
        try:
            edit, message = send(file, wording_of(options), options.by, datetime.date.today())
        except (LetterError, ServiceError) as error:
            raise CommandError(str(error)) from error
        document = message.model_dump(mode="json")
        words = f"went as {message.number}" if message.went else f"did not go: {message.reason}"
        finish(opened, edit, file, options, document, words)
        return DONE if message.went else FOUND


def _letters(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    messages = sorted(computation.file.messages.items())
    if options.json:
        rows = [{"id": key, **each.model_dump(mode="json")} for key, each in messages]
        print(json.dumps({"letters": rows, "unsaved_edits": unsaved}, indent=1, ensure_ascii=False))
        return DONE
    for key, each in messages:
        became = f"went as {each.number}" if each.went else f"did not go: {each.reason}"
        print(f"{key}  {each.on} to {each.to or 'nobody'}: {became}")
    if not messages:
        print("Nothing was sent.")
    return DONE
