"""One account under two names gives every movement once; two accounts lose none; parts and rest are the
row."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.books import is_same_account, settle_accounts
from half_yard.countries import compute, pack_for
from half_yard.records import ClientFile, EditError, Statement, StatementRow, apply
from half_yard.records.identifiers import numbered
from half_yard.statements import (
    AccountUnsureError,
    RowState,
    Target,
    Tray,
    guess_layout,
    proposals,
    read_delimited,
    read_ofx,
    sort_rows,
    take_in,
)
from half_yard.statements.parts import PartError, add_part, change_part, parts_of, remove_part
from half_yard.texts import to_the_end
from tests.files import BUSINESS, RENTAL, business, client, rental

PACK = pack_for("us")
START = datetime.date(2025, 3, 1)
Movement = tuple[int, int, str]
"""The day after the first of March, the amount in dollars, the payee."""
MOVEMENTS = st.lists(
    st.tuples(st.integers(0, 27), st.integers(-4, 4).filter(bool), st.sampled_from(["Gull", "Otter"])),
    min_size=1, max_size=25,
)  # fmt: skip


def empty() -> ClientFile:
    return client(activities={BUSINESS: business(), RENTAL: rental()})


def as_ofx(movements: list[Movement], account: str = "000998812345678") -> Statement:
    rows = "".join(
        f"<STMTTRN><DTPOSTED>{START + datetime.timedelta(day):%Y%m%d}<TRNAMT>{amount}.00<FITID>N{number}"
        f"<NAME>{name.upper()} 042</STMTTRN>"
        for number, (day, amount, name) in enumerate(movements)
    )
    text = f"<OFX><STMTRS><ACCTID>{account}<BANKTRANLIST>{rows}</BANKTRANLIST></STMTRS></OFX>"
    return to_the_end(read_ofx(text.encode(), "March by OFX"))[0]


def as_csv(movements: list[Movement], account: str, style: int = 0, late: tuple[int, ...] = ()) -> Statement:
    """A file in one of several styles, each row booked so many days late."""
    form = ("%m/%d/%Y", "%Y-%m-%d")[style % 2]
    lines = []
    for number, (day, amount, name) in enumerate(movements):
        shift = late[number % len(late)] if late else 0
        when = f"{START + datetime.timedelta(day + shift):{form}}"
        if style < 2:
            lines.append(f"{when},{name},{amount}.00")
        else:
            lines.append(f"{when},{name},{-amount if amount < 0 else ''},{amount if amount > 0 else ''}")
    heading = "Date,Payee,Amount" if style < 2 else "Date,Description,Debit,Credit"
    text = "\n".join([heading, *lines]) + "\n"
    return to_the_end(read_delimited(text, guess_layout(text), "March by CSV", account))


def taken(file: ClientFile, statement: Statement, *, same: bool | None = None) -> ClientFile:
    """The file with a statement taken in, the question answered where it is asked; None: it must not be."""
    try:
        return apply(file, take_in(file, statement).edit)[0]
    except AccountUnsureError as error:
        if same is None:
            raise
        answers = {alike.account: same for alike in error.alike}
        return apply(file, take_in(file, statement, answers).edit)[0]


def live(file: ClientFile) -> list[Decimal]:
    """The amounts of all rows that are not set aside as here already."""
    return sorted(row.row.amount for row in Tray.of(file, PACK).all_rows() if not row.row.is_double)


def amounts(movements: list[Movement]) -> list[Decimal]:
    return sorted(Decimal(amount) for _, amount, _ in movements)


class Numbers(unittest.TestCase):
    def test_numbers_decide_where_they_can(self) -> None:
        file = empty()
        for one, other, same in (
            ("Checking ...5678", "000998812345678", True),
            ("99-8812 345678", "998812345678", True),
            ("998812345678", "998812345679", False),
            ("Checking", "998812345678", None),
            ("Checking", "checking.", True),
            ("Checking 5678", "Savings 5678", None),
            ("Checking 2025", "Visa 2025", None),
            ("Visa 2025", "2025", None),
            ("", "", None),
        ):
            with self.subTest(one=one, other=other):
                self.assertIs(is_same_account(file, one, other), same)


class OneAccount(unittest.TestCase):
    @settings(max_examples=120, deadline=None)
    @given(
        MOVEMENTS, st.integers(0, 3), st.lists(st.integers(0, 2), max_size=4).map(tuple), st.booleans(),
        st.permutations(range(25)), st.sampled_from(["Checking", "", "...5678"]),
    )  # fmt: skip
    def test_the_same_movements_in_any_format_style_and_order_count_once(
        self,
        movements: list[Movement],
        style: int,
        late: tuple[int, ...],
        ofx_first: bool,
        order: list[int],
        account: str,
    ) -> None:
        shuffled = [movements[place] for place in order if place < len(movements)]
        both = [as_ofx(movements), as_csv(shuffled, account, style, late)]
        file = empty()
        for statement in both if ofx_first else both[::-1]:
            file = taken(file, statement, same=True)
        self.assertEqual(live(file), amounts(movements))
        for statement in both:
            file = taken(file, statement, same=None if statement.account else True)
        self.assertEqual(live(file), amounts(movements), "and what has a name is not asked again")
        self.assertFalse([x for x in compute(file).findings if "looks like" in x.message])

    @settings(max_examples=60, deadline=None)
    @given(MOVEMENTS, MOVEMENTS, st.integers(0, 3))
    def test_two_accounts_with_equal_amounts_lose_none(
        self, one: list[Movement], other: list[Movement], style: int
    ) -> None:
        file = taken(empty(), as_ofx(one), same=False)
        file = taken(file, as_csv(other, "Savings", style), same=False)
        file = taken(file, as_csv(one, "Card", style), same=False)
        self.assertEqual(live(file), sorted(amounts(one) * 2 + amounts(other)))

    def test_the_next_month_is_another_matter(self) -> None:
        march = [(day, -5, "Ferry") for day in range(0, 28, 7)]
        april = [(day + 28, amount, name) for day, amount, name in march]
        file = taken(taken(empty(), as_ofx(march)), as_csv(april, "5678"))
        self.assertEqual(len(live(file)), 8)

    def test_what_was_taken_in_under_two_names_before_is_found_and_mended(self) -> None:
        movements = [(day, -day, "Gull") for day in range(1, 21)]
        file = taken(taken(empty(), as_csv(movements, "Checking"), same=True), as_ofx(movements), same=False)
        rows = [(row, Target(BUSINESS, "supplies")) for row in Tray.of(file, PACK).all_rows()]
        file = apply(file, sort_rows(file, PACK, rows))[0].model_copy(update={"account_answers": {}})
        (finding,) = [x for x in compute(file).findings if "looks like" in x.message]
        self.assertIn("Checking, which has 20 of its 20 rows", finding.message)
        self.assertFalse(compute(file).complete)
        before = compute(file).sheet(f"schedule_c.{BUSINESS}.owner")["supplies"].amount
        mended, inverse = apply(file, settle_accounts(file, "b00002", "b00001", same=True))
        after = compute(mended).sheet(f"schedule_c.{BUSINESS}.owner")["supplies"].amount
        self.assertEqual(after * 2, before)
        self.assertEqual(apply(mended, inverse)[0], file)

    def test_one_answer_settles_all_months_of_two_names(self) -> None:
        months = [[(day + first, -day, "Gull") for day in range(1, 11)] for first in (0, 31)]
        file = empty()
        for month in months:
            file = taken(taken(file, as_csv(month, "Checking"), same=False), as_ofx(month), same=False)
        file = file.model_copy(update={"account_answers": {}})
        self.assertEqual(len(live(file)), 40)
        file, _ = apply(file, settle_accounts(file, "b00002", "b00001", same=True))
        self.assertEqual(live(file), sorted(amounts(months[0]) + amounts(months[1])))
        self.assertFalse([x for x in compute(file).findings if "looks like" in x.message])

    def test_one_account_by_its_number_that_was_never_compared_is_found_too(self) -> None:
        movements = [(day, -day, "Gull") for day in range(1, 11)]
        file = empty().model_copy(
            update={
                "statements": {
                    "b00001": as_csv(movements, "...5678"), "b00002": as_ofx(movements),
                    "b00003": as_ofx([(day + 31, -5, "Ferry") for day in range(5)]),
                }
            }
        )  # fmt: skip
        self.assertEqual(len([x for x in compute(file).findings if "looks like" in x.message]), 1)
        file, _ = apply(file, settle_accounts(file, "b00002", "b00001", same=True))
        self.assertEqual(live(file), sorted([*amounts(movements), *[Decimal(-5)] * 5]))
        self.assertFalse([x for x in compute(file).findings if "looks like" in x.message])

    def test_an_answer_that_joins_two_accounts_of_the_file_settles_them_too(self) -> None:
        movements = [(day, -day, "Gull") for day in range(1, 11)]
        file = taken(taken(empty(), as_csv(movements, "Checking")), as_csv(movements, "Loft"), same=False)
        file = file.model_copy(update={"account_answers": {}})
        file = taken(file, as_ofx(movements), same=True)
        self.assertEqual(live(file), amounts(movements))

    def test_two_statements_without_a_name_are_asked_about_and_settled(self) -> None:
        movements = [(day, -day, "Gull") for day in range(1, 6)]
        file = taken(taken(empty(), as_csv(movements, "")), as_csv(movements, "", 1), same=False)
        self.assertFalse([x for x in compute(file).findings if "looks like" in x.message])
        unnamed = {
            key: statement.model_copy(update={"account": ""}) for key, statement in file.statements.items()
        }
        file = file.model_copy(update={"account_answers": {}, "statements": unnamed})
        self.assertEqual(len([x for x in compute(file).findings if "looks like" in x.message]), 1)
        file, _ = apply(file, settle_accounts(file, "b00002", "b00001", same=True))
        self.assertEqual(live(file), amounts(movements))
        self.assertFalse([x for x in compute(file).findings if "looks like" in x.message])

    def test_nothing_proposes_to_book_what_may_be_here(self) -> None:
        movements = [(day, -day, "Gull Hardware") for day in range(1, 5)]
        file = taken(taken(empty(), as_csv(movements, "Checking"), same=True), as_ofx(movements), same=False)
        rows = [(row, Target(BUSINESS, "supplies")) for row in Tray.of(file, PACK).rows["b00001"]]
        file, _ = apply(file, sort_rows(file, PACK, rows))
        waiting = [row for row in Tray.of(file, PACK).all_rows() if row.state is RowState.WAITING]
        pairs = [(row.name, row.row) for row in waiting]
        self.assertEqual(len(proposals(file, pairs, {})), 4)
        file = file.model_copy(update={"account_answers": {}})
        self.assertEqual(proposals(file, pairs, {}), {})


LINE, REST = Target(BUSINESS, "supplies"), Target(RENTAL, "repairs", Decimal(60))
TARGETS = st.sampled_from([LINE, REST, Target(set_aside="personal"), Target(BUSINESS, "gross_receipts")])
STEPS = st.lists(
    st.tuples(
        st.sampled_from(["part", "whole", "change", "amount", "remove", "row", "back"]),
        TARGETS, st.integers(-100, 30_000), st.integers(0, 3),
    ),
    max_size=12,
)  # fmt: skip


class Parts(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(st.integers(-20_000, 20_000), STEPS)
    def test_parts_and_rest_are_the_row_at_all_times(
        self, cents: int, steps: list[tuple[str, Target, int, int]]
    ) -> None:
        amount = Decimal(cents) / 100
        row = StatementRow(date=START, payee="Gull", amount=amount)
        file = taken(empty(), Statement(name="March", account="1234", rows=numbered("rows", [row])))
        for what, target, size, which in steps:
            file = self.step(file, what, target, Decimal(size) / 100, which)
            (now,) = Tray.of(file, PACK).all_rows()
            parts = sum((part.amount for part in parts_of(file, PACK, now)), Decimal(0))
            way = 1 if amount >= 0 else -1
            if not now.row.set_aside:
                self.assertEqual(parts * way + now.left, amount)
            self.assertTrue(0 <= now.left * way <= abs(amount))
            self.assertEqual(now.placed + now.aside + now.left, amount)
            self.assertEqual(now.state.is_open, bool(now.left) or not (now.parts or now.row.set_aside))
            said = [x for x in compute(file).findings if "in the tray" in x.message]
            self.assertEqual(bool(said), now.state.is_open, "what is left is seen")
            totals = Tray.of(file, PACK).totals(file, "b00001")
            self.assertEqual(totals.placed + totals.aside + totals.waiting, amount)

    def step(self, file: ClientFile, what: str, target: Target, size: Decimal, which: int) -> ClientFile:
        (row,) = Tray.of(file, PACK).all_rows()
        parts = parts_of(file, PACK, row)
        part = parts[which % len(parts)] if parts else None
        try:
            if what in {"part", "whole"} and not row.row.set_aside:
                edit = add_part(file, PACK, row, target, size if what == "part" else None)
            elif what == "row":
                edit = sort_rows(file, PACK, [(row, target)])
            elif what == "back" or part is None or row.row.set_aside:
                return file
            elif what == "change":
                edit = change_part(file, PACK, row, part, target=target)
            elif what == "amount":
                edit = change_part(file, PACK, row, part, amount=size)
            else:
                edit = remove_part(row, part)
            return apply(file, edit)[0]
        except (PartError, EditError):
            return file
