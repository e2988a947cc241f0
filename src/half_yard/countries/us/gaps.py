"""Gaps: cases that the law knows and this program does not compute yet.

No number may be silently wrong, so a figure that would need one of these carries the mark to every line
that it reaches. As a computation is added, its gap is taken out here.
"""

from half_yard.countries.gaps import gap
from half_yard.figures import Mark

NO_STATUS = gap(
    "No filing status is chosen; single is assumed.",
    "Choose it.",
    "/household/filing_status",
)
SEPARATE_EXPENSING = gap(
    "Filing separately: the limit of section 179 is divided between the spouses, and that is not asked."
)
PASSIVE_FOR_MINIMUM_TAX = gap(
    "Minimum tax is due, and a rental's limited loss has other depreciation for it: how much of that counts "
    "(Form 6251, line 2m) is not computed."
)
SEPARATE_SPOUSE_ITEMIZES = gap(
    "Filing separately: whether the spouse itemizes, which takes the standard deduction away, is not said.",
    "Answer it.",
    "/household/answers/spouse_itemizes",
)


NOTHING_ITEMIZED = gap(
    "Itemized deductions are chosen, and none is entered.",
    "Enter them among what the household has, or take the standard deduction.",
    "/household/choices/deduction_taken",
)


def status_does_not_hold(problem: str) -> Mark:
    """A filing status that does not hold by what is entered."""
    return gap(
        problem,
        "Enter the person among the dependants, or choose another status.",
        "/household/filing_status",
    )


def taxable_not_said(path: str) -> Mark:
    """A pension whose taxable part nobody entered."""
    return gap(
        "How much of a pension is taxable is not said: all of it is taken.",
        "Type box 2a of its form, or the cost at its start for the simplified method.",
        path,
    )


def age_not_said(path: str) -> Mark:
    """An annuity without the age at its start."""
    return gap("The age at an annuity's start is not entered.", "Type it.", path)


def shared_policy(path: str) -> Mark:
    """A marketplace policy of which another return has a part."""
    return gap("A policy that is shared with another return (Form 8962, part IV) is not computed.", path=path)


def coverage_not_said(path: str) -> Mark:
    """A health savings account without what the plan covers."""
    return gap(
        "Whether the plan covers one person or a family is not said; one is assumed.", "Choose it.", path
    )


YOUNG_STUDENT = gap(
    "Below 24, whether any of the American opportunity credit is paid out depends on who supports the "
    "taxpayer, which is not asked (26 U.S.C. 25A(i)(5))."
)
CHILD_CREDIT_ABROAD = gap("The child tax credit of 2021 of a home abroad has older rules, not computed.")
ADVANCE_ABOVE = gap(
    "More was paid in advance than the child tax credit of 2021: what is repaid of it (Schedule 8812, part "
    "III) is not computed."
)
FOREIGN_TAX = gap(
    "Foreign tax above what is taken without Form 1116: the rest of the credit is not computed."
)


def dependant_not_known(name: str, missing: str, path: str) -> Mark:
    """Someone of the household of whom it is not known what they count for."""
    return gap(f"{name}: what they count for is not known without {missing}.", "Type what is missing.", path)


def publicly_traded(path: str) -> Mark:
    """A loss of a publicly traded partnership."""
    return gap(
        "A loss of a publicly traded partnership waits for income of the same one (26 U.S.C. 469(k)). That "
        "is not computed: nothing of it is deducted.",
        path=path,
    )


def gain_of_interest(path: str) -> Mark:
    """What was gained by the sale of an interest in an entity, beside passive losses that wait."""
    return gap(
        "A gain of the interest that was sold may free passive losses of others (26 U.S.C. 469(g)(1)(A)): "
        "not computed.",
        path=path,
    )


def income_of_dependants(names: str) -> Mark:
    """Dependants who must file, whose income is part of the household's for the premium credit."""
    return gap(f"Income of dependants who must file ({names}) counts for the premium credit: not computed.")


SPOUSE_COVERED = gap(
    "Filing separately with an IRA: whether the spouse is covered by a plan at work is not said.",
    "Answer it.",
    "/household/answers/spouse_covered",
)


def personal_use(path: str) -> Mark:
    """A dwelling used personally and let."""
    return gap(
        "Days of personal use: the split of costs and the loss limit of 26 U.S.C. 280A are not computed.",
        path=f"{path}/days_personal",
    )


def special_allowance(path: str) -> Mark:
    """Property from before 2008, whose special depreciation allowance had rates that are not kept here."""
    return gap(
        "The special depreciation allowance of years before 2008 is not computed.",
        "Say that there is none, and type what earlier years took.",
        path,
    )


def acquired_not_said(path: str) -> Mark:
    """Property whose special allowance depends on a day that nobody entered."""
    return gap(
        "When it was acquired (by binding contract) is not entered; its special allowance depends "
        "on whether that was before January 20, 2025.",
        "Type the day.",
        path,
    )


def auto_limits(path: str) -> Mark:
    """An automobile of a year whose limits are not among the values."""
    return gap(
        "The yearly limits of automobiles placed in service in its year are not known here.", path=path
    )


def exchange(path: str) -> Mark:
    """An asset that was exchanged, and nothing of like kind came for it."""
    return gap(
        "Nothing of like kind came for it in time (Form 8824): all of its gain is taxed (26 U.S.C. 1031).",
        "Add what was received to the exchange, or say that it was sold.",
        path,
    )


def exchange_of_a_part(path: str) -> Mark:
    """An exchange of what is not used for one activity alone."""
    return gap("An exchange of property that several uses share is not computed.", path=path)


def instalments_of_a_part(path: str) -> Mark:
    """An instalment sale of what is not used for one activity alone."""
    return gap("An instalment sale of property with private or shared use is not computed.", path=path)


def loss_replaced(path: str) -> Mark:
    """Something was lost with a loss, which is no exchange."""
    return gap(
        "A loss is deducted, and never put off by replacing what was lost (26 U.S.C. 1033(a)).",
        "Call the exchange off, and say that it was lost by casualty.",
        path,
    )


def listed_replacement(path: str) -> Mark:
    """Listed property that came for what was lost: its limits hold for both lives together."""
    return gap("Depreciation of listed property that replaces other is not computed.", path=path)


def loss_on_two_forms(path: str) -> Mark:
    """A limited loss of which a part is a loss of Form 4797."""
    return gap(
        "A loss that is limited has a part on Form 4797: how it is divided between the forms (Form 8582, "
        "part IX) is not computed.",
        path=path,
    )


def loss_of_investment(at_most: str) -> Mark:
    """A net operating loss of which a part is one of investment income."""
    return gap(
        "Which part of a net operating loss is of investment income (26 CFR 1.1411-4(h)) is not computed: "
        f"the net investment income tax is too high by {at_most} at the most."
    )


def service_not_said(path: str) -> Mark:
    """A business of which it must be known now whether it is a specified service."""
    return gap(
        "Income is above the threshold, and it is not said whether a business is a specified service.",
        "Answer it among what is set up for the business.",
        path,
    )


def exchanged_property(path: str) -> Mark:
    """Property received in an exchange, whose unadjusted basis has a rule of its own."""
    return gap(
        "The unadjusted basis of exchanged property (26 CFR 1.199A-2(c)(3)) is not computed.", path=path
    )


def suspended_not_entered(path: str) -> Mark:
    """Losses that are said to be suspended, and no amount."""
    return gap(
        "Losses of earlier years are said to be suspended, and none is entered.",
        "Type them among what is carried in, as passive losses of this rental.",
        path,
    )


def medicare_tax_not_said(path: str) -> Mark:
    """Wages so large that their employer withheld Additional Medicare Tax, and it is not entered how much."""
    return gap(
        "Wages above 200,000 without box 6: how much Additional Medicare Tax was withheld is not known.",
        "Type box 6 of the Form W-2.",
        path,
    )


def social_security_tax_not_said(path: str) -> Mark:
    """One of several employers, whose social security tax together is more than the most."""
    return gap(
        "Several employers, and box 4 is empty: how much social security tax comes back is not known.",
        "Type box 4 of the Form W-2.",
        path,
    )


def no_basis(path: str) -> Mark:
    """A sale without its basis."""
    return gap(
        "A sale has no basis: all of its price would be gain.", "Type its cost, also if it is 0.", path
    )


def other_property(path: str) -> Mark:
    """Something that is no asset here was given in an exchange."""
    return gap(
        "The gain or loss on other property that was given (line 14) belongs on a form of its own, which is "
        "not computed.",
        path=path,
    )


def resold(path: str) -> Mark:
    """A resale within two years has added to the basis of what was received."""
    return gap(
        "Depreciation of what a resale within two years added to the basis is not computed.", path=path
    )


def home_loss(path: str) -> Mark:
    """A home that was sold with a loss, of which the business has a part."""
    return gap(
        "A home sold with a loss: the part of the business in it (Form 4797) is not computed.", path=path
    )


def old_property(path: str) -> Mark:
    """Property whose tables are not in the program."""
    return gap("Property in service this early follows other tables, which are not computed.", path=path)
