"""The yes/no questions of the United States, and the answers taken where none is given."""

from collections.abc import Mapping

from half_yard.countries.pack import Question

ALLOWANCE = Question(
    "no_special_allowance",
    "No special depreciation allowance",
    False,
    "Elected out of for its class, or the property is not eligible (26 U.S.C. 168(k)(7)).",
)
ACTIVITY = {
    "business": (
        Question("material_participation", "The owner takes part materially", True, "Schedule C, line G"),
        Question("at_risk", "All investment is at risk", True, "Schedule C, line 32"),
    ),
    "rental": (
        Question("active_participation", "The owner takes part actively", True, "26 U.S.C. 469(i)(6)"),
        Question(
            "trade_or_business",
            "The rental is a trade or business (business-income deduction)",
            False,
            "26 U.S.C. 199A; Rev. Proc. 2019-38",
        ),
        Question("suspended_losses", "Losses of earlier years are suspended", False, "Form 8582, line 1c"),
    ),
}


def ask(kind: str, key: str, answers: Mapping[str, bool]) -> bool:
    """The answer given, or the default of the question. Raises KeyError for a question not asked."""
    if key in answers:
        return answers[key]
    return next(question.default for question in ACTIVITY[kind] if question.key == key)
