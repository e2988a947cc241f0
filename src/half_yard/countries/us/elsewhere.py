"""Everyday words for what has another name or place here, or is not in the program: what preparers type."""

from half_yard.countries.offered import (
    ACTIVITY,
    EXCHANGES,
    FORMS,
    HOUSEHOLD,
    LEAVING,
    NEW_ASSET,
    SHARED,
    Elsewhere,
)
from half_yard.countries.us.household.kinds import KINDS

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
        ("Mileage", "Miles driven", "Standard mileage rate", "Log of trips", "Car", "Van"),
        "a vehicle is a shared thing: its distance, its costs and both methods stand there",
        SHARED,
    ),
    Elsewhere(
        ("Home office", "Business use of the home", "Form 8829"),
        "a home is a shared thing: its costs are typed once there, and both methods stand beside each other",
        SHARED,
    ),
    Elsewhere(
        ("Cabin", "Vacation home", "Days of personal use"),
        "a dwelling let and lived in is a shared thing, with its calendar",
        SHARED,
    ),
    Elsewhere(
        ("Phone also private", "Internet at home"),
        "a line with several uses is a shared thing: say how much of it is for what",
        SHARED,
    ),
    Elsewhere(
        (
            "Like-kind exchange",
            "1031",
            "Swap of property",
            "Form 8824",
            "Insurance spent on a replacement",
            "1033",
        ),
        "what was given stands against what was got, with what is taxed and deferred",
        EXCHANGES,
    ),
    Elsewhere(
        ("Installment sale", "Seller financing", "Note of the buyer", "Form 6252", "Cost segregation study"),
        "where an asset leaves, or is divided: how it was sold, and what came of its price each year",
        LEAVING,
    ),
    Elsewhere(
        ("Dependents", "Dependants", "Children", "Child tax credit", "Head of household", "Earned income"),
        "those at home are typed in the household; what each counts for is found by the facts",
        HOUSEHOLD,
    ),
    Elsewhere(
        ("Medical insurance", "Retirement contributions"),
        "those of the owner are typed in the household; those for employees are costs of the business",
        HOUSEHOLD,
    ),
    Elsewhere(
        ("Return of a partnership", "Return of an S corporation", "Farm", "State return"),
        f"not computed. {BESIDE}",
    ),
    Elsewhere(("W-2", "Wages of the owner", "Salary", "Job"), "in the household", HOUSEHOLD),
    Elsewhere(("1099-INT", "1099-DIV", "Bank interest", "Dividends"), "in the household", HOUSEHOLD),
    Elsewhere(("1099-NEC", "1099-K", "1099-MISC"), "forms of payers, matched with the books", FORMS),
    Elsewhere(("Quarterly payments", "Estimated tax paid"), "in the household", HOUSEHOLD),
    Elsewhere(
        ("Stock sold", "Shares sold", "1099-B", "Capital gain", "Crypto", "Mutual fund sold"),
        "sales of what was held are typed or taken in from a list in the household",
        HOUSEHOLD,
    ),
    Elsewhere(
        ("Passive loss", "Suspended loss", "At risk", "Real estate professional", "Specified service"),
        "asked of the activity and of its owner; amounts of earlier years are carried in, in the household",
        ACTIVITY,
    ),
    Elsewhere(
        ("Loss carried over", "Carryover"), "carried in from earlier years, in the household", HOUSEHOLD
    ),
    Elsewhere(
        ("EIN", "Business address", "Owners", "Shares of spouses", "Days rented"),
        "asked of the activity itself",
        ACTIVITY,
    ),
    *(
        Elsewhere((kind.title, kind.words), f"in the household: {kind.goes}", HOUSEHOLD)
        for kind in KINDS.values()
    ),
)
