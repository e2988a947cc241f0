"""The generated rates against the tables of IRS Pub. 946, appendix A (Rev. Proc. 87-57).

The printed tables are written down here from memory of the publication; each row adds up to 100%, which is
checked too.
"""

import unittest
from decimal import Decimal

from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.rates import Way
from half_yard.depreciation import Recovery, Start, rate_table

HUNDRED = Decimal(100)

A1 = {
    3: "33.33 44.45 14.81 7.41",
    5: "20.00 32.00 19.20 11.52 11.52 5.76",
    7: "14.29 24.49 17.49 12.49 8.93 8.92 8.93 4.46",
    10: "10.00 18.00 14.40 11.52 9.22 7.37 6.55 6.55 6.56 6.55 3.28",
    15: "5.00 9.50 8.55 7.70 6.93 6.23 5.90 5.90 5.91 5.90 5.91 5.90 5.91 5.90 5.91 2.95",
    20: "3.750 7.219 6.677 6.177 5.713 5.285 4.888 4.522 4.462 4.461 4.462 4.461 4.462 4.461 4.462 4.461 "
    "4.462 4.461 4.462 4.461 2.231",
}
A2_TO_A5 = {
    1: {
        3: "58.33 27.78 12.35 1.54",
        5: "35.00 26.00 15.60 11.01 11.01 1.38",
        7: "25.00 21.43 15.31 10.93 8.75 8.74 8.75 1.09",
        10: "17.50 16.50 13.20 10.56 8.45 6.76 6.55 6.55 6.56 6.55 0.82",
        15: "8.75 9.13 8.21 7.39 6.65 5.99 5.90 5.91 5.90 5.91 5.90 5.91 5.90 5.91 5.90 0.74",
        20: "6.563 7.000 6.482 5.996 5.546 5.130 4.746 4.459 4.459 4.459 4.459 4.460 4.459 4.460 4.459 "
        "4.460 4.459 4.460 4.459 4.460 0.565",
    },
    2: {
        3: "41.67 38.89 14.14 5.30",
        5: "25.00 30.00 18.00 11.37 11.37 4.26",
        7: "17.85 23.47 16.76 11.97 8.87 8.87 8.87 3.34",
        10: "12.50 17.50 14.00 11.20 8.96 7.17 6.55 6.55 6.56 6.55 2.46",
        15: "6.25 9.38 8.44 7.59 6.83 6.15 5.91 5.90 5.91 5.90 5.91 5.90 5.91 5.90 5.91 2.21",
        20: "4.688 7.148 6.612 6.116 5.658 5.233 4.841 4.478 4.463 4.463 4.463 4.463 4.463 4.463 4.462 "
        "4.463 4.462 4.463 4.462 4.463 1.673",
    },
    3: {
        3: "25.00 50.00 16.67 8.33",
        5: "15.00 34.00 20.40 12.24 11.30 7.06",
        7: "10.71 25.51 18.22 13.02 9.30 8.85 8.86 5.53",
        10: "7.50 18.50 14.80 11.84 9.47 7.58 6.55 6.55 6.56 6.55 4.10",
        15: "3.75 9.63 8.66 7.80 7.02 6.31 5.90 5.90 5.91 5.90 5.91 5.90 5.91 5.90 5.91 3.69",
        20: "2.813 7.289 6.742 6.237 5.769 5.336 4.936 4.566 4.460 4.460 4.460 4.460 4.461 4.460 4.461 "
        "4.460 4.461 4.460 4.461 4.460 2.788",
    },
    4: {
        3: "8.33 61.11 20.37 10.19",
        5: "5.00 38.00 22.80 13.68 10.94 9.58",
        7: "3.57 27.55 19.68 14.06 10.04 8.73 8.73 7.64",
        10: "2.50 19.50 15.60 12.48 9.98 7.99 6.55 6.55 6.56 6.55 5.74",
        15: "1.25 9.88 8.89 8.00 7.20 6.48 5.90 5.90 5.90 5.91 5.90 5.91 5.90 5.91 5.90 5.17",
        20: "0.938 7.430 6.872 6.357 5.880 5.439 5.031 4.654 4.458 4.458 4.458 4.458 4.458 4.458 4.458 "
        "4.458 4.458 4.459 4.458 4.459 3.901",
    },
}
A6_FIRST = "3.485 3.182 2.879 2.576 2.273 1.970 1.667 1.364 1.061 0.758 0.455 0.152".split()
A6_LAST = "1.970 2.273 2.576 2.879 3.182 3.485 0.152 0.455 0.758 1.061 1.364 1.667".split()
A7A_FIRST = "2.461 2.247 2.033 1.819 1.605 1.391 1.177 0.963 0.749 0.535 0.321 0.107".split()
A7A_LAST = "0.107 0.321 0.535 0.749 0.963 1.177 1.391 1.605 1.819 2.033 2.247 2.461".split()

# Cells in which the method, carried through with the table's own rounding, gives another last digit than
# was printed, with what it gives. Table A-3 was printed a hundredth low in the first year of 7-year
# property, A-2 eight thousandths low in the second year of 20-year property; the last year makes up for it.
METHOD_GIVES = {
    (2, 7): {1: "17.86", 8: "3.33"},
    (1, 20): {2: "7.008", 21: "0.557"},
}


A14_TO_A18 = {
    0: {
        3: "25.00 37.50 25.00 12.50",
        5: "15.00 25.50 17.85 16.66 16.66 8.33",
        7: "10.71 19.13 15.03 12.25 12.25 12.25 12.25 6.13",
        10: "7.50 13.88 11.79 10.02 8.74 8.74 8.74 8.74 8.74 8.74 4.37",
    },
    1: {
        3: "43.75 28.13 25.00 3.12",
        5: "26.25 22.13 16.52 16.52 16.52 2.06",
        7: "18.75 17.41 13.68 12.16 12.16 12.16 12.16 1.52",
        10: "13.13 13.03 11.08 9.41 8.71 8.71 8.71 8.71 8.71 8.71 1.09",
    },
    2: {
        3: "31.25 34.38 25.00 9.37",
        5: "18.75 24.38 17.06 16.76 16.76 6.29",
        7: "13.39 18.56 14.58 12.22 12.22 12.22 12.23 4.58",
        10: "9.38 13.59 11.55 9.82 8.73 8.73 8.73 8.73 8.73 8.73 3.28",
    },
    3: {
        3: "18.75 40.63 25.00 15.62",
        5: "11.25 26.63 18.64 16.56 16.57 10.35",
        7: "8.04 19.71 15.48 12.27 12.28 12.27 12.28 7.67",
        10: "5.63 14.16 12.03 10.23 8.75 8.75 8.75 8.74 8.75 8.74 5.47",
    },
    4: {
        3: "6.25 46.88 25.00 21.87",
        5: "3.75 28.88 20.21 16.40 16.41 14.35",
        7: "2.68 20.85 16.39 12.87 12.18 12.18 12.19 10.66",
        10: "1.88 14.72 12.51 10.63 9.04 8.72 8.72 8.72 8.72 8.71 7.63",
    },
}
"""150% declining balance by quarter, 0 for the half-year convention. The columns of 15 and 20 years are those
of A-1 to A-5, which go by 150% too."""
A8_TO_A12 = {
    0: {4: "12.50 25.00 12.50", 5: "10.00 20.00 10.00", 10: "5.00 10.00 5.00", 20: "2.500 5.000 2.500",
        25: "2.000 4.000 2.000", 40: "1.250 2.500 1.250", 50: "1.000 2.000 1.000"},
    1: {4: "21.88 25.00 3.12", 5: "17.50 20.00 2.50", 10: "8.75 10.00 1.25", 20: "4.375 5.000 0.625",
        25: "3.500 4.000 0.500", 40: "2.188 2.500 0.312", 50: "1.750 2.000 0.250"},
    2: {4: "15.63 25.00 9.37", 5: "12.50 20.00 7.50", 10: "6.25 10.00 3.75", 20: "3.125 5.000 1.875",
        25: "2.500 4.000 1.500", 40: "1.563 2.500 0.937", 50: "1.250 2.000 0.750"},
    3: {4: "9.38 25.00 15.62", 5: "7.50 20.00 12.50", 10: "3.75 10.00 6.25", 20: "1.875 5.000 3.125",
        25: "1.500 4.000 2.500", 40: "0.938 2.500 1.562", 50: "0.750 2.000 1.250"},
    4: {4: "3.13 25.00 21.87", 5: "2.50 20.00 17.50", 10: "1.25 10.00 8.75", 20: "0.625 5.000 4.375",
        25: "0.500 4.000 3.500", 40: "0.313 2.500 2.187", 50: "0.250 2.000 1.750"},
}  # fmt: skip
"""Straight line by quarter, 0 for the half-year convention: the first year, every middle year, the last."""
A7_FIRST = "3.042 2.778 2.513 2.249 1.984 1.720 1.455 1.190 0.926 0.661 0.397 0.132".split()
A7_EIGHTH = "3.175 3.174 3.175 3.174 3.175 3.174 3.175 3.175 3.175 3.175 3.175 3.175".split()
A7_NINTH = "3.174 3.175 3.174 3.175 3.174 3.175 3.174 3.175 3.174 3.175 3.174 3.175".split()
A7_LAST = "1.720 1.984 2.249 2.513 2.778 3.042 0.132 0.397 0.661 0.926 1.190 1.455".split()
STRAIGHT_15 = {
    0: ("3.33", "3.33"),
    1: ("5.83", "0.83"),
    2: ("4.17", "2.50"),
    3: ("2.50", "4.17"),
    4: ("0.83", "5.83"),
}
"""15 years in tables A-8 to A-12: the first and the last year; those between alternate."""
A13_FIRST = "2.396 2.188 1.979 1.771 1.563 1.354 1.146 0.938 0.729 0.521 0.313 0.104".split()
A13_LAST = "0.104 0.312 0.521 0.729 0.937 1.146 1.354 1.562 1.771 1.979 2.187 2.396".split()


def begun(quarter: int) -> Start:
    return Start.in_quarter(quarter) if quarter else Start.in_half_year()


NOT_AT_HAND = {9, 12, 18}
"""Lives whose columns of tables A-8 to A-12 are not at hand: held to the formula and their sum."""


def percent(text: str) -> list[Decimal]:
    return [Decimal(cell) for cell in text.split()]


def made(years: Decimal | int, start: Start) -> list[Decimal]:
    double = years in {3, 5, 7, 10}
    factor = Decimal(2) if double else Decimal("1.5")
    recovery = Recovery(Decimal(years), factor, 3 if years == 20 else 2)
    return [rate * HUNDRED for rate in rate_table(recovery, start.counted)]


class DecliningBalance(unittest.TestCase):
    """Tables A-1 to A-5."""

    def test_half_year_table_a1(self) -> None:
        for years, row in A1.items():
            with self.subTest(years=years):
                self.assertEqual(sum(percent(row)), HUNDRED)
                self.assertEqual(made(years, Start.in_half_year()), percent(row))

    def test_mid_quarter_tables_a2_to_a5(self) -> None:
        for quarter, table in A2_TO_A5.items():
            for years, row in table.items():
                printed = percent(row)
                differing = METHOD_GIVES.get((quarter, years), {})
                expected = [Decimal(differing.get(year, cell)) for year, cell in enumerate(printed, 1)]
                with self.subTest(quarter=quarter, years=years):
                    self.assertEqual(sum(printed), HUNDRED)
                    self.assertEqual(made(years, Start.in_quarter(quarter)), expected)

    def test_150_percent_tables_a14_to_a18(self) -> None:
        keys = {3: "three_year", 5: "five_year", 7: "seven_year", 10: "ten_year"}
        for quarter, table in A14_TO_A18.items():
            for years, row in table.items():
                with self.subTest(quarter=quarter, years=years):
                    self.assertEqual(sum(percent(row)), HUNDRED)
                    rates = Way(keys[years], begun(quarter), "slower").rates
                    self.assertEqual([rate * HUNDRED for rate in rates], percent(row))

    def test_the_program_follows_the_printed_cells(self) -> None:
        rates = Way("seven_year", Start.in_quarter(2)).rates
        self.assertEqual([rate * HUNDRED for rate in rates], percent(A2_TO_A5[2][7]))


class StraightLine(unittest.TestCase):
    """Tables A-6 and A-7a, every month and year."""

    def test_residential_table_a6(self) -> None:
        for month in range(1, 13):
            even, odd = ("3.637", "3.636") if month <= 6 else ("3.636", "3.637")
            middle = [even if year % 2 == 0 else odd for year in range(10, 28)]
            ends = [A6_LAST[month - 1]] if month <= 6 else ["3.636", A6_LAST[month - 1]]
            row = " ".join([A6_FIRST[month - 1], *["3.636"] * 8, *middle, *ends])
            with self.subTest(month=month):
                self.assertEqual(sum(percent(row)), HUNDRED)
                rates = Way("residential_building", Start.in_month(month)).rates
                self.assertEqual([rate * HUNDRED for rate in rates], percent(row))

    def test_nonresidential_table_a7a(self) -> None:
        for month in range(1, 13):
            row = " ".join([A7A_FIRST[month - 1], *["2.564"] * 38, A7A_LAST[month - 1]])
            with self.subTest(month=month):
                self.assertEqual(sum(percent(row)), HUNDRED)
                rates = Way("nonresidential_building", Start.in_month(month)).rates
                self.assertEqual([rate * HUNDRED for rate in rates], percent(row))

    def test_half_year_and_quarters_tables_a8_to_a12(self) -> None:
        for quarter, table in A8_TO_A12.items():
            for years, row in table.items():
                first, middle, last = row.split()
                printed = percent(" ".join([first, *[middle] * (years - 1), last]))
                recovery = Recovery(Decimal(years), Decimal(1), 3 if years >= 20 else 2)
                with self.subTest(quarter=quarter, years=years):
                    self.assertEqual(sum(printed), HUNDRED)
                    rates = rate_table(recovery, begun(quarter).counted)
                    self.assertEqual([rate * HUNDRED for rate in rates], printed)

    def test_qualified_improvements_table_a8(self) -> None:
        for quarter, (first, last) in STRAIGHT_15.items():
            fifteen = [rate * HUNDRED for rate in Way("qualified_improvement", begun(quarter)).rates]
            self.assertEqual((fifteen[0], fifteen[-1]), (Decimal(first), Decimal(last)))
            self.assertEqual((len(fifteen), set(fifteen[1:-1])), (16, {Decimal("6.66"), Decimal("6.67")}))
            self.assertEqual(fifteen[1:5], [Decimal("6.67")] * 4)

    def test_buildings_tables_a7_and_a13(self) -> None:
        for month in range(1, 13):
            start = Start.in_month(month)
            old = [rate * HUNDRED for rate in Way("nonresidential_31", start).rates]
            ends = [table[month - 1] for table in (A7_FIRST, A7_EIGHTH, A7_NINTH, A7_LAST)]
            self.assertEqual([old[0], old[7], old[8], old[-1]], [Decimal(cell) for cell in ends])
            self.assertEqual(set(old[1:7]), {Decimal("3.175")})
            self.assertEqual(set(old[9:31]) - {Decimal("3.174"), Decimal("3.175"), old[-1]}, set())
            self.assertEqual(sum(old), HUNDRED)
            row = " ".join([A13_FIRST[month - 1], *["2.500"] * 39, A13_LAST[month - 1]])
            slow = Way("nonresidential_building", start, "alternative").rates
            self.assertEqual([rate * HUNDRED for rate in slow], percent(row))
        for year, count in ((2017, 41), (2018, 31)):
            made = Way("residential_building", Start.in_month(1), "alternative", year).rates
            self.assertEqual(len(made), count)

    def test_every_alternative_life_is_a_column_of_the_tables(self) -> None:
        for item in CLASSES.values():
            if item.personal_property:
                way = Way(item.key, Start.in_half_year(), "alternative")
                years = way.recovery.years
                if years in NOT_AT_HAND:
                    self.assertEqual((len(way.rates), sum(way.rates)), (years + 1, 1))
                    off = [abs(rate - 1 / years) for rate in way.rates[1:-1]]
                    self.assertLessEqual(max(off), Decimal("0.0001"), item.key)
                    continue
                self.assertIn(years, {*A8_TO_A12[0], 15}, item.key)  # 15: its cells alternate

    def test_land_has_no_table(self) -> None:
        with self.assertRaises(ValueError):
            _ = Way("land", Start.in_month(1)).rates
