"""Every line that entries are sorted to arrives on its line of the schedule, and only there."""

import unittest
from decimal import Decimal

from half_yard.countries import compute, pack_for
from half_yard.countries.us.statement_lines import BY_KIND, COST_OF_GOODS
from half_yard.records import Activity
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, business, client, entries, rental

SHEETS = {"business": f"schedule_c.{BUSINESS}.owner", "rental": f"schedule_e.{RENTAL}"}
KEYS = {"business": BUSINESS, "rental": RENTAL}
HALVED = {"meals", "restaurant_meals"}
INCOME = {"gross_receipts", "other_income", "rents", "inventory_closing"}
RESULT = {"business": "net_profit", "rental": "income_or_loss"}


class EveryLine(unittest.TestCase):
    def test_lands_on_its_line_and_moves_the_result(self) -> None:
        for kind, lines in BY_KIND.items():
            for line in lines:
                file = client(
                    activities={BUSINESS: business(), RENTAL: rental()},
                    entries=numbered("entries", entries(KEYS[kind], **{line.key: "1000.40"})),
                )
                computation = compute(file)
                sheet = computation.sheet(SHEETS[kind])
                landed = computation.threads.landing_of("/entries/e00001")
                expected = 500 if line.key in HALVED else 1000
                with self.subTest(kind=kind, line=line.key):
                    self.assertEqual([str(at.place) for at in landed], [f"{sheet.key}/{line.sheet_line}"])
                    self.assertEqual(sheet[line.sheet_line].amount, expected)
                    result = sheet[RESULT[kind]].amount
                    self.assertEqual(result, expected if line.key in INCOME else -expected)

    def test_keys_and_numbers_are_those_of_the_sheet(self) -> None:
        file = client(
            activities={BUSINESS: business(), RENTAL: rental()},
            entries=numbered("entries", [*entries(BUSINESS, supplies="1"), *entries(RENTAL, rents="1")]),
        )
        computation = compute(file)
        for kind, lines in BY_KIND.items():
            self.assertEqual(len({line.key for line in lines}), len(lines))
            sheet = computation.sheet(SHEETS[kind])
            for line in lines:
                if line.key not in {"other_expenses"}:
                    self.assertEqual(sheet.line(line.sheet_line).number, line.number)

    def test_part_iii_stands_behind_the_result(self) -> None:
        sheet = compute(client(activities={BUSINESS: business()})).sheet(SHEETS["business"])
        order = [line.place.line for line in sheet.lines]
        self.assertTrue(all(order.index(line.key) > order.index("net_profit") for line in COST_OF_GOODS))

    def test_the_sum_of_the_parts_is_the_whole_for_several_owners(self) -> None:
        shares = {"owner": Decimal("12.5"), "spouse": Decimal("87.5")}
        amounts = {line.key: "100.01" for line in BY_KIND["business"]}
        file = client(
            status="joint",
            activities={BUSINESS: business(owners=shares)},
            entries=numbered("entries", entries(BUSINESS, **amounts)),
        )
        computation = compute(file)
        for line in BY_KIND["business"]:
            whole = computation.statements[BUSINESS][line.key].amount
            sheets = [computation.sheet(f"schedule_c.{BUSINESS}.{person}") for person in shares]
            exact = sum(sheet[line.sheet_line].parts[0].amount for sheet in sheets)
            if line.key not in HALVED:
                self.assertEqual(exact, whole, line.key)


class Pack(unittest.TestCase):
    def test_offers_what_the_window_asks_for(self) -> None:
        pack = pack_for("us")
        self.assertEqual(list(pack.country.years), [2021, 2022, 2023, 2024, 2025, 2026])
        self.assertEqual(set(pack.ledger.kinds), set(BY_KIND))
        self.assertEqual(pack.ledger.lines(Activity(kind="farm")), ())
        self.assertEqual(pack.assets.questions("land"), ())
        asked = [question.key for question in pack.assets.questions("seven_year")]
        self.assertEqual(asked, ["no_special_allowance", "by_formula"])
        self.assertIn("land", [kind.key for kind in pack.assets.kinds])
