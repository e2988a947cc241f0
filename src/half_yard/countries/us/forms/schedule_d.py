"""Schedule D (Form 1040), Capital Gains and Losses."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.countries.asking import Ask
from half_yard.countries.us.capital_sales import sales_made
from half_yard.countries.us.carried_in import LONG_LOSS, SHORT_LOSS, carried_in
from half_yard.countries.us.forms import (
    form_1040,
    form_4797,
    form_8949,
    home_sale,
    schedule_d_worksheets,
)
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.household.incomes import K1
from half_yard.countries.us.household.items import boxes
from half_yard.countries.us.own_income import own_income
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    above,
    below,
    carried,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    total,
)

SHORT_BOXES = (("A", "1b"), ("G", "1b"), ("B", "2"), ("H", "2"), ("C", "3"), ("I", "3"))
LONG_BOXES = (("D", "8b"), ("J", "8b"), ("E", "9"), ("K", "9"), ("F", "10"), ("L", "10"))
"""The boxes of Form 8949, each with the line that takes it."""


def applies(ask: Ask) -> bool:
    """Whether there is more than distributions, which alone go straight to Form 1040."""
    own = ask(own_income)
    return bool(
        ask(sales_made)
        or ask(carried_in, SHORT_LOSS).amount
        or ask(carried_in, LONG_LOSS).amount
        or _is_some(ask(form_4797.capital_gain))
        or any(ask(form_4797.private_gains, held) or _taxed_homes(ask, held) for held in (False, True))
        or any(ask(boxes, K1, held) for held in ("short", "long"))
        or own.unrecaptured_distributions
        or own.collectible_distributions
    )


def _is_some(figure: Figure | None) -> bool:
    return figure is not None and bool(figure.amount)


def _taxed_homes(ask: Ask, held: bool) -> tuple[Figure, ...]:
    return tuple(figure for figure in ask(home_sale.taxed, held) if figure.amount)


@Form
def schedule_d(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_d", "Schedule D", "", ask(rules).numbers("schedule_d"))


def _of_boxes(page: Page, ask: Ask, boxes: Sequence[tuple[str, str]]) -> list[Figure]:
    found = []
    for box, number in boxes:
        gain = ask(form_8949.gain_of, box)
        if gain is not None:
            found.append(page.line(f"box_{box}", number, f"Sales of Form 8949, box {box}", gain))
    return found


@schedule_d.part
def short(page: Page, ask: Ask) -> None:
    """Part I, lines 1b to 7."""
    page.section = "Part I · Held for a year or less"
    gains = _of_boxes(page, ask, SHORT_BOXES)
    if private := ask(form_4797.private_gains, False):
        gains.append(page.line("private_short", "3", "Private parts of what was sold", total(private)))
    if homes := _taxed_homes(ask, False):
        gains.append(page.line("homes_short", "3", "Homes held for a year or less", total(homes)))
    if entities := ask(boxes, K1, "short"):
        gains.append(page.line("entities_short", "5", "Partnerships and S corporations", total(entities)))
    loss = page.line("short_carried", "6", "Short-term loss carried in", ask(carried_in, SHORT_LOSS))
    net = difference(total(gains), loss)
    page.line("net_short", "7", "Net short-term gain or loss", net, Role.SUBTOTAL)


@schedule_d.part
def long(page: Page, ask: Ask) -> None:
    """Part II, lines 8b to 15."""
    page.section = "Part II · Held for more than a year"
    gains = _of_boxes(page, ask, LONG_BOXES)
    if private := ask(form_4797.private_gains, True):
        gains.append(page.line("private_long", "10", "Private parts of what was sold", total(private)))
    if homes := _taxed_homes(ask, True):
        gains.append(page.line("homes_long", "10", "Homes, what is taxed of their gain", total(homes)))
    of_business = ask(form_4797.capital_gain)
    if of_business is not None and of_business.amount:
        gains.append(page.line("business_property", "11", "Gain of Form 4797 (line 9)", of_business))
    if entities := ask(boxes, K1, "long"):
        gains.append(page.line("entities_long", "12", "Partnerships and S corporations", total(entities)))
    distributed = total(ask(own_income).capital_gain)
    gains.append(page.line("distributions", "13", "Capital gain distributions", distributed))
    loss = page.line("long_carried", "14", "Long-term loss carried in", ask(carried_in, LONG_LOSS))
    net = difference(total(gains), loss)
    page.line("net_long", "15", "Net long-term gain or loss", net, Role.SUBTOTAL)


@schedule_d.part
def summary(page: Page, ask: Ask) -> None:
    """Part III, lines 16 to 21."""
    page.section = "Part III · Summary"
    both = page.line("net", "16", "Net gain or loss", ask(short)["net_short"] + ask(long)["net_long"])
    if all(_are_gains(ask)):
        if ask(schedule_d_worksheets.has_collectibles):
            of_28 = ask(schedule_d_worksheets.collectibles_gain)["gain"]
            page.line("rate_28", "18", "28% rate gain", of_28)
        if ask(schedule_d_worksheets.has_unrecaptured):
            of_1250 = ask(schedule_d_worksheets.of_1250)["unrecaptured"]
            page.line("unrecaptured", "19", "Unrecaptured section 1250 gain", of_1250)
    is_loss = below(both, NOTHING)
    if is_loss:
        limit = ask(rules).figure("capital_loss_limit", ask(status), "most loss that is deducted in a year")
        allowed = larger_of(both, difference(NOTHING, limit, label="not more than the limit"))
        page.line("allowed_loss", "21", "Loss that is deducted", allowed.where(is_loss), Role.LIMITED)


def _are_gains(ask: Ask) -> tuple[bool, bool]:
    net = ask(short)["net_short"].amount + ask(long)["net_long"].amount
    return ask(long)["net_long"].amount > 0, net > 0


def to_return(ask: Ask) -> Figure:
    """What goes to Form 1040, line 7: the gain, or as much of the loss as is deducted; without the schedule
    the distributions."""
    if not ask(applies):
        return total(ask(own_income).capital_gain)
    made = ask(summary)
    return carried(made["allowed_loss"] if "allowed_loss" in made else made["net"])


def net_gain(ask: Ask) -> Figure:
    """Line 16, before the limit on losses; without the schedule the distributions."""
    return ask(summary)["net"] if ask(applies) else total(ask(own_income).capital_gain)


def net_long_gain(ask: Ask) -> Figure:
    """The smaller of lines 15 and 16 where both are gains, else nothing: what lower rates are for, and the
    net capital gain of other forms. Without the schedule the distributions."""
    if not ask(applies):
        return total(ask(own_income).capital_gain, "capital gain distributions")
    smaller = smaller_of(ask(long)["net_long"], ask(summary)["net"])
    return not_below_zero(smaller, "net capital gain")


def collectibles_of(ask: Ask) -> Figure:
    """Line 18, or nothing."""
    return ask(summary).get("rate_28", NOTHING) if ask(applies) else NOTHING


def unrecaptured_of(ask: Ask) -> Figure:
    """Line 19, or nothing."""
    return ask(summary).get("unrecaptured", NOTHING) if ask(applies) else NOTHING


@schedule_d.part
def carried_out(page: Page, ask: Ask) -> None:
    """What of a loss goes on: the Capital Loss Carryover Worksheet (26 U.S.C. 1212(b))."""
    made = ask(summary)
    if "allowed_loss" not in made:
        return
    page.section = "Loss that is carried to next year (worksheet)"
    short_net, long_net = ask(short)["net_short"], ask(long)["net_long"]
    deducted = difference(NOTHING, made["allowed_loss"], label="loss that is deducted")
    income = page.line("w1", "1", "Taxable income, also below zero", ask(form_1040.income_left))
    deducted = page.line("w2", "2", "Loss that is deducted", deducted)
    open_to_it = page.line("w3", "3", "Together, not below zero", not_below_zero(income + deducted))
    used = page.line("w4", "4", "Used this year", smaller_of(deducted, open_to_it))
    short_loss = not_below_zero(difference(NOTHING, short_net))
    if above(short_loss, NOTHING):
        short_loss = page.line("w5", "5", "Short-term loss", short_loss)
        long_gain = page.line("w6", "6", "Long-term gain", not_below_zero(long_net))
        taken = page.line("w7", "7", "Taken from the short-term loss", used + long_gain)
        rest = not_below_zero(short_loss - taken)
        page.line("w8", "8", "Short-term loss carried on", rest, Role.SUBTOTAL, carries=Carries(SHORT_LOSS))
    long_loss = not_below_zero(difference(NOTHING, long_net))
    if above(long_loss, NOTHING):
        long_loss = page.line("w9", "9", "Long-term loss", long_loss)
        gain = page.line("w10", "10", "Short-term gain", not_below_zero(short_net))
        left = page.line("w11", "11", "Used beyond the short-term loss", not_below_zero(used - short_loss))
        taken = page.line("w12", "12", "Taken from the long-term loss", gain + left)
        rest = not_below_zero(long_loss - taken)
        page.line("w13", "13", "Long-term loss carried on", rest, Role.SUBTOTAL, carries=Carries(LONG_LOSS))
