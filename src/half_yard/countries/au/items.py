"""What else people have in Australia: income, deductions and offsets by item, found by plain words."""

from __future__ import annotations

from half_yard.books import Box
from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.au.frame import people
from half_yard.countries.au.questions import PRIMARY
from half_yard.countries.item_kind import ItemKind
from half_yard.countries.items import ItemKeeping, every_item, problem_of_amounts
from half_yard.countries.persons_records import NOT_HERE
from half_yard.figures import Figure, entered

FRANKED, FRANKING, COST, COSTS, WORKS_TAKEN = (
    "franked", "franking_credit", "cost_base", "costs_of_selling", "capital_works_taken",
)  # fmt: skip
HELD_LONG = "held_12_months"
FOREIGN, FOREIGN_TAX, LUMP_SUM_B, SPOUSE_SUPER = (
    "foreign_income", "foreign_tax", "lump_sum_b", "spouse_super",
)  # fmt: skip
SMALL_BUSINESS, RENTAL_LOSS = "small_business_income", "rental_loss"
FARM_DEPOSITS = "farm_deposits"
PARTNERSHIP, TRUST = "partnership_share", "trust_share"
SALE = "capital_sale"
TESTS = {
    "fringe_benefits": "IT1", "reportable_super": "IT2", "tax_free_pension": "IT3",
    "target_foreign": "IT4", "child_support": "IT7",
}  # fmt: skip
"""Kinds of items that only count in the income tests, with their items."""
OF_FARM = Box(PRIMARY.key, "Of primary production", "for averaging")
INCOMES = (
    ItemKind("allowances", "Allowances, tips", "director's fees earnings", "Amount", "item 2"),
    ItemKind("lump_sum_a", "Lump sum A of an employer", "unused leave redundancy", "Amount", "item 3"),
    ItemKind(LUMP_SUM_B, "Lump sum B of an employer", "unused leave before 1978", "Whole amount",
             "item 3, of which a twentieth counts"),
    ItemKind("termination_payment", "Employment termination payment", "golden handshake",
             "Taxable component", "item 4"),
    ItemKind("government_payments", "Government allowances", "JobSeeker youth allowance", "Amount",
             "item 5"),
    ItemKind("government_pension", "Government pension", "age pension carer", "Taxable amount", "item 6"),
    ItemKind("super_stream", "Superannuation or annuity", "income stream pension", "Taxable amount",
             "item 7"),
    ItemKind("super_lump_sum", "Superannuation lump sum", "withdrawal", "Taxable component",
             "item 8; nothing where it is free of tax from age 60 on"),
    ItemKind("attributed_services", "Attributed personal services income", "company trust contractor",
             "Amount", "item 9"),
    ItemKind("share_dividends", "Dividends", "shares", "Unfranked amount", "item 11",
             boxes=(Box(FRANKED, "Franked amount"), Box(FRANKING, "Franking credit", "counts"))),
    ItemKind(FARM_DEPOSITS, "Farm management deposits, net", "FMD drought", "Repayments less deposits",
             "item 17; deposits only up to income of primary production (s 393-5)", signed=True),
    ItemKind("employee_shares", "Employee share scheme", "discount options",
             "Discount that counts, label B", "item 12, after the reduction of up to 1,000 (s 83A-35)"),
    ItemKind(PARTNERSHIP, "Share of a partnership", "distribution partner", "Share of the net income or loss",
             "item 13", boxes=(
                 Box(FRANKING, "Share of franking credits", "counts, and is paid out"),
                 Box(SMALL_BUSINESS, "Of it net small business income", "for its offset (s 328-360)"),
                 Box(RENTAL_LOSS, "Of it a loss of rents", "for the income tests, IT6")),
             ticks=(OF_FARM,), signed=True),
    ItemKind(TRUST, "Share of a trust", "distribution family trust", "Share of net income", "item 13",
             boxes=(Box(FRANKING, "Share of franking credits", "counts, and is paid out"),
                    Box(SMALL_BUSINESS, "Of it net small business income", "for its offset (s 328-360)")),
             ticks=(OF_FARM,)),
    ItemKind(SALE, "Something sold", "shares land flat capital gain crypto", "Proceeds", "item 18",
             boxes=(Box(COST, "Cost base"), Box(COSTS, "Costs of selling"),
                    Box(WORKS_TAKEN, "Capital works deducted", "reduces the cost base, s 110-45")),
             ticks=(Box(HELD_LONG, "Held 12 months or more", "half of the gain counts (Div 115)"),)),
    ItemKind(FOREIGN, "Income from abroad", "foreign", "Amount, with the tax paid there", "item 20",
             boxes=(Box(FOREIGN_TAX, "Foreign tax paid", "for the offset (Division 770)"),)),
    ItemKind("other_income", "Other income", "lump sum", "Amount", "item 24"),
)  # fmt: skip
DEDUCTIONS = (
    ItemKind("work_car", "Work-related car", "D1 cents per kilometre", "Deduction", "item D1"),
    ItemKind("work_travel", "Work-related travel", "D2", "Deduction", "item D2"),
    ItemKind("work_clothing", "Work-related clothing", "D3 laundry uniform", "Deduction", "item D3"),
    ItemKind("self_education", "Self-education", "D4 course", "Deduction", "item D4"),
    ItemKind("work_other", "Other work-related", "D5 home office tools union", "Deduction", "item D5"),
    ItemKind("investment_interest", "Interest on loans to invest", "D7 D8", "Deduction", "items D7 and D8"),
    ItemKind("gift", "Gift or donation", "D9 charity", "Amount", "item D9"),
    ItemKind("tax_affairs", "Cost of managing tax affairs", "D10 accountant", "Amount", "item D10"),
    ItemKind("own_super", "Own superannuation contributions", "D12 personal super", "Amount with notice",
             "item D12, within the year's cap"),
    ItemKind("other_deduction", "Other deduction", "D15 income protection", "Amount", "item D15"),
)  # fmt: skip
OFFSETS = (
    ItemKind("super_stream_offset", "Offset of a superannuation stream", "T2 pension", "Offset", "item T2"),
    ItemKind(SPOUSE_SUPER, "Super contribution for the spouse", "T3 spouse", "Contributions", "item T3"),
    ItemKind("zone_offset", "Zone or overseas forces offset", "T4 remote", "Offset", "item T4"),
    ItemKind("invalid_offset", "Invalid or carer offset", "T5 disabled", "Offset", "item T5"),
    ItemKind("other_offset", "Another offset", "T9 early stage landcare", "Offset, not refundable",
             "items T6 to T9"),
)  # fmt: skip
OF_TESTS = (
    ItemKind("fringe_benefits", "Reportable fringe benefits", "IT1", "Amount", "item IT1"),
    ItemKind("reportable_super", "Reportable employer super", "IT2 salary sacrifice", "Amount", "item IT2"),
    ItemKind("tax_free_pension", "Tax-free government pension", "IT3", "Amount", "item IT3"),
    ItemKind("target_foreign", "Target foreign income", "IT4", "Amount", "item IT4"),
    ItemKind("child_support", "Child support paid", "IT7", "Amount", "item IT7"),
)  # fmt: skip
KINDS = {kind.key: kind for kind in (*INCOMES, *DEDUCTIONS, *OFFSETS, *OF_TESTS)}


def item_stops(ask: Ask) -> dict[str, str]:
    """Why an item counts nowhere, by record path."""
    known, year = ask(people), ask.of(tax_year)
    found = {}
    for path, item in ask(every_item):
        problem = problem_of_amounts(item, KINDS.get(item.kind), year)
        found[path] = problem or ("" if item.person in known else NOT_HERE)
    return {path: problem for path, problem in found.items() if problem}


ITEMS = ItemKeeping(
    KINDS, item_stops, "dividends, sales, work deductions, gifts, super", "dividend, car, gift, super…",
    "tax withheld",
)  # fmt: skip


def of_person(ask: Ask, person: str, *kinds: str) -> list[Figure]:
    """The amounts of some kinds of a person, in cents."""
    return [figure for kind in kinds for figure in ITEMS.amounts(ask, kind, person)]


def withheld(ask: Ask, person: str) -> list[Figure]:
    """The tax withheld from the items of a person."""
    every = (found for kind in INCOMES for found in ask(ITEMS.items_of, kind.key))
    return [
        entered(item.withheld, item.name or KINDS[item.kind].title, f"{path}/withheld")
        for path, item in every
        if item.person == person and item.withheld
    ]
