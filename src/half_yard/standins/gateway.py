"""A simulated gateway of a tax authority: takes a return as XML, and accepts it or refuses it by numbered
rules. Its register of people is made up; it uses no network and remembers nothing.

It is down now and then, as a real one is: `is_down` says when.
"""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from decimal import Decimal, InvalidOperation
from functools import cache
from hashlib import sha256
from importlib import resources
from random import random
from typing import Any
from xml.etree.ElementTree import Element, ParseError, fromstring

from half_yard.records.filing import Reason
from half_yard.standins.marketplace import ServiceError

NAME = "Harbor Gateway (simulated)"
SPACE = "{urn:half-yard:electronic-return:1}"
OFTEN_DOWN = 0.1


@dataclass(frozen=True, slots=True)
class Acknowledgement:
    """What comes back: the number that it is called by, and why it was refused, if it was."""

    number: str
    reasons: tuple[Reason, ...]


def down_now_and_then() -> bool:
    """One time in ten."""
    return random() < OFTEN_DOWN


def receive(sent: bytes, is_down: Callable[[], bool] = down_now_and_then) -> Acknowledgement:
    """What becomes of a return. The same return always has the same acknowledgement, so asking again is as
    good as having heard the first time. Raises ServiceError while the gateway is down."""
    if is_down():
        raise ServiceError(f"{NAME} is down. Nothing was taken. Try again in a while.")
    try:
        root = fromstring(sent)
        reasons = tuple(_reasons(root))
    except (ParseError, InvalidOperation, KeyError) as error:
        reasons = (Reason(rule="F-001", words=f"The return is not of the agreed shape ({error})."),)
    return Acknowledgement(f"HG-{sha256(sent).hexdigest()[:10].upper()}", reasons)


def _reasons(root: Element) -> Iterator[Reason]:
    if root.tag != f"{SPACE}Return":
        raise KeyError("Return")
    if root.get("kind") == "amended" and not root.get("amends"):
        yield Reason(rule="F-020", words="An amended return names the one that it amends.")
    signers = root.findall(f"{SPACE}Signers/{SPACE}Signer")
    rules = _table("gateway_rules.json")[root.get("country", "")]
    if not signers:
        yield Reason(rule="F-100", words="Nobody signs the return.")
    for signer in signers:
        yield from _of_signer(signer, rules)
    for each in rules["sums"]:
        yield from _sum(root, each, Decimal(rules["tolerance"]))


def _of_signer(signer: Element, rules: Any) -> Iterator[Reason]:
    def part(name: str) -> tuple[str, str]:
        found = signer.find(f"{SPACE}{name}")
        if found is None:
            raise KeyError(name)
        return (found.text or "").strip(), found.get("path", "")

    (number, at_number), (last_name, _) = part("Number"), part("LastName")
    (signed, at_signed), (before, at_before) = part("Pin"), part("YearBefore")
    born, _ = part("Born")
    person = f"/people/{signer.get('person')}"
    if not born:
        yield Reason(rule="F-105", words="The day of birth is missing.", path=f"{person}/birth_date")
    known = _table("taxpayers.json").get(number)
    if known is None:
        yield Reason(rule="F-110", words="The number is not in the register.", path=at_number)
    elif known["last_name"].casefold() != last_name.casefold():
        words = "The last name does not match the number in the register."
        yield Reason(rule="F-111", words=words, path=f"{person}/last_name")
    if not re.fullmatch(rules["signed"], signed):
        yield Reason(rule="F-120", words=rules["unsigned"], path=at_signed)
    if known is not None and Decimal(before or 0) != Decimal(known["year_before"]):
        words = "The amount of the year before is not the one in the register."
        yield Reason(rule="F-130", words=words, path=at_before)


def _sum(root: Element, each: Any, within: Decimal) -> Iterator[Reason]:
    """Lines that have to add up, where they are above zero, to so many dollars: on the sheet of a key, or on
    each person's."""
    for sheet in root.findall(f"{SPACE}Sheets/{SPACE}Sheet"):
        if sheet.get("key", "").partition(".")[0] != each["sheet"]:
            continue
        lines = {line.get("key", ""): Decimal(line.get("amount", "0")) for line in sheet}
        made = sum((lines.get(key, Decimal(0)) for key in each["added"]), Decimal(0))
        made -= sum((lines.get(key, Decimal(0)) for key in each["taken"]), Decimal(0))
        stated = lines.get(each["total"], Decimal(0))
        if abs(max(made, Decimal(0)) - max(stated, Decimal(0))) > within:
            words = f"The line {each['total']} is {stated}, and its parts make {made}."
            yield Reason(rule=each["rule"], words=words)


@cache
def _table(name: str) -> Any:
    return json.loads(resources.files("half_yard.standins").joinpath(name).read_text(encoding="utf-8"))
