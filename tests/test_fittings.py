"""What could be otherwise: fittings beside the file, the ready ones against plain arithmetic, sweeps."""

from __future__ import annotations

import contextlib
import csv
import io
import json
import tempfile
import unittest
import xml.etree.ElementTree as ET
from dataclasses import replace
from decimal import Decimal
from functools import partial
from pathlib import Path

from hypothesis import given, settings

from half_yard.cli.main import main
from half_yard.countries import Computation, compute, pack_for
from half_yard.countries.methods_beside import result_of
from half_yard.countries.movable import find_movable
from half_yard.countries.side_by_side import find_lines, rows_beside, where_they_part
from half_yard.countries.sweeping import (
    SweepError,
    bring_to,
    extreme,
    input_at,
    jumps,
    marginal,
    point_at,
    sweep,
    values_between,
)
from half_yard.countries.years_ahead import years_ahead
from half_yard.demo import MAIN_FILE, client_files, write_office
from half_yard.figures import Place
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile, Edit, add, apply, change, remove
from half_yard.records.fitting_edits import copied, in_order, kept, moved, without
from half_yard.records.fittings import Fitting
from half_yard.records.wearing import applied, taken, worn, worn_again
from half_yard.storage import read_file
from half_yard.texts import to_the_end
from tests.files import BUSINESS, asset, business, client, sole_proprietor
from tests.test_any_file import files
from tests.test_plain_return import Case, net_earnings, plain_return, self_employment_tax

TOTAL_TAX = Place("form_1040", "total_tax")
YEARS = range(2021, 2027)
MONEY = 100_000


def after(file: ClientFile, *edits: Edit) -> ClientFile:
    """The file after edits."""
    for edit in edits:
        file, _ = apply(file, edit)
    return file


def ready(file: ClientFile, key: str, answer: str = "") -> Fitting:
    """A ready fitting of a file."""
    every = {each.key: each for each in pack_for(file.country).ready(compute(file))}
    return every[key].make(answer or every[key].usual)


def would_be(file: ClientFile, key: str, answer: str = "") -> Computation:
    """What follows with a ready fitting."""
    return compute(applied(file, ready(file, key, answer)))


class AsItIsTaught(unittest.TestCase):
    """The same money as wages, as business profit and as rent, and between two, against a second
    computation that knows only the published values (tests/reference) and the forms' wording."""

    def compared(self, made: Computation, case: Case) -> None:
        form, expected = made.sheet("form_1040"), plain_return(case)
        for line in ("adjusted_gross_income", "taxable_income", "total_tax"):
            self.assertEqual(int(form[line].amount), expected[line], (case, line))

    def test_as_business_as_wages_and_as_rent(self) -> None:
        for year in YEARS:
            for status in ("single", "joint"):
                case = Case(year, status, profit=MONEY)
                file = case.file()
                self.compared(compute(file), case)
                self.compared(would_be(file, f"wages.{BUSINESS}"), replace(case, profit=0, wage=MONEY))
                as_rent = would_be(file, f"rental.{BUSINESS}")
                self.compared(as_rent, replace(case, profit=0, rent=MONEY))

    def test_between_two_each_owes_the_tax_of_their_own_part(self) -> None:
        for year in YEARS:
            file = Case(year, "joint", profit=MONEY).file()
            for share in (50, 60):
                made = would_be(file, f"share.{BUSINESS}", str(share))
                parts = (MONEY * share // 100, MONEY * (100 - share) // 100)
                taxes = [self_employment_tax(part, 0, year) for part in parts]
                self.assertEqual(int(made.sheet("schedule_2")["self_employment_tax"].amount), sum(taxes))
                halves = sum((tax + 1) // 2 for tax in taxes)
                self.assertEqual(int(made.sheet("form_1040")["adjusted_gross_income"].amount), MONEY - halves)
                self.assertTrue(all(net_earnings(part) for part in parts))

    def test_a_rental_is_sold_whole_in_a_year_and_the_price_divided_by_cost(self) -> None:
        file = client_files()[MAIN_FILE]
        made = applied(file, ready(file, "sold.a00003", "400000 in 2027"))
        sold = [each for each in made.assets.values() if each.activity == "a00003"]
        self.assertEqual(sum(each.proceeds or 0 for each in sold), 400000)
        self.assertEqual({str(each.disposed) for each in sold}, {"2027-12-31"})
        self.assertEqual(len({(each.proceeds or 0) // each.cost for each in sold}), 1)
        for typed, why in (("9000 in 1999", "no year"), ("much", "not part of an amount")):
            with self.assertRaisesRegex(ValueError, why):
                ready(file, "sold.a00003", typed)

    def test_what_each_earns_towards_a_pension_is_said(self) -> None:
        file = Case(2025, "joint", profit=MONEY).file()
        self.assertIn("Olive 60,000, Basil 40,000", ready(file, f"share.{BUSINESS}", "60").note)
        # Who runs community property owes it alone: 26 U.S.C. 1402(a)(5)(A), recalled.
        self.assertIn("Olive 0, Basil 100,000", ready(file, f"community_spouse.{BUSINESS}").note)

    def test_what_the_employer_would_pay_is_said(self) -> None:
        # 7.65% of wages below the base of 2025: 26 U.S.C. 3111, recalled.
        note = ready(Case(2025, "single", profit=MONEY).file(), f"wages.{BUSINESS}").note
        self.assertIn("7,650.00", note)


class Fittings(unittest.TestCase):
    @settings(max_examples=20, deadline=None)
    @given(files())
    def test_one_without_edits_is_the_file(self, file: ClientFile) -> None:
        self.assertIs(applied(file, Fitting(name="nothing", edits=())), file)

    def test_every_ready_one_fits_computes_and_taking_it_is_having_typed_it(self) -> None:
        for name, file in client_files().items():
            computation, memory = compute(file), Memory()
            for each in pack_for(file.country).ready(computation):
                fitting = each.make(each.usual)
                as_typed = applied(file, fitting)
                edit, key = kept(file, fitting)
                with_it = after(file, edit)
                self.assertEqual(after(with_it, taken(with_it, key)), as_typed, (name, each.key))
                self.assertTrue(compute(as_typed, memory).sheets, (name, each.key))

    def test_the_order_of_those_that_do_not_meet_does_not_matter(self) -> None:
        file = client_files()[MAIN_FILE]
        one, other = ready(file, "paid_more"), ready(file, "method.h00003.0.0")
        self.assertEqual(applied(applied(file, one), other), applied(applied(file, other), one))

    def test_what_does_not_fit_any_more_says_so_and_the_rest_stands(self) -> None:
        file = sole_proprietor("1000", 2025)
        more = change("More", "/entries/e00001/amount", "1500.00")
        edits = (more, change("Blind", "/people/owner/blind", value=True))
        edit, key = kept(file, Fitting(name="both", edits=edits))
        file = after(file, edit, remove("Gone", "/entries/e00001"))
        found = worn(file, file.fittings[key])
        self.assertEqual(list(found.problems), [0])
        self.assertIn("/entries/e00001", found.problems[0])
        self.assertTrue(found.file.people["owner"].blind)
        self.assertTrue(after(file, taken(file, key)).people["owner"].blind)

    def test_worn_again_on_a_file_that_has_changed_it_is_as_if_worn_anew(self) -> None:
        before = client_files()[MAIN_FILE]
        bought = before.entries["e00002"]
        changes = (
            change("Amount", "/entries/e00001/amount", "1.00"), remove("Gone", "/entries/e00003"),
            add("New", "/entries/e09999", bought), change("Name", "/people/owner/first_name", "Inez"),
            change("Kind", "/activities/a00002/name", "Tuning"),
            change("E-mail", "/household/email", "a@b.org"), remove("No asset", "/assets/s00002"),
        )  # fmt: skip
        met = kept_ = 0
        for each in pack_for("us").ready(compute(before)):
            fitting = each.make(each.usual)
            made = worn(before, fitting).file
            for edit in changes:
                now = after(before, edit)
                again = worn_again(before, made, now, fitting)
                anew = worn(now, fitting)
                if again is None:
                    met += 1
                    continue
                kept_ += 1
                self.assertEqual(again, anew.file, (each.key, edit.label))
                for name in ("entries", "assets", "wages", "items"):
                    self.assertEqual(list(getattr(again, name)), list(getattr(anew.file, name)), each.key)
        self.assertTrue(met and kept_ > met)

    def test_they_are_copied_moved_and_taken_apart(self) -> None:
        file = sole_proprietor("1000", 2025)
        for name in ("a", "b", "c"):
            step = change(name, "/entries/e00001/memo", name)
            file = after(file, kept(file, Fitting(name=name, edits=(step,)))[0])
        file = after(file, copied(file, "F00002")[0])
        self.assertEqual(file.fittings["F00004"].name, "b, again")
        edit = moved(file, "F00004", -1)
        assert edit is not None
        self.assertEqual(in_order(after(file, edit)), ["F00001", "F00002", "F00004", "F00003"])
        self.assertIsNone(moved(file, "F00001", -1))
        self.assertEqual(after(file, without(file, "F00001", 0)).fittings["F00001"].edits, ())

    def test_rows_beside_each_other_and_where_they_part(self) -> None:
        file = client_files()[MAIN_FILE]
        made = [compute(file), would_be(file, "put.sep", "10000")]
        rows = {row.title: row for row in rows_beside(made)}
        self.assertEqual(rows["Refund"].amounts, (2190, 2748))
        self.assertEqual(rows["Refund"].against(0), (0, 558))
        (pair, *_) = where_they_part(*rows["Adjusted gross income"].figures)
        self.assertEqual((pair[0].amount, pair[1].amount), (3713, 9518), "the adjustments")
        differing = rows_beside(made, differing=True)
        self.assertGreater(len(differing), len(rows))
        self.assertTrue(all(len(set(row.amounts)) > 1 for row in differing if not row.chain))
        self.assertEqual([line.place for line in find_lines(made, "1040 24 total tax")], [TOTAL_TAX])

    def test_the_years_ahead_and_all_of_it_in_todays_money(self) -> None:
        tool = asset("seven_year", "2025-06-10", "10000")
        file = client(2025, activities={BUSINESS: business()}, assets={"s00001": tool})
        now, then = years_ahead([compute(file), would_be(file, "expensed.all")], pack_for("us"))
        # Half-year convention, seven years: Rev. Proc. 87-57, table 1.
        self.assertEqual((now.this_year, now.shown[0], sum(now.later)), (1429, 2449, 8571))
        self.assertEqual((sum(then.later), now.in_all(Decimal(0), Decimal("0.04"))), (0, now.result))
        rate, taxed = Decimal("0.05"), Decimal("0.3")
        by_hand = sum(amount * taxed / (1 + rate) ** (n + 1) for n, amount in enumerate(now.later))
        self.assertAlmostEqual(now.in_all(taxed, rate), now.result + by_hand, 2)


class Sweeps(unittest.TestCase):
    def setUp(self) -> None:
        self.file = client_files()[MAIN_FILE]
        self.made = partial(compute, memory=Memory())

    def test_a_point_is_the_fitting_of_its_value(self) -> None:
        share = input_at(self.file, "/activities/a00001/owners/owner")
        values = values_between(Decimal(0), Decimal(100), Decimal(50))
        points = to_the_end(sweep(self.file, share, values, TOTAL_TAX, self.made))
        self.assertEqual([point.value for point in points], [0, 50, 100])
        half = would_be(self.file, "joint_venture.a00001").sheet("form_1040")["total_tax"].amount
        self.assertEqual(points[1].amount, half)
        day = input_at(self.file, "/assets/s00001/in_service")
        self.assertTrue(day.is_day)

    def test_a_jump_is_named_by_its_rule(self) -> None:
        """Below 400 of net earnings there is no self-employment tax (26 U.S.C. 1402(b)(2))."""
        file = sole_proprietor("400", 2025)
        amount = input_at(file, "/entries/e00001/amount")
        values = values_between(Decimal(420), Decimal(450), Decimal(1))
        points = to_the_end(sweep(file, amount, values, TOTAL_TAX, self.made))
        (jump,) = jumps(points, amount)
        self.assertEqual((jump.before.value, jump.after.value, jump.size), (433, 434, 62))
        self.assertRegex(jump.why, "400|1402")
        self.assertEqual(marginal(points)[0], 0)
        self.assertEqual(extreme(points, most=True).amount, points[-1].amount)

    def test_a_found_target_recomputes_to_it(self) -> None:
        amount = input_at(self.file, "/entries/e00001/amount")
        agi = Place("form_1040", "adjusted_gross_income")
        found = bring_to(self.file, amount, (Decimal(0), Decimal(50000)), agi, Decimal(90000), self.made)
        self.assertTrue(found.is_met, found)
        self.assertEqual(point_at(self.file, amount, found.point.value, agi, compute).amount, 90000)
        never = bring_to(self.file, amount, (Decimal(0), Decimal(10)), agi, Decimal(90000), self.made)
        self.assertFalse(never.is_met)
        self.assertRegex(never.words, r"Between 0(\.00)? and 10(\.00)? the line is from [\d,.]+ to [\d,.]+\.")

    def test_ranges_and_fields_that_can_not_be_are_refused_in_words(self) -> None:
        for bounds, why in (
            ((0, 1, 0), "no end"), ((1, 0, 1), "before it begins"), ((0, 9999, 1), "larger step"),
        ):  # fmt: skip
            with self.assertRaisesRegex(SweepError, why):
                values_between(*map(Decimal, bounds))
        name = "/people/owner/first_name"
        for path, why in ((name, "no number"), ("/nowhere/x", "no field"), ("x", "no field")):
            with self.assertRaisesRegex(SweepError, why):
                input_at(self.file, path)
        with self.assertRaisesRegex(SweepError, "no value"):
            extreme([], most=True)

    def test_what_is_moved_is_found_by_words(self) -> None:
        found = find_movable(pack_for("us"), self.file, "sail share ines")
        self.assertEqual(next(iter(found.values())), "/activities/a00001/owners/owner")
        self.assertIn(
            "/assets/s00001/cost", find_movable(pack_for("us"), self.file, "cargo van cost").values()
        )


class Commands(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        write_office(Path(folder.name))
        self.path = Path(folder.name) / MAIN_FILE

    def run_command(self, *arguments: str) -> tuple[int, str]:
        out = io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(out):
            code = main(["fit", str(self.path), *arguments])
        return code, out.getvalue()

    def test_beside_the_file(self) -> None:
        made = json.loads(self.run_command("put.sep=10000", "--json", "--line", "schedule_1/adjustments")[1])
        self.assertEqual(made["columns"], ["the file", "SEP contribution of 10,000"])
        lines = {each["line"]: each["amounts"] for each in made["lines"]}
        self.assertEqual(lines["form_1040/overpaid"], ["2190", "2748"])
        self.assertIn("schedule_1/adjustments", lines)
        rows = list(csv.reader(io.StringIO(self.run_command("put.sep=10000", "--csv")[1])))
        self.assertEqual(rows[0], ["line", "title", "the file", "SEP contribution of 10,000"])
        self.assertIn("wages.a00001", self.run_command("--ready")[1])
        for name, why in (("nothing", "no fitting"), ("put.sep=much", "not part of an amount")):
            self.assertEqual((self.run_command(name)[0], why in self.run_command(name)[1]), (2, True))

    def test_one_of_the_file_is_taken(self) -> None:
        before = read_file(self.path)
        name = next(iter(before.fittings.values())).name
        self.assertIn("nothing was changed", self.run_command("--take", name, "--dry-run")[1])
        self.assertEqual(self.run_command("--take", name)[0], 0)
        self.assertEqual(len(read_file(self.path).fittings), len(before.fittings) - 1)
        self.assertEqual(self.run_command("--take", name)[0], 2)

    def test_over_a_range(self) -> None:
        entry, line = "/entries/e00001/amount", ("--line", "form_1040/total_tax")
        sweep_of = ("--sweep", entry, "0", "1000", "500", *line)
        rows = list(csv.reader(io.StringIO(self.run_command(*sweep_of, "--csv")[1])))
        self.assertEqual((rows[0], len(rows)), (["value", "amount", "marginal"], 4))
        picture = self.path.with_name("curve.svg")
        found = json.loads(self.run_command(*sweep_of, "--svg", str(picture), "--json")[1])
        self.assertEqual(len(found["points"]), 3)
        self.assertTrue(ET.fromstring(picture.read_text(encoding="utf-8")).tag.endswith("svg"))
        code, words = self.run_command(*sweep_of, "--target", "999999")
        self.assertEqual((code, "met: False" in words), (1, True))
        self.assertEqual(self.run_command("--sweep", entry, "0", "1", "0", *line)[0], 2)

    def test_results_of_the_demos_fittings_differ(self) -> None:
        file = client_files()[MAIN_FILE]
        results = {result_of(compute(worn(file, each).file)) for each in file.fittings.values()}
        self.assertEqual(len(results | {result_of(compute(file))}), len(file.fittings) + 1)
        self.assertFalse([each.name for each in file.fittings.values() if worn(file, each).problems])


if __name__ == "__main__":
    unittest.main()
