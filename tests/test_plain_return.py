"""The whole chain against plain arithmetic written a second time, from the reference tables, without figures.

The second computation knows only whole dollars, the published values in tests/reference and the wording of
the forms and the law; it shares no code with the program.
"""

from __future__ import annotations

import csv
import datetime
import os
import unittest
from dataclasses import dataclass, replace
from decimal import ROUND_HALF_UP, Decimal
from pathlib import Path

from hypothesis import example, given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.figures import MarkKind
from half_yard.records import (
    CapitalSale,
    Carryover,
    ClientFile,
    DividendStatement,
    Entry,
    EstimatedPayment,
    HouseholdItem,
)
from half_yard.records.identifiers import numbered
from tests.files import (
    BUSINESS,
    RENTAL,
    business,
    children,
    client,
    entries,
    interest,
    item,
    items,
    rental,
    wages,
)

HERE = Path(__file__).parent / "reference"
STATUSES = ("single", "joint", "separate", "head_of_household")
HOUSEHOLDS = int(os.environ.get("HALF_YARD_HOUSEHOLDS", "500"))
"""How many random households a run tries; the long run sets more."""


OTHER = "a00003"
LONG_AGO = datetime.date(1948, 6, 1)


def read_reference() -> dict[tuple[str, int, str], Decimal]:
    with (HERE / "us_federal_2021_2026.csv").open(newline="", encoding="utf-8") as stream:
        found = {
            (row["parameter"], int(row["year"]), row["filing_status"]): Decimal(row["value"])
            for row in csv.DictReader(stream)
        }
    with (HERE / "us_household_2021_2026.csv").open(newline="", encoding="utf-8") as stream:
        for row in csv.DictReader(stream):
            if row["parameter"] in NEEDED:
                statuses = [each for each in STATUSES if each != "joint"]
                kept = statuses if row["filing_status"] == "not_joint" else [row["filing_status"]]
                found |= {(row["parameter"], int(row["year"]), each): Decimal(row["value"]) for each in kept}
    return found


DEDUCTIONS = ("standard_deduction", "itemized_deductions", "gifts")
GAP_OF_HEAD = "Head of household needs a qualifying person"
NEEDED = {
    "excess_business_loss_threshold", "capital_loss_limit", "amt_exemption_phase_out_rate",
    "amt_separate_exemption_gone_at", "nol_limit_share", "niit_rate", "additional_medicare_rate",
    "qbi_minimum_deduction", "eic_investment_income_limit", "ctc_refundable_maximum", "medical_floor",
    *(f"eic_{name}_{count}_children" for count in range(4)
      for name in ("credit_rate", "maximum", "phase_out_rate", "phase_out_start")),
    "social_security_first_threshold", "social_security_second_threshold",
}  # fmt: skip
VALUES = read_reference()


def value(name: str, year: int, status: str) -> Decimal:
    """The value of a year, or of the last year before it that has one."""
    for each in range(year, 2020, -1):
        for kind in (status, "all"):
            if (name, each, kind) in VALUES:
                return VALUES[name, each, kind]
    raise KeyError(name, year, status)


def dollars(amount: Decimal) -> int:
    return int(amount.quantize(Decimal(1), ROUND_HALF_UP))


def part(amount: int, share: str | Decimal) -> int:
    return dollars(amount * Decimal(share))


def tax_on(income: int, year: int, status: str) -> int:
    """26 U.S.C. 1(j): the table's middle below 100,000, the schedule above."""
    base = Decimal(income)
    if 0 < income < 100_000:
        if income >= 3000:
            base = Decimal(income // 50 * 50 + 25)
        elif income >= 25:
            base = income // 25 * 25 + Decimal("12.5")
        elif income >= 15:
            base = Decimal(20)
        else:
            base = Decimal(10) if income >= 5 else Decimal("2.5")
    tax, floor = Decimal(0), Decimal(0)
    for number in range(1, 8):
        top = Decimal("Infinity") if number == 7 else value(f"bracket_{number}_top", year, status)
        tax += max(min(base, top) - floor, Decimal(0)) * value(f"rate_{number}", year, status)
        floor = top
    return dollars(tax)


def net_earnings(profit: int) -> int:
    """Schedule SE, line 6: nothing below 400."""
    exact = profit * Decimal("0.9235")
    return dollars(exact) if profit > 0 and exact >= 400 else 0


def self_employment_tax(profit: int, wage: int, year: int) -> int:
    """Schedule SE, lines 6 to 12."""
    net = net_earnings(profit)
    room = max(int(value("social_security_wage_base", year, "all")) - wage, 0)
    return part(min(net, room), "0.124") + part(net, "0.029")


@dataclass(frozen=True)
class Case:
    """A household: a business, wages, interest, dividends, sales, a rental with losses of earlier years, a
    net operating loss of earlier years, and what was paid; in whole dollars."""

    year: int
    status: str
    profit: int = 0
    wage: int = 0
    earned: int = 0
    dividend: int = 0
    short: int = 0
    long: int = 0
    rent: int = 0
    suspended: int = 0
    carried_loss: int = 0
    paid: int = 0
    seniors: int = 0
    kids: int = 0
    pension: int = 0
    benefits: int = 0
    given: int = 0
    state_tax: int = 0
    doctor: int = 0

    def value(self, name: str) -> int:
        return int(value(name, self.year, self.status))

    def share(self, name: str) -> Decimal:
        return value(name, self.year, self.status)

    @property
    def count_of_seniors(self) -> int:
        """How many of the people on the return are 65 or over."""
        return min(self.seniors, 2 if self.status == "joint" else 1)

    def of_seniors(self, adjusted: int) -> int:
        """26 U.S.C. 151(d)(5)(C), by the whole-dollar lines of Schedule 1-A."""
        if self.year < 2025 or self.status == "separate" or not self.count_of_seniors:
            return 0
        start = 150_000 if self.status == "joint" else 75_000
        each = 6000 - dollars(max(adjusted - start, 0) * Decimal("0.06"))
        return self.count_of_seniors * max(each, 0)

    def file(self) -> ClientFile:
        """The client file of the household."""
        sold = [
            CapitalSale(
                person="owner", name="Fund", held=held, basis=Decimal(max(-gain, 0)),
                proceeds=Decimal(max(gain, 0)),
            )
            for held, gain in (("short", self.short), ("long", self.long)) if gain
        ]  # fmt: skip
        lets = self.rent or self.suspended
        carried = [
            Carryover(kind="passive_loss", of=RENTAL, amount=Decimal(self.suspended)),
            Carryover(kind="net_operating_loss", year="2020", amount=Decimal(self.carried_loss)),
        ]
        books = entries(BUSINESS, **_either("gross_receipts", "supplies", self.profit))
        if lets:
            books += entries(RENTAL, **_either("rents", "repairs", self.rent))
        paid_wages = {
            key: each.model_copy(update={"boxes": {"medicare_tax": self.wage * Decimal("0.0145")}})
            for key, each in wages(str(self.wage)).items()
        }
        dividend = DividendStatement(
            person="owner", payer="Fund", ordinary=Decimal(self.dividend), qualified=Decimal(self.dividend)
        )
        old = [key for key, _ in zip(("owner", "spouse"), range(self.count_of_seniors), strict=False)]
        people = dict(client(self.year, self.status).people)
        people |= {key: people[key].model_copy(update={"birth_date": LONG_AGO}) for key in old}
        own = {BUSINESS: business(answers={"specified_service": False})}
        return client(
            self.year, self.status, people=people, activities={**own, **({RENTAL: rental()} if lets else {})},
            entries=numbered("entries", books), wages=paid_wages, interest=interest(str(self.earned)),
            dependants=children(*("2019-02-01", "2016-03-01", "2014-09-09")[:self.kids]) if self.kids else {},
            items=items(*self.items_of()),
            dividends={"d00001": dividend} if self.dividend else {}, sales=numbered("sales", sold),
            carryovers=numbered("carryovers", [each for each in carried if each.amount]),
            estimated_payments={"p00001": EstimatedPayment(
                amount=Decimal(self.paid), date=datetime.date(self.year, 4, 10))},
        )  # fmt: skip

    def items_of(self) -> list[HouseholdItem]:
        """What else it has."""
        made = [
            item("pension", str(self.pension), boxes={"taxable": str(self.pension)}),
            item("social_security", str(self.benefits)), item("gift_cash", str(self.given), ""),
            item("state_income_tax", str(self.state_tax), ""), item("medical", str(self.doctor), ""),
        ]  # fmt: skip
        return [each for each in made if each.amount]


def _either(gain: str, cost: str, amount: int) -> dict[str, str]:
    return {gain: str(amount)} if amount >= 0 else {cost: str(-amount)}


def rental_result(case: Case, other_income: int) -> tuple[int, int]:
    """What of the rental counts, and what is suspended (26 U.S.C. 469(i)): of an active owner."""
    income, loss = max(case.rent, 0), max(-case.rent, 0) + case.suspended
    largest, start = (25_000, 100_000) if case.status != "separate" else (0, 0)
    room = max(start + 2 * largest - max(other_income, 0), 0)
    allowed = min(loss, income) + min(max(loss - income, 0), largest, part(room, "0.5"))
    return income - allowed, loss - allowed


def business_deduction(case: Case, qualified: int, before: int, gain: int) -> int:
    """26 U.S.C. 199A for one trade without wages and property."""
    limit = part(max(before - gain, 0), "0.2")
    made = part(max(qualified, 0), "0.2")
    over = before - case.value("qbi_threshold")
    if over > 0:
        width = case.value("qbi_phase_in_range")
        made = made - part(made, Decimal(over) / width) if over < width else 0
    made = min(made, limit)
    if case.year >= 2026 and qualified >= 1000:
        made = max(made, 400)
    return made


def tax_with_gains(case: Case, income: int, gain: int) -> int:
    """26 U.S.C. 1(h) for qualified dividends and gain that is neither of collectibles nor unrecaptured."""
    if gain <= 0 or income <= 0:
        return tax_on(income, case.year, case.status)
    ordinary = max(income - gain, 0)
    at_0, at_15, at_20 = by_rates(case, min(income, gain), ordinary)
    with_gains = tax_on(ordinary, case.year, case.status) + part(at_15, "0.15") + part(at_20, "0.2")
    del at_0
    return min(with_gains, tax_on(income, case.year, case.status))


def by_rates(case: Case, gain: int, below: int) -> tuple[int, int, int]:
    """A gain that stands on other income, by the rates of 0, 15 and 20%."""
    first, second = case.value("capital_gain_bracket_1_top"), case.value("capital_gain_bracket_2_top")
    at_0 = min(gain, max(first - below, 0))
    at_15 = min(gain - at_0, max(second - max(below, 0) - max(first - below, 0), 0))
    return at_0, at_15, gain - at_0 - at_15


def minimum_tax(case: Case, left: int, standard: int, gain: int, taxable: int, regular: int) -> int:
    """26 U.S.C. 55 where nothing but the standard deduction is added back."""
    income = left + standard
    if case.status == "separate":
        over = max(income - case.value("amt_separate_exemption_gone_at"), 0)
        rate = case.share("amt_exemption_phase_out_rate")
        income += min(part(over, rate), case.value("amt_exemption"))
    phased = max(income - case.value("amt_exemption_phase_out_start"), 0)
    taken = phased * case.share("amt_exemption_phase_out_rate")
    exemption = max(case.value("amt_exemption") - taken, Decimal(0))
    base = max(income - dollars(exemption), 0)
    tax = two_rates(case, base)
    if gain > 0 and taxable > 0:
        lower = min(base, gain)
        at_0, at_15, at_20 = by_rates(case, lower, max(taxable - gain, 0))
        with_gains = two_rates(case, base - lower) + part(at_15, "0.15") + part(at_20, "0.2")
        tax = min(tax, with_gains)
        del at_0
    return max(tax - regular, 0)


def two_rates(case: Case, base: int) -> int:
    """26% and, above an income, 28%."""
    top = value("amt_28_percent_start", case.year, "all") / (2 if case.status == "separate" else 1)
    low = min(Decimal(base), top)
    return dollars(low * Decimal("0.26") + (base - low) * Decimal("0.28"))


def taxed_benefits(case: Case, other: int, half: int) -> int:
    """26 U.S.C. 86, of other income before adjustments."""
    if not case.benefits:
        return 0
    together = case.status == "separate"
    first = 0 if together else case.value("social_security_first_threshold")
    second = 0 if together else case.value("social_security_second_threshold")
    counted = part(case.benefits, "0.5")
    over = max(max(counted + other - half, 0) - first, 0)
    above_second = max(over - (second - first), 0)
    at_half = min(part(min(over, second - first), "0.5"), counted)
    return min(at_half + part(above_second, "0.85"), part(case.benefits, "0.85"))


def itemized(case: Case, adjusted: int) -> tuple[int, int]:
    """Schedule A: all of it, and the taxes in it."""
    income = max(adjusted, 0)
    medical = max(case.doctor - part(income, "0.075"), 0)
    cap = 5000 if case.status == "separate" else 10_000
    if case.year >= 2025:
        whole, start = (40_000, 500_000) if case.year == 2025 else (40_400, 505_000)
        start = start // 2 if case.status == "separate" else start
        cap = max(dollars(whole - max(adjusted - start, 0) * Decimal("0.3")), 10_000)
        cap = part(cap, "0.5") if case.status == "separate" else cap
    taxes = min(case.state_tax, cap)
    given = case.given
    if case.year >= 2026:
        given = max(given - part(income, "0.005"), 0)
    given = min(given, income if case.year == 2021 else part(income, "0.6"))
    every = medical + taxes + given
    if case.year >= 2026:
        over = min(every, max(adjusted - case.value("bracket_6_top"), 0))
        every -= dollars(over * Decimal(2) / 37)
    return every, taxes


def without_itemizing(case: Case) -> int:
    """26 U.S.C. 170(p)."""
    single = {2021: 300, 2026: 1000}.get(case.year, 0)
    return min(case.given, single * (2 if case.status == "joint" else 1))


def earned_income_credit(case: Case, earned: int, adjusted: int, invested: int) -> int:
    """26 U.S.C. 32, in the middle of bands of 50."""
    of_age = case.year == 2021 or (case.status == "joint" and case.seniors < 2) or not case.count_of_seniors
    if case.status == "separate" or earned <= 0 or not (case.kids or of_age):
        return 0
    if invested > case.value("eic_investment_income_limit"):
        return 0
    kids, start_kids = min(case.kids, 3), min(case.kids, 1)
    rate, falls = (case.share(f"eic_{name}_{kids}_children") for name in ("credit_rate", "phase_out_rate"))
    most = case.share(f"eic_maximum_{kids}_children")
    start = case.share(f"eic_phase_out_start_{start_kids}_children")

    def at(income: int) -> int:
        middle = Decimal(income // 50 * 50 + 25)
        return dollars(max(min(middle * rate, most) - max(middle - start, Decimal(0)) * falls, Decimal(0)))

    return min(at(earned), at(adjusted)) if adjusted >= start else at(earned)


def credit_of_age(case: Case, adjusted: int, taxed: int) -> int:
    """26 U.S.C. 22, before the tax is looked at."""
    count = case.count_of_seniors
    if not count or case.status == "separate":
        return 0
    first = 7500 if count == 2 else 5000
    start = 10_000 if case.status == "joint" else 7500
    left = max(first - (case.benefits - taxed) - part(max(adjusted - start, 0), "0.5"), 0)
    return part(left, "0.15")


def child_credits(
    case: Case, adjusted: int, tax: int, earned: int, taxes: tuple[int, int], back: int
) -> tuple[int, int]:
    """26 U.S.C. 24: what comes off the tax, and what is paid out. `taxes` are those withheld on pay and half
    of self-employment tax, `back` the earned income credit."""
    if not case.kids:
        return 0, 0
    start = 400_000 if case.status == "joint" else 200_000
    each = 2000 if case.year < 2025 else 2200
    whole = case.kids * each
    if case.year == 2021:
        ages = [2021 - born for born in (2019, 2016, 2014)[: case.kids]]
        raised = sum(3600 if age < 6 else 3000 for age in ages)
        first = {"joint": 150_000, "head_of_household": 112_500}.get(case.status, 75_000)
        lost = 50 * -(-max(adjusted - first, 0) // 1000)
        whole = raised - min(lost, raised - whole, part(start - first, "0.05"))
    whole = max(whole - 50 * -(-max(adjusted - start, 0) // 1000), 0)
    if case.year == 2021:
        return 0, whole
    off = min(whole, tax)
    by_pay = part(max(earned - 2500, 0), "0.15")
    if case.kids >= 3:
        by_pay = max(by_pay, sum(taxes) - back)
    return off, min(whole - off, case.kids * case.value("ctc_refundable_maximum"), by_pay)


@dataclass(frozen=True)
class Incomes:
    """The income of a household with so much of earlier losses deducted, in whole dollars."""

    total: int
    adjusted: int
    deductions: int
    taxes: int
    senior: int
    benefits: int
    is_itemized: bool

    @property
    def left(self) -> int:
        """Income but for the business-income deduction."""
        return self.adjusted - self.deductions - self.senior


def income_by(case: Case, others: int, half: int, *, itemize: bool) -> tuple[Incomes, int]:
    """The income with one of the deductions, and how much of earlier losses is deducted with it."""
    first = incomes(case, 0, others, half, itemize=itemize)
    used = min(case.carried_loss, part(max(first.left, 0), "0.8"))
    return incomes(case, used, others, half, itemize=itemize), used


def incomes(case: Case, used: int, others: int, half: int, *, itemize: bool) -> Incomes:
    """From income but benefits to what is deducted but for the business-income deduction."""
    other = others - used
    taxed = taxed_benefits(case, other, half)
    whole = other + taxed
    adjusted = whole - half
    standard = case.value("standard_deduction")
    standard += case.count_of_seniors * case.value("additional_standard_deduction_aged_or_blind")
    senior = case.of_seniors(adjusted)
    by_schedule, taxes = itemized(case, adjusted)
    deducted = by_schedule if itemize else standard + without_itemizing(case)
    return Incomes(whole, adjusted, deducted, taxes if itemize else standard, senior, taxed, itemize)


def plain_return(case: Case) -> dict[str, int]:
    """The lines of the return."""
    on_work = self_employment_tax(case.profit, case.wage, case.year)
    half = part(on_work, "0.5")
    net = case.short + case.long
    capital = net if net >= 0 else max(net, -case.value("capital_loss_limit"))
    gain = case.dividend + (max(min(case.long, net), 0))
    own = case.wage + case.earned + case.dividend + case.pension + capital
    rented, suspended = rental_result(case, own + case.profit)
    limit = case.value("excess_business_loss_threshold")
    excess = max(-case.profit - limit, 0)
    others = own + case.profit + rented + excess
    made, used = income_by(case, others, half, itemize=False)
    # What cannot be more than the standard deduction is not itemized, whatever losses would make of it.
    if case.given + case.state_tax + case.doctor > made.deductions:
        by_schedule = income_by(case, others, half, itemize=True)
        if by_schedule[0].left < made.left:
            made, used = by_schedule
    adjusted, deducted = made.adjusted, made.deductions
    qualified = case.profit - half if case.profit > 0 else case.profit
    deduction = business_deduction(case, qualified, made.left, gain)
    left = made.left - deduction
    taxable = max(left, 0)
    tax = tax_with_gains(case, taxable, gain)
    minimum = minimum_tax(case, left, made.taxes + made.senior, gain, taxable, tax)
    threshold = case.value("additional_medicare_threshold")
    rate = case.share("additional_medicare_rate")
    medicare = part(max(case.wage - threshold, 0), rate)
    medicare += part(max(net_earnings(case.profit) - max(threshold - case.wage, 0), 0), rate)
    invested = max(case.earned + case.dividend + rented + capital, 0)
    over = max(adjusted - case.value("niit_threshold"), 0)
    counted = invested
    if made.is_itemized and case.state_tax and invested > 0 and adjusted > 0:
        of_state = made.taxes * min(Decimal(invested) / adjusted, Decimal(1))
        counted = max(invested - dollars(of_state), 0)
    investment = part(min(counted, over), case.share("niit_rate"))
    at_stake = part(min(used, counted, over), case.share("niit_rate"))
    taxes = on_work + medicare + investment
    worked = case.wage + case.profit - half
    of_capital = case.earned + case.dividend + max(capital, 0) + max(rented, 0)
    back = earned_income_credit(case, worked, adjusted, of_capital)
    held = dollars(case.wage * Decimal("0.062") + case.wage * Decimal("0.0145"))
    elderly = min(credit_of_age(case, adjusted, made.benefits), tax + minimum)
    off, out = child_credits(case, adjusted, tax + minimum - elderly, worked, (held, half), back)
    total_tax = tax + minimum - elderly - off + taxes
    paid = case.paid + back + out
    return {
        "total_income": made.total,
        "adjustments": half,
        "adjusted_gross_income": adjusted,
        "deducted": deducted,
        "business_income_deduction": deduction,
        "taxable_income": taxable,
        "tax": tax,
        "additional_tax": minimum,
        "child_credit": off,
        "other_credits": elderly,
        "other_taxes": taxes,
        "total_tax": total_tax,
        "earned_income_credit": back,
        "refundable_child_credit": out,
        "payments": paid,
        "overpaid": max(paid - total_tax, 0),
        "owed": max(total_tax - paid, 0),
        "suspended": suspended,
        "marked_loss": int(at_stake > 0),
    }


MONEY = st.one_of(st.just(0), st.integers(-40_000, 120_000), st.integers(-900_000, 1_500_000))
ABOVE = st.one_of(st.just(0), st.integers(0, 60_000), st.integers(0, 700_000))
SOME = st.one_of(st.just(0), st.integers(0, 50_000))
CASES = st.builds(
    Case, st.integers(2021, 2026), st.sampled_from(STATUSES), profit=MONEY, wage=ABOVE, earned=ABOVE,
    dividend=ABOVE, short=MONEY, long=MONEY, rent=st.integers(-60_000, 90_000),
    suspended=st.one_of(st.just(0), st.integers(0, 50_000)),
    carried_loss=st.one_of(st.just(0), st.integers(0, 200_000)), paid=st.integers(0, 60_000),
    seniors=st.integers(0, 2), kids=st.sampled_from([0, 0, 1, 2, 3]), pension=ABOVE,
    benefits=SOME, given=SOME, state_tax=SOME, doctor=SOME,
)  # fmt: skip


class AgainstPlainArithmetic(unittest.TestCase):
    @settings(max_examples=HOUSEHOLDS, deadline=None)
    @given(CASES)
    @example(Case(2025, "single", profit=433))
    @example(Case(2025, "joint"))
    @example(Case(2024, "single", profit=120_000, wage=168_600))
    @example(Case(2022, "head_of_household", profit=99_999, wage=1, earned=1, paid=1))
    @example(Case(2025, "single", profit=-400_000, wage=150_000, rent=20_000))
    @example(Case(2021, "single", long=110_002, rent=90_000, carried_loss=1))
    @example(Case(2021, "single", carried_loss=9429, pension=8665, benefits=45_151, doctor=1))
    @example(Case(2026, "joint", profit=500_000, long=900_000, dividend=3000, rent=-30_000))
    def test_form_1040(self, case: Case) -> None:
        computation = compute(case.file())
        form = computation.sheet("form_1040")
        expected = plain_return(case)
        waits = [
            int(line.figure.amount)
            for sheet in computation.sheets
            for line in sheet.lines
            if line.carries is not None and line.carries.kind == "passive_loss"
        ]
        beside = ("suspended", "marked_loss")
        made = {key: int(form[key].amount) if form.has(key) else 0 for key in expected if key not in beside}
        made["deducted"] = sum(int(form[key].amount) for key in DEDUCTIONS if form.has(key))
        marks = [mark for sheet in computation.sheets for mark in sheet.marks]
        gaps = {mark.message.partition(":")[0] for mark in marks if mark.kind is MarkKind.GAP}
        marked = {gap for gap in gaps if gap.startswith("Which part of a net operating loss")}
        made |= {"suspended": sum(waits), "marked_loss": len(marked)}
        self.assertEqual(made, expected, case)
        of_status = {"separate": {"Filing separately"}}
        if not case.kids:
            of_status["head_of_household"] = {GAP_OF_HEAD}
        self.assertEqual(gaps - marked, of_status.get(case.status, set()))

    @settings(max_examples=60, deadline=None)
    @given(CASES, st.sampled_from(("profit", "wage", "earned", "dividend", "long", "rent")))
    @example(Case(2026, "single", profit=1075, wage=640_000), "profit")
    @example(Case(2025, "single", profit=433, wage=60_000), "profit")
    def test_a_dollar_more_never_jumps_but_by_a_named_rule(self, case: Case, field: str) -> None:
        """Rounding aside: rows of the tax table, the floor of self-employment tax, the least deduction."""
        more = replace(case, **{field: getattr(case, field) + 1})
        now, then = (compute(each.file()).sheet("form_1040") for each in (case, more))
        most = Decimal(16)  # lines in whole dollars, at the highest rates together
        if min(now["taxable_income"].amount, then["taxable_income"].amount) <= 100_000:
            most += 2 * 50 * Decimal("0.35")  # a row of the table, of the income and of its ordinary part
        if net_earnings(case.profit) == 0 < net_earnings(more.profit):
            most += 62  # 26 U.S.C. 1402(b)(2)
        if case.year >= 2026 and 0 < case.profit < 1200:
            most += 400 * Decimal("0.37")  # 26 U.S.C. 199A(i)
        if case.kids:
            most += 50  # 26 U.S.C. 24(b)(1)
        jump = abs(then["total_tax"].amount - now["total_tax"].amount)
        self.assertLessEqual(jump, most, (case, field))

    @settings(max_examples=40, deadline=None)
    @given(CASES)
    def test_two_rentals_alike_are_as_one(self, case: Case) -> None:
        """Splitting an activity in two changes nothing but dollars that are rounded on two schedules."""
        whole = case.file()
        if RENTAL not in whole.activities:
            return
        halves: dict[str, Entry] = {}
        carried: dict[str, Carryover] = {}
        for key, each in whole.entries.items():
            if each.activity == RENTAL:
                half = each.model_copy(update={"amount": each.amount / 2})
                halves |= {key: half, f"{key}9": half.model_copy(update={"activity": OTHER})}
        for key, one in whole.carryovers.items():
            if one.of == RENTAL:
                lost = one.model_copy(update={"amount": one.amount / 2})
                carried |= {key: lost, f"{key}9": lost.model_copy(update={"of": OTHER})}
        two = whole.model_copy(update={
            "activities": {**whole.activities, OTHER: rental()}, "entries": {**whole.entries, **halves},
            "carryovers": {**whole.carryovers, **carried},
        })  # fmt: skip
        alone, both = (compute(each).sheet("form_1040") for each in (whole, two))
        for line in ("total_income", "taxable_income"):
            self.assertLessEqual(abs(alone[line].amount - both[line].amount), 2, (case, line))

    @settings(max_examples=400, deadline=None)
    @given(st.integers(2021, 2026), st.sampled_from(STATUSES), st.integers(0, 900_000))
    def test_more_income_is_never_less_tax(self, year: int, status: str, income: int) -> None:
        self.assertLessEqual(tax_on(income, year, status), tax_on(income + 50, year, status))
