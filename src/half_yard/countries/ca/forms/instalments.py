"""Instalments of next year by the three ways that the law has (ITA 156, 156.1): by the agency's reminders, by
this year's tax, by what is expected of next year. The layout is ours: there is no form."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.ca.forms import t1_tax
from half_yard.countries.ca.frame import BOOKS, QUEBEC, province, rules
from half_yard.countries.ca.questions import EXPECTED_OWING, OWING_BEFORE
from half_yard.countries.persons_records import fact
from half_yard.figures import Figure, Form, Page, Role, difference, not_below_zero, stated, total

FEDERAL, OWING = "federal", "net tax owing"
QUARTERS = stated(Decimal(4), "four instalments")
HALVES = stated(Decimal(2), "two instalments")


def applies(ask: Ask, person: str) -> bool:
    """Whether instalments are due next year, should its tax be above the threshold: that of this year or of
    the one before is."""
    owing = [ask(net_tax_owing, person), fact(ask, person, OWING_BEFORE, OWING)]
    most = ask(threshold).amount
    return any(each is not None and each.amount > most for each in owing)


def threshold(ask: Ask) -> Figure:
    """Net tax owing above which instalments are due; of residents of Quebec a lower one."""
    where = QUEBEC if ask(province) == QUEBEC else FEDERAL
    return ask(rules).figure("instalment_threshold", where, "threshold of instalments")


def net_tax_owing(ask: Ask, person: str) -> Figure:
    """Tax and pension contributions less what was deducted and the abatement (ITA 156.1(1))."""
    settled = ask(t1_tax.balance, person)
    owed = difference(ask(t1_tax.payable, person)["payable"], settled["deducted"], settled["abatement"])
    return not_below_zero(owed)


@Form
def instalments(ask: Ask, person: str) -> Page:
    """One for each person for whom they may be due."""
    title = f"Instalments of {ask.of(tax_year) + 1}"
    return Page(f"instalments.{person}", title, ask(BOOKS.name, person), about=person, in_cents=True)


@instalments.part
def ways(page: Page, ask: Ask, person: str) -> None:
    """What each way asks for on the 15th of March, June, September and December."""
    year = ask.of(tax_year)
    page.section = "Net tax owing"
    page.line("threshold", "", "Instalments are due above", ask(threshold))
    this = page.line("owing_now", "", f"Of {year}", ask(net_tax_owing, person))
    before = fact(ask, person, OWING_BEFORE, OWING)
    if before is not None:
        before = page.line("owing_before", "", f"Of {year - 1}", before)
        page.section = f"By the reminders: a quarter of {year - 1}, then what is left of {year}"
        early = (before / QUARTERS).in_cents()
        page.line("march", "", "March and June, each", early)
        late = (not_below_zero(difference(this, early, early)) / HALVES).in_cents()
        page.line("september", "", "September and December, each", late)
    page.section = f"By {year}"
    page.line("by_this_year", "", "Each of four", (this / QUARTERS).in_cents(), Role.SUBTOTAL)
    expected = fact(ask, person, EXPECTED_OWING, OWING)
    if expected is not None:
        page.section = f"By what is expected of {year + 1}: interest is due where it proves too little"
        page.line("expected", "", f"Expected net tax owing of {year + 1}", total((expected,)))
        page.line("by_expected", "", "Each of four", (expected / QUARTERS).in_cents())
