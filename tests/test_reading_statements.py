"""Statements in OFX and CSV are read as they are meant; what is broken is named and the rest goes on."""

from __future__ import annotations

import contextlib
import csv
import datetime
import io
import unittest
import warnings
from decimal import Decimal
from pathlib import Path

import ofxparse
from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.records import Statement
from half_yard.standins import Marketplace, ServiceError
from half_yard.statements import UnreadableError, guess_layout, is_ofx, read_delimited, read_ofx
from half_yard.statements.marketplace import read_marketplace
from half_yard.statements.written import DateStyle, read_day, read_money
from half_yard.texts import to_the_end

SAMPLES = Path(__file__).parent / "reference" / "ofx"
NO_MARK = "ofx-v102-empty-tags.ofx"


def read_text(text: str) -> Statement:
    return to_the_end(read_delimited(text, guess_layout(text), "test", ""))


def ofx(rows: str, closing: str = "100.00") -> bytes:
    return (
        "OFXHEADER:100\nDATA:OFXSGML\nENCODING:USASCII\nCHARSET:1252\n\n<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS>\n"
        f"<BANKACCTFROM><ACCTID>0042</BANKACCTFROM><BANKTRANLIST>\n{rows}</BANKTRANLIST>\n"
        f"<LEDGERBAL><BALAMT>{closing}</LEDGERBAL><AVAILBAL><BALAMT>1.00</AVAILBAL>\n"
        "</STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>\n"
    ).encode("cp1252")


def movement(day: str, amount: str, name: str, fitid: str = "") -> str:
    return (
        f"<STMTTRN>\n<TRNTYPE>OTHER\n<DTPOSTED>{day}\n<TRNAMT>{amount}\n<FITID>{fitid}\n"
        f"<NAME>{name}\n</STMTTRN>\n"
    )


class Ofx(unittest.TestCase):
    def test_samples_of_the_reference_library_are_read_as_it_reads_them(self) -> None:
        """Sample files and reader: ofxparse 0.21 (MIT). It leaves out rows that it finds broken, as we do."""
        compared = 0
        for path in sorted(SAMPLES.glob("*.ofx")):
            with self.subTest(path.name):
                data = path.read_bytes()
                self.assertTrue(is_ofx(data))
                with warnings.catch_warnings():
                    warnings.simplefilter("ignore")
                    expected = [
                        account.statement
                        for account in ofxparse.OfxParser.parse(io.BytesIO(data), fail_fast=False).accounts
                        if account.type != ofxparse.ofxparse.AccountType.Investment
                        and hasattr(account.statement, "transactions")
                    ]
                if path.name == NO_MARK:
                    continue
                with contextlib.suppress(UnreadableError):
                    compared += self._compare(to_the_end(read_ofx(data, path.name)), expected)
        self.assertGreaterEqual(compared, 3)

    def _compare(self, ours: list[Statement], expected: list[object]) -> int:
        for mine, theirs in zip(ours, expected, strict=True):
            rows = [(row.date, row.amount, row.payee, row.reference) for row in mine.rows.values()]
            reference = [
                (item.date.date(), item.amount, item.payee, item.id)
                for item in theirs.transactions  # type: ignore[attr-defined]
            ]
            self.assertEqual(rows, reference)
            self.assertEqual(len(mine.broken), len(theirs.discarded_entries))  # type: ignore[attr-defined]
        return sum(len(mine.rows) for mine in ours)

    def test_a_row_without_the_banks_mark_is_read_all_the_same(self) -> None:
        """ofxparse leaves such a row out; the money moved, so it is taken here."""
        (statement,) = to_the_end(read_ofx((SAMPLES / NO_MARK).read_bytes(), "sample"))
        (row,) = statement.rows.values()
        self.assertEqual((row.amount, row.memo), (Decimal("12.34"), "CBA:Transfer"))
        self.assertIsNone(statement.closing, "an empty balance is none")

    def test_a_file_of_securities_is_refused_with_what_to_do(self) -> None:
        with self.assertRaisesRegex(UnreadableError, "cash account"):
            to_the_end(read_ofx((SAMPLES / "fidelity.ofx").read_bytes(), "fidelity"))

    def test_broken_rows_are_named_by_line_and_the_rest_goes_on(self) -> None:
        data = ofx(
            movement("20250301", "12.50", "Good")
            + movement("20250231", "1.00", "No such day")
            + movement("20250302", "twelve", "No amount")
            + movement("20250303120000[-5:EST]", "-7.25", "Ben &amp; Co")
        )
        (statement,) = to_the_end(read_ofx(data, "march"))
        self.assertEqual([row.payee for row in statement.rows.values()], ["Good", "Ben & Co"])
        self.assertEqual(len(statement.broken), 2)
        self.assertIn("line 15: “20250231” is no day", statement.broken[0])
        self.assertEqual(statement.closing, Decimal("100.00"))
        self.assertIsNone(statement.opening, "with a row missing the opening balance can't be known")

    def test_the_opening_balance_follows_from_the_closing_one(self) -> None:
        data = ofx(movement("20250301", "12.50", "In") + movement("20250302", "-2.25", "Out"))
        (statement,) = to_the_end(read_ofx(data, "march"))
        self.assertEqual(statement.opening, Decimal("89.75"))
        self.assertEqual(statement.account, "0042")


class Delimited(unittest.TestCase):
    def test_a_plain_file_with_headings(self) -> None:
        statement = read_text(
            "Account 0042\n\nDate,Description,Amount,Balance\n01/30/2025,Fuel,-40.00,960.00\n"
            '02/01/2025,"Rent, upper flat","1,200.00","2,160.00"\n'
        )
        rows = list(statement.rows.values())
        self.assertEqual([row.amount for row in rows], [Decimal("-40.00"), Decimal("1200.00")])
        self.assertEqual([row.source_line for row in rows], [4, 5])
        self.assertEqual((statement.opening, statement.closing), (Decimal("1000.00"), Decimal("2160.00")))

    def test_day_first_semicolons_and_decimal_commas(self) -> None:
        statement = read_text(
            "Buchungstag;Verwendungszweck;Soll;Haben\n31.01.2025;Miete;1.250,00;\n01.02.2025;Honorar;;980,50\n"
        )
        rows = list(statement.rows.values())
        self.assertEqual([row.amount for row in rows], [Decimal("-1250.00"), Decimal("980.50")])
        self.assertEqual(rows[0].date, datetime.date(2025, 1, 31))

    def test_without_headings_the_cells_tell_the_columns(self) -> None:
        text = "2025-03-01|Fuel stop 12|-10.00|90.00\n2025-03-02|Deposit of the week|25.00|115.00\n"
        layout = guess_layout(text)
        self.assertEqual(dict(layout.columns), {"date": 0, "payee": 1, "amount": 2, "balance": 3})
        self.assertEqual(layout.heading, 0)

    def test_newest_first_has_its_opening_balance_at_the_end(self) -> None:
        statement = read_text("Date,Payee,Amount,Balance\n3/5/2025,B,-1.00,8.00\n3/4/2025,A,4.00,9.00\n")
        self.assertEqual((statement.opening, statement.closing), (Decimal("5.00"), Decimal("8.00")))

    def test_a_card_may_write_what_was_spent_without_a_minus(self) -> None:
        text = "Date,Payee,Amount\n3/5/2025,B,10.00\n3/6/2025,C,12.00\n"
        layout = guess_layout(text).model_copy(update={"out_positive": True})
        statement = to_the_end(read_delimited(text, layout, "card", "9"))
        self.assertEqual({row.amount for row in statement.rows.values()}, {Decimal(-10), Decimal(-12)})

    def test_broken_rows_are_named_and_nothing_at_all_is_refused(self) -> None:
        statement = read_text("Date,Payee,Amount\n3/5/2025,B,10.00\n13/45/2025,C,1.00\n3/6/2025,D,ten\n")
        self.assertEqual(len(statement.rows), 1)
        self.assertEqual(len(statement.broken), 2)
        self.assertTrue(statement.broken[0].startswith("line 3: “13/45/2025” is no day"))
        for text, words in (("", "empty"), ("a,b\nc,d\n", "column"), ("Date,Amount\nx,y\nz,w\n", "No row")):
            with self.subTest(text), self.assertRaisesRegex(UnreadableError, words):
                read_text(text)

    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(
            st.tuples(
                st.dates(datetime.date(2021, 1, 1), datetime.date(2026, 12, 31)),
                st.text("abcdef \"';,|&", min_size=1, max_size=20).filter(str.strip),
                st.decimals("-99999.99", "99999.99", places=2, allow_nan=False),
            ),
            min_size=1,
            max_size=30,
        ),
        st.sampled_from(",;\t|"),
        st.sampled_from([(DateStyle.MONTH_FIRST, "%m/%d/%Y"), (DateStyle.DAY_FIRST, "%d.%m.%Y")]),
        st.sampled_from(".,"),
    )
    def test_what_a_bank_writes_in_its_style_is_what_is_read(
        self,
        rows: list[tuple[datetime.date, str, Decimal]],
        delimiter: str,
        style: tuple[DateStyle, str],
        sign: str,
    ) -> None:
        out = io.StringIO()
        writer = csv.writer(out, delimiter=delimiter)
        writer.writerow(["Date", "Payee", "Amount"])
        writer.writerow([datetime.date(2025, 12, 31).strftime(style[1]), "last", f"1{sign}00"])
        for day, payee, amount in rows:
            written = f"{amount:,.2f}".translate({44: "." if sign == "," else ",", 46: sign})
            writer.writerow([day.strftime(style[1]), payee, written])
        text = out.getvalue()
        layout = guess_layout(text)
        self.assertEqual((layout.delimiter, layout.dates, layout.decimal_sign), (delimiter, style[0], sign))
        statement = to_the_end(read_delimited(text, layout, "", ""))
        self.assertEqual(statement.broken, ())
        read = [(row.date, row.payee, row.amount) for row in statement.rows.values()][1:]
        self.assertEqual(read, [(day, payee.strip(), amount) for day, payee, amount in rows])


class Written(unittest.TestCase):
    def test_amounts(self) -> None:
        for text, sign, amount in (
            ("$1,234.50", ".", "1234.50"), ("(12.00)", ".", "-12"), ("12.00-", ".", "-12"), ("5", ".", "5"),
            ("1.234,5", ",", "1234.5"), ("\u22127,10 EUR", ",", "-7.10"), ("10.00 DR", ".", "-10"),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(read_money(text, sign), Decimal(amount))
        for text in ("", "ten", "1,2,3", "12.3.4", "1,23.00"):
            with self.subTest(text), self.assertRaises(ValueError):
                read_money(text, ".")

    def test_days(self) -> None:
        for text in ("3/14/2025", "2025-03-14", "20250314", "Mar 14, 2025", "14 Mar 2025", "03/14/25 10:15"):
            with self.subTest(text):
                self.assertEqual(read_day(text, DateStyle.MONTH_FIRST), datetime.date(2025, 3, 14))


class MarketplaceStandIn(unittest.TestCase):
    def test_a_month_reconciles_to_nothing_left(self) -> None:
        statement = read_marketplace(Marketplace("ferry-lane-7").fetch(2025, 2))
        self.assertEqual(sum(row.amount for row in statement.rows.values()), 0)
        aside = {row.reference.partition(":")[0] for row in statement.rows.values() if row.set_aside}
        self.assertEqual(aside, {"paid_out", "withheld"})

    def test_every_way_to_fail_says_so(self) -> None:
        with self.assertRaisesRegex(ServiceError, "no token"):
            Marketplace("nonsense")
        with self.assertRaisesRegex(ServiceError, "lapsed"):
            Marketplace("FERRY-LANE-LAPSED")
        with self.assertRaisesRegex(ServiceError, "in time"):
            Marketplace("FERRY-LANE-LATE").fetch(2025, 1)
        noise = Marketplace("FERRY-LANE-NOISE").fetch(2025, 1)
        good = Marketplace("FERRY-LANE-7").fetch(2025, 1)
        for data, words in (
            (noise, "no statement"), (b"", "no statement"), (b"[1]", "no statement"),
            (good.replace(b'"gross": "', b'"gross": "1', 1), "the total says"),
        ):  # fmt: skip
            with self.subTest(data[:20]), self.assertRaisesRegex(UnreadableError, words):
                read_marketplace(data)
