"""The generated rates against the tables of IRS Pub. 946, appendix A (Rev. Proc. 87-57).

The printed tables are written down here from memory of the publication; each row adds up to 100%, which is
checked too.
"""

import unittest
from decimal import Decimal

from half_yard.countries.us.assets.rates import class_rates
from half_yard.depreciation import Convention, Recovery, rate_table

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


def percent(text: str) -> list[Decimal]:
    return [Decimal(cell) for cell in text.split()]


def made(years: Decimal | int, convention: Convention, period: int) -> list[Decimal]:
    double = years in {3, 5, 7, 10}
    factor = Decimal(2) if double else Decimal("1.5")
    recovery = Recovery(Decimal(years), factor, 3 if years == 20 else 2)
    return [rate * HUNDRED for rate in rate_table(recovery, convention, period)]


class DecliningBalance(unittest.TestCase):
    """Tables A-1 to A-5."""

    def test_half_year_table_a1(self) -> None:
        for years, row in A1.items():
            with self.subTest(years=years):
                self.assertEqual(sum(percent(row)), HUNDRED)
                self.assertEqual(made(years, Convention.HALF_YEAR, 1), percent(row))

    def test_mid_quarter_tables_a2_to_a5(self) -> None:
        for quarter, table in A2_TO_A5.items():
            for years, row in table.items():
                printed = percent(row)
                differing = METHOD_GIVES.get((quarter, years), {})
                expected = [Decimal(differing.get(year, cell)) for year, cell in enumerate(printed, 1)]
                with self.subTest(quarter=quarter, years=years):
                    self.assertEqual(sum(printed), HUNDRED)
                    self.assertEqual(made(years, Convention.MID_QUARTER, quarter), expected)

    def test_the_program_follows_the_printed_cells(self) -> None:
        rates = class_rates("seven_year", Convention.MID_QUARTER, 2)
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
                rates = class_rates("residential_building", Convention.MID_MONTH, month)
                self.assertEqual([rate * HUNDRED for rate in rates], percent(row))

    def test_nonresidential_table_a7a(self) -> None:
        for month in range(1, 13):
            row = " ".join([A7A_FIRST[month - 1], *["2.564"] * 38, A7A_LAST[month - 1]])
            with self.subTest(month=month):
                self.assertEqual(sum(percent(row)), HUNDRED)
                rates = class_rates("nonresidential_building", Convention.MID_MONTH, month)
                self.assertEqual([rate * HUNDRED for rate in rates], percent(row))

    def test_land_has_no_table(self) -> None:
        with self.assertRaises(ValueError):
            class_rates("land", Convention.MID_MONTH, 1)
