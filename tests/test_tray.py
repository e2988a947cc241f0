"""The tray: nothing is taken in twice, totals reconcile, proposals follow rules and what went before."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute, pack_for
from half_yard.records import ClientFile, Entry, SortingRule, Statement, StatementRow, apply
from half_yard.records.identifiers import numbered
from half_yard.statements import (
    AccountUnsureError,
    RowState,
    Target,
    Tray,
    learnable_rules,
    proposals,
    set_aside,
    sort_rows,
    take_in,
)
from tests.files import BUSINESS, RENTAL, business, client, rental

PACK = pack_for("us")
DAY = datetime.date(2025, 5, 1)


def row(amount: str, payee: str = "Quill and Crate", day: int = 1, **fields: str) -> StatementRow:
    return StatementRow(date=DAY.replace(day=day), payee=payee, amount=Decimal(amount), **fields)  # type: ignore[arg-type]


def statement(*rows: StatementRow, **fields: str) -> Statement:
    known = {"name": "May", "account": "0042", **fields}
    return Statement(**known, rows=numbered("rows", rows))  # type: ignore[arg-type]


def file_with(*statements: Statement, **parts: Any) -> ClientFile:
    file = client(activities={BUSINESS: business(), RENTAL: rental()}, **parts)
    for item in statements:
        taken = take_in(file, item)
        if taken.key:
            file, _ = apply(file, taken.edit)
    return file


def sort_all(file: ClientFile, target: Target) -> ClientFile:
    rows = list(Tray.of(file, PACK).all_rows())
    return apply(file, sort_rows(file, PACK, [(item, target) for item in rows]))[0]


class TakingIn(unittest.TestCase):
    def test_the_same_statement_again_adds_nothing(self) -> None:
        may = statement(row("-5.00"), row("-5.00"), row("12.00", "Ferry"))
        file = file_with(may)
        self.assertEqual(take_in(file, may).key, "")
        self.assertEqual(take_in(file, may.model_copy(update={"name": "May again"})).key, "")

    def test_an_overlapping_statement_adds_only_what_is_new(self) -> None:
        file = file_with(statement(row("-5.00"), row("-5.00")))
        taken = take_in(file, statement(row("-5.00"), row("-5.00"), row("-5.00"), row("3.00"), name="June"))
        assert taken.key
        file, _ = apply(file, taken.edit)
        states = [item.state for item in Tray.of(file, PACK).rows[taken.key]]
        self.assertEqual(states, [RowState.ASIDE, RowState.ASIDE, RowState.WAITING, RowState.WAITING])
        reason = file.statements[taken.key].rows["r00001"].set_aside
        self.assertEqual(reason, "Already here, in May")

    def test_the_banks_own_mark_tells_twins_apart(self) -> None:
        file = file_with(statement(row("-5.00", reference="1")))
        self.assertTrue(take_in(file, statement(row("-5.00", reference="2"))).key)
        self.assertEqual(take_in(file, statement(row("-5.00", reference="1"))).key, "")

    def test_another_account_is_another_matter(self) -> None:
        file = file_with(statement(row("-5.00")))
        self.assertTrue(take_in(file, statement(row("-7.00"), account="77")).key)
        for account in ("77", ""):
            with self.assertRaises(AccountUnsureError, msg="it may be the same account"):
                take_in(file, statement(row("-5.00"), account=account))

    @settings(max_examples=50, deadline=None)
    @given(
        st.lists(st.tuples(st.integers(1, 4), st.integers(-3, 3)), max_size=20),
        st.integers(0, 20),
        st.integers(0, 20),
    )
    def test_any_two_cuts_of_an_account_give_every_movement_once(
        self, movements: list[tuple[int, int]], cut: int, start: int
    ) -> None:
        """A file up to `cut` and a file from `start` on overlap, as downloads do; days never straddle."""
        days = sorted(movements)
        first = [item for item in days if item[0] <= cut]
        second = [item for item in days if item[0] >= start]
        file = file_with(
            *(
                statement(*(row(f"{amount}.00", day=day) for day, amount in part), name=name)
                for name, part in (("one", first), ("two", second))
                if part
            )
        )
        fresh = [item for item in Tray.of(file, PACK).all_rows() if item.state is RowState.WAITING]
        self.assertEqual(
            sorted((item.row.date.day, int(item.row.amount)) for item in fresh if item.row.date),
            [item for item in days if item[0] <= cut or item[0] >= start],
        )

    def test_rows_that_wait_are_found_and_said(self) -> None:
        file = file_with(statement(row("-5.00"), row("7.00", set_aside="personal"), name="May"))
        messages = [finding.message for finding in compute(file).findings]
        self.assertIn("May: 1 row waits in the tray.", messages)
        file = sort_all(file, Target(BUSINESS, "supplies"))
        self.assertNotIn("tray", " ".join(finding.message for finding in compute(file).findings))


class Sorting(unittest.TestCase):
    def test_money_in_and_out_land_with_the_right_sign(self) -> None:
        file = file_with(statement(row("-40.00"), row("12.00")))
        file = sort_all(file, Target(BUSINESS, "supplies"))
        self.assertEqual([entry.amount for entry in file.entries.values()], [Decimal(40), Decimal(-12)])
        self.assertEqual(compute(file).sheet(f"schedule_c.{BUSINESS}.owner")["supplies"].amount, 28)
        file = sort_all(file_with(statement(row("40.00"))), Target(BUSINESS, "gross_receipts"))
        self.assertEqual([entry.amount for entry in file.entries.values()], [Decimal(40)])

    def test_a_share_is_all_that_lands(self) -> None:
        file = sort_all(file_with(statement(row("-80.00"))), Target(BUSINESS, "utilities", Decimal(60)))
        self.assertEqual(compute(file).sheet(f"schedule_c.{BUSINESS}.owner")["utilities"].amount, 48)

    def test_a_row_split_over_lines_is_sorted_when_it_is_used_up(self) -> None:
        file = file_with(statement(row("-100.00")))
        for amount, state in (
            ("60.00", RowState.PART),
            ("40.00", RowState.SORTED),
            ("5.00", RowState.DIFFERS),
        ):
            entry = Entry(
                activity=BUSINESS, line="supplies", amount=Decimal(amount), from_row="b00001/r00001", date=DAY
            )
            file = file.model_copy(update={"entries": {**file.entries, f"e{len(file.entries):05d}": entry}})
            (item,) = Tray.of(file, PACK).all_rows()
            self.assertEqual(item.state, state)

    def test_setting_aside_keeps_the_reason_and_takes_its_entries_out(self) -> None:
        file = sort_all(file_with(statement(row("-9.00"))), Target(BUSINESS, "supplies"))
        file, inverse = apply(file, set_aside(Tray.of(file, PACK).all_rows(), "personal"))
        (item,) = Tray.of(file, PACK).all_rows()
        self.assertEqual(
            (item.state, item.row.set_aside, dict(file.entries)), (RowState.ASIDE, "personal", {})
        )
        file, _ = apply(file, inverse)
        self.assertEqual(len(file.entries), 1)

    @settings(max_examples=40, deadline=None)
    @given(st.lists(st.tuples(st.integers(-9999, 9999), st.sampled_from("swap")), max_size=15))
    def test_totals_reconcile_whatever_became_of_the_rows(self, items: list[tuple[int, str]]) -> None:
        rows = [row(str(Decimal(cents) / 100), day=1 + number) for number, (cents, _) in enumerate(items)]
        whole = sum((item.amount for item in rows), Decimal(0))
        file = file_with(
            statement(*rows).model_copy(update={"opening": Decimal(50), "closing": Decimal(50) + whole})
        )
        if not rows:
            return
        tray_rows = list(Tray.of(file, PACK).all_rows())
        fate = {
            "s": Target(BUSINESS, "supplies"),
            "a": Target(set_aside="transfer"),
            "p": Target(RENTAL, "rents"),
        }
        wanted = [
            (item, fate[what]) for item, (_, what) in zip(tray_rows, items, strict=True) if what in fate
        ]
        file, _ = apply(file, sort_rows(file, PACK, wanted))
        totals = Tray.of(file, PACK).totals(file, "b00001")
        self.assertEqual(totals.off, 0)
        self.assertEqual(totals.money_in - totals.money_out, whole)
        self.assertEqual(totals.placed + totals.aside + totals.waiting, whole)
        self.assertEqual(totals.aside, sum(item.row.amount for item, target in wanted if target.set_aside))


class Proposals(unittest.TestCase):
    def proposed(self, file: ClientFile) -> list[tuple[Target, str]]:
        waiting = [item for item in Tray.of(file, PACK).all_rows() if item.state is RowState.WAITING]
        rows = ((item.name, item.row) for item in waiting)
        return [(item.target, item.why) for item in proposals(file, rows, {}).values()]

    def test_the_rule_with_the_longest_words_wins(self) -> None:
        rules = numbered(
            "sorting_rules",
            [
                SortingRule(words="fuel", activity=BUSINESS, line="car_and_truck"),
                SortingRule(words="fuel oil", activity=RENTAL, line="utilities", share=Decimal(50)),
                SortingRule(words="", activity=BUSINESS, line="supplies"),
                SortingRule(words="oil", activity="a99999", line="supplies"),
            ],
        )
        file = file_with(statement(row("-9.00", "Coldframe FUEL OIL")), sorting_rules=rules)
        self.assertEqual(self.proposed(file), [(Target(RENTAL, "utilities", Decimal(50)), "rule “fuel oil”")])

    def test_what_went_before_is_proposed_and_becomes_a_rule(self) -> None:
        file = sort_all(file_with(statement(row("-9.00"), row("-8.00"))), Target(BUSINESS, "office"))
        file = file_with_more(file, statement(row("-7.00", "QUILL AND CRATE", day=9), name="June"))
        (proposed,) = self.proposed(file)
        self.assertEqual(proposed, (Target(BUSINESS, "office"), "as 2 times before"))
        (rule,) = learnable_rules(file)
        self.assertEqual((rule.words, rule.line), ("Quill and Crate", "office"))
        file = file.model_copy(update={"sorting_rules": {"u00001": rule}})
        self.assertEqual(learnable_rules(file), [])

    def test_a_payee_that_went_both_ways_proposes_nothing(self) -> None:
        file = sort_all(file_with(statement(row("-9.00"))), Target(BUSINESS, "office"))
        more = file_with_more(file, statement(row("-8.00", day=2), name="June"))
        waiting = [item for item in Tray.of(more, PACK).all_rows() if item.state is RowState.WAITING]
        file, _ = apply(
            more, sort_rows(more, PACK, [(item, Target(BUSINESS, "supplies")) for item in waiting])
        )
        file = file_with_more(file, statement(row("-7.00", day=3), name="July"))
        self.assertEqual(self.proposed(file), [])

    def test_money_that_was_typed_already_is_found_and_not_counted_twice(self) -> None:
        typed = Entry(
            activity=BUSINESS, line="supplies", payee="Quill & Crate", amount=Decimal("9.00"), date=DAY
        )
        file = file_with(
            statement(row("-9.00", "QUILL CRATE 0042 PORTLAND", day=3), row("-9.00", "QUILL CRATE", day=4)),
            entries={"e00001": typed},
        )
        proposed = self.proposed(file)
        self.assertEqual(proposed[0][0].entry, "e00001")
        self.assertEqual(len([item for item in proposed if item[0].entry]), 1, "one entry is one movement")
        refund = file_with(statement(row("9.00", "QUILL CRATE", day=3)), entries={"e00001": typed})
        self.assertFalse([item for item in self.proposed(refund) if item[0].entry], "money in is no cost")
        given_back = typed.model_copy(update={"amount": Decimal("-9.00")})
        refund = refund.model_copy(update={"entries": {"e00001": given_back}})
        self.assertEqual(self.proposed(refund)[0][0].entry, "e00001")
        later = typed.model_copy(update={"date": DAY.replace(day=8)})
        weekly = file.model_copy(update={"entries": {"e00001": typed, "e00002": later}})
        order = [
            item[0].entry
            for item in self.proposed(
                file_with(
                    statement(row("-9.00", "QUILL CRATE", day=9), row("-9.00", "QUILL CRATE", day=2)),
                    entries=weekly.entries,
                )
            )
        ]
        self.assertEqual(order, ["e00002", "e00001"], "the nearest in time")
        first = next(iter(Tray.of(file, PACK).all_rows()))
        file, _ = apply(file, sort_rows(file, PACK, [(first, proposed[0][0])]))
        self.assertEqual(len(file.entries), 1)
        self.assertEqual(next(iter(Tray.of(file, PACK).all_rows())).state, RowState.SORTED)


def file_with_more(file: ClientFile, item: Statement) -> ClientFile:
    taken = take_in(file, item)
    assert taken.key
    return apply(file, taken.edit)[0]
