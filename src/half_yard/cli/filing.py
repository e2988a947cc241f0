"""send and filings: the return sent to the simulated gateway, what came back, and what differs since."""

from __future__ import annotations

import argparse
import datetime
import json
import sys
from contextlib import closing
from typing import Any

from half_yard.cli.opening import CommandError, add_command, computed, keys_for, open_for_work
from half_yard.cli.saying import DONE, FOUND
from half_yard.countries import compute, pack_for
from half_yard.figures.explain import exact_text
from half_yard.interop.electronic_return import digest_of, electronic_return
from half_yard.records import Filing
from half_yard.review.filed import REFUSED, accepted, begin, differing, settle, waiting, why_not
from half_yard.standins import ServiceError
from half_yard.standins.gateway import receive

COMMANDS = ("send", "filings")


def add_commands(commands: Any) -> None:
    """Add these commands to the command line."""
    sending = add_command(commands, "send", "send the return to the simulated gateway", _send)
    sending.add_argument("--dry-run", action="store_true", help="only say what would come of it")
    sending.add_argument("--xml", action="store_true", help="print what is sent, and send nothing")
    shown = add_command(commands, "filings", "print what was sent, what came back, what differs", _shown)
    shown.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")
    for each in (sending, shown):
        each.add_argument("--json", action="store_true", help="as a JSON object")


def _send(options: argparse.Namespace) -> int:
    with closing(open_for_work(options.file, keys_for(options.file, options))) as opened:
        computation = compute(opened.file)
        sent = electronic_return(computation)
        if options.xml:
            sys.stdout.write(sent.decode())
            return DONE
        if not pack_for(opened.file.country).signers(opened.file):
            raise CommandError("Returns of this country are not sent from here.")
        key, digest = waiting(opened.file), digest_of(sent)
        if key and opened.file.filings[key].digest != digest:
            raise CommandError("One was sent before the file changed, and what came of it is not known yet.")
        if not key:
            reason = why_not(opened.file, digest, computation.sheets, complete=computation.complete)
            if reason:
                raise CommandError(reason)
            edit, key = begin(opened.file, digest, computation.sheets, datetime.date.today())
        try:
            if options.dry_run:
                heard = receive(sent)
                made = Filing(state=REFUSED if heard.reasons else "", number="", reasons=heard.reasons)
                return _tell(options, made)
            if key not in opened.file.filings:
                opened.edit(edit)
                opened.save()
            heard = receive(sent)
        except ServiceError as error:
            raise CommandError(str(error)) from error
        opened.edit(settle(opened.file, key, heard.number, heard.reasons))
        opened.save()
        return _tell(options, opened.file.filings[key])


def _tell(options: argparse.Namespace, filing: Filing) -> int:
    if options.json:
        kept = filing.model_dump(mode="json", exclude={"amounts"})
        print(json.dumps({**kept, "dry_run": options.dry_run}, indent=1, ensure_ascii=False))
    else:
        print(f"{filing.state or 'would be accepted'} {filing.number}".strip())
        for reason in filing.reasons:
            print(f"  {reason.rule}: {reason.words} {f'[{reason.path}]' if reason.path else ''}".rstrip())
    return FOUND if filing.reasons else DONE


def _shown(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    filed = accepted(computation.file)
    differ = differing(filed, computation.sheets) if filed is not None else []
    if options.json:
        every = [
            {"id": key, **each.model_dump(mode="json", exclude={"amounts"})}
            for key, each in sorted(computation.file.filings.items())
        ]
        lines = [
            {"line": each.place, "title": each.title, "filed": str(each.filed), "now": str(each.now)}
            for each in differ
        ]
        document = {"filings": every, "differ": lines, "unsaved_edits": unsaved}
        print(json.dumps(document, indent=1, ensure_ascii=False))
        return DONE
    for key, each in sorted(computation.file.filings.items()):
        print(f"{key}  {each.kind} {each.sent}: {each.state} {each.number}".rstrip())
        for reason in each.reasons:
            print(f"  {reason.rule}: {reason.words}")
    for line in differ:
        print(f"  {line.title}: filed {exact_text(line.filed)}, now {exact_text(line.now)}")
    if not computation.file.filings:
        print("Nothing was sent.")
    return DONE
