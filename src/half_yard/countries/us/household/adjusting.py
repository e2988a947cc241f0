"""Kinds of payments that are taken off income before the deduction is chosen, and those of Schedule 1-A."""

from half_yard.books import Box
from half_yard.countries.item_kind import ItemKind, Whose
from half_yard.countries.offered import ManyAnswers

EMPLOYER_PLAN = Box(
    "not_counted", "Of it for months with an employer's plan open",
    "not deductible, also where the plan is not taken (26 U.S.C. 162(l)(2)(B))",
)  # fmt: skip
RATE = Box("rate", "Rate of the plan, in percent", "where it is below the most that the law allows")
COVERAGE = ManyAnswers(
    "coverage", "High-deductible plan covers",
    (("", "Not said"), ("self", "One person"), ("family", "Family")), "Form 8889, line 1",
)  # fmt: skip
ADJUSTING = (
    ItemKind(
        "health_insurance", "Health insurance of the self-employed", "premiums medical dental Medicare 7206",
        "Premiums of the year", "Schedule 1, line 17 (Form 7206)",
        (Box("long_term_care", "Long-term care premiums", "up to the limit of age"), EMPLOYER_PLAN),
        whose=Whose.OWNER_OF_BUSINESS,
    ),
    ItemKind(
        "sep", "SEP contribution", "simplified employee pension retirement plan self-employed",
        "Contributed for the year", "Schedule 1, line 16", (RATE,), whose=Whose.OWNER_OF_BUSINESS,
    ),
    ItemKind(
        "one_owner_plan", "One-owner 401(k)", "solo 401k individual retirement plan self-employed deferral",
        "Deferred by the owner", "Schedule 1, line 16",
        (Box("employer", "Contributed as the employer", "up to a fifth of earnings"), RATE),
        whose=Whose.OWNER_OF_BUSINESS,
    ),
    ItemKind(
        "simple", "SIMPLE IRA of the own business", "retirement plan self-employed deferral match",
        "Deferred by the owner", "Schedule 1, line 16",
        (Box("employer", "Contributed as the employer", "a match, or as much for everybody"),),
        whose=Whose.OWNER_OF_BUSINESS,
    ),
    ItemKind(
        "ira_contribution", "IRA contribution", "traditional retirement savings deductible",
        "Contributed for the year", "Schedule 1, line 20",
    ),
    ItemKind(
        "roth_contribution", "Roth IRA contribution", "retirement savings saver's credit",
        "Contributed for the year", "Form 8880: no deduction, but it may bring the saver's credit",
    ),
    ItemKind(
        "hsa", "Health savings account", "HSA 8889 5498-SA 1099-SA W-2 code W", "Contributed by the person",
        "Schedule 1, line 13 (Form 8889)",
        (
            Box("employer", "Contributed through the employer", "W-2, box 12, code W"),
            Box("months", "Months covered", "a count; twelve where nothing is typed"),
            Box("distributed", "1099-SA: distributions", "Form 8889, line 14a"),
            Box("medical", "Of it for medical costs", "Form 8889, line 15"),
        ),
        choices=(COVERAGE,),
    ),
    ItemKind(
        "student_loan", "Student loan interest", "1098-E education loan", "Box 1: interest paid",
        "Schedule 1, line 21", payer=True,
    ),
    ItemKind(
        "educator", "Educator expenses", "teacher classroom supplies", "Paid", "Schedule 1, line 11",
    ),
    ItemKind(
        "alimony_paid", "Alimony paid", "maintenance divorce separation before 2019", "Paid",
        "Schedule 1, line 19a: agreements made before 2019",
    ),
    ItemKind(
        "moving", "Moving of the armed forces", "3903 military move", "Costs",
        "Schedule 1, line 14 (Form 3903)",
    ),
    ItemKind(
        "tips", "Qualified tips", "tip gratuity Schedule 1-A", "Qualified tips",
        "Schedule 1-A, part II: they are in wages or receipts already",
        ticks=(Box("own_business", "They are of an own business", "at most its net income"),),
        not_separate=True, first=2025,
    ),
    ItemKind(
        "overtime", "Qualified overtime", "time and a half premium Schedule 1-A", "Qualified overtime pay",
        "Schedule 1-A, part III: the part above the regular rate", not_separate=True, first=2025,
    ),
    ItemKind(
        "car_loan", "Interest on a car loan", "vehicle new assembled passenger Schedule 1-A", "Interest paid",
        "Schedule 1-A, part IV: of a new car assembled here, with a loan of after 2024",
        whose=Whose.RETURN, first=2025,
    ),
)  # fmt: skip
