"""What is asked of the household and of each person with yes or no, and what was paid in advance."""

from __future__ import annotations

from half_yard.asked import Field, FieldKind
from half_yard.countries.offered import Question
from half_yard.records import ClientFile

NOTHING_ELSE = Question(
    "nothing_else", "Nothing else belongs on the returns", False,
    "no other income than what is entered, from Canada or abroad; no further deductions or credits",
    anew=True,
)  # fmt: skip
PROPOSED = Question(
    "proposed_allowance", "Count what is only proposed", False,
    "accelerated allowances of purchases from January 1, 2025, and of computers, network equipment and "
    "patents from April 16, 2024; the top-up credit of 2025; the sheets say that they are provisional",
)  # fmt: skip
DEPENDANT = Question(
    "eligible_dependant", "Claims the amount for an eligible dependant", False,
    "of one who is alone, for a child under 18 or another relative in their home; one for a household",
)  # fmt: skip
DEPENDANT_INCOME = "dependant_income"
"""The fact of the household that is the dependant's net income, in dollars."""
GST_REGISTERED = Question(
    "gst_registered", "Registered for GST/HST", False,
    "small suppliers need not be, up to sales of 30,000 over four quarters (Excise Tax Act 148)",
)  # fmt: skip
STUDENT = Question(
    "student_13_weeks", "Full-time student for more than 13 weeks", False,
    "then there is no workers benefit without a child", anew=True,
)  # fmt: skip
DISABILITY = Question("disability", "Has the disability amount", False, "by Form T2201")
INFIRM = Question(
    "infirm", "Infirm, and dependent on the spouse or partner", False, "adds to the amount for a spouse",
)  # fmt: skip
VOLUNTEER = Question(
    "volunteer", "Volunteer firefighter or in search and rescue", False, "of 200 hours or more in the year",
    anew=True,
)  # fmt: skip
INSURED = Question(
    "insured_by_agreement", "Insured by agreement for employment insurance", False,
    "of those who are self-employed and have registered, Schedule 13",
)  # fmt: skip
CPP_STOPPED = Question(
    "cpp_stopped", "No pension contributions all year, by election", False,
    "of 65 to 69 who draw the pension; begun within the year, work Schedule 8 out beside",
)  # fmt: skip
RRSP_LIMIT, FHSA_ROOM = "rrsp_limit", "fhsa_room"
"""The facts of a person that are what may be deducted, in dollars."""
GIFTS_AT_MOST = "gifts_at_most"
"""The fact of a person that is how much of the gifts is claimed at most, in dollars; the rest waits."""
SPLIT = "pension_split"
"""The fact of a person that is the pension that the other takes over (Form T1032), in dollars."""
OWING_BEFORE, EXPECTED_OWING = "net_tax_owing_before", "net_tax_owing_expected"
"""The facts of a person that are last year's and next year's net tax owing, in dollars."""
SIGNED_ON, TOTAL_BEFORE = "t183_signed", "total_income_before"
"""The choice of a person that is the day on which Form T183 was signed, as YYYY-MM-DD, and the fact that is
last year's line 15000, in dollars: a return that is sent is known by them."""
HOUSEHOLD_QUESTIONS = (DEPENDANT, NOTHING_ELSE, PROPOSED)
PERSON_QUESTIONS = (STUDENT, DISABILITY, VOLUNTEER, INSURED, INFIRM, CPP_STOPPED)
ADVANCE = "workers_benefit_advance"
"""The fact of a person that is box 10 of slips RC210, in dollars."""
ELECTION_FROM, ELECTION_TO = 65, 70
"""Ages, in years, at which one who draws the pension may stop contributing (CPP Act, section 12)."""


def counts_proposed(file: ClientFile) -> bool:
    """Whether what is only proposed is counted."""
    return PROPOSED.of(file.household.answers)


def _split_field(file: ClientFile, path: str) -> list[Field]:
    """Of a couple, what is split of a pension."""
    if len(file.people) < 2:
        return []
    return [
        Field(f"{path}/facts/{SPLIT}", "Pension split to the other", FieldKind.AMOUNT, optional=True,
              hint="Form T1032, at most half of what counts for the pension amount"),
    ]  # fmt: skip


def person_fields(file: ClientFile, person: str) -> list[Field]:
    """What is asked of one person."""
    path, born = f"/people/{person}", file.people[person].birth_date
    may_stop = born is not None and ELECTION_FROM <= file.tax_year - born.year <= ELECTION_TO
    return [
        *(each.field(path) for each in (STUDENT, DISABILITY, VOLUNTEER, INSURED)),
        *([INFIRM.field(path)] if len(file.people) > 1 else []),
        *([CPP_STOPPED.field(path)] if may_stop else []),
        Field(f"{path}/facts/{ADVANCE}", "Workers benefit in advance", FieldKind.AMOUNT, optional=True,
              hint="slips RC210, box 10"),
        Field(f"{path}/facts/{RRSP_LIMIT}", "RRSP deduction limit", FieldKind.AMOUNT, optional=True,
              hint="on last year's notice of assessment"),
        Field(f"{path}/facts/{FHSA_ROOM}", "FHSA participation room", FieldKind.AMOUNT, optional=True,
              hint="the year's limit, where nothing else is typed"),
        *_split_field(file, path),
        Field(f"{path}/facts/{GIFTS_AT_MOST}", "Gifts claimed at most", FieldKind.AMOUNT, optional=True,
              hint="all of them; what is not claimed waits for five years"),
        Field(f"{path}/facts/{OWING_BEFORE}", "Last year's net tax owing", FieldKind.AMOUNT, optional=True,
              hint="for next year's instalments: tax and contributions less what was deducted"),
        Field(f"{path}/facts/{EXPECTED_OWING}", "Next year's, expected", FieldKind.AMOUNT, optional=True,
              hint="for instalments by an estimate"),
        Field(f"{path}/facts/{TOTAL_BEFORE}", "Last year's total income", FieldKind.AMOUNT, optional=True,
              hint="line 15000, to send the return"),
        Field(f"{path}/choices/{SIGNED_ON}", "Form T183 signed on", FieldKind.DATE, optional=True,
              hint="to send the return"),
    ]  # fmt: skip
