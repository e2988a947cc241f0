"""Cases that the law knows and the Australian pack does not compute yet."""

from half_yard.countries.gaps import gap

NO_STATUS = gap(
    "It is not said whether there is a spouse: the levy and its surcharge are not known.",
    "Choose it for the household.", "/household/filing_status",
)  # fmt: skip
NOT_ALL_ASKED = gap(
    "It is not said that nothing else belongs on the returns: other income, deductions and offsets.",
    "Where there are none, say so for the household.", "/household/answers/nothing_else",
)  # fmt: skip
PERSONAL_SERVICES = gap(
    "The tests for personal services income are not worked out, nor what they deny.",
    "Work out item P1, or say that the income is not mainly for personal skills.",
)
SENIORS = gap("The seniors and pensioners offset (item T1) may be due and is not computed.")
NO_SPOUSE = gap(
    "The spouse is not in the file: the family's income is not known.",
    "Add the person, with their income, or mend the status.", "/household/filing_status",
)  # fmt: skip
EARLY_EXPENSING = gap(
    "The write-off of assets used first before July 1, 2023 depends on days of purchase that are not asked."
)
STUDY_LOAN_LIMIT = gap("Repayments of a study loan are not limited: the debt is not typed.", "Type it.")
