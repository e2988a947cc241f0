"""Kinds of income that the owners have besides their activities, wages, interest, dividends and sales."""

from half_yard.books import Box
from half_yard.countries.item_kind import ItemKind
from half_yard.countries.offered import ManyAnswers

EARLY, EXCEPTED, ROLLED = "1", "2", "G"
CODES = (
    ("", "Not said"),
    (EARLY, "1 Early, no known exception"),
    (EXCEPTED, "2 Early, exception applies"),
    ("3", "3 Disability"),
    ("4", "4 Death"),
    ("7", "7 Normal"),
    (ROLLED, "G Direct rollover"),
    ("other", "Another code"),
)
CODE = ManyAnswers("code", "Box 7: code", CODES, "26 U.S.C. 72(t): code 1 has the tax of early distributions")
TAXABLE, COST = "taxable", "cost"
ROLLED_OVER = Box("rolled_over", "Rolled over within 60 days", "not taxed (26 U.S.C. 408(d)(3), 402(c))")
NOT_EARLY = Box(
    "excepted", "Of it excepted from the further tax", "Form 5329, line 2: such as higher education"
)
CHARITY = "charity"
K1 = "k1"
PASSIVE, SOLD_OUT, PUBLICLY_TRADED = "passive", "sold_out", "publicly_traded"
TAKES_NO_PART, TAKES_PART, MATERIAL = "", "active", "material"
PART_IN_RENTALS = ManyAnswers(
    "part_in_rentals", "Part taken in its rental real estate",
    (
        (TAKES_NO_PART, "No active part"),
        (TAKES_PART, "Active part"),
        (MATERIAL, "Material part"),
    ),
    "26 U.S.C. 469(i)(6), (c)(7): a limited partner, or who owns less than a tenth, takes no active part; a "
    "material one is that of a real estate professional",
)  # fmt: skip
INCOMES = (
    ItemKind(
        "pension", "Pension or annuity", "1099-R retirement survivor annuities disability 401(k) 403(b)",
        "Box 1: gross distribution", "Form 1040, line 5a",
        (
            Box(TAXABLE, "Box 2a: taxable amount", "Form 1040, line 5b"),
            ROLLED_OVER,
            NOT_EARLY,
            Box(COST, "Cost at the annuity's start", "box 9b; for the simplified method where 2a is empty"),
            Box("age", "Age at its start", "of both together where it is for two lives"),
            Box("payments", "Monthly payments this year", "a count"),
            Box("recovered", "Cost recovered in earlier years", "tax-free so far"),
        ),
        (Box("two_lives", "It is for two lives", ""),),
        (CODE,), payer=True,
    ),
    ItemKind(
        "ira", "IRA distribution", "1099-R traditional SEP SIMPLE Roth withdrawal required",
        "Box 1: gross distribution", "Form 1040, line 4a",
        (
            Box(TAXABLE, "Box 2a: taxable amount", "Form 1040, line 4b; all of it where nothing is typed"),
            ROLLED_OVER,
            Box(CHARITY, "Of it straight to a charity", "from 70½ on (26 U.S.C. 408(d)(8)); not taxed"),
            NOT_EARLY,
        ),
        (),
        (CODE,), payer=True,
    ),
    ItemKind(
        "social_security", "Social security benefits", "SSA-1099 RRB-1099 retirement survivor disability",
        "Box 5: net benefits", "Form 1040, line 6a", payer=True,
    ),
    ItemKind(
        "unemployment", "Unemployment compensation", "1099-G jobless benefits",
        "Box 1: compensation", "Schedule 1, line 7", (Box("repaid", "Of it repaid this year", ""),),
        payer=True,
    ),
    ItemKind(
        "state_refund", "Refund of state income tax", "1099-G state local refund credit offset",
        "Box 2: refund", "Schedule 1, line 1",
        (
            Box("itemized", "Itemized that year", "all of Schedule A; left empty, nothing of it is income"),
            Box("standard", "Standard deduction of that year", "that could have been taken instead"),
            Box("above_cap", "Taxes above that year's cap", "Schedule A, line 5d less 5e"),
        ),
        payer=True,
    ),
    ItemKind(
        "alimony_received", "Alimony received", "maintenance divorce separation before 2019",
        "Received", "Schedule 1, line 2a: agreements made before 2019",
    ),
    ItemKind(
        K1, "Schedule K-1", "partnership S corporation partner shareholder 1065 1120-S",
        "Box 1: ordinary business income", "Schedule E, part II: after the limits of basis and risk",
        (
            Box("rental", "Net rental income", "boxes 2 and 3"),
            Box("guaranteed", "Guaranteed payments", "box 4 of a partnership: never passive"),
            Box("interest", "Interest", "Form 1040, line 2b"),
            Box("dividends", "Ordinary dividends", "Form 1040, line 3b"),
            Box("qualified", "Qualified dividends", "Form 1040, line 3a"),
            Box("short", "Net short-term gain", "Schedule D, line 5"),
            Box("long", "Net long-term gain", "Schedule D, line 12"),
            Box("section_1231", "Net section 1231 gain or loss", "Form 4797, line 2"),
            Box("self_employment", "Box 14, A: self-employment earnings", "Schedule SE, line 2"),
            Box("qualified_income", "Qualified business income", "20, code Z or 17, code V"),
            Box("qualified_wages", "Its W-2 wages", "needed above the threshold"),
            Box("qualified_property", "Its unadjusted basis of property", "needed above the threshold"),
        ),
        (
            Box(PASSIVE, "The person does not take part materially", "in its business (26 U.S.C. 469(c))"),
            Box(SOLD_OUT, "All of the interest was sold to a stranger", "26 U.S.C. 469(g); its gain: sales"),
            Box(PUBLICLY_TRADED, "A publicly traded partnership", "limited by itself (26 U.S.C. 469(k))"),
            Box("service", "A specified service trade", ""),
        ),
        choices=(PART_IN_RENTALS,), payer=True, signed=True,
    ),
    ItemKind("gambling", "Gambling winnings", "W-2G lottery casino raffle", "Won", "Schedule 1, line 8b",
             payer=True),
    ItemKind("canceled_debt", "Canceled debt", "1099-C forgiven loan", "Taxable part", "Schedule 1, line 8c",
             payer=True),
    ItemKind("jury", "Jury duty pay", "juror court", "Pay", "Schedule 1, line 8h"),
    ItemKind("prize", "Prizes and awards", "1099-MISC box 3 award", "Received", "Schedule 1, line 8i",
             payer=True),
    ItemKind("hobby", "Income of a hobby", "activity not for profit", "Received", "Schedule 1, line 8j"),
    ItemKind(
        "other_income", "Other taxable income", "1099-MISC box 3 anything else", "Taxable",
        "Schedule 1, line 8z", payer=True,
    ),
)  # fmt: skip
