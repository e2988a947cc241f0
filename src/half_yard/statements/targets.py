"""Where a row or an entry goes, as it is typed and read: an activity's line, a share of it, or aside."""

from __future__ import annotations

import re
from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries import Pack
from half_yard.records import ClientFile
from half_yard.records.choices import ChoiceError, Option, choice_title, read_choice, with_all_words
from half_yard.records.reckoning import ReckoningError, reckon_percent
from half_yard.statements.sorting import Target

ASIDE = "Aside: "
REASONS = (
    "transfer between own accounts", "personal", "draw of the owner", "principal of a loan",
    "paid in by the owner", "tax, in the household", "asset, among the assets",
)  # fmt: skip
SHARE = re.compile(r"\s+(\d{1,3}(?:\.\d{1,4})?\s*%|[\d.,]+\s*/\s*[\d.,]+\s*%?)$")
LONGEST_NAME = 16


def target_options(file: ClientFile, pack: Pack, *, asides: bool = True) -> list[Option]:
    """Every line of every activity that counts, every cost of every shared thing, and the usual reasons to
    set a row aside.

    A line's other words come first, under the same key, so that it is found by them and shown by its title.
    """
    activities = {key: item for key, item in sorted(file.activities.items()) if not item.archived}
    several = len(activities) > 1
    options: list[Option] = []
    for key, activity in activities.items():
        name = f"{_short(activity.name)}: " if several else ""
        for line in pack.ledger.lines(activity):
            where = f"{key}/{line.key}"
            options += [(where, f"{name}{line.number} {words}") for words in (*line.also, line.title)]
    for key, thing in sorted(file.things.items()):
        name = _short(thing.name or "Shared thing")
        for line in pack.lines_of(file, key):
            options += [(f"{key}/{line.key}", f"{name}: {words}") for words in (*line.also, line.title)]
    if asides:
        options += [(f"{ASIDE}{reason}", f"{ASIDE}{reason}") for reason in REASONS]
    return options


def find_targets(typed: str, options: Sequence[Option]) -> Sequence[Option]:
    """The targets that have all the words typed; behind “Aside:” any reason may be typed."""
    found = list(with_all_words(options)(typed))
    if typed.strip().casefold().startswith(ASIDE.strip().casefold()):
        found = [("", typed), *(option for option in found if option[1] != typed)]
    return found


def _short(name: str) -> str:
    return name if len(name) <= LONGEST_NAME else f"{name[: LONGEST_NAME - 1].rstrip()}…"


def read_target(typed: str, options: Sequence[Option]) -> Target:
    """The target that was typed, with a share behind it where there is one, such as “utilities 60%”; what
    follows “aside:” is a reason. Raises ValueError with what to type instead."""
    text = typed.strip()
    if text.casefold().startswith(ASIDE.strip().casefold()):
        if not (reason := text[len(ASIDE) - 1 :].strip()):
            raise ChoiceError("Type the reason behind “Aside:”, such as “Aside: personal”.")
        return Target(set_aside=reason)
    if text.casefold() in REASONS:
        return Target(set_aside=text.casefold())
    text, share = split_share(text)
    key = read_choice(text, options)
    if key.startswith(ASIDE):
        return Target(set_aside=key.removeprefix(ASIDE))
    activity, _, line = key.partition("/")
    return Target(activity, line, share)


def split_share(typed: str) -> tuple[str, Decimal | None]:
    """What was typed, and the share in percent behind it, as in “utilities 60%” or “phone 11240/15900”; None
    where there is none. Raises ChoiceError for a share that is none."""
    share = SHARE.search(typed)
    if share is None:
        return typed, None
    try:
        return typed[: share.start()], reckon_percent(share[1])
    except ReckoningError as error:
        raise ChoiceError(str(error)) from error


def target_words(target: Target, options: Sequence[Option]) -> str:
    """A target for reading, as it can be typed."""
    if target.set_aside:
        return f"{ASIDE}{target.set_aside}"
    if not target.line:
        return ""
    words = choice_title(f"{target.activity}/{target.line}", options)
    return words if target.share is None else f"{words} {target.share.normalize():f}%"
