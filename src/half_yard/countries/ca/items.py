"""What else people have in Canada: income, deductions and credits by their slips, found by plain words."""

from __future__ import annotations

from decimal import Decimal

from half_yard.books import Box
from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.ca.frame import people, rules
from half_yard.countries.item_kind import ItemKind
from half_yard.countries.items import Found, ItemKeeping, every_item, problem_of_amounts
from half_yard.countries.offered import ManyAnswers
from half_yard.countries.persons_records import NOT_HERE
from half_yard.figures import Figure, entered

ELIGIBLE, NO_REPAYMENT, SUPPLEMENT, OTHER_DIVIDENDS = (
    "eligible_pension", "no_repayment", "net_supplements", "other_dividends",
)  # fmt: skip

COST, OUTLAYS, WHAT, SOLD_HOME = "cost", "outlays", "sold", "home"
YEARS_OWNED, YEARS_HOME = "years_owned", "years_designated"
FOREIGN_TAX, NET_INCOME, GIVEN_AWAY = "foreign_tax", "net_income", "given_away"
FOREIGN = ("foreign_income", "foreign_pension")
"""The kinds on which tax may have been paid abroad."""
TAX_ABROAD = (Box(FOREIGN_TAX, "Tax paid abroad", "Form T2209; one entry for each country"),)
CHILD_CARED_FOR = "child"
FOR_WHOM = ManyAnswers(
    "for_whom", "For whom", (("relative", "A relative of 18 or over"), (CHILD_CARED_FOR, "A child under 18")),
    "of an infirm spouse it is asked with the person",
)  # fmt: skip
WHAT_WAS_SOLD = ManyAnswers(
    WHAT, "What was sold",
    (
        ("shares", "Shares, funds"), ("real_estate", "Real estate"), ("other", "Something else"),
        (SOLD_HOME, "The home, designated as such"),
    ),
    "the gain of a home is exempt, of one that was it for some years a part (ITA 40(2)(b)); it is reported "
    "all the same",
)  # fmt: skip
INCOMES = (
    ItemKind("oas", "Old age security", "OAS T4A(OAS) pension", "Box 18: pension", "T1, line 11300",
             boxes=(Box(SUPPLEMENT, "Box 21: net supplements", "T1, line 14600, and taken off again"),)),
    ItemKind("cpp_benefit", "Canada pension", "CPP QPP T4A(P) pension", "Box 20: taxable benefits",
             "T1, line 11400"),
    ItemKind("pension", "Pension or annuity", "T4A T4RIF RRIF annuity superannuation", "Taxable amount",
             "T1, line 11500",
             ticks=(Box(ELIGIBLE, "Counts for the pension amount",
                        "a life annuity of a pension plan; from 65 on also a RRIF, an annuity of an RRSP"),)),
    ItemKind("ei", "Employment insurance", "EI T4E unemployment parental benefits", "Box 14: benefits",
             "T1, line 11900",
             ticks=(Box(NO_REPAYMENT, "Box 7 asks for no repayment", "then nothing of it is repaid"),)),
    ItemKind("rrsp_income", "Taken out of an RRSP", "T4RSP retirement savings withdrawal",
             "Taxable amount", "T1, line 12900"),
    ItemKind("dividends", "Dividends", "T5 T3 shares company", "Box 24: actual eligible dividends",
             "grossed up, T1, line 12000",
             boxes=(Box(OTHER_DIVIDENDS, "Box 10: actual other dividends", "grossed up, line 12010"),)),
    ItemKind("capital_sale", "Something sold", "shares funds land cottage T5008 capital gain",
             "Proceeds", "Schedule 3",
             boxes=(Box(COST, "Adjusted cost base"), Box(OUTLAYS, "Costs of selling"),
                    Box(YEARS_OWNED, "Of a home: years owned", "where it was not the home in all of them"),
                    Box(YEARS_HOME, "Of a home: years designated")),
             choices=(WHAT_WAS_SOLD,)),
    ItemKind("gain_reserve", "Reserve on a gain", "T2017 proceeds due later mortgage taken back",
             "Reserve deducted this year", "Schedule 3; it comes back next year"),
    ItemKind("gains_on_slips", "Capital gains on slips", "T3 box 21 T5 box 18 T4PS capital gains dividends",
             "Box 21 of T3, 18 of T5", "Schedule 3"),
    ItemKind("other_employment", "Other employment income", "tips research grant", "Amount",
             "T1, line 10400"),
    ItemKind("support_received", "Support received", "alimony maintenance", "Taxable amount",
             "T1, line 12800"),
    ItemKind("foreign_income", "Interest or dividends from abroad", "foreign T5 box 15 1099",
             "Income in Canadian dollars, before tax", "T1, line 12100", boxes=TAX_ABROAD),
    ItemKind("foreign_pension", "Pension from abroad", "foreign social security",
             "Pension in Canadian dollars, before tax", "T1, line 11500", boxes=TAX_ABROAD),
    ItemKind("other_income", "Other income", "T4A box 028 death benefit", "Taxable amount",
             "T1, line 13000"),
    ItemKind("child_benefit", "Universal child care benefit of earlier years", "UCCB RC62 lump sum",
             "Box 10", "T1, line 11700"),
    ItemKind("workers_compensation", "Workers' compensation", "T5007 box 10", "Box 10",
             "T1, line 14400, and taken off again"),
    ItemKind("social_assistance", "Social assistance", "T5007 box 11 welfare", "Box 11",
             "T1, line 14500, and taken off again"),
)  # fmt: skip
DEDUCTIONS = (
    ItemKind("pension_plan", "Registered pension plan", "RPP T4 box 20", "Contributions", "T1, line 20700"),
    ItemKind("rrsp", "RRSP contributions", "retirement savings plan", "Contributions",
             "T1, line 20800, within the limit of the person"),
    ItemKind("fhsa", "First home savings account", "FHSA", "Contributions", "T1, line 20805"),
    ItemKind("dues", "Union or professional dues", "T4 box 44 membership", "Dues", "T1, line 21200"),
    ItemKind("child_care", "Child care", "day care babysitter camp", "Costs",
             "T1, line 21400, of the one with the lower income, by the ages of the children listed"),
    ItemKind("disability_supports", "Disability supports", "attendant interpreter T929", "Allowable costs",
             "T1, line 21500"),
    ItemKind("business_investment_loss", "Business investment loss", "ABIL small business shares debt",
             "The whole of the loss", "half of it, T1, line 21700"),
    ItemKind("clergy", "Clergy residence", "T1223 minister", "Allowable amount", "T1, line 23100"),
    ItemKind("security_options", "Security options", "stock options T4 box 39 41", "Deduction",
             "T1, line 24900"),
    ItemKind("northern", "Northern residents", "T2222 zone", "Deduction", "T1, line 25500"),
    ItemKind("moving", "Moving costs", "move to work 40 kilometres", "Allowable costs", "T1, line 21900"),
    ItemKind("support_paid", "Support paid", "alimony maintenance", "Deductible amount", "T1, line 22000"),
    ItemKind("carrying", "Carrying charges", "interest on a loan to invest, advice", "Charges",
             "T1, line 22100"),
    ItemKind("employment_expenses", "Employment expenses", "T777 T2200", "Allowable expenses",
             "T1, line 22900"),
    ItemKind("other_deduction", "Other deduction", "", "Amount", "T1, line 23200"),
)  # fmt: skip
CREDITS = (
    ItemKind("home_buyers", "First home bought", "home buyers' amount", "Amount claimed",
             "T1, line 31270, at most the year's amount"),
    ItemKind("student_loan", "Student loan interest", "government loan", "Interest paid", "T1, line 31900"),
    ItemKind("tuition", "Tuition", "T2202 college university fees", "Eligible fees",
             "Schedule 11, T1, line 32300",
             boxes=(Box(GIVEN_AWAY, "Transferred to a parent or spouse",
                        "as the student designates; at most what may be"),)),
    ItemKind("tuition_of_child", "Tuition from a child", "transferred T2202 student grandchild",
             "Amount designated", "T1, line 32400, at most 5,000 of each student"),
    ItemKind("training", "Canada training credit limit", "notice of assessment course",
             "Limit on last year's notice", "half of the year's tuition fees is paid back, line 45350"),
    ItemKind("caregiver", "Caring for an infirm dependant", "caregiver parent disabled child",
             "Their net income, 0 where there is none", "T1, line 30450 or 30500", choices=(FOR_WHOM,)),
    ItemKind("disability_transferred", "Disability amount of a dependant", "T2201 transferred child",
             "Amount that they do not need", "T1, line 31800"),
    ItemKind("accessibility", "Home made accessible", "ramp grab bar renovation senior", "Eligible costs",
             "T1, line 31285, at most the year's limit"),
    ItemKind("multigenerational", "Home for several generations", "secondary unit renovation parent",
             "Eligible costs", "T1, line 45355", first=2023),
    ItemKind("adoption", "Adoption", "", "Eligible costs of a child", "T1, line 31300"),
    ItemKind("news", "Digital news", "newspaper subscription", "Cost", "T1, line 31350", last=2024),
    ItemKind("school_supplies", "School supplies of a teacher", "educator classroom", "Eligible costs",
             "a quarter is paid back, line 46900"),
    ItemKind("political", "Political contribution", "party candidate federal", "Eligible amount",
             "T1, line 41000; federal ones only"),
    ItemKind("medical_others", "Medical costs of other dependants", "parent grandparent adult child",
             "Costs of twelve months for one dependant", "T1, line 33199",
             boxes=(Box(NET_INCOME, "Their net income"),)),
    ItemKind("medical", "Medical costs", "dentist prescription glasses premiums",
             "Costs of twelve months", "T1, line 33099"),
    ItemKind("donation", "Donation", "gift charity", "Eligible amount", "Schedule 9, T1, line 34900"),
)  # fmt: skip
KINDS = {kind.key: kind for kind in (*INCOMES, *DEDUCTIONS, *CREDITS)}
SAVED_FOR_A_HOME, NO_ACCOUNT = "fhsa", "There are no such accounts in this year yet."


def item_stops(ask: Ask) -> dict[str, str]:
    """Why an item counts nowhere, by record path."""
    known, year = ask(people), ask.of(tax_year)
    found = {}
    for path, item in ask(every_item):
        problem = problem_of_amounts(item, KINDS.get(item.kind), year)
        if item.kind == SAVED_FOR_A_HOME and not ask(rules).has("fhsa_yearly_limit"):
            problem = NO_ACCOUNT
        found[path] = problem or ("" if item.person in known else NOT_HERE)
    return {path: problem for path, problem in found.items() if problem}


ITEMS = ItemKeeping(
    KINDS,
    item_stops,
    "pensions, dividends, RRSP, child care, medical costs, gifts, tuition",
    "pension, RRSP, day care, medical…",
    "income tax deducted, on its slip",
)


def of_person(ask: Ask, person: str, *kinds: str) -> list[Figure]:
    """The amounts of some kinds of a person, in cents."""
    return [figure for kind in kinds for figure in ITEMS.amounts(ask, kind, person)]


def withheld_of(found: Found) -> Figure:
    """The tax deducted on a slip, nothing where none is typed."""
    path, item = found
    return entered(item.withheld or Decimal(0), item.name or KINDS[item.kind].title, f"{path}/withheld")


def withheld(ask: Ask, person: str) -> list[Figure]:
    """The tax deducted on the slips of a person."""
    every = (found for kind in INCOMES for found in ask(ITEMS.items_of, kind.key))
    return [withheld_of(found) for found in every if found[1].person == person and found[1].withheld]
