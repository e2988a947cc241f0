"""What a year carries to the next: every line that does, assets, and the file that is written."""

from __future__ import annotations

import ast
import contextlib
import datetime
import io
import json
import tempfile
import unittest
from collections.abc import Iterator
from decimal import Decimal
from pathlib import Path
from typing import Any
from unittest import mock

import half_yard.countries
from half_yard.cli.main import main
from half_yard.countries import compute, pack_for
from half_yard.countries.next_year import carried_on, next_year
from half_yard.countries.next_year_again import bring, changed_since
from half_yard.records import Asset, Carryover, ClientFile, Entry, apply, change
from half_yard.records.identifiers import numbered
from half_yard.storage import Keys, OpenFile, Seal, SealedFileError, read_file, to_bytes
from tests.australian import cost, trading
from tests.canadian import FLAT, SHOP, bought, business_of, rental_of, ucc
from tests.files import (
    BUSINESS,
    amount,
    asset,
    business,
    carried_in,
    client,
    entries,
    item,
    items,
    sole_proprietor,
)

ROOM = Path(half_yard.countries.__file__).parent
CARRYING = {
    ("us/forms/form_8995.py", "carried_out"),
    ("us/forms/form_8995_a.py", "carried_out"),
    ("us/forms/form_6198.py", "carried_out"),
    ("us/forms/form_6198.py", "at_year_end"),
    ("us/forms/form_6198.py", "deducted_up_to_now"),
    ("us/forms/form_8582.py", "waits"),
    ("us/forms/form_8801.py", "credit_out"),
    ("us/forms/net_operating_loss.py", "left"),
    ("us/forms/net_operating_loss.py", "carried_out"),
    ("us/forms/gifts.py", "{kind}.left.{year or 'earlier'}"),
    ("us/forms/schedule_a.py", "investment_left"),
    ("us/forms/schedule_d.py", "w8"),
    ("us/forms/schedule_d.py", "w13"),
    ("us/forms/section_179.py", "left.{key}"),
    ("us/forms/section_179.py", "still"),
    ("us/forms/section_1231_losses.py", "left"),
    ("us/forms/section_1231_losses.py", "own"),
    ("us/forms/schedule_c.py", "inventory_closing"),
    ("us/forms/form_8829.py", "operating_out"),
    ("us/forms/form_8829.py", "depreciation_out"),
    ("us/forms/simplified_home_office.py", "key"),
    ("us/forms/dwelling.py", "operating_out"),
    ("us/forms/dwelling.py", "depreciation_out"),
    ("us/forms/section_481.py", "left"),
    ("us/forms/waiting.py", "key"),
    ("au/forms/capital_allowances.py", "pool_closing"),
    ("au/forms/gains.py", "left"),
    ("au/forms/itr.py", "losses_left"),
    ("au/forms/losses.py", "deferred"),
    ("au/forms/low_value_pool.py", "closing"),
    ("au/forms/p8.py", "closing_stock"),
    ("ca/forms/t2125.py", "closing_inventory"),
    ("ca/forms/cca.py", "{of}.closing"),
    ("ca/forms/part_7.py", "carried_out"),
    ("ca/forms/schedule_3.py", "left"),
    ("ca/forms/schedule_3.py", "reserve"),
    ("ca/forms/t1139.py", "additional"),
    ("ca/forms/t2125.py", "reserve"),
    ("ca/forms/t691.py", "left.{year}"),
    ("ca/forms/t691.py", "to_carry"),
    ("ca/forms/t1_credits.py", "gifts_left.{year}"),
    ("ca/forms/t1_credits.py", "tuition_left"),
    ("ca/forms/t1_deductions.py", "losses_left"),
    ("ca/forms/t1_deductions.py", "rrsp_left"),
}
"""Every line that carries: its module and its key. A new one is listed here with an example below."""


def carrying_lines() -> Iterator[tuple[str, str]]:
    """The calls that put a carrying line on a page, as they stand in the code."""
    for path in sorted(ROOM.rglob("*.py")):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Call) and any(word.arg == "carries" for word in node.keywords):
                by_page = isinstance(node.func, ast.Name)  # label(page, key, …), else page.line(key, …)
                key = ast.unparse(node.args[1 if by_page else 0]).strip("f\"'")
                yield str(path.relative_to(ROOM)), key.replace("{key}.", "").replace(".{number}", "")


def after(file: ClientFile) -> ClientFile:
    return next_year(compute(file), pack_for(file.country))


def carried(file: ClientFile) -> dict[tuple[str, str | None], Decimal]:
    """What next year's file has from the file, by kind and year of origin."""
    return {(item.kind, item.year): item.amount for item in after(file).carryovers.values()}


def sale(cost: str, price: str, year: int = 2025, **fields: str) -> Asset:
    """Land of a business that was held for years and sold."""
    return asset(
        "land", "2015-01-01", cost, disposed=datetime.date(year, 6, 1), disposal="sale",
        proceeds=Decimal(price), **fields,
    )  # fmt: skip


def sold(*assets: Asset, **parts: Any) -> ClientFile:
    return sole_proprietor("60000", assets=numbered("assets", list(assets)), **parts)


def losses(**amounts: str) -> dict[str, Carryover]:
    """Section 1231 losses by year, the letter before it left out."""
    made = [
        Carryover(kind="section_1231_loss", year=year.strip("y"), amount=Decimal(text))
        for year, text in amounts.items()
    ]
    return numbered("carryovers", made)


class Lines(unittest.TestCase):
    def test_every_carrying_line_is_listed(self) -> None:
        self.assertEqual(set(carrying_lines()), CARRYING)

    def test_every_kind_that_is_carried_in_and_not_used_is_carried_on(self) -> None:
        for kind in pack_for("us").asked.carryovers:
            with self.subTest(kind):
                on = carried(client(carryovers=carried_in(**{kind: "1200"})))
                self.assertEqual([abs(each) for each in on.values()], [1200])
        self.assertEqual(
            carried(rental_of("0", 2024, carryovers=ucc("5000"))), {("ucc_8", None): Decimal(5000)}
        )

    def test_expensing_above_the_income_of_the_business(self) -> None:
        """26 U.S.C. 179(b)(3)(B)."""
        tool = asset("seven_year", "2025-03-01", "9000", expensed=Decimal(9000))
        file = sole_proprietor("5000", assets=numbered("assets", [tool]))
        self.assertEqual(carried(file)["section_179", "2025"], 4000)
        self.assertEqual(amount(after(file), "section_179/carried_in"), 4000)

    def test_loss_of_a_qualified_business(self) -> None:
        """26 U.S.C. 199A(c)(2)."""
        costs = numbered("entries", entries(BUSINESS, supplies="3000"))
        file = client(activities={BUSINESS: business()}, entries=costs)
        self.assertEqual(abs(carried(file)["qualified_business_loss", None]), 3000)
        self.assertEqual(abs(amount(after(file), "form_8995/carried_in")), 3000)

    def test_goods_at_the_end_are_the_goods_at_the_beginning(self) -> None:
        shop = entries(BUSINESS, gross_receipts="9000", purchases="4000", inventory_closing="1500.40")
        file = client(activities={BUSINESS: business()}, entries=numbered("entries", shop))
        self.assertEqual(amount(after(file), f"schedule_c.{BUSINESS}.owner/inventory_opening"), 1500)
        tool = asset("seven_year", "2025-03-01", "900", expensed=Decimal(900))
        with_tool = file.model_copy(update={"assets": numbered("assets", [tool])})
        opening = [each.amount for each in after(with_tool).entries.values()]
        self.assertEqual(opening, [1500], "the worksheet before section 179 carries nothing")
        goods = [Entry(activity=SHOP, line="closing_inventory", amount=Decimal("1985.40"))]
        other = business_of("9000", 2024).model_copy(update={"entries": numbered("entries", goods)})
        self.assertEqual(amount(after(other), f"t2125.{SHOP}/opening_inventory"), Decimal("1985.40"))

    def test_what_is_foretold_is_no_more_than_the_basis_that_is_left(self) -> None:
        """A boat of 2012 for 207.72, of which 197.91 was taken: 6.80 in 2021 leaves 3.01, not 3.41."""
        boat = Asset(
            activity=BUSINESS, name="Skiff", asset_class="boat", in_service=datetime.date(2012, 1, 1),
            cost=Decimal("207.72"), prior_depreciation=Decimal("197.91"),
        )  # fmt: skip
        file = client(2021, activities={BUSINESS: business()}, assets={"s00001": boat})
        story = compute(file).stories["s00001"]
        foretold = story.this_year.amount, story.next_year.amount
        self.assertEqual(foretold, (Decimal("6.80"), Decimal("3.01")))
        self.assertEqual(compute(after(file)).stories["s00001"].this_year.amount, Decimal("3.01"))

    def test_what_is_given_back_may_be_taken_by_the_year_that_is_foretold(self) -> None:
        """A listed thing for 0.03, written off at once, that falls to no business use in 2024: 0.01 is given
        back, and left to the year after."""
        thing = Asset(
            activity=BUSINESS, name="Camera", asset_class="listed_five_year", cost=Decimal("0.03"),
            in_service=datetime.date(2021, 1, 1), shares={"2024": Decimal(0)},
        )  # fmt: skip
        file = client(2021, activities={BUSINESS: business()}, assets={"s00001": thing})
        for _ in range(3):
            file = after(file)
        story = compute(file).stories["s00001"]
        assert story.taken_back is not None
        self.assertEqual(
            (story.taken_back.amount, story.next_year.amount), (Decimal("0.01"), Decimal("0.01"))
        )
        self.assertEqual(compute(after(file)).stories["s00001"].this_year.amount, Decimal("0.01"))

    def test_net_tax_owing_goes_on_to_the_reminders_of_the_year_after(self) -> None:
        file = business_of("60000", 2023)
        owed = amount(file, "t1.owner/payable")
        facts = after(file).people["owner"].facts
        self.assertEqual(facts, {"net_tax_owing_before": owed, "total_income_before": 60000})

    def test_a_class_goes_on_with_its_balance(self) -> None:
        file = rental_of("9000", 2024, bought("2400", "2024-05-01"))
        closing = amount(file, f"cca.{FLAT}/class_8.closing")
        self.assertGreater(closing, 0)
        self.assertEqual(amount(after(file), f"cca.{FLAT}/class_8.opening"), closing)
        self.assertEqual(amount(after(file), f"cca.{FLAT}/class_8.additions"), 0)

    def test_losses_of_section_1231_are_used_oldest_first_for_five_years(self) -> None:
        """26 U.S.C. 1231(c): a gain of 1,000 after losses of 700, 600 and 500 in 2020, 2023 and 2024."""
        gain = sold(sale("4000", "5000"), carryovers=losses(y2020="700", y2023="600", y2024="500"))
        self.assertEqual(amount(gain, "form_4797/looked_back"), 1000)
        kind = "section_1231_loss"
        self.assertEqual(carried(gain), {(kind, "2023"): 300, (kind, "2024"): 500})
        loss = sold(sale("5000", "4000"), carryovers=losses(y2020="700", y2021="50"))
        self.assertEqual(carried(loss), {(kind, "2021"): 50, (kind, "2025"): 1000})
        old = sold(sale("4000", "5000"), carryovers=losses(y2019="700"))
        self.assertEqual(amount(old, "form_4797/looked_back"), 0)
        self.assertIn("more than five years ago", compute(old).stops["/carryovers/c00001"])


class File(unittest.TestCase):
    def test_assets_go_on_as_their_table_says(self) -> None:
        tools = [
            asset("seven_year", "2024-11-01", "9000"),
            asset("five_year", "2025-02-01", "4000", share=Decimal(60), answers={}),
            asset("residential_building", "2020-06-01", "275000"),
        ]
        file = sole_proprietor("60000", assets=numbered("assets", tools))
        file = file.model_copy(
            update={"elections": {"allowance.five_year": "out", "allowance.seven_year": "out"}}
        )
        now, then = compute(file), compute(after(file))
        for key, story in now.stories.items():
            self.assertEqual(then.stories[key].prior.amount, story.taken.amount)
            self.assertEqual(then.stories[key].this_year.amount, story.next_year.amount)
        out = {f"allowance.{key}.2025": "out" for key in ("five_year", "seven_year")}
        self.assertEqual(after(file).elections, {**out, "convention.2025": "half_year"})

    def test_what_was_made_up_is_not_counted_again(self) -> None:
        """An asset of no cost of which a cent was taken: all of it comes back, and nothing goes on."""
        given = asset("seven_year", "2023-05-01", "0", prior_depreciation=Decimal("0.01"))
        given = given.model_copy(update={"answers": {"made_up": True}})
        file = sole_proprietor("5000", assets=numbered("assets", [given]))
        (now,), (then,) = (list(compute(each).stories.values()) for each in (file, after(file)))
        self.assertEqual((now.taken.amount, then.prior.amount), (0, 0))

    def test_tax_of_this_year_is_less_all_credits_that_are_paid_out(self) -> None:
        """Form 2210, line 4: the premium credit counts as much as the others."""
        plan = {"year_premium": "5400", "year_silver": "6000", "year_advance": "1000"}
        file = sole_proprietor("40000", items=items(item("marketplace", None, "", boxes=plan)))
        credit, tax = amount(file, "schedule_3/premium_credit"), amount(file, "form_1040/total_tax")
        self.assertGreater(credit, 0)
        self.assertEqual(after(file).household.facts["last_year_tax"], tax - credit)

    def test_notes_that_say_next_year_go_along_and_others_stay(self) -> None:
        noted = {"supplies": "ask about the loom next year", "wages": "paid late"}
        bought = Entry(
            activity=BUSINESS, line="supplies", payee="Hive", amount=Decimal(5), note="More Next Year"
        )
        file = client(2024, activities={BUSINESS: business(notes=noted)}, entries={"e00001": bought})
        then = next_year(compute(file), pack_for("us"))
        self.assertEqual(
            then.activities[BUSINESS].notes,
            {"supplies": "ask about the loom next year; Hive: More Next Year"},
        )

    def test_what_is_of_the_year_stays_behind_and_its_amounts_stand_beside(self) -> None:
        file = sole_proprietor("5000", estimated_payments={})
        shop = business(answers={"paid_contractors": True, "at_risk": True}, days_rented=12)
        file = file.model_copy(update={"activities": {BUSINESS: shop}})
        made = after(file)
        self.assertEqual((made.tax_year, made.entries, made.people), (2026, {}, file.people))
        going_on = made.activities[BUSINESS]
        self.assertEqual(going_on.last_year["gross_receipts"], 5000)
        self.assertEqual(going_on.answers, {"at_risk": True})
        self.assertIsNone(going_on.days_rented)
        ended = business(ended=datetime.date(2025, 9, 30))
        self.assertEqual(after(file.model_copy(update={"activities": {BUSINESS: ended}})).activities, {})

    def test_an_activity_that_has_ended_stays_with_what_is_carried_of_it(self) -> None:
        """A deferred loss of a business that has ended: in Australia, where the year begins in July."""
        ended = {"ended": datetime.date(2025, 3, 1)}
        loss = {"c00001": Carryover(kind="deferred_losses", of=SHOP, amount=Decimal(900))}
        made = after(trading("5000", 2025, shop=ended))
        self.assertEqual(made.activities, {})
        lost = trading("100", 2025, cost("repairs", "500"), shop=ended, carryovers=loss)
        self.assertEqual(set(after(lost).activities), {SHOP})
        with self.assertRaisesRegex(ValueError, "carryovers"):
            next_year(compute(lost), pack_for("au"), {SHOP})
        stock = after(trading("5000", 2025, cost("closing_stock", "300")))
        self.assertEqual([each.date for each in stock.entries.values()], [datetime.date(2025, 7, 1)])

    def test_the_command_writes_it_beside_the_file_and_never_over_another(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "Reed 2025.halfyard"
            OpenFile.create(path, sole_proprietor("5000")).close()
            said = io.StringIO()
            with contextlib.redirect_stdout(said):
                self.assertEqual(main(["next-year", str(path), "--json"]), 0)
            made = Path(json.loads(said.getvalue())["file"])
            self.assertEqual(made.name, "Reed 2026.halfyard")
            self.assertEqual(read_file(made), after(read_file(path)))
            with contextlib.redirect_stderr(io.StringIO()) as refused:
                self.assertEqual(main(["next-year", str(path)]), 2)
            self.assertIn("already there", refused.getvalue())

    def test_what_has_changed_since_is_told_and_brought_when_asked(self) -> None:
        file = sole_proprietor("-9000", carryovers=carried_in(net_operating_loss="500"))
        made = after(file)
        self.assertEqual(changed_since(made, made), [])
        there, _ = apply(made, change("Name", "/people/owner/first_name", "Olivia"))
        lathe = asset("seven_year", "2025-02-01", "4000").model_copy(update={"name": "Lathe"})
        receipts = sole_proprietor("-9500").entries
        now = after(file.model_copy(update={"assets": {"s00001": lathe}, "entries": receipts}))
        said = changed_since(now, there)
        found = [(each.words, each.has, each.would_have) for each in said]
        self.assertIn(("Asset: Lathe", "not there", "there"), found)
        self.assertIn("Workshop: last year's amounts", [words for words, _, _ in found])
        brought, _ = apply(there, bring(said))
        self.assertEqual(changed_since(now, brought), [])
        self.assertEqual(brought.people["owner"].first_name, "Olivia", "what was typed there stays")

    def test_an_activity_may_stay_behind(self) -> None:
        file = sole_proprietor("5000")
        self.assertEqual(next_year(compute(file), pack_for("us"), [BUSINESS]).activities, {})
        owned = file.model_copy(update={"assets": {"s00001": asset("seven_year", "2025-02-01", "4000")}})
        with self.assertRaisesRegex(ValueError, "has assets or carryovers"):
            next_year(compute(owned), pack_for("us"), [BUSINESS])

    def test_the_command_goes_through_a_folder_and_tells_what_changed(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            for name in ("Reed", "Sand"):
                OpenFile.create(Path(folder) / f"{name} 2025.halfyard", sole_proprietor("5000")).close()
            with contextlib.redirect_stderr(io.StringIO()) as refused:
                self.assertEqual(main(["next-year", folder]), 2)
            self.assertIn("of which tax year", refused.getvalue())
            with contextlib.redirect_stdout(io.StringIO()):
                self.assertEqual(main(["next-year", folder, "--year", "2025"]), 0)
            made = [Path(folder) / f"{name} 2026.halfyard" for name in ("Reed", "Sand")]
            self.assertTrue(all(path.exists() for path in made))
            path = Path(folder) / "Reed 2025.halfyard"
            path.write_bytes(to_bytes(sole_proprietor("6000")))
            for arguments, saved in ((["--again", "--dry-run"], False), (["--again"], True)):
                said = io.StringIO()
                with contextlib.redirect_stdout(said):
                    self.assertEqual(main(["next-year", str(path), "--json", *arguments]), 0)
                told = json.loads(said.getvalue())
                self.assertEqual(told["saved"], saved)
                self.assertIn("Workshop: last year's amounts", [each["what"] for each in told["changed"]])
            self.assertEqual(read_file(made[0]).activities[BUSINESS].last_year["gross_receipts"], 6000)

    def test_a_sealed_file_is_unlocked_once_and_its_next_year_is_sealed(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path, keys = Path(folder) / "Reed 2025.halfyard", Keys()
            OpenFile.create(
                path, sole_proprietor("5000"), keys.remember(Seal.new("a long passphrase"))
            ).close()
            given = mock.patch("sys.stdin", io.StringIO("a long passphrase\n"))
            with given, contextlib.redirect_stdout(io.StringIO()):
                self.assertEqual(main(["next-year", str(path), "--passphrase-stdin"]), 0)
            self.assertEqual(read_file(path.with_name("Reed 2026.halfyard"), keys).tax_year, 2026)
            with self.assertRaises(SealedFileError):
                read_file(path.with_name("Reed 2026.halfyard"))


class Amounts(unittest.TestCase):
    def test_what_is_too_large_for_a_file_is_refused(self) -> None:
        file = client(carryovers=carried_in(qualified_business_loss="99999999999.60"))
        self.assertTrue(list(carried_on(compute(file))))
        with self.assertRaisesRegex(ValueError, "more than a file can hold"):
            after(file)
