"""Form 1040, from wages to the refund or the balance due."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import NOT_BELOW_ZERO, Figure, Page, Sheet, larger_of, total


@dataclass(frozen=True, slots=True)
class OwnIncome:
    """What the household has besides its activities, each as figures in cents."""

    wages: Sequence[Figure]
    interest: Sequence[Figure]
    exempt_interest: Sequence[Figure]
    dividends: Sequence[Figure]
    qualified_dividends: Sequence[Figure]
    capital_gain: Sequence[Figure]
    section_199a: Sequence[Figure]
    early_withdrawal: Sequence[Figure]
    withheld_on_wages: Sequence[Figure]
    withheld_elsewhere: Sequence[Figure]
    estimated_payments: Sequence[Figure]

    @property
    def investment(self) -> list[Figure]:
        """What its capital brings: interest, dividends and capital gain distributions."""
        return [*self.interest, *self.dividends, *self.capital_gain]


class Form1040:
    """The form while it is filled in: other schedules need its lines before it is finished."""

    def __init__(self, facts: Sequence[tuple[str, str]], rules: YearRules) -> None:
        self._page = Page("form_1040", "Form 1040", "", rules.numbers("form_1040"))
        self._page.facts += facts
        self._line = self._page.line

    def income(self, own: OwnIncome, schedule_1: Sheet, sales: Sequence[Figure]) -> Figure:
        """Lines 1 to 10, `sales` the capital gain of Form 4797; returns total income less adjustments."""
        self._page.section = "Income"
        wages = self._line("wages", "1z", "Wages (Form W-2, box 1)", total("", own.wages))
        self._line("exempt_interest", "2a", "Tax-exempt interest", total("", own.exempt_interest))
        interest = self._line("taxable_interest", "2b", "Taxable interest", total("", own.interest))
        self._qualified = self._line(
            "qualified_dividends", "3a", "Qualified dividends", total("", own.qualified_dividends)
        )
        dividends = self._line(
            "ordinary_dividends", "3b", "Ordinary dividends (Form 1099-DIV, box 1a)", total("", own.dividends)
        )
        self._gain = self._line(
            "capital_gain", "7", "Capital gain (distributions; sales of Form 4797)",
            total("", [*own.capital_gain, *sales]),
        )  # fmt: skip
        additional = self._line(
            "additional_income", "8", "Additional income (Schedule 1, line 10)",
            schedule_1["additional_income"],
        )  # fmt: skip
        parts = (wages, interest, dividends, self._gain, additional)
        income = self._line("total_income", "9", "Total income", total("", parts))
        adjustments = self._line(
            "adjustments", "10", "Adjustments to income (Schedule 1, line 26)", schedule_1["adjustments"]
        )
        return income - adjustments

    @property
    def net_capital_gain(self) -> Figure:
        """Qualified dividends and capital gain, which lower rates are for."""
        return self._qualified + self._gain

    def adjusted(self, amount: Figure) -> Figure:
        """Line 11, adjusted gross income, with what was marked on it."""
        return self._line("adjusted_gross_income", "11", "Adjusted gross income", amount)

    def standard_deduction(self, amount: Figure) -> Figure:
        """Line 12."""
        self._page.section = "Deductions"
        return self._line("standard_deduction", "12", "Standard deduction", amount)

    def taxable_income(self, adjusted: Figure, standard: Figure, business_income: Figure | None) -> Figure:
        """Lines 13 to 15, with line 15 of Form 8995 where there is one."""
        deduction = self._line(
            "business_income_deduction", "13", "Qualified business income deduction",
            business_income or total("", ()),
        )  # fmt: skip
        deductions = self._line("deductions", "14", "Total deductions", standard + deduction)
        return self._line(
            "taxable_income", "15", "Taxable income", larger_of("", adjusted - deductions, NOT_BELOW_ZERO)
        )

    def tax(self, tax: Figure, schedule_2: Sheet) -> Figure:
        """Lines 16 to 24: total tax."""
        self._page.section = "Tax"
        regular = self._line("tax", "16", "Tax", tax)
        additional = self._line(
            "additional_tax", "17", "Additional tax (Schedule 2, line 3)", schedule_2["additional_tax"]
        )
        before_credits = self._line("tax_before_credits", "18", "Lines 16 and 17", regular + additional)
        after_credits = self._line(
            "tax_after_credits", "22", "Tax after credits", total("", (before_credits,))
        )
        other = self._line(
            "other_taxes", "23", "Other taxes (Schedule 2, line 21)", schedule_2["other_taxes"]
        )
        return self._line("total_tax", "24", "Total tax", after_credits + other)

    def payments(self, own: OwnIncome, total_tax: Figure) -> Sheet:
        """Lines 25 to 37, and the finished form."""
        self._page.section = "Payments"
        on_wages = self._line(
            "withheld_wages", "25a", "Withheld on Forms W-2", total("", own.withheld_on_wages)
        )
        elsewhere = self._line(
            "withheld_elsewhere", "25b", "Withheld on Forms 1099", total("", own.withheld_elsewhere)
        )
        withheld = self._line("withheld", "25d", "Total withheld", on_wages + elsewhere)
        estimated = self._line(
            "estimated_payments", "26", "Estimated tax payments", total("", own.estimated_payments)
        )
        payments = self._line("payments", "33", "Total payments", withheld + estimated)
        self._page.section = "Refund or amount you owe"
        self._line("overpaid", "34", "Overpaid: refund", larger_of("", payments - total_tax, NOT_BELOW_ZERO))
        self._line("owed", "37", "Amount you owe", larger_of("", total_tax - payments, NOT_BELOW_ZERO))
        return self._page.sheet()
