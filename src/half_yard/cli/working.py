"""take, tray, sort, split, mend and divide: steps of the work that change a file, each as one edit that is
saved."""

from __future__ import annotations

import argparse
import json
from collections.abc import Iterable
from decimal import Decimal
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from half_yard.cli.opening import CommandError, add_command, keys_for, open_for_work, read_to_look
from half_yard.cli.saying import DONE
from half_yard.countries import Computation, Pack, compute, pack_for
from half_yard.figures import Place
from half_yard.figures.explain import exact_text
from half_yard.records import Change, ClientFile, Edit, EditError, Statement, apply
from half_yard.records.reckoning import reckon
from half_yard.statements import (
    AccountUnsureError,
    Layout,
    Proposal,
    RowState,
    Target,
    TooManyRowsError,
    Tray,
    TrayRow,
    UnreadableError,
    guess_layout,
    is_ofx,
    proposals,
    read_delimited,
    read_ofx,
    sort_rows,
    take_in,
)
from half_yard.statements.delimited import LARGEST_BYTES
from half_yard.statements.parts import PartError, add_part
from half_yard.statements.targets import read_target, target_options, target_words
from half_yard.storage import OpenFile
from half_yard.texts import NotTextError, decoded, to_the_end

COMMANDS = ("take", "tray", "sort", "split", "mend", "divide")


def add_commands(commands: Any) -> None:
    """Add these commands to the command line."""
    taking = add_command(commands, "take", "take statements of accounts in: OFX, QFX or CSV", _take)
    taking.add_argument("statements", type=Path, nargs="+", metavar="STATEMENT")
    taking.add_argument("--account", default="", help="whose rows a CSV file has: a name or number")
    taking.add_argument("--layout", type=Path, metavar="JSON", help="a layout that --json printed")
    taking.add_argument("--same-as", action="append", default=[], metavar="NAME", help="it is this account")
    taking.add_argument("--not", action="append", default=[], dest="others", metavar="NAME", help="it is not")

    tray = add_command(commands, "tray", "print the rows of statements and what became of each", _tray)
    tray.add_argument("--waiting", action="store_true", help="only those that wait for something")
    tray.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")

    sorting = add_command(commands, "sort", "sort rows to lines, or set them aside", _sort)
    how = sorting.add_mutually_exclusive_group(required=True)
    how.add_argument("--rules", action="store_true", help="the waiting rows that the file's rules cover")
    how.add_argument("--proposals", action="store_true", help="also as rows of the same payee went before")
    how.add_argument("--to", metavar="TARGET", help="the rows named: to a line, or “Aside: reason”")
    sorting.add_argument("--row", action="append", default=[], help="such as b00001/r00003")

    splitting = add_command(commands, "split", "send parts of a row to several places", _split)
    splitting.add_argument("row", metavar="ROW", help="such as b00001/r00003; “half-yard tray” lists them")
    splitting.add_argument(
        "parts", nargs="+", metavar="AMOUNT=TARGET", help="such as 120=supplies or “rest=Aside: personal”"
    )
    mending = add_command(commands, "mend", "mend at once what “check” found, where one step does", _mend)
    mending.add_argument(
        "path", metavar="PATH", help="the place of the finding, such as /assets/a00001/activity"
    )
    dividing = add_command(commands, "divide", "divide a building by a cost study", _divide)
    dividing.add_argument("asset", metavar="ASSET", help="its id")
    dividing.add_argument("parts", metavar="PARTS", help="such as “Carpet 4200; Fence 8000”")
    for parser in (taking, sorting, splitting, mending, dividing):
        parser.add_argument("--dry-run", action="store_true", help="change nothing, and say what would")
    for parser in (taking, tray, sorting, splitting, mending, dividing):
        parser.add_argument("--json", action="store_true", help="as a JSON object")


# -- taking in --------------------------------------------------------------------------------------------


def _take(options: argparse.Namespace) -> int:
    opened = open_for_work(options.file, keys_for(options.file, options))
    try:
        before, file, changes, told = opened.file, opened.file, list[Change](), []
        answers = dict.fromkeys(options.others, False) | dict.fromkeys(options.same_as, True)
        for path in options.statements:
            for statement, layout in _statements(path, options):
                try:
                    taken = take_in(file, statement, answers)
                except AccountUnsureError as error:
                    names = " or ".join(f"--same-as “{a.account}”" for a in error.alike)
                    raise CommandError(f"{error} Say {names}, or --not and the account.") from error
                except TooManyRowsError as error:
                    raise CommandError(str(error)) from error
                file, _ = apply(file, taken.edit)
                changes += taken.edit.changes
                told.append(_told(statement, layout, taken.rows, taken.aside, taken.key))
        edit = Edit(label=f"{len(told)} statements taken in", changes=tuple(changes))
        return finish(opened, edit, before, options, {"statements": told}, "\n".join(map(_came_of, told)))
    finally:
        opened.close()


def _statements(path: Path, options: argparse.Namespace) -> Iterable[tuple[Statement, Layout | None]]:
    try:
        if path.stat().st_size > LARGEST_BYTES:
            raise UnreadableError("It is too large to be a statement.")
        data = path.read_bytes()
        if is_ofx(data):
            return [(statement, None) for statement in to_the_end(read_ofx(data, path.stem))]
        text = decoded(data)
        layout = _layout(options.layout) if options.layout else guess_layout(text)
        statement = to_the_end(read_delimited(text, layout, path.stem, options.account))
    except (UnreadableError, NotTextError) as error:
        raise CommandError(f"{path.name} was not taken in. {error}") from error
    return [(statement, layout)]


def _layout(path: Path) -> Layout:
    try:
        return Layout.model_validate_json(path.read_bytes())
    except ValidationError as error:
        where = "/".join(map(str, error.errors()[0]["loc"]))
        raise CommandError(f"{path.name} is no layout: /{where}: {error.errors()[0]['msg']}.") from error


def _told(statement: Statement, layout: Layout | None, rows: int, aside: int, key: str) -> dict[str, Any]:
    return {
        "statement": key,
        "name": statement.name,
        "account": statement.account,
        "rows": rows,
        "here_already": aside,
        "broken": list(statement.broken),
        "layout": None if layout is None else layout.model_dump(mode="json"),
    }


def _came_of(told: dict[str, Any]) -> str:
    broken = "".join(f"\n  not read: {problem}" for problem in told["broken"])
    if not told["statement"]:
        return f"{told['name']}: every row is here already, nothing was added{broken}"
    return f"{told['name']}: {told['rows']} rows, {told['here_already']} of them here already{broken}"


# -- the tray ---------------------------------------------------------------------------------------------


def _tray(options: argparse.Namespace) -> int:
    file = read_to_look(options).file
    pack = pack_for(file.country)
    rows = [row for row in Tray.of(file, pack).all_rows() if row.state.is_open or not options.waiting]
    proposed = _proposed(file, pack, rows)
    documents = [_row_document(file, pack, row, proposed.get(row.name)) for row in rows]
    if options.json:
        print(json.dumps({"rows": documents}, indent=1, ensure_ascii=False))
        return DONE
    for each in documents:
        amount, payee = f"{each['amount']:>12}", f"{each['payee']:<30.30}"
        print(
            f"{each['row']}  {each['date']}  {amount}  {payee}  {each['state']}  {each['goes_to']}".rstrip()
        )
    return DONE


def _proposed(file: ClientFile, pack: Pack, rows: Iterable[TrayRow]) -> dict[str, Proposal]:
    waiting = ((row.name, row.row) for row in rows if row.state is RowState.WAITING)
    return proposals(file, waiting, pack.ledger.marketplace_lines)


def _row_document(file: ClientFile, pack: Pack, row: TrayRow, proposal: Proposal | None) -> dict[str, str]:
    options = target_options(file, pack)
    entries = [file.entries[key] for key in row.entries]
    targets = [Target(entry.activity, entry.line, entry.share) for entry in entries]
    targets += [Target(set_aside=part.reason) for part in row.row.parts_aside.values()]
    if row.row.set_aside:
        targets = [Target(set_aside=row.row.set_aside)]
    if proposal is not None:
        targets = [proposal.target]
    goes_to = "; ".join(target_words(target, options) for target in targets)
    return {
        "row": row.name,
        "date": row.row.date.isoformat() if row.row.date else "",
        "payee": row.row.payee,
        "memo": row.row.memo,
        "amount": format(row.row.amount, "f"),
        "left": format(row.left, "f"),
        "state": row.state.value if proposal is None else f"proposed: {proposal.why}",
        "goes_to": goes_to,
    }


# -- sorting ----------------------------------------------------------------------------------------------


def _sort(options: argparse.Namespace) -> int:
    opened = open_for_work(options.file, keys_for(options.file, options))
    try:
        file, pack = opened.file, pack_for(opened.file.country)
        rows = list(Tray.of(file, pack).all_rows())
        named = [_row(rows, name) for name in options.row] or rows
        if options.to is not None:
            if not options.row:
                raise CommandError("Say with --row which rows go there; “half-yard tray” lists them.")
            target = _target(options.to, file, pack)
            wanted = [(row, target) for row in named]
        else:
            proposed = _proposed(file, pack, named)
            if options.rules:
                proposed = {name: found for name, found in proposed.items() if found.by_rule}
            wanted = [(row, proposed[row.name].target) for row in named if row.name in proposed]
        edit = sort_rows(file, pack, wanted)
        shown = target_options(file, pack)
        told = [{"row": row.name, "to": target_words(target, shown)} for row, target in wanted]
        words = "\n".join(f"{each['row']}: {each['to']}" for each in told)
        return finish(opened, edit, file, options, {"sorted": told}, words)
    finally:
        opened.close()


def _row(rows: Iterable[TrayRow], name: str) -> TrayRow:
    found = next((row for row in rows if row.name == name), None)
    if found is None:
        raise CommandError(f"There is no row {name}; “half-yard tray” lists them.")
    return found


def _target(typed: str, file: ClientFile, pack: Pack) -> Target:
    try:
        target = read_target(typed, target_options(file, pack))
    except ValueError as error:
        raise CommandError(str(error)) from error
    if not (target.line or target.set_aside):
        raise CommandError("Say where it goes: a line, or “Aside: reason”.")
    return target


def _split(options: argparse.Namespace) -> int:
    opened = open_for_work(options.file, keys_for(options.file, options))
    try:
        before = file = opened.file
        pack, changes, told = pack_for(file.country), list[Change](), []
        for part in options.parts:
            size, equals, to = part.partition("=")
            if not equals:
                raise CommandError(f"“{part}” is no part. Give AMOUNT=TARGET, such as 120=supplies.")
            row = _row(Tray.of(file, pack).all_rows(), options.row)
            try:
                amount = None if size.strip().casefold() == "rest" else reckon(size)
                edit = add_part(file, pack, row, _target(to, file, pack), amount)
            except (PartError, ValueError) as error:
                raise CommandError(f"{part}: {error}") from error
            file, _ = apply(file, edit)
            changes += edit.changes
            told.append({"amount": size.strip(), "to": to.strip()})
        left = _row(Tray.of(file, pack).all_rows(), options.row).left
        edit = Edit(label=f"{options.row} split", changes=tuple(changes))
        document = {"row": options.row, "parts": told, "left": format(left, "f")}
        words = f"{exact_text(abs(left))} left of {options.row}"
        return finish(opened, edit, before, options, document, words)
    finally:
        opened.close()


# -- mending ----------------------------------------------------------------------------------------------


def _mend(options: argparse.Namespace) -> int:
    opened = open_for_work(options.file, keys_for(options.file, options))
    try:
        file = opened.file
        steps = [
            finding.step
            for finding in compute(file).findings
            if finding.path == options.path and finding.step is not None
        ]
        if not steps:
            raise CommandError(
                f"Nothing found at {options.path} is mended in one step; see “half-yard check”."
            )
        return finish(opened, steps[0], file, options, {"mended": steps[0].label}, steps[0].label)
    finally:
        opened.close()


def _divide(options: argparse.Namespace) -> int:
    opened = open_for_work(options.file, keys_for(options.file, options))
    try:
        file = opened.file
        if options.asset not in file.assets:
            raise CommandError(f"There is no asset {options.asset}; “half-yard assets --json” lists them.")
        try:
            offered = pack_for(file.country).one_by_one
            edit = offered.divide_by_study(compute(file), options.asset, options.parts)
        except (ValueError, LookupError) as error:
            raise CommandError(str(error)) from error
        return finish(opened, edit, file, options, {"divided": options.asset}, edit.label)
    finally:
        opened.close()


# -- what changed -----------------------------------------------------------------------------------------


def finish(
    opened: OpenFile, edit: Edit, before: ClientFile, options: argparse.Namespace,
    document: dict[str, Any], words: str,
) -> int:  # fmt: skip
    """Carry the edit out and save it, unless it is only tried; print what came of it and what it changed."""
    try:
        after, _ = apply(before, edit)
    except EditError as error:
        raise CommandError(str(error)) from error
    if edit.changes and not options.dry_run:
        opened.edit(edit)
        for said in opened.save():
            words += f"\n{said}"
    changed = _changed_lines(before, after)
    if options.json:
        changes = [{"op": change.op, "path": change.path} for change in edit.changes]
        saved = bool(edit.changes) and not options.dry_run
        whole = {**document, "changes": changes, "lines": changed, "saved": saved}
        print(json.dumps(whole, indent=1, ensure_ascii=False))
        return DONE
    lines = [words, *(f"{line['title']}: {line['before']} → {line['after']}" for line in changed)]
    if options.dry_run:
        lines.append("nothing was changed: a dry run")
    print("\n".join(filter(None, lines)))
    return DONE


def _changed_lines(before: ClientFile, after: ClientFile) -> list[dict[str, str]]:
    """The lines of the chain to the result that differ."""
    old, new = compute(before), compute(after)
    found = []
    for point in new.chain:
        then, now = _amount(old, point.place), new.line(point.place).figure.amount
        if then != now:
            found.append(
                {
                    "line": str(point.place),
                    "title": new.line(point.place).title,
                    "before": format(then, "f"),
                    "after": format(now, "f"),
                }
            )
    return found


def _amount(computation: Computation, place: Place) -> Decimal:
    line = computation.find_line(place)
    return Decimal(0) if line is None else line.figure.amount
