"""Everyday words for what has another name or place here, or is not in the program."""

from half_yard.countries.offered import ACTIVITY, HOUSEHOLD, NEW_ASSET, SHARED, Elsewhere

ELSEWHERE = (
    Elsewhere(
        ("Computer", "Machine", "Furniture", "Tools"),
        "what lasts is an asset of a class: enter it with its class",
        NEW_ASSET,
    ),
    Elsewhere(
        ("Depreciation", "Capital cost allowance", "Building", "House", "Car", "Leasehold improvements"),
        "an asset of its class: the allowance is worked out by class, on Area A",
        NEW_ASSET,
    ),
    Elsewhere(
        ("Mileage", "Kilometres driven", "Logbook", "Rate per kilometre"),
        "a vehicle among the things that serve several uses: its costs are divided by distance. There is no "
        "rate per kilometre for those who work for themselves",
        SHARED,
    ),
    Elsewhere(
        ("Home office", "Business use of home", "Duplex", "Personal portion", "Mobile phone"),
        "among the things that serve several uses",
        SHARED,
    ),
    Elsewhere(("Dependents", "Dependants", "Children"), "in the household", HOUSEHOLD),
    Elsewhere(
        ("Loan fees", "Mortgage fees"), "a fifth of them in each of five years on interest and bank charges"
    ),
    Elsewhere(
        ("Work in progress",), "closing inventory: professionals may not leave it out any more (ITA 34)"
    ),
    Elsewhere(("T4", "Slips", "Employment income"), "in the household", HOUSEHOLD),
    Elsewhere(("Instalments",), "in the household", HOUSEHOLD),
    Elsewhere(("Owners", "Business number"), "asked of the activity itself", ACTIVITY),
)
