"""What is asked of the household, of each person, and of each activity."""

from __future__ import annotations

from half_yard.asked import Field, FieldKind
from half_yard.countries.offered import Question
from half_yard.records import ClientFile

NOTHING_ELSE = Question(
    "nothing_else", "Nothing else belongs on the returns", False,
    "no other income than what is entered, no further deductions or offsets",
    anew=True,
)  # fmt: skip
GST_REGISTERED = Question(
    "gst_registered", "A business is registered for GST", False,
    "needed from a turnover of 75,000 a year on (GST Act, s 23-15)",
)  # fmt: skip
SENIOR = Question(
    "senior", "Of age-pension age, and eligible for it", False,
    "for the seniors and pensioners offset, whether or not a pension is paid",
)  # fmt: skip
COVERED = Question(
    "hospital_cover", "Private hospital cover all year", False,
    "of the person and all dependants; for the Medicare levy surcharge", anew=True,
)  # fmt: skip
PERSONAL_SKILLS = Question(
    "personal_skills", "Paid mainly for personal skills or efforts", False,
    "then the tests for personal services income decide about deductions (Part 2-42)",
)  # fmt: skip
SIMPLIFIED = Question(
    "simplified", "Simplified depreciation", True,
    "of a business with a turnover below 10 million: write-off and pool together (Subdivision 328-D)",
)  # fmt: skip
HOBBY = Question(
    "hobby", "A hobby, not a business", False,
    "without a purpose of profit, system and scale: then nothing of it is on the return (TR 97/11)",
)  # fmt: skip
PRIMARY = Question(
    "primary_production", "Primary production", False,
    "a farm, forest or fishery: it stands in a column of its own (items P8 and 15)",
)  # fmt: skip
ARTS = Question(
    "professional_arts", "A professional arts business", False,
    "as of primary production, a loss counts where other income is below the year's amount (s 35-10(4))",
)  # fmt: skip
NOT_COUNTED = Question(
    "stock_not_counted", "Trading stock not counted", False,
    "it changed by 5,000 or less: the closing stock is the opening one (s 328-285; item P19)", anew=True,
)  # fmt: skip
ONLINE = Question(
    "sells_online", "Sells goods or services over the internet", False, "item P7",
)  # fmt: skip
EXCEPTED = (PRIMARY, ARTS)
PROFITS = Question(
    "profit_in_3_of_5", "A taxable profit in three of the last five years", False, "s 35-35", anew=True,
)  # fmt: skip
PROPERTY_TEST = Question(
    "real_property", "Uses real property of 500,000 or more", False, "s 35-40; not a private home",
)  # fmt: skip
ASSETS_TEST = Question(
    "other_assets", "Uses other assets of 100,000 or more", False, "s 35-45; no cars",
)  # fmt: skip
DISCRETION = Question(
    "discretion", "The Commissioner lets the loss count", False, "s 35-55", anew=True,
)  # fmt: skip
LOSS_TESTS = (PROFITS, PROPERTY_TEST, ASSETS_TEST)
OF_BUSINESS = (HOBBY, PERSONAL_SKILLS, SIMPLIFIED, *EXCEPTED, *LOSS_TESTS, DISCRETION, NOT_COUNTED, ONLINE)
STUDY_LOAN = "study_loan_debt"
"""The fact of a person that is what is owed of study loans, in dollars."""
RESIDENT_MONTHS = "resident_months"
"""The fact of a person that is in how many months they were resident, where not all year (item A2)."""
EXEMPT_DAYS, HALF_EXEMPT_DAYS, FREE_DAYS = "levy_exempt_days", "levy_half_exempt_days", "surcharge_free_days"
"""The facts of a person that are on how many days they were exempt of the levy, of half of it (item M1), and
not liable to the surcharge (item M2)."""
INSTALMENT_RATE = "instalment_rate"
"""The fact of a person that is the instalment rate of the agency's notice, in percent."""
SIGNED_ON, ASSESSED_BEFORE = "declaration_signed", "assessed_before"
"""The choice of a person that is the day of the declaration, as YYYY-MM-DD, and the fact that is the amount
of last year's assessment, in dollars."""
AVERAGED_BACK = 4
"""So many earlier years are averaged with this one (s 392-45)."""
CHILDREN = "dependent_children"
"""The fact of the household that is how many children depend on it."""
DEBTORS, CREDITORS, TO_ASSOCIATES = "trade_debtors", "trade_creditors", "paid_to_associates"
"""The facts of an activity that are items P11, P12 and P14, in dollars."""
HOUSEHOLD_QUESTIONS = (NOTHING_ELSE, GST_REGISTERED)
PERSON_QUESTIONS = (COVERED, SENIOR)
NOT_AVERAGED = Question(
    "not_averaged", "Averaging was given up", False, "for good, in any earlier year (s 392-25)",
)  # fmt: skip


def averaged(year: int) -> str:
    """The fact of a person that is the basic taxable income of an earlier year: 1 for last year, 2 before."""
    return f"averaged_{year}"


def has_farm(file: ClientFile, person: str) -> bool:
    """Whether a person has a business of primary production."""
    return any(
        PRIMARY.of(each.answers) and each.kind == "business" and each.owners.get(person)
        for each in file.activities.values()
    )


def _averaging_fields(file: ClientFile, path: str) -> list[Field]:
    year = file.tax_year
    return [
        NOT_AVERAGED.field(path),
        *(
            Field(f"{path}/facts/{averaged(back)}", f"Taxable income {year - back - 1}-{(year - back) % 100}",
                  FieldKind.AMOUNT, optional=True, hint="for averaging, without gains")
            for back in range(1, AVERAGED_BACK + 1)
        ),
    ]  # fmt: skip


def person_fields(file: ClientFile, person: str) -> list[Field]:
    """What is asked of one person."""
    path = f"/people/{person}"
    farm = _averaging_fields(file, path) if has_farm(file, person) else []
    return [
        *farm,
        *(each.field(path) for each in PERSON_QUESTIONS),
        Field(f"{path}/facts/{FREE_DAYS}", "Days of cover or exemption", FieldKind.AMOUNT, optional=True,
              hint="M2, if not covered all year"),
        Field(f"{path}/facts/{EXEMPT_DAYS}", "Days exempt of the levy", FieldKind.AMOUNT, optional=True,
              hint="M1, full exemption"),
        Field(f"{path}/facts/{HALF_EXEMPT_DAYS}", "Days exempt of half of it", FieldKind.AMOUNT,
              optional=True, hint="M1, half exemption"),
        Field(f"{path}/facts/{RESIDENT_MONTHS}", "Months resident", FieldKind.AMOUNT, optional=True,
              hint="A2, if not all year"),
        Field(f"{path}/facts/{STUDY_LOAN}", "Study loans owed", FieldKind.AMOUNT, optional=True,
              hint="HELP and the like; repayment is at most this"),
        Field(f"{path}/facts/{INSTALMENT_RATE}", "Instalment rate, percent", FieldKind.AMOUNT, optional=True,
              hint="of the agency's notice"),
        Field(f"{path}/facts/{ASSESSED_BEFORE}", "Last year's assessment", FieldKind.AMOUNT, optional=True,
              hint="total payable, to send the return"),
        Field(f"{path}/choices/{SIGNED_ON}", "Declaration signed on", FieldKind.DATE, optional=True,
              hint="to send the return"),
    ]  # fmt: skip


def household_fields() -> list[Field]:
    """What is asked of the household."""
    return [
        *(each.field("/household") for each in HOUSEHOLD_QUESTIONS),
        Field(f"/household/facts/{CHILDREN}", "Dependent children", FieldKind.AMOUNT, optional=True,
              hint="how many, for the levy"),
    ]  # fmt: skip
