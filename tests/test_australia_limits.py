"""Australia: what bounds an amount or shares it out, worked out by hand from the provisions named; all values
are recalled. A year is called by the one in which it ends."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.records import Carryover, ClientFile, WageStatement
from half_yard.review import Level
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


class Franking(unittest.TestCase):
    def test_credits_that_cannot_be_are_said(self) -> None:
        """30/70 of 700 are 300; above 5,000 the shares have to be held long enough."""
        for credit, level, is_said in (("301", Level.WARNING, False), ("302", Level.WARNING, True)):
            boxes = {"franked": Decimal(700), "franking_credit": Decimal(credit)}
            found = compute(australian(2025, item("share_dividends", "0", boxes=boxes))).findings
            self.assertEqual(any("more than 300.00" in each.message for each in found if each.level is level),
                             is_said)  # fmt: skip
        boxes = {"franked": Decimal(14000), "franking_credit": Decimal(5001)}
        found = compute(australian(2025, item("share_dividends", "0", boxes=boxes))).findings
        self.assertTrue(any("45 days" in each.message for each in found))


class PartsOfAYear(unittest.TestCase):
    def with_facts(self, file: ClientFile, **facts: str) -> ClientFile:
        owner = file.people["owner"].model_copy(
            update={"facts": {key: Decimal(value) for key, value in facts.items()}}
        )
        return file.model_copy(update={"people": {**file.people, "owner": owner}})

    def test_one_who_came_in_the_year_has_a_smaller_threshold(self) -> None:
        """Income Tax Rates Act 1986, section 20: six months, 13,464 + 2,368 = 15,832 in 2024-25."""
        for wages, tax in (("15832", 0), ("17832", 320), ("60000", 8788 + Decimal("378.88"))):
            file = self.with_facts(australian(2025, wages=wages), resident_months="6")
            self.assertEqual(line(file, "gross_tax"), tax, wages)
        whole = self.with_facts(australian(2025, wages="60000"), resident_months="12")
        self.assertEqual(line(whole, "gross_tax"), 8788)

    def test_days_without_the_levy_and_the_surcharge(self) -> None:
        """73 of 365 days exempt and 73 of half: 70% of 1,600; the surcharge of 1,000 on 292 days."""
        file = australian(2025, wages="80000")
        days = self.with_facts(file, levy_exempt_days="73", levy_half_exempt_days="73")
        self.assertEqual(line(days, "medicare_levy"), 1120)
        bare = uncovered(australian(2025, wages="100000"))
        self.assertEqual(line(self.with_facts(bare, surcharge_free_days="73"), "surcharge"), 800)


class OtherIncome(unittest.TestCase):
    def test_lump_sums_and_shares(self) -> None:
        """A twentieth of lump sum B (ITTPA s 83-10); the limit of the rate on the others is said."""
        kinds = ("lump_sum_a", "lump_sum_b", "termination_payment", "super_lump_sum", "employee_shares")
        file = australian(2025, *(item(kind, "2000") for kind in kinds))
        self.assertEqual(line(file, "taxable_income"), 8100)
        gaps = " ".join(mark.message for mark in compute(file).sheet("itr.owner")["payable"].gaps)
        self.assertIn("has a limit", gaps)
        only = compute(australian(2025, item("lump_sum_b", "2000"), item("employee_shares", "50")))
        self.assertEqual(only.sheet("itr.owner")["payable"].gaps, ())


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
    def test_foreign_tax_up_to_what_australia_takes_of_the_income(self) -> None:
        """ITAA 1997 s 770-75: 900 whole; of 4,000 on 10,000 of 90,000 30% and the levy of 2%, 3,200; on 500
        of income 1,000 at least."""
        for income, paid, taken in (("10000", 900, 900), ("10000", 4000, 3200), ("500", 1500, 1000)):
            abroad = item("foreign_income", income, boxes={"foreign_tax": Decimal(paid)})
            file = australian(2025, abroad, wages=str(90000 - int(income)))
            self.assertEqual(line(file, "foreign_offset"), taken)
            self.assertEqual(line(file, "payable"), 17788 + 1800 - taken)

    def test_foreign_tax_takes_no_more_than_there_is(self) -> None:
        """20,000 in 2024-25: 288 of tax are gone with the low income offset; there is no levy."""
        abroad = item("foreign_income", "20000", boxes={"foreign_tax": Decimal(800)})
        sheet = compute(australian(2025, abroad)).sheet("itr.owner")
        self.assertFalse(sheet.has("foreign_offset"))
        self.assertEqual(sheet["payable"].amount, 0)

    def test_the_limit_of_a_family_says_what_it_leaves_out(self) -> None:
        abroad = item("foreign_income", "10000", boxes={"foreign_tax": Decimal(4000)})
        sheet = compute(couple(australian(2025, abroad, wages="80000"))).sheet("itr.owner")
        self.assertIn("left out", " ".join(mark.message for mark in sheet["payable"].gaps))

    def test_super_for_a_spouse_with_little_income(self) -> None:
        """ITAA 1997 s 290-230 to 235: 18% of 3,000, of 2,000 where the income is 38,000, nothing from 40,000
        on; the income of a shop counts before its costs."""
        for wages, offset in (("37000", 540), ("38000", 360), ("40000", None)):
            gift = item("spouse_super", "3500")
            file = couple(australian(2025, gift, item("other_income", wages, "spouse"), wages="90000"))
            sheet = compute(file).sheet("itr.owner")
            self.assertEqual(sheet["spouse_super"].amount if sheet.has("spouse_super") else None, offset)
        owners = {"spouse": Decimal(100)}
        spent = cost("purchases", "30000")
        shop = couple(trading("39000", 2025, spent, shop={"owners": owners}, wages="90000"))
        made = shop.model_copy(update={"items": {"t00001": item("spouse_super", "3500")}})
        self.assertEqual(line(made, "spouse_super"), 180)

    def test_offsets_that_are_typed(self) -> None:
        kinds = ("super_stream_offset", "zone_offset", "invalid_offset", "other_offset")
        file = australian(2025, *(item(kind, "100") for kind in kinds), wages="80000")
        self.assertEqual(line(file, "after_offsets"), 14788 - 400)

    def test_a_business_that_is_not_small_brings_no_offset(self) -> None:
        """ITAA 1997 s 328-357: a turnover of 5 million."""
        for sales, has in (("4999999", True), ("5000000", False)):
            made = trading(sales, 2025)
            self.assertEqual(compute(made).sheet("itr.owner").has("small_business_offset"), has)


if __name__ == "__main__":
    unittest.main()
