"""What is asked of a trade for the business-income deduction."""

from half_yard.countries.offered import ManyAnswers, Question

TRADE = Question(
    "trade_or_business", "The rental is a trade or business (business-income deduction)", False,
    "26 U.S.C. 199A; with 250 hours of services a year by the safe harbor of Rev. Proc. 2019-38",
)  # fmt: skip
SERVICE = Question(
    "specified_service", "It is a specified service (health, law, accounting, consulting, arts, sports, …)",
    False, "26 U.S.C. 199A(d)(2); it matters above the income threshold",
)  # fmt: skip
GROUP = ManyAnswers(
    "qbi_group", "Aggregated for the business-income deduction",
    (("", "No"), ("A", "Group A"), ("B", "Group B"), ("C", "Group C")),
    "Half owned by the same people, alike or run together (26 CFR 1.199A-4); no specified service",
)  # fmt: skip
WAGES, HOURS = "qbi_wages", "rental_hours"
