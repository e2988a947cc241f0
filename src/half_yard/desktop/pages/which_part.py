"""The parts of the Books page beside the activities."""

HOUSEHOLD = "household"
FORMS = "forms"
STATEMENTS = "statements"
BESIDES = (
    (STATEMENTS, "Statements", "Statements of accounts, and the tray of their rows"),
    (FORMS, "Forms", "Information forms of payers, matched with the books"),
    (HOUSEHOLD, "Household", "Wages, interest, payments"),
)
"""Each with its name in the strip, and what it is."""
