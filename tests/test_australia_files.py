"""Whatever an Australian file has: the labels of the return add up, have no cents, and the tests take what
they take from them."""

from __future__ import annotations

import random
import unittest
from decimal import Decimal

from benchmarks.long_run.asked_files import asked_file, faults_of
from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.results import Computation
from half_yard.figures import Sheet


class AnyFile(unittest.TestCase):
    def labels(self, sheet: Sheet, *keys: str) -> Decimal:
        return sum((sheet[key].amount for key in keys if sheet.has(key)), Decimal(0))

    def check_return(self, computation: Computation, person: str) -> None:
        """The labels add up, have no cents, and the tests take what they take from the return."""
        sheet, tests = computation.sheet(f"itr.{person}"), computation.sheet(f"tests.{person}")
        income = [line for line in sheet.lines if line.section == "Income"]
        parts = [line for line in income if line.place.line not in {"total_income", "farms", "not_farms"}
                 and not line.place.line.startswith("rent_")]  # fmt: skip
        self.assertEqual(sum(line.figure.amount for line in parts), sheet["total_income"].amount)
        for line in income:
            self.assertEqual(line.figure.amount, int(line.figure.amount), line.title)
        if sheet.has("rent"):
            taken = self.labels(sheet, "rent_interest", "rent_works", "rent_other_deductions")
            self.assertEqual(sheet["rent"].amount, sheet["rent_gross_rent"].amount - taken)
        if sheet.has("farms"):
            self.assertEqual(self.labels(sheet, "farms", "not_farms"), sheet["business"].amount)
        due = sheet["payable"].amount - sheet["credits_in_all"].amount
        self.assertEqual(due, sheet["owed"].amount - sheet["refund"].amount)
        self.assertGreaterEqual(sheet["taxable_income"].amount, 0)
        self.assertGreaterEqual(sheet["payable"].amount, 0)
        self.assertGreaterEqual(tests["rental_loss"].amount, max(-self.labels(sheet, "rent"), Decimal(0)))

    @settings(max_examples=120, deadline=None)
    @given(st.randoms(use_true_random=False))
    def test_it_adds_up(self, chance: random.Random) -> None:
        computation = compute(asked_file("au", chance))
        self.assertEqual(list(faults_of(computation)), [])
        for person in computation.file.people:
            self.check_return(computation, person)


if __name__ == "__main__":
    unittest.main()
