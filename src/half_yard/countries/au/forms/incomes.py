"""What the income of a person is made of, item by item, for the return and for what is tested by income."""

from __future__ import annotations

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.au import small_values
from half_yard.countries.au.forms import gains, p8_parts, rent
from half_yard.countries.au.frame import rules
from half_yard.countries.au.items import (
    FARM_DEPOSITS,
    FRANKED,
    FRANKING,
    ITEMS,
    LUMP_SUM_B,
    PARTNERSHIP,
    RENTAL_LOSS,
    SMALL_BUSINESS,
    TRUST,
    of_person,
)
from half_yard.figures import NOTHING, Figure, difference, not_below_zero, times, total

LUMP_SUMS = (
    ("lump_sum_a", "3", "Employer lump sum payments, A"),
    ("termination_payment", "4", "Employment termination payments"),
    ("super_lump_sum", "8", "Australian superannuation lump sum payments"),
)
"""Income of which the rate has a limit."""
INCOME = (
    ("allowances", "2", "Allowances, earnings, tips, director's fees"),
    ("government_payments", "5", "Australian Government allowances and payments"),
    ("government_pension", "6", "Australian Government pensions and allowances"),
    ("super_stream", "7", "Australian annuities and superannuation income streams"),
    ("attributed_services", "9", "Attributed personal services income"),
)
DEPOSITS = ((FARM_DEPOSITS, "17", "Net farm management deposits or repayments"),)
SHARES = (("employee_shares", "12", "Employee share schemes"),)
OTHER_INCOME = (
    ("foreign_income", "20", "Foreign source income"),
    ("other_income", "24", "Other income"),
)
TYPED = (*LUMP_SUMS, *INCOME, *SHARES, *DEPOSITS, *OTHER_INCOME)
"""Income that is what was typed, as (kind, item, title)."""
RENT = (
    ("gross_rent", "21 P", "Gross rent"), ("interest", "21 Q", "Interest deductions"),
    ("works", "21 F", "Capital works deductions"), ("other_deductions", "21 U", "Other rental deductions"),
)  # fmt: skip


def of_lump_sum_b(ask: Ask, person: str) -> list[Figure]:
    """What counts of each (ITTPA s 83-10)."""
    part = ask(rules).figure("lump_sum_b_part", label="part that counts")
    return [times(each, part) for each in of_person(ask, person, LUMP_SUM_B)]


def above_pool(ask: Ask, person: str) -> list[Figure]:
    """What was received above what was in the low-value pool."""
    more = [ask(small_values.income, person)] if ask(small_values.has_pool, person) else []
    return [each for each in more if each.amount]


def distributed(ask: Ask, person: str, kind: str) -> list[Figure]:
    """What partnerships or trusts outside the file distribute, with their franking credits."""
    return [*of_person(ask, person, kind), *ITEMS.boxes(ask, kind, FRANKING, person)]


def small_business_shares(ask: Ask, person: str) -> list[Figure]:
    """The net small business income in them."""
    return [each for kind in (PARTNERSHIP, TRUST) for each in ITEMS.boxes(ask, kind, SMALL_BUSINESS, person)]


def own_businesses(ask: Ask, person: str) -> tuple[str, ...]:
    """The businesses that are a person's alone."""
    return tuple(key for key in ask(p8_parts.of_person, person) if ask(p8_parts.is_alone, key))


def partnerships(ask: Ask, person: str) -> tuple[str, ...]:
    """Those that are shared."""
    return tuple(key for key in ask(p8_parts.of_person, person) if not ask(p8_parts.is_alone, key))


def labels_of_rent(ask: Ask, person: str) -> dict[str, Figure]:
    """The labels of item 21, over all properties."""
    return {key: total(rent.label(ask, person, key)).without_cents() for key, _, _ in RENT}


def net_of_labels(labels: dict[str, Figure]) -> Figure:
    """Gross rent less what is deducted."""
    gross, *others = labels.values()
    return difference(gross, *others, label="net rent")


def net_rent(ask: Ask, person: str) -> Figure:
    """What the labels of item 21 come to."""
    return net_of_labels(labels_of_rent(ask, person))


def dividends_of(ask: Ask, person: str) -> list[Figure]:
    """Unfranked and franked amounts, with the credit (ITAA 1997 s 207-20)."""
    return [
        *of_person(ask, person, "share_dividends"),
        *ITEMS.boxes(ask, "share_dividends", FRANKED, person),
        *ITEMS.boxes(ask, "share_dividends", FRANKING, person),
    ]


def franking_of(ask: Ask, person: str) -> list[Figure]:
    """Franking credits of dividends and of what is distributed."""
    kinds = ("share_dividends", PARTNERSHIP, TRUST)
    return [each for kind in kinds for each in ITEMS.boxes(ask, kind, FRANKING, person)]


def gained(ask: Ask, person: str) -> list[Figure]:
    """The net capital gain, where anything was sold."""
    return [ask(gains.net_gain, person)["net"]] if ask(gains.applies, person) else []


def without_business(ask: Ask, person: str) -> list[Figure]:
    """Income but for business and gains."""
    return [*with_little_cost(ask, person), net_rent(ask, person)]


def assessable(ask: Ask, person: str) -> Figure:
    """Assessable income: rents and receipts of business before their costs (s 6-5)."""
    gross = (
        *rent.label(ask, person, "gross_rent"),
        *ask(p8_parts.gross_of_person, person),
        *gained(ask, person),
    )
    return total((*with_little_cost(ask, person), *gross), "assessable income")


def with_little_cost(ask: Ask, person: str) -> list[Figure]:
    """Income but for business, rent and gains."""
    return [
        *persons_records.of_person(ask, person, "wages", "wages"),
        *persons_records.of_person(ask, person, "interest", "interest"),
        *dividends_of(ask, person),
        *of_person(ask, person, *(kind for kind, _, _ in TYPED)),
        *of_lump_sum_b(ask, person),
        *distributed(ask, person, PARTNERSHIP),
        *distributed(ask, person, TRUST),
        *above_pool(ask, person),
    ]


def unearned(ask: Ask, person: str) -> Figure:
    """Income without work: interest, dividends, trusts, rents, gains (ITAA 1936 s 102AE)."""
    paid = persons_records.of_person(ask, person, "interest", "interest")
    shares = (*dividends_of(ask, person), *distributed(ask, person, TRUST))
    return total((*paid, *shares, not_below_zero(net_rent(ask, person)), *gained(ask, person)))


def income_without_gains(ask: Ask, person: str) -> Figure:
    """Other income for the exceptions from the tests of losses (s 35-10(4))."""
    return total(without_business(ask, person), "other income")


def rental_loss(ask: Ask, person: str) -> Figure:
    """IT6: the loss of item 21, and that of a partnership's rents."""
    own = not_below_zero(difference(NOTHING, net_rent(ask, person)), "own loss")
    shared = ITEMS.boxes(ask, PARTNERSHIP, RENTAL_LOSS, person)
    return total((own, *shared), "net rental property loss")


def investment_loss(ask: Ask, person: str) -> Figure:
    """IT5: by how much D7 and D8 are above interest and dividends."""
    earned = (*persons_records.of_person(ask, person, "interest", "interest"), *dividends_of(ask, person))
    spent = total(of_person(ask, person, "investment_interest"))
    return not_below_zero(difference(spent, *earned), "net financial investment loss")
