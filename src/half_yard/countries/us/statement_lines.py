"""The lines of Schedule C and Schedule E to which receipts and costs are sorted."""

from half_yard.books import StatementLine, StatementLines

MEALS_HALF = "Type the full amount: the return takes the part that the law allows."
GROSS = "All that customers paid, tips included, before cards and marketplaces kept their fees (line 10)."
RECOVERED = (
    "A cost of an earlier year that came back, such as a refund, is income as far as it was deducted then "
    "(26 U.S.C. 111). One of this year is taken off its own line: type it below zero there."
)
GIVEN_BACK = (
    "Money given back to customers. What a supplier gave back is typed below zero on the cost's line."
)
FEES = "Also what cards and marketplaces kept of the gross that stands on line 1."
OWN_LINES = "Lines of your own, such as memberships, are added to the activity."

VEHICLE_LINES = {"car_and_truck"}
"""Costs of vehicles, which count as far as they were used for the business."""

BUSINESS_INCOME = (
    StatementLine(
        "gross_receipts", "1", "Gross receipts or sales", "gross_receipts", GROSS, receipt=True,
        also=("Tips", "Fares", "Sales"),
    ),
    StatementLine(
        "returns", "2", "Returns and allowances", "returns", GIVEN_BACK, also=("Refunds to customers",)
    ),
    StatementLine(
        "other_income", "6", "Other income", "other_income", RECOVERED, receipt=True,
        also=("Refund of an earlier year's cost", "Recovery of a bad debt", "Fuel tax credit"),
    ),
)  # fmt: skip
COST_OF_GOODS = (
    StatementLine("inventory_opening", "35", "Inventory at beginning of year", "inventory_opening"),
    StatementLine("purchases", "36", "Purchases less items for personal use", "purchases"),
    StatementLine("cost_of_labor", "37", "Cost of labor (not your own)", "cost_of_labor"),
    StatementLine("materials", "38", "Materials and supplies for goods sold", "materials"),
    StatementLine("other_costs", "39", "Other costs of goods sold", "other_costs"),
    StatementLine("inventory_closing", "41", "Inventory at end of year", "inventory_closing"),
)
BUSINESS_EXPENSES = (
    StatementLine("advertising", "8", "Advertising", "advertising", also=("Website", "Flyers", "Signs")),
    StatementLine(
        "car_and_truck",
        "9",
        "Car and truck expenses",
        "car_and_truck",
        also=("Gas", "Fuel", "Tolls", "Parking", "Car washes"),
    ),
    StatementLine(
        "commissions",
        "10",
        "Commissions and fees",
        "commissions",
        FEES,
        also=("Card fees", "Marketplace fees"),
    ),
    StatementLine("contract_labor", "11", "Contract labor", "contract_labor", also=("Subcontractors",)),
    StatementLine("depletion", "12", "Depletion", "depletion"),
    StatementLine("employee_benefits", "14", "Employee benefit programs", "employee_benefits"),
    StatementLine(
        "insurance", "15", "Insurance (other than health)", "insurance", also=("Liability insurance",)
    ),
    StatementLine("mortgage_interest", "16a", "Mortgage interest paid to banks", "mortgage_interest"),
    StatementLine("other_interest", "16b", "Other interest", "other_interest"),
    StatementLine(
        "legal",
        "17",
        "Legal and professional services",
        "legal",
        also=("Accountant", "Attorney", "Bookkeeper"),
    ),
    StatementLine(
        "office", "18", "Office expense", "office", also=("Postage", "Stationery", "Printer paper")
    ),
    StatementLine("pension", "19", "Pension and profit-sharing plans", "pension"),
    StatementLine("vehicle_rent", "20a", "Rent of vehicles and equipment", "vehicle_rent"),
    StatementLine("property_rent", "20b", "Rent of other business property", "property_rent"),
    StatementLine("repairs", "21", "Repairs and maintenance", "repairs"),
    StatementLine("supplies", "22", "Supplies", "supplies"),
    StatementLine(
        "taxes", "23", "Taxes and licenses", "taxes", also=("Permits", "Property tax of the business")
    ),
    StatementLine("travel", "24a", "Travel", "travel", also=("Airfare", "Hotel", "Lodging")),
    StatementLine("meals", "24b", "Meals, in full", "deductible_meals", MEALS_HALF),
    StatementLine(
        "restaurant_meals", "24b", "Meals from restaurants, in full", "deductible_meals", MEALS_HALF
    ),
    StatementLine(
        "utilities",
        "25",
        "Utilities",
        "utilities",
        also=("Phone", "Internet", "Electricity", "Water", "Heat"),
    ),
    StatementLine("wages", "26", "Wages", "wages", also=("Payroll",)),
    StatementLine(
        "other_expenses",
        "48",
        "Other expenses",
        "other_expenses",
        OWN_LINES,
        also=("Bank charges", "Dues", "Software subscriptions"),
    ),
)
BUSINESS = BUSINESS_INCOME + COST_OF_GOODS + BUSINESS_EXPENSES

RENTAL_INCOME = (
    StatementLine(
        "rents", "3", "Rents received", "rents",
        "All rent received, advance rent and kept deposits with it. A deposit that may have to be given back "
        "is not income yet.",
        receipt=True, also=("Late fees", "Deposit kept", "Laundry"),
    ),
)  # fmt: skip
RENTAL_EXPENSES = (
    StatementLine("advertising", "5", "Advertising", "advertising"),
    StatementLine(
        "auto_and_travel", "6", "Auto and travel", "auto_and_travel", also=("Gas", "Fuel", "Tolls", "Parking")
    ),
    StatementLine(
        "cleaning", "7", "Cleaning and maintenance", "cleaning", also=("Yard work", "Snow removal")
    ),
    StatementLine("commissions", "8", "Commissions", "commissions"),
    StatementLine("insurance", "9", "Insurance", "insurance"),
    StatementLine(
        "legal", "10", "Legal and other professional fees", "legal", also=("Accountant", "Attorney")
    ),
    StatementLine("management", "11", "Management fees", "management"),
    StatementLine("mortgage_interest", "12", "Mortgage interest paid to banks", "mortgage_interest"),
    StatementLine("other_interest", "13", "Other interest", "other_interest"),
    StatementLine("repairs", "14", "Repairs", "repairs"),
    StatementLine("supplies", "15", "Supplies", "supplies"),
    StatementLine("taxes", "16", "Taxes", "taxes"),
    StatementLine(
        "utilities",
        "17",
        "Utilities",
        "utilities",
        also=("Phone", "Internet", "Electricity", "Water", "Heat", "Trash"),
    ),
    StatementLine(
        "other_expenses",
        "19",
        "Other expenses",
        "other_expenses",
        OWN_LINES,
        also=("Homeowners' dues", "Bank charges"),
    ),
)
RENTAL = RENTAL_INCOME + RENTAL_EXPENSES

BY_KIND = {"business": BUSINESS, "rental": RENTAL}
# Lines on which preparers look for costs that should be assets.
REPAIR_LINES = {"repairs", "supplies"}
ASSET_QUESTIONS = "Did it better the property, restore it, or adapt it to another use?"
MEALS = {"meals": "meals_deductible_share", "restaurant_meals": "meals_deductible_share_restaurant"}
"""The rule that says how much of a line of meals counts."""
LINES = StatementLines(BY_KIND)
