"""Australia: what bounds an amount or shares it out, worked out by hand from the provisions named; all values
are recalled. A year is called by the one in which it ends."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.records import Carryover, ClientFile, WageStatement
from tests.australian import BOTH, SHOP, australian, bought, cost, couple, item, trading
from tests.files import amount
from tests.test_australia import line, uncovered
from tests.test_next_year import after


class Levy(unittest.TestCase):
    def test_the_whole_reduction_of_a_family_goes_to_the_one_who_pays(self) -> None:
        """Medicare Levy Act 1986, section 8: 2024-25, 48,000 and 5,000: 918.14 less 8% of 7,093."""
        file = couple(australian(2025, item("other_income", "5000", "spouse"), wages="48000"))
        self.assertEqual(line(file, "medicare_levy"), 960 - (Decimal("918.14") - Decimal("567.44")))
        self.assertEqual(line(file, "medicare_levy", "spouse"), 0)

    def test_of_two_who_pay_each_has_a_part_by_income(self) -> None:
        """2024-25, five children, 36,000 and 35,000: 1,339.74 less 8% of 4,013 is 1,018.70, of which 35/71
        off 700 and the rest off 720."""
        made = couple(australian(2025, item("other_income", "35000", "spouse"), wages="36000"))
        home = made.household.model_copy(update={"facts": {"dependent_children": Decimal(5)}})
        file = made.model_copy(update={"household": home})
        self.assertEqual(line(file, "medicare_levy", "spouse"), 700 - Decimal("502.18"))
        self.assertEqual(line(file, "medicare_levy"), 720 - Decimal("516.52"))

    def test_what_the_spouse_cannot_use_of_the_reduction_goes_over(self) -> None:
        """As before with one of 31,000 and one of 28,000, two children: 1,086.78 less 8% of 4,661 is 713.90;
        of the spouse's 338.80 only the levy of 77.80 is used, and 377.80 is less than the rest."""
        made = couple(australian(2025, item("other_income", "28000", "spouse"), wages="31000"))
        home = made.household.model_copy(update={"facts": {"dependent_children": Decimal(2)}})
        file = made.model_copy(update={"household": home})
        self.assertEqual(line(file, "medicare_levy", "spouse"), 0)
        self.assertEqual(line(file, "medicare_levy"), 0)

    def test_a_family_of_seniors_has_a_threshold_of_its_own(self) -> None:
        """2024-25: 59,886 of two, one of them entitled to the seniors offset."""
        file = couple(australian(2025, item("super_stream", "58000")))
        owner = file.people["owner"]
        old = owner.model_copy(update={"birth_date": datetime.date(1950, 1, 1),
                                       "answers": {**owner.answers, "senior": True}})  # fmt: skip
        self.assertEqual(line(file, "medicare_levy"), 1160)
        senior = file.model_copy(update={"people": {**file.people, "owner": old}})
        self.assertEqual(line(senior, "medicare_levy"), 0)

    def test_one_of_a_couple_with_little_income_pays_no_surcharge(self) -> None:
        """Medicare Levy Act 1986, section 8D: 27,222 of one's own in 2024-25."""
        for income, pays in (("27222", False), ("27223", True)):
            both = australian(2025, item("other_income", income, "spouse"), wages="200000")
            file = uncovered(couple(both))
            self.assertEqual(compute(file).sheet("itr.spouse").has("surcharge"), pays, income)
            self.assertTrue(compute(file).sheet("itr.owner").has("surcharge"))


class Deductions(unittest.TestCase):
    def test_gifts_and_own_super_make_no_loss(self) -> None:
        """ITAA 1997 s 26-55: of 3,000 of gifts 500 is left room for, of contributions nothing; a cost of
        managing tax affairs may make one."""
        file = australian(2025, item("gift", "3000"), item("own_super", "2000"), item("tax_affairs", "1500"),
                          wages="2000")  # fmt: skip
        self.assertEqual([line(file, key) for key in ("gift", "own_super", "taxable_income")], [500, 0, 0])
        self.assertFalse(compute(file).sheet("itr.owner").has("losses_left"))
        more = australian(2025, item("gift", "3000"), item("tax_affairs", "2500"), wages="2000")
        self.assertEqual(line(more, "losses_left"), 500)

    def test_what_is_received_above_the_low_value_pool_is_income(self) -> None:
        """ITAA 1997 s 40-445(2): 400 in the pool, 150 of it deducted, 700 received: 450 is income."""
        pool = {"c00001": Carryover(kind="low_value_pool", of="owner", amount=Decimal(400))}
        desk = bought("desk", "900", "2023-08-01", method="pool", disposed=datetime.date(2025, 1, 1),
                      proceeds=Decimal(700))  # fmt: skip
        file = trading("50000", 2025, assets={"s00001": desk}, carryovers=pool,
                       shop={"answers": {"simplified": False}})  # fmt: skip
        self.assertEqual(line(file, "low_value_pool"), 150)
        self.assertEqual(line(file, "pool_income"), 450)
        self.assertEqual(amount(file, "low_value.owner/closing"), 0)

    def test_an_artist_with_other_income_of_exactly_the_limit(self) -> None:
        """Below 40,000 (s 35-10(4)): not at it."""
        for wages, counts in (("39999", True), ("40000", False)):
            shop = {"answers": {"professional_arts": True}}
            made = trading("1000", 2025, wages=wages, shop=shop)
            spent = made.model_copy(update={"entries": {
                **made.entries, "e00009": made.entries["e00001"].model_copy(
                    update={"line": "other_expenses", "amount": Decimal(6000)})}})  # fmt: skip
            self.assertEqual(line(spent, "business"), -5000 if counts else 0, wages)


class Partners(unittest.TestCase):
    def losing(self, sales: str, year: int = 2025, **parts: Any) -> ClientFile:
        """A shop of two with costs of 8,000 above its sales; one earns 90,000, the other 260,000."""
        spent = cost("purchases", str(int(sales) + 8000))
        file = couple(trading(sales, year, spent, shop={"owners": BOTH}, wages="90000", **parts))
        wages = {**file.wages, "w00002": WageStatement(person="spouse", wages=Decimal(260000))}
        return file.model_copy(update={"wages": wages})

    def test_each_partner_s_part_counts_or_waits_by_their_own_income(self) -> None:
        """ITAA 1997 s 35-10: 22,000 of sales are enough; 260,000 of other income are too much."""
        file = self.losing("22000")
        self.assertEqual(line(file, "partnerships"), -4000)
        self.assertEqual(line(file, "taxable_income"), 86000)
        self.assertEqual(line(file, "partnerships", "spouse"), 0)
        self.assertEqual(line(file, "taxable_income", "spouse"), 260000)
        following = after(file)
        waiting = [each for each in following.carryovers.values() if each.kind == "deferred_losses"]
        self.assertEqual([(each.of, each.amount) for each in waiting], [(f"{SHOP}.spouse", Decimal(4000))])
        self.assertEqual(amount(following, f"p9.{SHOP}.spouse/before"), 4000)
        self.assertFalse([path for path in compute(following).stops if path.startswith("/carryovers")])

    def test_too_little_is_sold_for_either(self) -> None:
        file = self.losing("19999")
        self.assertEqual([line(file, "partnerships", person) for person in ("owner", "spouse")], [0, 0])

    def test_a_loss_that_is_nobody_s_is_stopped(self) -> None:
        whole = {"c00001": Carryover(kind="deferred_losses", of=SHOP, amount=Decimal(900))}
        made = compute(self.losing("22000", carryovers=whole))
        self.assertIn("owner's part", made.stops["/carryovers/c00001"])

    def test_what_others_distribute(self) -> None:
        """A trust's 7,000 with 3,000 of credits, and a partnership's loss, of which it is not known whether
        it counts; an owner's part of what was withheld from a shop of two is theirs."""
        trust = item("trust_share", "7000", boxes={"franking_credit": Decimal(3000)}, withheld=Decimal(500))
        file = australian(2025, trust, wages="50000")
        self.assertEqual([line(file, key) for key in ("trusts", "franking", "withheld")], [10000, 3000, 500])
        loss = australian(2025, item("partnership_share", "-900", boxes={"rental_loss": Decimal(900)}),
                          wages="50000")  # fmt: skip
        self.assertEqual(amount(loss, "tests.owner/rental_loss"), 900)
        gaps = " ".join(mark.message for mark in compute(loss).sheet("itr.owner")["payable"].gaps)
        self.assertIn("loss of a partnership", gaps)
        shop = couple(trading("30000", 2025, shop={"owners": BOTH, "facts": {"tax_withheld": Decimal(901)}}))
        held = [line(shop, "withheld", person) for person in ("owner", "spouse")]
        self.assertEqual(held, [Decimal("450.50"), Decimal("450.50")])


class Offsets(unittest.TestCase):
    def test_a_business_that_is_not_small_brings_no_offset(self) -> None:
        """ITAA 1997 s 328-357: a turnover of 5 million."""
        for sales, has in (("4999999", True), ("5000000", False)):
            made = trading(sales, 2025)
            self.assertEqual(compute(made).sheet("itr.owner").has("small_business_offset"), has)


if __name__ == "__main__":
    unittest.main()
