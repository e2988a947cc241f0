"""Cases that the law knows and the Canadian pack does not compute yet."""

from half_yard.countries.gaps import gap
from half_yard.figures import Mark

NO_PROVINCE = gap(
    "No province of residence at December 31 is chosen: provincial tax is not computed.",
    "Choose it for the household.",
    "/household/choices/province",
)
QUEBEC = gap(
    "The return of Quebec, filed with the province, is not computed, nor the pension plan of its residents.",
    path="/household/choices/province",
)
LOW_INCOME_REDUCTION = gap(
    "A reduction of the province's tax for low income may be due and is not computed.",
    "Work it out on Form 428 of the province.",
)
PAID_OUT = gap(
    "Credits of the province that are paid out (rent, costs of living, carbon) are not computed.",
    "Work them out on its Form 479.",
)
ELIGIBLE_DEPENDANT = gap(
    "The amount for an eligible dependant (line 30400) may be due for the child and is not computed.",
    "Say whether it is claimed.",
    "/household/answers/eligible_dependant",
)
NO_MARITAL_STATUS = gap(
    "No marital status is chosen: the amount for a spouse is not known.",
    "Choose it for the household.",
    "/household/filing_status",
)
NOT_ALL_ASKED = gap(
    "It is not said that nothing else belongs on the returns: other income, further deductions and credits.",
    "Where there are none, say so for the household.",
    "/household/answers/nothing_else",
)
NO_SPOUSE = gap(
    "The spouse or partner is not in the file: the amount for them and the benefits of both are not known.",
    "Add the person, with their net income, or mend the marital status.",
    "/household/filing_status",
)
TOP_UP_CREDIT = gap(
    "For credit amounts above the first bracket a credit of their own is proposed, which is not counted.",
    "Say whether what is only proposed is counted.", "/household/answers/proposed_allowance",
)  # fmt: skip
WORKERS_BENEFIT = gap(
    "The Canada workers benefit may be due, by the province's own amounts, and is not computed.",
    "Work it out on its Schedule 6.",
)
DISABILITY_SUPPLEMENT = gap("The disability supplement of the Canada workers benefit is not computed.")


OWN_COSTS_AND_ALLOWANCE = gap(
    "An owner of the rental has costs of their own: the limit of each owner's allowance is not computed.",
    "See that no owner's part becomes a loss by the allowance.",
)
PROVINCIAL_MINIMUM_TAX = gap(
    "The province's part of the minimum tax is not computed.", "Work it out on its Form 428."
)
NO_CHILDREN = gap(
    "Child care is typed, but no child is listed: nothing of it is deducted.",
    "List the children with their days of birth.", "/dependants",
)  # fmt: skip
DENIED_ALLOWANCE = gap("What is denied of the allowance for short stays is not computed.")
HOME_BUYERS = gap("More than one home buyers' amount is claimed for a home.", "Mend what each claims.")
PROVINCIAL_DIVIDENDS = gap(
    "The rate of the province's dividend tax credit is not known for this year.",
    "Work it out on its Form 428.",
)


def provincial_amount(title: str) -> Mark:
    """An amount that a province has and whose value is not known."""
    return gap(f"Not known of the province for this year: {title}.", "Work it out on its Form 428.")


def rrsp_limit(path: str) -> Mark:
    """Contributions to an RRSP without the limit of the person."""
    return gap(
        "RRSP contributions are deducted in full: the person's limit is not known.",
        "Type the deduction limit.", path,
    )  # fmt: skip


def no_birth_date(path: str) -> Mark:
    """Someone whose age is not known."""
    return gap(
        "Without a birth date it is not known whether pension contributions are due.",
        "Type it.", path,
    )  # fmt: skip


def ceiling_of_the_year(path: str) -> Mark:
    """A passenger car bought before the years whose ceilings are known."""
    return gap(
        "The ceiling of the year in which the car was bought is not known.",
        "Type as its cost what counts of it, and no sales tax.", path,
    )  # fmt: skip


def year_of_the_loan(path: str) -> Mark:
    """Interest on a passenger vehicle's loan whose year is not known."""
    return gap(
        "The limit of interest on the vehicle's loan is not computed: its year is not known.",
        "Say from which year the loan is.", path,
    )  # fmt: skip


def lease_limit(path: str) -> Mark:
    """A leased passenger vehicle of which too little is known, or leased before these years."""
    return gap(
        "The limit of the vehicle's lease is not computed.",
        "Type the list price and the year of the lease; of one from before 2021 type what counts.", path,
    )  # fmt: skip


def designated_car(path: str) -> Mark:
    """A car of class 10.1 that was expensed immediately and is sold."""
    return gap(
        "A car that was expensed immediately was sold: what is taken back of it is not computed.", path=path
    )


def classes_of_period(path: str) -> Mark:
    """Classes of a business whose fiscal period is not the year."""
    return gap(
        "Its classes are kept by the calendar year: what came between its period and December 31 is counted "
        "a period too early or too late.", "See what came in the period itself.", path,
    )  # fmt: skip


def days_let_short(path: str) -> Mark:
    """Days without complying, of which it is not known how many days were let short."""
    return gap("How many days it was let short in all is not typed: no cost is denied.", "Type them.", path)


def tax_in_sales(path: str) -> Mark:
    """Sales recorded with tax, of which it is not known how much."""
    return gap("Its sales are recorded with GST/HST, but how much is in them is not typed.", "Type it.", path)


def flipped(path: str) -> Mark:
    """Real property held for less than a year (ITA 12(12))."""
    return gap(
        "It was held for less than 365 days: its gain may be income of a business, not a capital gain.",
        "See whether a life event excuses it; if not, enter it as a business.", path,
    )  # fmt: skip
