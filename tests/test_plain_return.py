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
)
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, business, client, entries, interest, rental, wages

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


GAP_OF_HEAD = "Head of household needs a qualifying person"
NEEDED = {
    "excess_business_loss_threshold", "capital_loss_limit", "amt_exemption_phase_out_rate",
    "amt_separate_exemption_gone_at", "nol_limit_share", "niit_rate", "additional_medicare_rate",
    "qbi_minimum_deduction",
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

    def value(self, name: str) -> int:
        return int(value(name, self.year, self.status))

    def share(self, name: str) -> Decimal:
        return value(name, self.year, self.status)

    @property
    def count_of_seniors(self) -> int:
        """How many of the people on the return are 65 or over."""
        return min(self.seniors, 2 if self.status == "joint" else 1)

    def of_seniors(self, adjusted: int) -> Decimal:
        """26 U.S.C. 151(d)(5)(C), before it is rounded."""
        if self.year < 2025 or self.status == "separate" or not self.count_of_seniors:
            return Decimal(0)
        start = 150_000 if self.status == "joint" else 75_000
        each = 6000 - max(adjusted - start, 0) * Decimal("0.06")
        return self.count_of_seniors * max(each, Decimal(0))

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
            dividends={"d00001": dividend} if self.dividend else {}, sales=numbered("sales", sold),
            carryovers=numbered("carryovers", [each for each in carried if each.amount]),
            estimated_payments={"p00001": EstimatedPayment(
                amount=Decimal(self.paid), date=datetime.date(self.year, 4, 10))},
        )  # fmt: skip


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


def plain_return(case: Case) -> dict[str, int]:
    """The lines of the return."""
    on_work = self_employment_tax(case.profit, case.wage, case.year)
    half = part(on_work, "0.5")
    net = case.short + case.long
    capital = net if net >= 0 else max(net, -case.value("capital_loss_limit"))
    gain = case.dividend + (max(min(case.long, net), 0))
    own = case.wage + case.earned + case.dividend + capital
    rented, suspended = rental_result(case, own + case.profit)
    limit = case.value("excess_business_loss_threshold")
    excess = max(-case.profit - limit, 0)
    standard = case.value("standard_deduction")
    standard += case.count_of_seniors * case.value("additional_standard_deduction_aged_or_blind")
    before = own + case.profit + rented + excess - half
    before_losses = dollars(before - standard - case.of_seniors(before))
    used = min(case.carried_loss, part(max(before_losses, 0), "0.8"))
    total_income = own + case.profit + rented + excess - used
    adjusted = total_income - half
    qualified = case.profit - half if case.profit > 0 else case.profit
    count = case.count_of_seniors
    senior = count * dollars(case.of_seniors(adjusted) / count) if count else 0
    deduction = business_deduction(case, qualified, adjusted - standard - senior, gain)
    left = adjusted - standard - senior - deduction
    taxable = max(left, 0)
    tax = tax_with_gains(case, taxable, gain)
    minimum = minimum_tax(case, left, standard + senior, gain, taxable, tax)
    threshold = case.value("additional_medicare_threshold")
    rate = case.share("additional_medicare_rate")
    medicare = part(max(case.wage - threshold, 0), rate)
    medicare += part(max(net_earnings(case.profit) - max(threshold - case.wage, 0), 0), rate)
    invested = max(case.earned + case.dividend + rented + capital, 0)
    over = max(adjusted - case.value("niit_threshold"), 0)
    investment = part(min(invested, over), case.share("niit_rate"))
    at_stake = part(min(used, invested, over), case.share("niit_rate"))
    others = on_work + medicare + investment
    total_tax = tax + minimum + others
    return {
        "total_income": total_income,
        "adjustments": half,
        "adjusted_gross_income": adjusted,
        "standard_deduction": standard,
        "business_income_deduction": deduction,
        "taxable_income": taxable,
        "tax": tax,
        "additional_tax": minimum,
        "other_taxes": others,
        "total_tax": total_tax,
        "payments": case.paid,
        "overpaid": max(case.paid - total_tax, 0),
        "owed": max(total_tax - case.paid, 0),
        "suspended": suspended,
        "marked_loss": int(at_stake > 0),
    }


MONEY = st.one_of(st.just(0), st.integers(-40_000, 120_000), st.integers(-900_000, 1_500_000))
ABOVE = st.one_of(st.just(0), st.integers(0, 60_000), st.integers(0, 700_000))
CASES = st.builds(
    Case, st.integers(2021, 2026), st.sampled_from(STATUSES), profit=MONEY, wage=ABOVE, earned=ABOVE,
    dividend=ABOVE, short=MONEY, long=MONEY, rent=st.integers(-60_000, 90_000),
    suspended=st.one_of(st.just(0), st.integers(0, 50_000)),
    carried_loss=st.one_of(st.just(0), st.integers(0, 200_000)), paid=st.integers(0, 60_000),
    seniors=st.integers(0, 2),
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
        made = {key: int(form[key].amount) for key in expected if key not in beside}
        marks = [mark for sheet in computation.sheets for mark in sheet.marks]
        gaps = {mark.message.partition(":")[0] for mark in marks if mark.kind is MarkKind.GAP}
        marked = {gap for gap in gaps if gap.startswith("Which part of a net operating loss")}
        made |= {"suspended": sum(waits), "marked_loss": len(marked)}
        self.assertEqual(made, expected, case)
        of_status = {"separate": {"Filing separately"}, "head_of_household": {GAP_OF_HEAD}}
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
        for key, item in whole.carryovers.items():
            if item.of == RENTAL:
                lost = item.model_copy(update={"amount": item.amount / 2})
                carried |= {key: lost, f"{key}9": lost.model_copy(update={"of": OTHER})}
        two = whole.model_copy(update={
            "activities": {**whole.activities, OTHER: rental()}, "entries": {**whole.entries, **halves},
            "carryovers": {**whole.carryovers, **carried},
        })  # fmt: skip
        one, both = (compute(each).sheet("form_1040") for each in (whole, two))
        for line in ("total_income", "taxable_income"):
            self.assertLessEqual(abs(one[line].amount - both[line].amount), 2, (case, line))

    @settings(max_examples=400, deadline=None)
    @given(st.integers(2021, 2026), st.sampled_from(STATUSES), st.integers(0, 900_000))
    def test_more_income_is_never_less_tax(self, year: int, status: str, income: int) -> None:
        self.assertLessEqual(tax_on(income, year, status), tax_on(income + 50, year, status))
