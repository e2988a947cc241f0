"""What is known of a payer by number, and where it comes from."""

from __future__ import annotations

import json
import tempfile
import unittest
from decimal import Decimal
from pathlib import Path

from half_yard.countries import compute, pack_for
from half_yard.desktop.payers import known_of_payer
from half_yard.records import Address, ReceivedForm, WageStatement
from half_yard.standins import known_payer
from half_yard.storage import to_text
from tests.files import BUSINESS, RENTAL, amount, business, client, entries, rental

PACK = pack_for("us")


class Known(unittest.TestCase):
    def test_this_file_comes_before_the_office_and_the_office_before_the_directory(self) -> None:
        number = "07-1100387"
        own = ReceivedForm(payer="Ours", payer_number=number, payee_in_books="Us", amount=Decimal(1))
        file = client(forms={"f00001": own})
        self.assertEqual(known_of_payer(file, "071100387", list)["payer"], "Ours")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "other.halfyard"
            wage = WageStatement(
                person="owner", employer="Theirs", payer_number=number, wages=Decimal(1),
                payer_address=Address(city="Union"),
            )  # fmt: skip
            path.write_text(to_text(client(wages={"w00001": wage})), encoding="utf-8")
            broken = Path(folder) / "broken.halfyard"
            broken.write_text("{", encoding="utf-8")
            known = known_of_payer(client(), number, lambda: [broken, path, Path(folder) / "gone.halfyard"])
        self.assertEqual((known["payer"], known["payee_in_books"]), ("Theirs", ""))
        self.assertEqual(known["payer_address"]["city"], "Union")  # type: ignore[index,call-overload]
        self.assertEqual(known_of_payer(client(), number, list)["payer"], "Owl's Head Marina")

    def test_an_unknown_or_empty_number_gives_nothing(self) -> None:
        for number in ("", "12-3456789", "no digits"):
            self.assertEqual(known_of_payer(client(), number, list), {})

    def test_the_directory_has_only_numbers_that_are_never_issued(self) -> None:
        text = Path(__file__).parent.parent / "src/half_yard/standins/payers.json"
        payers = json.loads(text.read_text(encoding="utf-8"))
        self.assertGreater(len(payers), 10)
        for item in payers:
            self.assertIn("never issued", PACK.country.payer_number.problem(item["number"]))
            self.assertEqual(known_payer(item["number"].replace("-", " ")).name, item["name"])  # type: ignore[union-attr]


class Boxes(unittest.TestCase):
    """What the further boxes of forms come to."""

    def found(self, **parts: object) -> str:
        file = client(activities={BUSINESS: business(), RENTAL: rental()}, **parts)  # type: ignore[arg-type]
        return " ".join(finding.message for finding in compute(file).findings)

    def test_months_that_do_not_add_up_are_said(self) -> None:
        boxes = {"month_01": Decimal(40), "month_02": Decimal(50)}
        form = ReceivedForm(kind="1099-K", activity=BUSINESS, payer="Cards", amount=Decimal(100), boxes=boxes)
        self.assertIn("the months add up to 90.00, the gross is 100.00", self.found(forms={"f00001": form}))
        whole = form.model_copy(update={"amount": Decimal(90)})
        self.assertNotIn("the months", self.found(forms={"f00001": whole}))

    def test_points_and_property_tax_of_a_mortgage_are_compared(self) -> None:
        boxes = {"points": Decimal(900), "property_tax": Decimal(1200)}
        form = ReceivedForm(kind="1098", activity=RENTAL, payer="Bank", amount=Decimal(5), boxes=boxes)
        found = self.found(forms={"f00001": form})
        self.assertIn("points of 900.00 are written off", found)
        self.assertIn("property tax of 1,200.00 is on the form, in the books 0.00", found)
        books = dict(zip(["e00001"], entries(RENTAL, taxes="1200"), strict=True))
        self.assertNotIn("property tax of", self.found(forms={"f00001": form}, entries=books))

    def test_taxes_on_wages_are_checked_against_their_base(self) -> None:
        """Rates of 26 U.S.C. 3101: 6.2% and 1.45%."""
        boxes = {"social_security_tax": Decimal("620.00"), "medicare_tax": Decimal("145.40")}
        wage = WageStatement(person="owner", employer="Inn", wages=Decimal(10000), boxes=boxes)
        self.assertNotIn("by its wages", self.found(wages={"w00001": wage}))
        wrong = wage.model_copy(update={"boxes": {"medicare_tax": Decimal("620.00")}})
        self.assertIn(
            "Medicare tax is 620.00, by its wages it would be 145.00", self.found(wages={"w00001": wrong})
        )

    def test_withheld_tax_of_every_form_reaches_the_payments(self) -> None:
        form = ReceivedForm(
            kind="1099-NEC", activity=BUSINESS, payer="P", amount=Decimal(9000), withheld=Decimal(300)
        )
        wage = WageStatement(person="owner", wages=Decimal(10000), withheld=Decimal(700))
        file = client(activities={BUSINESS: business()}, forms={"f00001": form}, wages={"w00001": wage})
        self.assertEqual(amount(file, "form_1040/withheld"), 1000)
