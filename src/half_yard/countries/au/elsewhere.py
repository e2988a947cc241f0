"""Everyday words for what has another name or place here, or is not in the program."""

from half_yard.countries.offered import ACTIVITY, HOUSEHOLD, NEW_ASSET, SHARED, Elsewhere

ELSEWHERE = (
    Elsewhere(
        ("Computer", "Machine", "Furniture", "Tools", "Car", "Depreciation", "Capital works"),
        "what lasts is an asset: enter it with its kind", NEW_ASSET,
    ),
    Elsewhere(
        ("Home office", "Cents per kilometre", "Mileage", "Mobile phone", "Lodger"),
        "among the things that serve several uses", SHARED,
    ),
    Elsewhere(("Payment summary", "Wages", "Income statement"), "in the household", HOUSEHOLD),
    Elsewhere(("Travel to a rental",), "not deductible of a place let to live in (s 26-31)"),
    Elsewhere(("Owners", "Business number"), "asked of the activity itself", ACTIVITY),
)  # fmt: skip
