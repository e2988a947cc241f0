"""The lower tax on qualified dividends and capital gain (26 U.S.C. 1(h)): the worksheet of Form 1040, and the
Schedule D Tax Worksheet where some of the gain is taxed at 25 or 28%."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_1040, schedule_d, tax_computation
from half_yard.countries.us.frame import rules, status
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    above,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.figures.explain import percent_text


def applies(ask: Ask) -> bool:
    """Whether there is something that lower rates are for, and income to tax."""
    lower = ask(schedule_d.net_long_gain).amount + ask(form_1040.income)["qualified_dividends"].amount
    return lower > 0 and ask(form_1040.taxable_income)["taxable_income"].amount > 0


def is_long(ask: Ask) -> bool:
    """Whether the longer worksheet is needed: line 18 or 19 of Schedule D is more than nothing."""
    return ask(applies) and bool(ask(special_gain).amount)


def special_gain(ask: Ask) -> Figure:
    """Lines 18 and 19 of Schedule D together: what is taxed at up to 25 or 28%."""
    return total(
        (ask(schedule_d.collectibles_of), ask(schedule_d.unrecaptured_of)),
        "collectibles and unrecaptured gain",
    )


def bracket_top(ask: Ask, number: int) -> Figure:
    """Up to which income 0 or 15% applies."""
    label = f"taxed at {at(ask, number)} up to"
    return ask(rules).figure(f"capital_gain_bracket_{number}_top", ask(status), label)


def rate(ask: Ask, number: int) -> Figure:
    """The first, second or third of the lower rates: 0, 15 and 20%."""
    return ask(rules).figure(f"capital_gain_rate_{number}", label="rate")


def at(ask: Ask, number: int) -> str:
    """One of the lower rates in words."""
    return percent_text(rate(ask, number).amount)


@Form
def short_worksheet(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("gains_tax", "Qualified dividends and capital gain", "tax worksheet")


@short_worksheet.part
def short_way(page: Page, ask: Ask) -> None:
    """Lines 1 to 25."""
    income = page.line(
        "taxable_income", "1", "Taxable income", ask(form_1040.taxable_income)["taxable_income"]
    )
    dividends = page.line(
        "qualified", "2", "Qualified dividends", ask(form_1040.income)["qualified_dividends"]
    )
    net = page.line("net_gain", "3", "Net capital gain", ask(schedule_d.net_long_gain))
    gain = page.line("gain", "4", "At lower rates", dividends + net)
    ordinary = page.line("ordinary", "5", "Taxed as other income", not_below_zero(income - gain))
    top = page.line("top_0", "6", f"Taxed at {at(ask, 1)} up to", bracket_top(ask, 1))
    below_top = page.line("below_top_0", "7", "Income up to there", smaller_of(income, top))
    other = page.line("ordinary_below", "8", "Other income up to there", smaller_of(ordinary, below_top))
    at_0 = page.line("at_0", "9", f"Taxed at {at(ask, 1)}", below_top - other)
    lower = page.line("lower", "10", "At lower rates, within the income", smaller_of(income, gain))
    left = page.line("after_0", "12", f"Left after {at(ask, 1)}", lower - at_0)
    top = page.line("top_15", "13", f"Taxed at {at(ask, 2)} up to", bracket_top(ask, 2))
    below_top = page.line("below_top_15", "14", "Income up to there", smaller_of(income, top))
    taken = page.line("room_taken", "15", f"Taken by other income and {at(ask, 1)}", ordinary + at_0)
    room = page.line("room_15", "16", f"Room for {at(ask, 2)}", not_below_zero(below_top - taken))
    at_15 = page.line("at_15", "17", f"Taxed at {at(ask, 2)}", smaller_of(left, room))
    tax_15 = page.line("tax_15", "18", f"At {at(ask, 2)}", at_15 * rate(ask, 2))
    at_20 = page.line("at_20", "20", f"Taxed at {at(ask, 3)}", difference(lower, at_0, at_15))
    tax_20 = page.line("tax_20", "21", f"At {at(ask, 3)}", at_20 * rate(ask, 3))
    _end(page, ask, ordinary, [tax_15, tax_20], ("22", "23", "24", "25"))


def _end(page: Page, ask: Ask, ordinary: Figure, taxes: list[Figure], numbers: tuple[str, ...]) -> None:
    """The tax on the rest, all of it together, and never more than the tax without lower rates."""
    own = tax_computation.tax_on(ordinary, ask(rules), ask(status))
    rest = page.line("tax_on_ordinary", numbers[0], "Tax on the other income", own)
    together = page.line("both_taxes", numbers[1], "Together", total((rest, *taxes)))
    without = page.line(
        "without_lower", numbers[2], "Tax without lower rates", ask(tax_computation.tax)["tax"]
    )
    page.line("tax", numbers[3], "Tax, the smaller", smaller_of(together, without), Role.TOTAL)


@Form
def long_worksheet(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("gains_tax", "Schedule D", "tax worksheet")


@long_worksheet.part
def long_way(page: Page, ask: Ask) -> None:
    """Lines 1 to 47, without those of Form 4952, which is not used here."""
    values, filing = ask(rules), ask(status)
    income = page.line(
        "taxable_income", "1", "Taxable income", ask(form_1040.taxable_income)["taxable_income"]
    )
    dividends = page.line(
        "qualified", "2", "Qualified dividends", ask(form_1040.income)["qualified_dividends"]
    )
    net = page.line("net_gain", "9", "Net capital gain", ask(schedule_d.net_long_gain))
    gain = page.line("gain", "10", "Qualified dividends and net gain", dividends + net)
    special = page.line("special", "11", "Collectibles and unrecaptured gain", ask(special_gain))
    within = page.line("special_within", "12", "Of it within the net gain", smaller_of(net, special))
    lower = page.line("lower", "13", "At lower rates", gain - within)
    rest = page.line("other", "14", "All other income", not_below_zero(income - lower))
    top = page.line("top_0", "15", f"Taxed at {at(ask, 1)} up to", bracket_top(ask, 1))
    below_top = page.line("below_top_0", "16", "Income up to there", smaller_of(income, top))
    other = page.line("other_below", "17", "Other income up to there", smaller_of(rest, below_top))
    plain = page.line("plain", "18", "Income without any gain", not_below_zero(income - gain))
    label = "top of the fourth bracket"
    top_24 = smaller_of(income, values.figure("bracket_4_top", filing, label))
    top_24 = page.line("top_24", "19", "Income up to the top of the fourth bracket", top_24)
    within_24 = page.line("within_24", "20", "Other income up to there", smaller_of(rest, top_24))
    ordinary = page.line("ordinary", "21", "Taxed as other income", larger_of(plain, within_24))
    at_0 = page.line("at_0", "22", f"Taxed at {at(ask, 1)}", below_top - other)
    lower_in = page.line("lower_within", "23", "At lower rates, within the income", smaller_of(income, lower))
    left = page.line("after_0", "25", f"Left after {at(ask, 1)}", lower_in - at_0)
    top = page.line("top_15", "26", f"Taxed at {at(ask, 2)} up to", bracket_top(ask, 2))
    below_top = page.line("below_top_15", "27", "Income up to there", smaller_of(income, top))
    taken = page.line("room_taken", "28", f"Taken by other income and {at(ask, 1)}", ordinary + at_0)
    room = page.line("room_15", "29", f"Room for {at(ask, 2)}", not_below_zero(below_top - taken))
    at_15 = page.line("at_15", "30", f"Taxed at {at(ask, 2)}", smaller_of(left, room))
    tax_15 = page.line("tax_15", "31", f"At {at(ask, 2)}", at_15 * rate(ask, 2))
    at_20 = page.line("at_20", "33", f"Taxed at {at(ask, 3)}", difference(lower_in, at_0, at_15))
    tax_20 = page.line("tax_20", "34", f"At {at(ask, 3)}", at_20 * rate(ask, 3))
    of_1250 = smaller_of(net, ask(schedule_d.unrecaptured_of))
    of_1250 = page.line("of_1250", "35", "Unrecaptured gain within the net gain", of_1250)
    beyond = page.line("beyond", "38", "Other income and gain beyond the income", not_below_zero(
        difference(total((gain, ordinary)), income)))  # fmt: skip
    rate_25 = values.figure("capital_gain_unrecaptured_1250_rate", label="rate")
    title = f"Unrecaptured gain taxed at {percent_text(rate_25.amount)}"
    at_25 = page.line("at_25", "39", title, not_below_zero(of_1250 - beyond))
    tax_25 = page.line("tax_25", "40", f"At {percent_text(rate_25.amount)}", at_25 * rate_25)
    taxes = [tax_15, tax_20, tax_25]
    if above(ask(schedule_d.collectibles_of), NOTHING):
        taxed = total((ordinary, at_0, at_15, at_20, at_25))
        taxed = page.line("taxed_so_far", "41", "Taxed so far", taxed)
        rate_28 = values.figure("capital_gain_collectibles_rate", label="rate")
        title = f"Collectibles taxed at {percent_text(rate_28.amount)}"
        at_28 = page.line("at_28", "42", title, not_below_zero(income - taxed))
        taxes.append(page.line("tax_28", "43", f"At {percent_text(rate_28.amount)}", at_28 * rate_28))
    _end(page, ask, ordinary, taxes, ("44", "45", "46", "47"))


def regular_tax(ask: Ask) -> Figure:
    """The tax on taxable income, lower rates and all; in dollars."""
    if not ask(applies):
        return ask(tax_computation.tax)["tax"]
    return ask(long_way)["tax"] if ask(is_long) else ask(short_way)["tax"]
