"""What earlier years carry into this one, by kind, as figures; and the kinds there are."""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.figures import Figure, entered, together
from half_yard.records import Carryover, ClientFile

SECTION_179 = "section_179"
SECTION_1231 = "section_1231_loss"
QUALIFIED_LOSS = "qualified_business_loss"
HOME_OPERATING, HOME_DEPRECIATION = "home_operating", "home_depreciation"
DWELLING_OPERATING, DWELLING_DEPRECIATION = "dwelling_operating", "dwelling_depreciation"
MILEAGE_PART = "mileage_depreciation"
SECTION_481 = "section_481_income"
PASSIVE_LOSS, AT_RISK_LOSS = "passive_loss", "at_risk_loss"
AT_RISK_AMOUNT, AT_RISK_DEDUCTED = "at_risk_amount", "at_risk_deducted"
NET_OPERATING_LOSS, MINIMUM_TAX_CREDIT = "net_operating_loss", "minimum_tax_credit"
SHORT_LOSS, LONG_LOSS = "short_capital_loss", "long_capital_loss"
GIFTS_CASH, GIFTS_PROPERTY, GIFTS_GAIN = "gifts_cash", "gifts_property", "gifts_gain"
INVESTMENT_INTEREST = "investment_interest"
KINDS = {
    SECTION_179: "Section 179 deduction that was not allowed",
    SECTION_1231: "Section 1231 losses of the last five years, not yet recaptured",
    QUALIFIED_LOSS: "Qualified business loss (Form 8995, line 3)",
    HOME_OPERATING: "Home office: operating expenses not allowed (Form 8829, line 43)",
    HOME_DEPRECIATION: "Home office: depreciation not allowed (Form 8829, line 44)",
    DWELLING_OPERATING: "Dwelling: operating expenses not allowed (Pub. 527, worksheet 5-1, line 7a)",
    DWELLING_DEPRECIATION: "Dwelling: depreciation not allowed (Pub. 527, worksheet 5-1, line 7b)",
    MILEAGE_PART: "Vehicle: depreciation parts of the standard rate up to now",
    SECTION_481: "Change of method: income of years to come (section 481(a)), with its first year",
    PASSIVE_LOSS: "Passive loss that was not allowed (Form 8582, part VII)",
    AT_RISK_LOSS: "Loss that was not at risk (Form 6198)",
    AT_RISK_AMOUNT: "At risk at the end of last year (Form 6198)",
    AT_RISK_DEDUCTED: "Losses deducted up to now of what is at risk in part (Form 6198)",
    NET_OPERATING_LOSS: "Net operating loss, with its year",
    MINIMUM_TAX_CREDIT: "Credit for prior year minimum tax (Form 8801)",
    SHORT_LOSS: "Short-term capital loss (Schedule D, line 6)",
    LONG_LOSS: "Long-term capital loss (Schedule D, line 14)",
    GIFTS_CASH: "Gifts of cash above the limit, with their year",
    GIFTS_PROPERTY: "Gifts of things above the limit, with their year",
    GIFTS_GAIN: "Gifts of things with a long-term gain above the limit, with their year",
    INVESTMENT_INTEREST: "Investment interest above the income (Form 4952)",
}
"""What may be carried in, by kind."""
OF_THINGS = {
    HOME_OPERATING: "home",
    HOME_DEPRECIATION: "home",
    DWELLING_OPERATING: "dwelling",
    DWELLING_DEPRECIATION: "dwelling",
    MILEAGE_PART: "vehicle",
    SECTION_481: "activity",
    PASSIVE_LOSS: "losses",
    AT_RISK_LOSS: "losses",
    AT_RISK_AMOUNT: "losses",
    AT_RISK_DEDUCTED: "losses",
}
"""Kinds that belong to an activity, for its income or its losses, to that of a home or a dwelling, or to a
vehicle."""
OF_ASSETS = {SECTION_179}
"""Kinds that belong to an asset, where it is known to which."""
LOSSES = {SECTION_1231, QUALIFIED_LOSS, SHORT_LOSS, LONG_LOSS, PASSIVE_LOSS, AT_RISK_LOSS, NET_OPERATING_LOSS}
"""Kinds that are losses: typed below zero they count by their size."""
BELOW_ZERO = "What is carried in of this kind is not below zero. Type it as last year's form prints it."
TOO_OLD = "Losses of more than five years ago are not recaptured any more (26 U.S.C. 1231(c)(2)). Remove it."
LOOKED_BACK = 5
"""For how many years a net section 1231 loss is looked back to."""
UNKNOWN = "No kind of carryover is chosen yet. Choose one."


def carried_in(ask: Ask, kind: str) -> Figure:
    """All that is carried in of a kind, as amounts above zero; nothing where nothing is."""
    return together([leaf for _, _, leaf in ask(each_with_whose, kind)], KINDS[kind])


def each_carried_in(ask: Ask, kind: str) -> tuple[tuple[int | None, Figure], ...]:
    """What is carried in of a kind, each with the year that it comes from, as amounts above zero."""
    return tuple((year, leaf) for _, year, leaf in ask(each_with_whose, kind))


def carried_of(ask: Ask, kind: str, of: str) -> Figure:
    """What is carried in of a kind for one activity or thing, as an amount above zero; nothing where nothing
    is."""
    return together([leaf for _, leaf in ask(each_carried_of, kind, of)], KINDS[kind])


def each_carried_of(ask: Ask, kind: str, of: str) -> tuple[tuple[int | None, Figure], ...]:
    """What is carried in of a kind for one activity or thing, each with the year that it comes from."""
    return tuple((year, leaf) for whose, year, leaf in ask(each_with_whose, kind) if whose == of)


def each_with_whose(ask: Ask, kind: str) -> tuple[tuple[str, int | None, Figure], ...]:
    """What is carried in of a kind, each with what it belongs to and the year that it comes from, as amounts
    above zero."""
    stopped = ask(carryover_stops)
    return tuple(
        (
            item.of,
            None if item.year is None else int(item.year),
            entered(abs(item.amount), KINDS[kind], f"/carryovers/{key}/amount", item.reckoning),
        )
        for key, item in ask.of(_of_kind, kind)
        if f"/carryovers/{key}" not in stopped
    )


def each_with_book(ask: Ask, kind: str) -> tuple[tuple[str, int | None, str, Figure], ...]:
    """The same, each with its book besides."""
    books = dict(ask.of(_books_of_kind, kind))
    each = zip(ask(each_with_whose, kind), (books[key] for key in _counted(ask, kind)), strict=True)
    return tuple((of, year, book, leaf) for (of, year, leaf), book in each)


def _counted(ask: Ask, kind: str) -> list[str]:
    stopped = ask(carryover_stops)
    return [key for key, _ in ask.of(_of_kind, kind) if f"/carryovers/{key}" not in stopped]


def _books_of_kind(file: ClientFile, kind: str) -> tuple[tuple[str, str], ...]:
    return tuple((key, item.book) for key, item in file.carryovers.items() if item.kind == kind)


def carryover_stops(ask: Ask) -> dict[str, str]:
    """Why a carryover counts nowhere, by record path."""
    stops, year = {}, ask.of(tax_year)
    for key, item in sorted(ask.of(lambda file: file.carryovers).items()):
        if item.kind not in KINDS:
            stops[f"/carryovers/{key}"] = UNKNOWN
        elif item.amount < 0 and item.kind not in LOSSES:
            stops[f"/carryovers/{key}"] = BELOW_ZERO
        elif item.kind == SECTION_1231 and item.year is not None and int(item.year) < year - LOOKED_BACK:
            stops[f"/carryovers/{key}"] = TOO_OLD
    return stops


def _of_kind(file: ClientFile, kind: str) -> tuple[tuple[str, Carryover], ...]:
    return tuple((key, item) for key, item in sorted(file.carryovers.items()) if item.kind == kind)
