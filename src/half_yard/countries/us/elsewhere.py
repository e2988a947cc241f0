"""Everyday words for what has another name or place here, or is not in the program: what preparers type."""

from half_yard.countries.offered import ACTIVITY, FORMS, HOUSEHOLD, NEW_ASSET, Elsewhere

BESIDE = "Work it out beside the program: the result here leaves it out."
ELSEWHERE = (
    Elsewhere(
        ("Computer", "Laptop", "Machine", "Furniture", "Tools", "Vehicle bought"),
        "what lasts longer than a year is an asset: enter it with its class",
        NEW_ASSET,
    ),
    Elsewhere(
        ("Phone bought", "Phone (device)"),
        "a device is an asset; what the line costs goes to utilities",
        NEW_ASSET,
    ),
    Elsewhere(
        ("Mileage", "Miles driven", "Standard mileage rate"),
        "distance is not recorded and the rate per mile not computed. Type what it comes to as an entry "
        "of car and truck expenses, as arithmetic of miles and rate",
    ),
    Elsewhere(
        ("Home office", "Business use of the home", "Form 8829"),
        f"not computed. {BESIDE}",
    ),
    Elsewhere(
        ("Dependents", "Dependants", "Children", "Child tax credit"),
        f"not recorded, and their credits not computed. {BESIDE}",
    ),
    Elsewhere(
        ("Health insurance of the owner", "Medical insurance"),
        f"not computed: it is no cost of the business. {BESIDE}",
    ),
    Elsewhere(
        ("Retirement contributions", "SEP", "IRA", "Solo 401(k)"),
        f"not computed for the owner; for employees it is line 19. {BESIDE}",
    ),
    Elsewhere(("W-2", "Wages of the owner", "Salary", "Job"), "in the household", HOUSEHOLD),
    Elsewhere(("1099-INT", "1099-DIV", "Bank interest", "Dividends"), "in the household", HOUSEHOLD),
    Elsewhere(("1099-NEC", "1099-K", "1099-MISC"), "forms of payers, matched with the books", FORMS),
    Elsewhere(("Quarterly payments", "Estimated tax paid"), "in the household", HOUSEHOLD),
    Elsewhere(
        ("Loss carried over", "Carryover"), "carried in from earlier years, in the household", HOUSEHOLD
    ),
    Elsewhere(
        ("EIN", "Business address", "Owners", "Shares of spouses", "Days rented"),
        "asked of the activity itself",
        ACTIVITY,
    ),
)
