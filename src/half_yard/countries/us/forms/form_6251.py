"""Form 6251, Alternative Minimum Tax (26 U.S.C. 55 to 59), and the credit that it brings (Form 8801)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import for_minimum_tax
from half_yard.countries.us.carried_in import MINIMUM_TAX_CREDIT, carried_in
from half_yard.countries.us.forms import (
    form_1040,
    form_8582,
    gains_tax,
    net_operating_loss,
    schedule_1_a,
    schedule_a,
    schedule_d,
)
from half_yard.countries.us.frame import household, rules, status
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.questions import MINIMUM_TAX_OTHER
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    Test,
    above,
    carried,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text

HALF = Decimal("0.5")


def could_be_due(ask: Ask) -> Test:
    """Whether the tentative minimum tax could be above the regular tax at the most. Where it can't, what each
    asset and each gain does to it is not worked out."""
    return above(ask(most), ask(gains_tax.regular_tax))


def applies(ask: Ask) -> bool:
    """Whether the form belongs to the return: the tax could be due, or there is a credit of earlier years,
    which it limits."""
    return bool(ask(could_be_due)) or bool(ask(carried_in, MINIMUM_TAX_CREDIT).amount)


def is_due(ask: Ask) -> Test:
    """Whether the tentative minimum tax is above the regular tax."""
    if not ask(applies):
        return ask(could_be_due)
    return above(ask(tax)["tentative"], ask(gains_tax.regular_tax))


def most(ask: Ask) -> Figure:
    """The tentative minimum tax at the most: with as much depreciation added back as there can be, and no
    lower rates of gains."""
    added = [
        ask(_added_back)[1],
        ask(schedule_1_a.of_seniors),
        ask(for_minimum_tax.at_most),
    ]
    added += ask(own_income).private_activity
    if ask(net_operating_loss.applies):
        added.append(ask(net_operating_loss.used_up)["deduction"])
    other = _other(ask)
    if other is not None and other.amount > 0:
        added.append(other)
    income = total((ask(form_1040.income_left), *added), "income for the minimum tax, at the most")
    if ask(status) == "separate":
        income = total((income, _added(ask, income)), income.label)
    base = not_below_zero(difference(income, exemption(ask, income)), "above the exemption")
    return _at_both_rates(ask, base).named("minimum tax at the most")


def _added_back(ask: Ask) -> tuple[str, Figure]:
    """Line 2a: the standard deduction, or the taxes of Schedule A (56(b)(1))."""
    lines = ask(form_1040.standard)
    if "standard_deduction" in lines:
        return "Standard deduction", lines["standard_deduction"]
    return "Taxes of Schedule A", ask(schedule_a.taxes).get("taxes", NOTHING)


TIMING = ("gains", "depreciation", "other")
"""The adjustments that come back in other years, for which there is a credit (53(d)(1)(B))."""


@Form
def form_6251(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_6251", "Form 6251", "", ask(rules).numbers("form_6251"))


@form_6251.part
def income(page: Page, ask: Ask) -> None:
    """Part I, lines 1 to 4."""
    page.section = "Part I · Income for the minimum tax"
    parts = [
        page.line("taxable", "1", "Taxable income, also below zero", _taxable(ask)),
        page.line("standard", "2a", *ask(_added_back)),
    ]
    if ask(net_operating_loss.applies):
        used = ask(net_operating_loss.used_up)["deduction"]
        parts.append(page.line("loss", "2e", "Net operating loss that is deducted", carried(used)))
        own = ask(net_operating_loss.for_minimum_tax)
        parts.append(page.line("own_loss", "2f", "The same, for the minimum tax", difference(NOTHING, own)))
    own_items = ask(own_income).private_activity
    if own_items:
        title = "Interest of private activity bonds"
        parts.append(page.line("private_activity", "2g", title, total(own_items)))
    gains, depreciation = ask(for_minimum_tax.of_gains), ask(for_minimum_tax.of_year)
    if gains is not None:
        parts.append(page.line("gains", "2k", "Disposition of property", carried(gains)))
    if depreciation is not None:
        parts.append(page.line("depreciation", "2l", "Depreciation", carried(depreciation)))
    other = _other(ask)
    if other is not None:
        parts.append(page.line("other", "3", "Other adjustments", other))
    made = total(parts)
    if ask(status) == "separate":
        parts.append(page.line("separate", "", "Added for separate filers", _added(ask, made)))
        made = total(parts)
    page.line("income", "4", "Alternative minimum taxable income", made, Role.SUBTOTAL)


def _other(ask: Ask) -> Figure | None:
    """Line 3, where it is entered."""
    facts = ask.of(household).facts
    if MINIMUM_TAX_OTHER not in facts:
        return None
    return entered(facts[MINIMUM_TAX_OTHER], "other adjustments", f"/household/facts/{MINIMUM_TAX_OTHER}")


def _taxable(ask: Ask) -> Figure:
    """Line 1: taxable income, also below zero, with the deduction for seniors added back (56(b)(1)(D))."""
    left = ask(form_1040.income_left)
    if not ask(schedule_1_a.seniors):
        return carried(left)
    return total((left, ask(schedule_1_a.of_seniors)), "taxable income without the deduction for seniors")


def _added(ask: Ask, made: Figure) -> Figure:
    """What separate filers add: part of the income above where their exemption is gone (55(d)(3))."""
    values = ask(rules)
    gone = values.figure("amt_separate_exemption_gone_at", label="where the exemption is gone")
    over = not_below_zero(difference(made, gone))
    most = values.figure("amt_exemption", "separate", "exemption")
    return smaller_of(over * values.figure("amt_exemption_phase_out_rate", label="part"), most)


@form_6251.part
def tax(page: Page, ask: Ask) -> None:
    """Part II, lines 5 to 9, with Part III where gains have lower rates."""
    page.section = "Part II · The tax"
    made = ask(income)["income"]
    base = page.line("exemption", "5", "Exemption", exemption(ask, made))
    base = page.line("base", "6", "Above the exemption", not_below_zero(made - base))
    made = tax_on(page, ask, base)
    page.line("tentative", "9", "Tentative minimum tax", made, Role.SUBTOTAL)


@form_6251.part
def due(page: Page, ask: Ask) -> None:
    """Lines 10 and 11."""
    page.section = "Part II · The tax"
    tentative, regular = ask(tax)["tentative"], ask(gains_tax.regular_tax)
    regular = page.line("regular", "10", "Regular tax", carried(regular))
    over = not_below_zero(tentative - regular)
    if over.amount and _is_limited_otherwise(ask):
        over = over.marked(gaps.PASSIVE_FOR_MINIMUM_TAX)
    page.line("tax", "11", "Alternative minimum tax", over, Role.TOTAL)


def _is_limited_otherwise(ask: Ask) -> bool:
    """Whether a loss that is limited has another depreciation for the minimum tax."""
    if not ask(form_8582.applies):
        return False
    waits = ask(form_8582.part_vii)
    owned = {ask.of(asset_of, key).activity for key in ask(for_minimum_tax.depreciated_otherwise)}
    return any(waits.get(f"{activity}.unallowed", NOTHING).amount for activity in owned)


def exemption(ask: Ask, made: Figure) -> Figure:
    """Line 5: less part of the income above where it phases out (55(d)(2))."""
    values, filing = ask(rules), ask(status)
    start = values.figure("amt_exemption_phase_out_start", filing, "income at which the exemption phases out")
    whole = values.figure("amt_exemption", filing, "exemption")
    phased_out = above(made, start)
    if not phased_out:
        return whole.where(phased_out)
    rate = values.figure("amt_exemption_phase_out_rate", label="part of the income above")
    return not_below_zero(difference(whole, difference(made, start) * rate)).where(phased_out)


def _at_both_rates(ask: Ask, base: Figure) -> Figure:
    """26% up to an income, 28% above (55(b)(1))."""
    values = ask(rules)
    low = values.figure("minimum_tax_rate_1", label="lower rate")
    high = values.figure("minimum_tax_rate_2", label="higher rate")
    top = values.figure("amt_28_percent_start", label="where the higher rate starts")
    if ask(status) == "separate":
        top = top * stated(HALF, "half, filing separately", "26 U.S.C. 55(b)(1)(A)")
    over = not_below_zero(difference(base, top), "taxed at the higher rate")
    return total((base * low, over * difference(high, low)))


def tax_on(page: Page, ask: Ask, base: Figure) -> Figure:
    """Line 7: at 26 and 28%, or with the lower rates of gains by Part III."""
    if not ask(gains_tax.applies):
        return _at_both_rates(ask, base)
    section, page.section = page.section, "Part III · With the lower rates of gains"
    made = _part_iii(page, ask, base)
    page.section = section
    return made


def _part_iii(page: Page, ask: Ask, base: Figure) -> Figure:
    """Lines 12 to 40. The regular worksheet's lines stand for those refigured for the minimum tax: what this
    adjusts is ordinary."""
    values, is_long = ask(rules), ask(gains_tax.is_long)
    lines = ask(gains_tax.long_way) if is_long else ask(gains_tax.short_way)
    base = page.line("base_iii", "12", "Above the exemption", carried(base))
    lower = page.line("lower", "13", "At lower rates", carried(lines["lower" if is_long else "gain"]))
    of_1250 = page.line("of_1250", "14", "Unrecaptured section 1250 gain", ask(schedule_d.unrecaptured_of))
    gain = smaller_of(lower + of_1250, lines["gain"]) if is_long else carried(lower)
    gain = page.line("gain", "15", "All gain at rates of its own", gain)
    gain = page.line("gain_within", "16", "Within line 12", smaller_of(base, gain))
    ordinary = page.line("ordinary", "17", "Other income", base - gain)
    on_ordinary = page.line(
        "on_ordinary", "18", "At both rates of the minimum tax", _at_both_rates(ask, ordinary)
    )
    top = page.line("top_0", "19", f"Taxed at {gains_tax.at(ask, 1)} up to", gains_tax.bracket_top(ask, 1))
    regular = carried(lines["other" if is_long else "ordinary"])
    regular = page.line("regular_ordinary", "20", "Other income of the regular tax", regular)
    room = page.line("room_0", "21", f"Room for {gains_tax.at(ask, 1)}", not_below_zero(top - regular))
    within = page.line("lower_within", "22", "At lower rates, within line 12", smaller_of(base, lower))
    at_0 = page.line("at_0", "23", f"Taxed at {gains_tax.at(ask, 1)}", smaller_of(room, within))
    left = page.line("after_0", "24", f"Left after {gains_tax.at(ask, 1)}", within - at_0)
    top = page.line("top_15", "25", f"Taxed at {gains_tax.at(ask, 2)} up to", gains_tax.bracket_top(ask, 2))
    taken = page.line(
        "room_taken", "28", f"Taken by other income and {gains_tax.at(ask, 1)}", room + lines["ordinary"]
    )
    room = page.line("room_15", "29", f"Room for {gains_tax.at(ask, 2)}", not_below_zero(top - taken))
    at_15 = page.line("at_15", "30", f"Taxed at {gains_tax.at(ask, 2)}", smaller_of(left, room))
    on_15 = page.line("on_15", "31", f"At {gains_tax.at(ask, 2)}", at_15 * gains_tax.rate(ask, 2))
    at_20 = page.line("at_20", "33", f"Taxed at {gains_tax.at(ask, 3)}", difference(within, at_0, at_15))
    on_20 = page.line("on_20", "34", f"At {gains_tax.at(ask, 3)}", at_20 * gains_tax.rate(ask, 3))
    rate = values.figure("capital_gain_unrecaptured_1250_rate", label="rate")
    title = f"Taxed at {percent_text(rate.amount)}"
    at_25 = page.line("at_25", "36", title, difference(base, ordinary, at_0, at_15, at_20))
    on_25 = page.line("on_25", "37", f"At {percent_text(rate.amount)}", at_25 * rate)
    together = page.line("all_taxes", "38", "Together", total((on_ordinary, on_15, on_20, on_25)))
    without = page.line("without_lower", "39", "At these rates alone", _at_both_rates(ask, base))
    return page.line("tax_iii", "40", "The smaller", smaller_of(together, without))
