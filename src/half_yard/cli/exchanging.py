"""exchanges and exchange: what was given against what was got, in words or JSON; one made or filled in."""

from __future__ import annotations

import argparse
import datetime
import json
from collections.abc import Iterator
from decimal import Decimal
from pathlib import Path
from typing import Any

from pydantic import JsonValue

from half_yard.asked import Field, FieldKind, read_field
from half_yard.cli.opening import CommandError, add_command, computed, keys_for, open_for_work
from half_yard.cli.saying import DONE
from half_yard.cli.working import finish
from half_yard.countries import Computation, Pack, pack_for
from half_yard.countries.exchanging import Balance, Weight
from half_yard.figures.explain import exact_text
from half_yard.interop.deadlines import calendar_of
from half_yard.records import Asset, Change, ClientFile, Edit, apply, next_id
from half_yard.records.choices import with_all_words
from half_yard.records.reckoning import reckon
from half_yard.storage import write_out

COMMANDS = ("exchanges", "exchange")
WIDTH, AMOUNT = 58, 16
YES, NO = {"yes", "true", "y"}, {"no", "false", "n"}


def add_commands(commands: Any) -> None:
    """Add these commands to the command line."""
    shown = add_command(commands, "exchanges", "print the exchanges: both sides, what is taxed, days", _shown)
    shown.add_argument("--json", action="store_true", help="print JSON")
    shown.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")
    shown.add_argument("--calendar", type=Path, metavar="PATH", help="write their days as a calendar file")
    made = add_command(commands, "exchange", "make an exchange, or fill one in", _made)
    made.add_argument("--in", dest="exchange", metavar="ID", help="which one; a new one where it is left out")
    made.add_argument("--give", action="append", default=[], metavar="ASSET=VALUE", help="an asset's id")
    made.add_argument("--on", metavar="DAY", help="the day on which it was given")
    made.add_argument("--got", action="append", default=[], metavar="NAME[: CLASS]=VALUE")
    made.add_argument("--received", metavar="DAY", help="the day on which it was received")
    made.add_argument("--set", action="append", default=[], metavar="KEY=VALUE", help="anything else of it")
    made.add_argument("--dry-run", action="store_true", help="only say what would come of it")
    made.add_argument("--json", action="store_true", help="print JSON")


# -- showing ----------------------------------------------------------------------------------------------


def _shown(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    file = computation.file
    pack = pack_for(file.country)
    keys = sorted(file.exchanges) if pack.assets.exchanges is not None else []
    if options.calendar is not None:
        if len(keys) != 1:
            raise CommandError(f"There are {len(keys)} exchanges; a calendar file is of one.")
        write_out(options.calendar, calendar_of(file, keys[0], pack.exchanges.deadlines(file, keys[0])))
    if options.json:
        every = [_document(computation, pack, key) for key in keys]
        print(json.dumps({"exchanges": every, "unsaved_edits": unsaved}, indent=1, ensure_ascii=False))
    else:
        texts = ["\n".join(_text(computation, pack, key)) for key in keys]
        print("\n\n".join(texts) or "No property is exchanged.")
    return DONE


def _text(computation: Computation, pack: Pack, key: str) -> Iterator[str]:
    file, balance = computation.file, pack.exchanges.balance(computation, key)
    yield f"{file.exchanges[key].name or 'Not named'}   [{key}]"
    for title, weights in (("Given", balance.given), ("Got", balance.got)):
        yield f"  {title}"
        for each in weights:
            yield f"    {each.name[:WIDTH]:<{WIDTH}}{exact_text(each.amount):>{AMOUNT}}"
    for title, amount in _amounts(balance):
        if amount is not None:
            yield f"  {title:<{WIDTH + 2}}{exact_text(amount):>{AMOUNT}}"
    for day in pack.exchanges.deadlines(file, key):
        yield f"  {day.title}: {day.day.isoformat()}"
    for words in balance.words:
        yield f"  * {words}"


def _amounts(balance: Balance) -> tuple[tuple[str, Decimal | None], ...]:
    return (
        ("Realized", balance.realized), ("Recognized", balance.recognized), ("Deferred", balance.deferred),
    )  # fmt: skip


def _document(computation: Computation, pack: Pack, key: str) -> dict[str, object]:
    file, balance = computation.file, pack.exchanges.balance(computation, key)
    sheet = pack.exchanges.sheet(key)
    lines = computation.sheet(sheet).lines if computation.has_sheet(sheet) else ()
    return {
        "id": key,
        "name": file.exchanges[key].name,
        "given": [_weight(each) for each in balance.given],
        "got": [_weight(each) for each in balance.got],
        **{title.lower(): None if amount is None else str(amount) for title, amount in _amounts(balance)},
        "days": {each.key: each.day.isoformat() for each in pack.exchanges.deadlines(file, key)},
        "missing": list(balance.words),
        "lines": [
            {
                "line": str(line.place), "number": line.number, "title": line.title,
                "amount": str(line.figure.amount),
            }
            for line in lines
        ],
    }  # fmt: skip


def _weight(each: Weight) -> dict[str, object]:
    return {"name": each.name, "amount": str(each.amount), "path": each.path, "like_kind": each.like_kind}


# -- making -----------------------------------------------------------------------------------------------


class _Making:
    """The edits of one command, each made on the file as those before it left it."""

    def __init__(self, file: ClientFile, exchange: str | None) -> None:
        self.file, self.changes = file, list[Change]()
        self.pack = pack_for(file.country)
        self._calendar = self.pack.country.calendar(file.tax_year)
        if self.pack.assets.exchanges is None:
            raise CommandError(f"Exchanges are not computed for {self.pack.country.name}.")
        if exchange is not None and exchange not in file.exchanges:
            raise CommandError(f"There is no exchange {exchange}; “half-yard exchanges” lists them.")
        self.key = exchange or ""
        if not exchange:
            edit, self.key = self.pack.exchanges.begin(file, [])
            self.take(edit)

    def take(self, edit: Edit) -> None:
        """One more edit."""
        self.file, _ = apply(self.file, edit)
        self.changes += edit.changes

    def put(self, path: str, value: JsonValue, *, op: str = "replace") -> None:
        """One more change."""
        change = Change.model_validate({"op": op, "path": path, "value": value})
        self.take(Edit(label="", changes=(change,)))

    def day(self, typed: str | None) -> datetime.date | None:
        """A day that was typed. Raises CommandError."""
        try:
            return self._calendar.read(typed) if typed else None
        except ValueError as error:
            raise CommandError(str(error)) from error

    def give(self, words: str, day: datetime.date | None) -> None:
        """An asset by its id, with its value."""
        asset, value = _pair(words, "--give")
        if asset not in self.pack.exchanges.may_be_given(self.file):
            raise CommandError(f"{asset} is no asset in service; “half-yard assets” lists them.")
        self.take(self.pack.exchanges.give(self.file, self.key, asset))
        self.put(f"/assets/{asset}/proceeds", _amount(value))
        if day is not None:
            self.put(f"/assets/{asset}/disposed", day.isoformat())
        if self.file.exchanges[self.key].name == "Exchange":
            self.put(f"/exchanges/{self.key}/name", f"Exchange of {self.file.assets[asset].name}")

    def got(self, words: str, day: datetime.date | None) -> None:
        """An asset by its name, with its value; its class by words behind a colon, or as the name has it."""
        named, value = _pair(words, "--got")
        name, _, wanted = (part.strip() for part in named.partition(":"))
        if day is None:
            raise CommandError("What was got needs the day: --received DAY.")
        start = self.pack.exchanges.received(self.file, self.key)
        activity = self.file.activities.get(str(start.get("activity") or ""))
        kind = activity.kind if activity else ""
        kinds = [(each.key, each.title) for each in self.pack.assets.kinds]
        fit = [key for key, _ in with_all_words(kinds)(wanted)] if wanted else []
        found = fit[0] if len(fit) == 1 else self.pack.assets.find_class(wanted or name, kind)
        if not found:
            raise CommandError(f"“{wanted or name}” names no class for sure. Type one behind a colon.")
        typed = {"name": name, "asset_class": found, "in_service": day.isoformat(), "cost": _amount(value)}
        asset = Asset.model_validate({**start, **typed})
        self.put(f"/assets/{next_id('assets', self.file.assets)}", asset.model_dump(mode="json"), op="add")

    def set(self, words: str) -> None:
        """A field of the exchange by the end of its path."""
        key, value = _pair(words, "--set")
        fields = self.pack.exchanges.fields(self.file, self.key).every
        field = next((each for each in fields if each.path.rsplit("/", 1)[-1] == key), None)
        if field is None:
            known = ", ".join(each.path.rsplit("/", 1)[-1] for each in fields)
            raise CommandError(f"“{key}” is nothing of this exchange. There are: {known}.")
        parent, _, name = field.path.rpartition("/")
        holder = getattr(self.file.exchanges[self.key], parent.rsplit("/", 1)[-1], None)
        op = "add" if isinstance(holder, dict) and name not in holder else "replace"
        self.put(field.path, self._value(field, value), op=op)

    def _value(self, field: Field, typed: str) -> JsonValue:
        if field.kind is FieldKind.ANSWER:
            if typed.casefold() not in YES | NO:
                raise CommandError(f"“{typed}” is neither yes nor no: {field.label}.")
            return typed.casefold() in YES
        if field.kind is FieldKind.CHOICE:
            keys = [key for key, _ in field.options]
            if typed not in keys:
                raise CommandError(f"“{typed}” is none of {', '.join(keys)}.")
            return typed
        try:
            return read_field(field, typed, self._calendar)
        except ValueError as error:
            raise CommandError(f"{field.label}: {error}") from error


def _pair(words: str, option: str) -> tuple[str, str]:
    name, sign, value = words.rpartition("=")
    if not sign:
        raise CommandError(f"{option} {words}: type a name, =, and what it is.")
    return name.strip(), value.strip()


def _amount(typed: str) -> str:
    try:
        return format(reckon(typed), "f")
    except ValueError as error:
        raise CommandError(str(error)) from error


def _made(options: argparse.Namespace) -> int:
    opened = open_for_work(options.file, keys_for(options.file, options))
    try:
        before = opened.file
        making = _Making(before, options.exchange)
        given_on, received_on = making.day(options.on), making.day(options.received)
        for words in options.give:
            making.give(words, given_on)
        for words in options.got:
            making.got(words, received_on)
        for words in options.set:
            making.set(words)
        name = making.file.exchanges[making.key].name
        edit = Edit(label=f"{name}: made from the command line", changes=tuple(making.changes))
        return finish(opened, edit, before, options, {"exchange": making.key}, f"{name} [{making.key}]")
    finally:
        opened.close()
