"""The yearly values against the reference tables kept beside the tests."""

import csv
import tomllib
import unittest
from decimal import Decimal
from pathlib import Path

from half_yard.countries import compute
from half_yard.countries.us.year_rules import YEARS, rules_for
from half_yard.figures import RuleValue
from tests.files import sole_proprietor

HERE = Path(__file__).parent
HOUSEHOLD = HERE / "reference" / "us_household_2021_2026.csv"
BOTH = {"salt_cap", "salt_cap_phase_down_start"}
"""Values that the federal table has for every status, and this one in another layout."""
FEDERAL = HERE / "reference" / "us_federal_2021_2026.csv"
BUSINESS = HERE / "reference" / "us_business_2021_2026.csv"


def rows(path: Path) -> list[dict[str, str]]:
    with path.open(newline="", encoding="utf-8") as stream:
        return list(csv.DictReader(stream))


class AgainstReference(unittest.TestCase):
    def test_every_federal_value_and_source(self) -> None:
        reference = rows(FEDERAL)
        self.assertGreater(len(reference), 500)
        for row in reference:
            values = rules_for(int(row["year"])).values[row["parameter"]]
            status = "value" if row["filing_status"] == "all" else row["filing_status"]
            with self.subTest(**row):
                self.assertEqual(Decimal(values[status]), Decimal(row["value"]))
                self.assertEqual(values["source"], row["published_source"])

    def test_business_values_that_are_kept(self) -> None:
        compared = 0
        for row in rows(BUSINESS):
            known = rules_for(int(row["year"])).values
            second_half = row["from_date"].endswith("-07-01")
            key = f"{row['parameter']}_second_half" if second_half else row["parameter"]
            compared += 1
            with self.subTest(**row):
                self.assertEqual(Decimal(known[key]["value"]), Decimal(row["value"]))
                self.assertTrue(known[key]["recalled"])
        self.assertGreater(compared, 60)

    def test_household_values_that_are_kept(self) -> None:
        """Those of the reference that the program has, by the name that it has them under."""
        compared = set()
        for row in rows(HOUSEHOLD):
            if int(row["year"]) not in YEARS:
                continue
            known, name = rules_for(int(row["year"])).values, row["parameter"]
            if name not in known or row["value"] in {"yes", "no"} or name in BOTH:
                continue
            of = {"all": ["value"], "not_joint": ["single", "separate", "head_of_household"]}
            for status in of.get(row["filing_status"], [row["filing_status"]]):
                if status in known[name]:
                    compared.add(name)
                    with self.subTest(**row):
                        self.assertEqual(Decimal(known[name][status]), Decimal(row["value"]))
        self.assertGreater(len(compared), 20)

    def test_every_value_names_its_source(self) -> None:
        for year in YEARS:
            for key, entry in rules_for(year).values.items():
                self.assertTrue(entry["source"], f"{key} of {year}")


class Years(unittest.TestCase):
    def test_a_year_without_rules_is_refused(self) -> None:
        with self.assertRaises(KeyError):
            rules_for(2020)

    def test_2026_says_that_it_is_provisional(self) -> None:
        sheets = compute(sole_proprietor("40000", 2026)).sheets
        self.assertTrue(all(any("not published" in note for note in sheet.notes) for sheet in sheets))
        notes = [note for sheet in compute(sole_proprietor("40000", 2025)).sheets for note in sheet.notes]
        self.assertFalse([note for note in notes if "published" in note])

    def test_line_numbers_follow_the_years_forms(self) -> None:
        """Form 1040 of 2024 and 2025, Schedules C and 2 of 2023 and 2024 (from memory of the forms)."""
        for year, number in ((2024, "11"), (2025, "11a")):
            sheet = compute(sole_proprietor("40000", year)).sheet("form_1040")
            self.assertEqual(sheet.line("adjusted_gross_income").number, number)
        for year, number in ((2023, "1"), (2024, "2")):
            sheet = compute(sole_proprietor("40000", year)).sheet("schedule_2")
            self.assertEqual(sheet.line("minimum_tax").number, number)
        for year, number in ((2023, "27a"), (2024, "27b")):
            sheet = compute(sole_proprietor("40000", year)).sheet("schedule_c.a00001.owner")
            self.assertEqual(sheet.line("other_expenses").number, number)

    def test_a_rule_figure_names_key_year_and_source(self) -> None:
        origin = rules_for(2025).figure("social_security_wage_base").origin
        assert isinstance(origin, RuleValue)
        self.assertEqual((origin.key, origin.year), ("social_security_wage_base", 2025))
        self.assertIn("Social Security Administration", origin.source)

    def test_rule_files_hold_no_binary_number(self) -> None:
        folder = HERE.parent / "src" / "half_yard" / "countries" / "us" / "rules"
        for path in sorted(folder.glob("*.toml")):
            with self.subTest(path=path.name):
                document = tomllib.loads(path.read_text(encoding="utf-8"), parse_float=Decimal)
                tables = (table for table in document.values() if isinstance(table, dict))
                leaves = [value for table in tables for value in table.values()]
                self.assertFalse([value for value in leaves if isinstance(value, float)])
