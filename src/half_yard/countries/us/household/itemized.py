"""Kinds of costs that Schedule A takes, and gifts that count without it too."""

from half_yard.books import Box
from half_yard.countries.item_kind import ItemKind, Whose
from half_yard.countries.offered import ManyAnswers

OLD_LOAN = "old"
LOAN = ManyAnswers(
    "loan", "The loan was made", (("", "After December 15, 2017"), (OLD_LOAN, "Before December 16, 2017")),
    "26 U.S.C. 163(h)(3)(F): how large the loan may be",
)  # fmt: skip
ITEMIZED = (
    ItemKind(
        "medical", "Medical costs", "doctor dentist hospital medicine glasses insurance premiums",
        "Paid and not reimbursed", "Schedule A, line 1", whose=Whose.RETURN,
    ),
    ItemKind(
        "state_income_tax", "State and local income tax paid", "estimated balance due besides withheld",
        "Paid besides what was withheld", "Schedule A, line 5a", whose=Whose.RETURN,
    ),
    ItemKind(
        "sales_tax", "General sales taxes", "state local instead of income tax", "Paid, or by the table",
        "Schedule A, line 5a: instead of income taxes, where it is more", whose=Whose.RETURN,
    ),
    ItemKind(
        "real_estate_tax", "Real estate tax of the own home", "property tax house land",
        "Paid", "Schedule A, line 5b: not what a shared thing has already", whose=Whose.RETURN,
    ),
    ItemKind(
        "property_tax", "Personal property tax", "vehicle registration by value car", "Paid",
        "Schedule A, line 5c", whose=Whose.RETURN,
    ),
    ItemKind(
        "mortgage", "Home mortgage interest", "1098 house loan points", "Box 1: interest paid",
        "Schedule A, line 8: not what a shared thing has already",
        (
            Box("points", "Points not on the form", "Schedule A, line 8c"),
            Box("balance", "Average balance", "of the year; where it may be above the limit"),
        ),
        choices=(LOAN,), whose=Whose.RETURN, payer=True,
    ),
    ItemKind(
        "investment_interest", "Investment interest", "margin 4952", "Paid", "Schedule A, line 9 (Form 4952)",
        whose=Whose.RETURN,
    ),
    ItemKind(
        "gift_cash", "Gifts by cash or check", "charity donation church contribution", "Given",
        "Schedule A, line 11; in 2021 and from 2026 on a part counts without it", whose=Whose.RETURN,
    ),
    ItemKind(
        "gift_property", "Gifts of things", "charity donation clothing goods 8283", "Fair market value",
        "Schedule A, line 12",
        ticks=(Box("capital_gain", "It would have had a long-term gain", "a smaller part of income"),),
        whose=Whose.RETURN,
    ),
    ItemKind(
        "disaster", "Loss in a federally declared disaster", "casualty storm flood fire 4684",
        "Loss after insurance", "Schedule A, line 15 (Form 4684)", whose=Whose.RETURN,
    ),
    ItemKind(
        "gambling_loss", "Gambling losses", "lottery casino bets", "Lost",
        "Schedule A, line 16: up to winnings",
        whose=Whose.RETURN,
    ),
    ItemKind(
        "other_itemized", "Other itemized deductions", "impairment work costs estate tax", "Paid",
        "Schedule A, line 16", whose=Whose.RETURN,
    ),
)  # fmt: skip
