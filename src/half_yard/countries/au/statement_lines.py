"""The labels of item P8 and of the rental schedule to which receipts and costs are sorted."""

from __future__ import annotations

from half_yard.books import StatementLine, StatementLines

SALES = "All that customers paid, without GST."
OWN_LINES = "What has no label of its own: lines of your own, such as insurance, are added to the activity."
INCOME_ADJUSTED = "income_adjusted"
SALARIES = "salaries_and_wages"
PRIVATE_OFF = "The business part of them."

BUSINESS_INCOME = (
    StatementLine("sales", "J", "Other business income", "sales", SALES, receipt=True,
                  also=("Sales", "Fees")),
    StatementLine("no_number", "D", "Gross payments where no business number was quoted", "no_number",
                  receipt=True),
    StatementLine("voluntary", "F", "Gross payments, voluntary agreement", "voluntary", receipt=True),
    StatementLine("labour_hire", "O", "Gross payments, labour hire", "labour_hire", receipt=True),
    StatementLine("industry_payments", "H", "Assessable government industry payments", "industry_payments",
                  receipt=True, also=("Grants",)),
)  # fmt: skip
COST_OF_SALES = (
    StatementLine("opening_stock", "K", "Opening stock", "opening_stock"),
    StatementLine("purchases", "L", "Purchases and other costs", "purchases"),
    StatementLine("closing_stock", "M", "Closing stock", "closing_stock"),
)
BUSINESS_EXPENSES = (
    StatementLine("contractors", "F", "Contractor, subcontractor and commission expenses", "contractors"),
    StatementLine("super_of_staff", "G", "Superannuation expenses", "super_of_staff",
                  "Of staff; what you pay for yourself is item D12."),
    StatementLine("bad_debts", "I", "Bad debts", "bad_debts"),
    StatementLine("lease", "J", "Lease expenses", "lease"),
    StatementLine("rent", "K", "Rent expenses", "rent"),
    StatementLine("interest", "Q", "Interest expenses within Australia", "interest", also=("Loan",)),
    StatementLine("interest_abroad", "R", "Interest expenses overseas", "interest_abroad"),
    StatementLine("vehicle", "N", "Motor vehicle expenses", "vehicle", PRIVATE_OFF,
                  also=("Fuel", "Petrol", "Tolls", "Registration", "Parking")),
    StatementLine("repairs", "O", "Repairs and maintenance", "repairs"),
    StatementLine(SALARIES, "P", "Salary and wage expenses", SALARIES,
                  "Of staff; itemized under all other expenses, and on item P13.",
                  also=("Wages", "Staff", "Payroll")),
    StatementLine("other_expenses", "P", "All other expenses", "other_expenses", OWN_LINES,
                  also=("Phone", "Internet", "Insurance", "Advertising", "Travel", "Stationery", "Power")),
)  # fmt: skip
RECONCILIATION = (
    StatementLine("section_40_880", "A", "Section 40-880 deduction", "section_40_880",
                  "A fifth of costs of starting, raising capital or ending; of a small business that starts, "
                  "advice and fees at once."),
    StatementLine("project_pool", "L", "Business deduction for project pool", "project_pool"),
    StatementLine("landcare", "W", "Landcare operations and water facility", "landcare",
                  also=("Fencing", "Fodder storage")),
    StatementLine(INCOME_ADJUSTED, "X", "Income reconciliation adjustments", INCOME_ADJUSTED,
                  "What is income and on no label above; balancing and pool amounts come by themselves.",
                  receipt=True),
    StatementLine("expenses_adjusted", "H", "Expense reconciliation adjustments", "expenses_adjusted",
                  "What stands among the expenses and is not deductible: added back.", receipt=True),
)  # fmt: skip
ADDED_BACK = (INCOME_ADJUSTED, "expenses_adjusted")
"""The reconciliation items that raise the income; the others lower it."""
RENTAL_INCOME = (
    StatementLine("rents", "P", "Rental income", "rents", "All rent; a bond only when it is kept.",
                  receipt=True),
    StatementLine("other_rent", "P", "Other rental-related income", "other_rent", receipt=True,
                  also=("Insurance paid out", "Bond kept")),
)  # fmt: skip
OF_PRIMARY_PRODUCTION = {
    "sales": "I", "no_number": "C", "voluntary": "E", "labour_hire": "N", "industry_payments": "G",
}  # fmt: skip
"""The labels of primary production, which has a column of its own."""
INTEREST = StatementLine("interest", "Q", "Interest on loans", "interest")
RENTAL_EXPENSES = (
    StatementLine("advertising", "U", "Advertising for tenants", "advertising"),
    StatementLine("body_corporate", "U", "Body corporate fees", "body_corporate", also=("Strata",)),
    StatementLine("cleaning", "U", "Cleaning", "cleaning"),
    StatementLine("council_rates", "U", "Council rates", "council_rates"),
    StatementLine("gardening", "U", "Gardening and lawn mowing", "gardening"),
    StatementLine("insurance", "U", "Insurance", "insurance"),
    StatementLine("land_tax", "U", "Land tax", "land_tax"),
    StatementLine("legal", "U", "Legal expenses", "legal", "Not those of buying or selling it."),
    StatementLine("pest_control", "U", "Pest control", "pest_control"),
    StatementLine("agent", "U", "Property agent fees", "agent", also=("Management", "Commission")),
    StatementLine("repairs", "U", "Repairs and maintenance", "repairs"),
    StatementLine("stationery", "U", "Stationery, telephone and postage", "stationery"),
    StatementLine("water", "U", "Water charges", "water"),
    StatementLine("other_expenses", "U", "Sundry rental expenses", "other_expenses"),
)
BY_KIND = {
    "business": BUSINESS_INCOME + COST_OF_SALES + RECONCILIATION + BUSINESS_EXPENSES,
    "rental": (*RENTAL_INCOME, INTEREST, *RENTAL_EXPENSES),
}
IN_DOUBT = ("other_expenses", "repairs")
DOUBTS = "Is it an improvement, a first repair of what was bought so, or the renewal of a whole?"
"""What decides between a repair and an asset (TR 97/23)."""
LINES = StatementLines(BY_KIND)
