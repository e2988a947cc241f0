"""The worksheet of the mid-quarter test of the tax year's purchases (26 U.S.C. 168(d)(3))."""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us.assets import mid_quarter, stories
from half_yard.countries.us.frame import rules
from half_yard.figures import Form, Page


def applies(ask: Ask) -> bool:
    """Whether personal property was placed in service in the tax year."""
    return ask.of(tax_year) in ask(stories.personal_by_year)


@Form
def mid_quarter_worksheet(ask: Ask) -> Page:
    """One for the return."""
    return Page("mid_quarter", "Mid-quarter test", str(ask.of(tax_year)))


@mid_quarter_worksheet.part
def test(page: Page, ask: Ask) -> None:
    """The arithmetic."""
    mid_quarter.fill_in(page, ask(stories.test_of_year, ask.of(tax_year)), ask(rules))
