"""The lines of Forms T2125 and T776 to which receipts and costs are sorted."""

from __future__ import annotations

from half_yard.books import StatementLine, StatementLines

MEALS_IN_FULL = "Type the full amount: the return takes the part that the law allows."
OWN_LINES = "Lines of your own, such as trade shows, are added to the activity."
SALES = (
    "All that customers paid, without GST/HST that is collected; slips T4A are part of it, not on top of it."
)
RENTS = "All rent received. A deposit that may have to be given back is not income yet."

BUSINESS_INCOME = (
    StatementLine("sales", "8000", "Gross sales, commissions or fees", "sales", SALES, receipt=True,
                  also=("Fees", "Commissions")),
    StatementLine("other_income", "8230", "Other income", "other_income", receipt=True, also=("Grants",)),
)  # fmt: skip
COST_OF_GOODS = (
    StatementLine("opening_inventory", "8300", "Opening inventory", "opening_inventory"),
    StatementLine("purchases", "8320", "Purchases during the year", "purchases"),
    StatementLine("direct_wages", "8340", "Direct wage costs", "direct_wages"),
    StatementLine("subcontracts", "8360", "Subcontracts", "subcontracts"),
    StatementLine("other_costs", "8450", "Other costs", "other_costs"),
    StatementLine("closing_inventory", "8500", "Closing inventory", "closing_inventory"),
)
BUSINESS_EXPENSES = (
    StatementLine("advertising", "8521", "Advertising", "advertising"),
    StatementLine("meals", "8523", "Meals and entertainment, in full", "meals", MEALS_IN_FULL),
    StatementLine("bad_debts", "8590", "Bad debts", "bad_debts"),
    StatementLine("insurance", "8690", "Insurance", "insurance"),
    StatementLine("interest", "8710", "Interest and bank charges", "interest"),
    StatementLine("licences", "8760", "Business taxes, licences and memberships", "licences"),
    StatementLine("office", "8810", "Office expenses", "office", also=("Postage", "Software")),
    StatementLine("stationery", "8811", "Office stationery and supplies", "stationery", also=("Supplies",)),
    StatementLine("professional", "8860", "Professional fees", "professional", also=("Legal", "Accounting")),
    StatementLine("management", "8871", "Management and administration fees", "management"),
    StatementLine("rent", "8910", "Rent", "rent"),
    StatementLine("repairs", "8960", "Repairs and maintenance", "repairs"),
    StatementLine("salaries", "9060", "Salaries, wages and benefits", "salaries"),
    StatementLine("property_tax", "9180", "Property taxes", "property_tax"),
    StatementLine("travel", "9200", "Travel expenses", "travel"),
    StatementLine(
        "utilities",
        "9220",
        "Utilities",
        "utilities",
        also=("Phone", "Telephone", "Internet", "Electricity", "Heat", "Water"),
    ),
    StatementLine("fuel", "9224", "Fuel costs (except for motor vehicles)", "fuel"),
    StatementLine("delivery", "9275", "Delivery, freight and express", "delivery"),
    StatementLine(
        "vehicle",
        "9281",
        "Motor vehicle expenses",
        "vehicle",
        "The business part of them.",
        also=("Gas", "Tolls", "Parking", "Kilometres"),
    ),
    StatementLine("other_expenses", "9270", "Other expenses", "other_expenses", OWN_LINES),
)
RENTAL_INCOME = (
    StatementLine("rents", "8141", "Gross rents", "rents", RENTS, receipt=True, also=("Laundry", "Parking")),
    StatementLine("other_income", "8230", "Other related income", "other_income", receipt=True),
)
RENTAL_EXPENSES = tuple(
    line
    for line in BUSINESS_EXPENSES
    if line.key
    in {
        "advertising", "insurance", "interest", "office", "professional", "management", "repairs",
        "salaries", "property_tax", "travel", "utilities", "vehicle", "other_expenses",
    }
)  # fmt: skip
BY_KIND = {
    "business": BUSINESS_INCOME + COST_OF_GOODS + BUSINESS_EXPENSES,
    "rental": RENTAL_INCOME + RENTAL_EXPENSES,
}
IN_DOUBT = ("office", "other_expenses", "repairs", "stationery")
DOUBTS = (
    "Does it last, make the property better than it was, stand apart from it, or put it in order before its "
    "first use?"
)
"""What decides between a current expense and a capital one (Interpretation Bulletin IT-128R)."""
LINES = StatementLines(BY_KIND)
