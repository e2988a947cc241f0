"""Cases that the law knows and the Australian pack does not compute yet."""

from half_yard.countries.gaps import gap
from half_yard.figures import Mark

NO_STATUS = gap(
    "It is not said whether there is a spouse: the levy and its surcharge are not known.",
    "Choose it for the household.", "/household/filing_status",
)  # fmt: skip
NOT_ALL_ASKED = gap(
    "It is not said that nothing else belongs on the returns: other income, deductions and offsets.",
    "Where there are none, say so for the household.", "/household/answers/nothing_else",
)  # fmt: skip
UNDER_AGE = gap("The rates for income of a person under 18 (ITAA 1936 Division 6AA) are not computed.")
SENIORS = gap(
    "It is not said whether a person of this age is eligible for the age pension: the seniors offset (item "
    "T1) may be due.", "Say so, or that they are not.",
)  # fmt: skip
SENIORS_OF_COUPLE = gap("What of the seniors offset goes over to the spouse is not computed.")
NO_SPOUSE = gap(
    "The spouse is not in the file: the family's income is not known.",
    "Add the person, with their income, or mend the status.", "/household/filing_status",
)  # fmt: skip
EARLY_EXPENSING = gap(
    "The write-off of assets used first before July 1, 2023 depends on days of purchase that are not asked."
)
AVERAGING = gap(
    "Tax on income of primary production is averaged over years (Division 392), but no taxable income of "
    "an earlier year is typed.", "Type them for the person, or say that averaging was given up.",
)  # fmt: skip
PARTNERS_LOSS = gap("Whether the loss of a partnership counts for a partner (Division 35) is not computed.")
LUMP_SUM = gap("The rate on lump sums and termination payments has a limit: its offset is missing.")
FOREIGN_LIMIT = gap(
    "Above 1,000 the offset for foreign tax is limited by tax and levy without that income: what a family "
    "has less of the levy, and the surcharge, are left out of it."
)
STUDY_LOAN_LIMIT = gap("Repayments of a study loan are not limited: the debt is not typed.", "Type it.")


def no_price(path: str) -> Mark:
    """A property that was sold without a price."""
    return gap("What the property was sold for is not typed.", "Type it at the asset as it leaves.", path)


def one_client(path: str) -> Mark:
    """Personal services income of which it is not said how much one client pays."""
    return gap(
        "How much of the income for personal skills comes from one client is not typed.", "Type it.", path
    )


def no_age(path: str) -> Mark:
    """A person of whom the age is not known."""
    return gap("Whether the rates of a person under 18, or the seniors offset, apply is not known.",
               "Type the day of birth.", path)  # fmt: skip


def hours_at_home(path: str) -> Mark:
    """A rate by the hour without hours."""
    return gap("A rate by the hour is chosen for work at home, but no hours are typed.", "Type them.", path)


def denied_costs(path: str) -> Mark:
    """Personal services income of which the costs that are denied are not typed."""
    return gap(
        "What of the costs is for the home or paid to associates is not typed: nothing is denied.",
        "Type it, 0 where there is none.", path,
    )  # fmt: skip
