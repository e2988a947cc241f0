"""Where rows go: by the preparer's rules, or as rows of the same payee went before. Nothing acts unseen."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal

from rapidfuzz import fuzz

from half_yard.books import doubtful_rows
from half_yard.countries import pack_for
from half_yard.records import ClientFile, Entry, SortingRule, StatementRow
from half_yard.records.naming import same_name

ENOUGH = 2
AGREEMENT = 0.8
LONG_NAME = 6
DAYS_APART = 10
"""A check is typed when it is written and clears when it is cashed."""
ALIKE = 85
"""Percent of alikeness from which two names are the same payee."""


@dataclass(frozen=True, slots=True)
class Target:
    """Where a row goes: to a line of an activity, in whole or by a share in percent, or aside; or `entry`,
    the id of the entry that it is already."""

    activity: str = ""
    line: str = ""
    share: Decimal | None = None
    set_aside: str = ""
    entry: str = ""


@dataclass(frozen=True, slots=True)
class Proposal:
    """A target, why it is proposed, and whether a rule does."""

    target: Target
    why: str
    by_rule: bool = False


def target_of(rule: SortingRule) -> Target:
    """Where a rule sends its rows."""
    return Target(rule.activity, rule.line, rule.share, rule.set_aside)


def proposals(
    file: ClientFile, rows: Iterable[tuple[str, StatementRow]], marked: Mapping[str, str]
) -> dict[str, Proposal]:
    """A proposal for each row, by its name, where there is one.

    First an entry that was typed for the same money, so that nothing is counted twice; then the rule with the
    longest words that the row has; then the line of a simulated service's mark before a reference, by
    `marked`; then where entries of the same payee went before. A row that may be here already, in an account
    that looks like its own, has none until that is answered.
    """
    rules = sorted(
        (rule for rule in file.sorting_rules.values() if rule.words and _leads_somewhere(rule, file)),
        key=lambda rule: -len(rule.words),
    )
    plain = [(rule.words.casefold(), rule) for rule in rules]
    learned = _Learned(file)
    typed = _Typed(file)
    doubtful = doubtful_rows(file)
    made = {}
    for name, row in rows:
        if name in doubtful:
            continue
        if (proposal := typed.take(row)) is not None:
            made[name] = proposal
            continue
        words = f"{row.payee}\n{row.memo}".casefold()
        rule = next((rule for wanted, rule in plain if wanted in words), None)
        mark = row.reference.partition(":")[0]
        if rule is not None:
            made[name] = Proposal(target_of(rule), f"rule “{rule.words}”", by_rule=True)
        elif mark in marked and (activity := _first_of(file, pack_for(file.country).ledger.marketplace_kind)):
            made[name] = Proposal(Target(activity, marked[mark]), f"{mark} of a marketplace")
        elif (known := learned.of(row)) is not None:
            made[name] = known
    return made


class _Typed:
    """The entries that were typed and came from no statement, to be found again by amount, whether money came
    in or went out, day and payee."""

    def __init__(self, file: ClientFile) -> None:
        pack = pack_for(file.country)
        self._receipts = {
            (key, line.key): line.receipt for key in file.places for line in pack.lines_of(file, key)
        }
        self._entries: dict[Decimal, list[tuple[str, Entry]]] = {}
        for key, entry in file.entries.items():
            if not entry.from_row and entry.date is not None:
                self._entries.setdefault(abs(entry.amount), []).append((key, entry))

    def take(self, row: StatementRow) -> Proposal | None:
        """The entry that is this row, the nearest in time; it is not found again for another."""
        candidates = self._entries.get(abs(row.amount), [])
        alike = [pair for pair in candidates if self._same_way(pair[1], row) and _same_money(pair[1], row)]
        if not alike:
            return None
        nearest = min(alike, key=lambda pair: _days_apart(pair[1], row))
        candidates.remove(nearest)
        key, entry = nearest
        return Proposal(Target(entry.activity, entry.line, entry.share, entry=key), "is in the books")

    def _same_way(self, entry: Entry, row: StatementRow) -> bool:
        """Whether money came in by both, or went out by both; an entry that is on no line yet may be
        either."""
        receipt = self._receipts.get((entry.activity, entry.line))
        return receipt is None or ((entry.amount > 0) == (row.amount > 0)) is receipt


def _days_apart(entry: Entry, row: StatementRow) -> int:
    if entry.date is None or row.date is None:
        return DAYS_APART + 1
    return abs((entry.date - row.date).days)


def _same_money(entry: Entry, row: StatementRow) -> bool:
    """Whether an entry of a row's amount is the same money: on nearly the same day, to the same payee."""
    if _days_apart(entry, row) > DAYS_APART:
        return False
    ours, theirs = same_name(entry.payee), same_name(f"{row.payee} {row.memo}")
    return bool(ours) and (ours in theirs or fuzz.partial_ratio(ours, theirs) >= ALIKE)


def _first_of(file: ClientFile, kind: str) -> str:
    return next((key for key, item in sorted(file.activities.items()) if item.kind == kind), "")


def _leads_somewhere(rule: SortingRule, file: ClientFile) -> bool:
    return bool(rule.set_aside) or bool(rule.line and rule.activity in file.places)


class _Learned:
    """Where rows of each payee went before, money in and out apart."""

    def __init__(self, file: ClientFile) -> None:
        self._known = _learned(file)
        # A bank writes more than the name: its long enough names are looked for in what it wrote.
        self._names = sorted(
            {name for name, _ in self._known if len(name) >= LONG_NAME}, key=len, reverse=True
        )
        self._found: dict[str, str] = {}

    def of(self, row: StatementRow) -> Proposal | None:
        """The proposal for a row, where its payee is known."""
        written = same_name(row.payee)
        if written not in self._found:
            within = (name for name in self._names if name in written)
            self._found[written] = next(within, written)
        return self._known.get((self._found[written], row.amount > 0))


def _learned(file: ClientFile) -> dict[tuple[str, bool], Proposal]:
    """For each payee the target to which most of its rows went, money in and out apart."""
    found: dict[tuple[str, bool], Counter[Target]] = {}
    for entry in file.entries.values():
        if entry.line and (name := same_name(entry.payee)):
            for money_in in (True, False) if not entry.from_row else (_was_in(file, entry),):
                found.setdefault((name, money_in), Counter())[_target(entry)] += 1
    for statement in file.statements.values():
        for row in statement.rows.values():
            if row.set_aside and not row.is_double and same_name(row.payee):
                target = Target(set_aside=row.set_aside)
                found.setdefault((same_name(row.payee), row.amount > 0), Counter())[target] += 1
    made = {}
    for payee, targets in found.items():
        target, count = targets.most_common(1)[0]
        if count >= AGREEMENT * targets.total():
            times = "once" if count == 1 else f"{count} times"
            made[payee] = Proposal(target, f"as {times} before")
    return made


def _was_in(file: ClientFile, entry: Entry) -> bool:
    statement, _, row = entry.from_row.partition("/")
    known = file.statements.get(statement)
    return known is not None and row in known.rows and known.rows[row].amount > 0


def _target(entry: Entry) -> Target:
    return Target(entry.activity, entry.line, entry.share)


def learnable_rules(file: ClientFile) -> list[SortingRule]:
    """Rules that the preparer's own sorting suggests: payees whose rows went to the same line again and
    again, and that no rule covers yet."""
    names: dict[str, str] = {}
    targets: dict[str, Counter[Target]] = {}
    for entry in file.entries.values():
        if entry.from_row and entry.line and (name := same_name(entry.payee)):
            names.setdefault(name, entry.payee)
            targets.setdefault(name, Counter())[_target(entry)] += 1
    covered = [rule.words.casefold() for rule in file.sorting_rules.values() if rule.words]
    made = []
    for name, counted in sorted(targets.items()):
        target, count = counted.most_common(1)[0]
        payee = names[name]
        if len(counted) == 1 and count >= ENOUGH and not any(words in payee.casefold() for words in covered):
            made.append(
                SortingRule(words=payee, activity=target.activity, line=target.line, share=target.share)
            )
    return made
