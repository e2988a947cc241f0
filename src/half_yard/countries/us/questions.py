"""The United States' questions about activities and assets, and the answers taken where none is given."""

from collections.abc import Mapping

from half_yard.countries.offered import ManyAnswers, Question
from half_yard.countries.us.losses.asked import (
    ACTIVE,
    AT_RISK,
    ENDED,
    MATERIAL,
    MATERIAL_IN_RENTAL,
    SHORT_STAYS,
    SUSPENDED,
)
from half_yard.countries.us.qualified.asked import GROUP, SERVICE, TRADE
from half_yard.records import Asset, ClientFile

ALLOWANCE = Question(
    "no_special_allowance",
    "Not eligible for the special depreciation allowance",
    False,
    "Such as bought from a relative or used before (26 U.S.C. 168(k)(2)(E)). Electing out is for its whole "
    "class, among the elections.",
)
FORMULA = Question(
    "by_formula", "By the formula, without tables", False,
    "Instead of the printed tables; once chosen, it stays for its life (Rev. Proc. 87-57, section 8).",
)  # fmt: skip
PARTIAL = Question(
    "partial_disposition", "The loss on this part is elected (partial disposition)", False,
    "26 CFR 1.168(i)-8(d)(2): made by reporting it on a return filed in time. Without it the part stays in "
    "service. What is sold or lost by casualty needs no election.",
)  # fmt: skip
LESSOR = Question(
    "lessor_test", "The lessor's test is met: a short lease, and costs that are large beside its rent", False,
    "26 U.S.C. 179(d)(5)(B): for less than half its class life, and costs of the first 12 months above the "
    "part of its rent that the law names",
)  # fmt: skip
RELATED = Question(
    "related", "Sold to a related person or an own company", False,
    "A gain is ordinary, a loss not deducted (26 U.S.C. 267, 1239).",
)  # fmt: skip
DE_MINIMIS = Question(
    "de_minimis", "De minimis safe harbor is elected", False,
    "Items up to 2,500 are deducted as in the books (26 CFR 1.263(a)-1(f)); its statement is a sheet.",
)  # fmt: skip
SMALL_TAXPAYER = Question(
    "small_taxpayer", "Safe harbor for small taxpayers is elected", False,
    "Repairs and improvements within its limit are deducted (26 CFR 1.263(a)-3(h))", anew=True,
)  # fmt: skip
MADE_UP = Question(
    "made_up", "What earlier years missed is made up this year (Form 3115)", False,
    "The method was in use for two years or more (Rev. Proc. 2015-13; 26 U.S.C. 481(a)).", anew=True,
)  # fmt: skip
AT_ONCE = Question(
    "income_at_once", "Where that is income: all of it this year (election)", False,
    "Only of less than 50,000 (Rev. Proc. 2015-13, section 7.03(3)(c)); else over four years.", anew=True,
)  # fmt: skip
OPTIONAL = Question(
    "optional_method", "Elects the nonfarm optional method of self-employment tax", False,
    "Schedule SE, part II: with 400 of net earnings in two of the three years before, at most five times",
    anew=True,
)  # fmt: skip
EARNED_2019 = "earned_2019"
"""Under which key the household keeps earned income of 2019, which the credit of 2021 may be taken of."""
SPOUSE_COVERED = Question(
    "spouse_covered", "The spouse is covered by a retirement plan at work", False,
    "Filing separately: for the deduction of IRA contributions (26 U.S.C. 219(g)(7))", anew=True,
)  # fmt: skip
ANNUALIZED = Question(
    "annualized", "Underpayment by annualized income (Schedule AI)", False,
    "For a profit that came late in the year: by the days of the books (26 U.S.C. 6654(d)(2))", anew=True,
)  # fmt: skip
LAST_YEAR_TAX, LAST_YEAR_INCOME = "last_year_tax", "last_year_income"
"""Under which keys the household keeps last year's total tax and adjusted gross income, for Form 2210."""
APPLIED_TO_NEXT = "applied_to_next_year"
"""Under which key the household keeps what of a refund goes to next year's estimated tax."""
EXPECTED_PROFIT, EXPECTED_OTHER = "expected_profit", "expected_other"
EXPECTED_WITHHELD, EXPECTED_CREDITS = "expected_withheld", "expected_credits"
"""Under which keys a person and the household keep what is expected of next year, for its estimates."""
MINIMUM_TAX_OTHER = "minimum_tax_other"
"""Under which key the household keeps what else Form 6251 adds, such as options that were exercised."""
CLAIMED = Question(
    "claimed", "Someone else can claim this person as a dependant", False,
    "Then the standard deduction is smaller (26 U.S.C. 63(c)(5))", anew=True,
)  # fmt: skip
SPOUSE_ITEMIZES = Question(
    "spouse_itemizes", "The spouse itemizes deductions on the other return", False,
    "Filing separately: then there is no standard deduction here (26 U.S.C. 63(c)(6)(A))", anew=True,
)  # fmt: skip
HOME_ABROAD = Question(
    "home_abroad", "The main home was abroad for half the year or more", False,
    "Then there is no earned income credit without a child, nor the refundable credits of 2021", anew=True,
)  # fmt: skip
FULL_TIME_STUDENT = Question(
    "full_time_student", "Full-time student in five months of the year", False,
    "For the credits of savers and, in 2021, earned income", anew=True,
)  # fmt: skip
ITEMIZED, STANDARD = "itemize", "standard"
DEDUCTION = ManyAnswers(
    "deduction_taken", "Deduction taken",
    (("", "The one that leaves less income"), (ITEMIZED, "Itemized (Schedule A)"), (STANDARD, "Standard")),
    "Also what it does to the home office and the dwellings is weighed (26 U.S.C. 63(e))", anew=True,
)  # fmt: skip


def is_made_up(asset: Asset) -> bool:
    """Whether what earlier years of an asset missed is made up: then they count as the table has them. What
    serves several uses has no table of its own."""
    return MADE_UP.of(asset.answers) and asset.prior_depreciation is not None and not asset.thing


def may_itemize(file: ClientFile) -> bool:
    """Whether deductions may come to be itemized: unless the standard deduction is chosen."""
    return file.household.choices.get(DEDUCTION.key) != STANDARD


MAIN_HOME = Question(
    "main_home", "It was the owner's main home", False, "Then its sale is that of a home (26 U.S.C. 121)"
)
TESTS = Question(
    "two_of_five", "Owned and lived in for two of the five years before its sale", False,
    "26 U.S.C. 121(a); of a couple one must have owned it",
)  # fmt: skip
SPOUSE = Question(
    "spouse_lived_there", "The spouse lived there for two of the five years too", False,
    "26 U.S.C. 121(b)(2)(A): then the amount of a joint return",
)  # fmt: skip
OTHER_SALE = Question(
    "excluded_before", "The gain of another home was excluded in the two years before", False,
    "26 U.S.C. 121(b)(3)",
)  # fmt: skip
PAID = Question(
    "paid_contractors", "Made payments that call for Forms 1099", False,
    "Schedule C, line I; Schedule E, line A: such as 600 or more to one contractor (2,000 from 2026)",
    anew=True,
)  # fmt: skip
FILED = Question(
    "filed_forms",
    "Those Forms 1099 are filed, or will be",
    False,
    "Schedule C, line J; E, line B",
    anew=True,
)
VEHICLES = Question(
    "vehicles_only_here", "Its vehicles are used for nothing else", False,
    "Only then do their costs count in full without a share (26 U.S.C. 274(d))",
)  # fmt: skip
WHICH = "Business or rental?"
ACTIVITY = {
    "business": (
        MATERIAL,
        AT_RISK,
        PAID,
        FILED,
        SERVICE,
        Question("has_employees", "It has employees", False, "Wages need an employer number"),
        VEHICLES,
    ),
    "rental": (
        ACTIVE,
        AT_RISK,
        SHORT_STAYS,
        MATERIAL_IN_RENTAL,
        TRADE,
        SUSPENDED,
        SMALL_TAXPAYER,
        PAID,
        FILED,
        Question(
            "services", "Guests get substantial services (cleaning during the stay, meals, tours)", False,
            "Services mainly for the guests' convenience make it a business", WHICH,
        ),
        Question(
            "personal_property", "What is let is no real property (tools, a boat, a vehicle)", False,
            "Letting personal property for profit is a business", WHICH,
        ),
        Question(
            "dealer", "The owner deals in real estate and lets it meanwhile", False,
            "A dealer's rents are part of the business (26 U.S.C. 1402(a)(1))", WHICH,
        ),
    ),
}  # fmt: skip
VENTURES = (("joint_venture", "Qualified joint venture: by their shares"), ("partnership", "A partnership"))
SPOUSES = {
    "business": ManyAnswers(
        "spouses",
        "Where both spouses own it",
        (
            ("community", "Community property, run by both"),
            ("community_owner", "Community property, run by the taxpayer"),
            ("community_spouse", "Community property, run by the spouse"),
            *VENTURES,
        ),
        "Community property, half each: Rev. Proc. 2002-69; who runs it owes the self-employment tax "
        "(26 U.S.C. 1402(a)(5)(A)). Joint venture: 26 U.S.C. 761(f), joint return, both take part",
    ),
    "rental": ManyAnswers(
        "spouses",
        "Where both spouses own it",
        (("community", "Community property"), *VENTURES),
        "Community property, half each: Rev. Proc. 2002-69. Joint venture: 26 U.S.C. 761(f)",
    ),
}
ALONE = {"community_owner": "owner", "community_spouse": "spouse"}
"""Who alone carries on a business that is community property, by the answer."""
CHOICES = {
    "business": (
        ManyAnswers(
            "accounting_method", "Accounting method",
            (("cash", "Cash"), ("accrual", "Accrual"), ("other", "Other")), "Schedule C, line F",
        ),
        ManyAnswers(
            "inventory_method", "Inventory valued at",
            (("cost", "Cost"), ("market", "Lower of cost or market"), ("other", "Other")),
            "Schedule C, line 33",
        ),
        ENDED,
        GROUP,
        SPOUSES["business"],
    ),
    "rental": (ENDED, GROUP, SPOUSES["rental"]),
}  # fmt: skip
COMMUNITY_STATES = frozenset(("AZ", "CA", "ID", "LA", "NV", "NM", "TX", "WA", "WI"))
"""States with community property by law (IRS Pub. 555)."""


def ask_answer(kind: str, key: str, answers: Mapping[str, bool]) -> bool:
    """The answer given, or the default of the question. Raises KeyError for a question not asked."""
    if key in answers:
        return answers[key]
    return next(question.default for question in ACTIVITY[kind] if question.key == key)


def answer_title(kind: str, key: str, choices: Mapping[str, str]) -> str:
    """The words of the answer given to a question with several; empty where none is."""
    options = next(question.options for question in CHOICES[kind] if question.key == key)
    return dict(options).get(choices.get(key, ""), "")
