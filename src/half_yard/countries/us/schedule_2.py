"""Schedule 2 (Form 1040): additional taxes."""

from collections.abc import Sequence

from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Figure, Mark, Page, Sheet, total


def schedule_2(
    taxes: Sequence[Figure],
    minimum_tax_marks: Sequence[Mark],
    other_marks: Sequence[Mark],
    rules: YearRules,
) -> Sheet:
    """Lines 2 and 3, 4 and 21. `taxes` are lines 12 of Schedule SE; the marks say which taxes of this
    schedule may be due and are not computed."""
    page = Page("schedule_2", "Schedule 2", "", rules.numbers("schedule_2"))
    page.section = "Part I · Tax"
    minimum = page.line(
        "minimum_tax", "2", "Alternative minimum tax", total("", ()).marked(*minimum_tax_marks)
    )
    page.line("additional_tax", "3", "To Form 1040, line 17", total("", (minimum,)))
    page.section = "Part II · Other taxes"
    self_employment = page.line("self_employment_tax", "4", "Self-employment tax", total("", taxes))
    other = total("", (self_employment,)).marked(*other_marks)
    page.line("other_taxes", "21", "Total other taxes", other)
    return page.sheet()
