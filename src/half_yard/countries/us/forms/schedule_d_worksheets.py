"""The two worksheets behind Schedule D: 28% rate gain (line 18) and unrecaptured section 1250 gain (line 19).

Their line numbers are from memory of the instructions for Schedule D.
"""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.carried_in import LONG_LOSS, carried_in
from half_yard.countries.us.forms import form_4797, form_8949, home_sale, schedule_d
from half_yard.countries.us.own_income import own_income
from half_yard.figures import (
    NOT_BELOW_ZERO,
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    total,
)


def has_collectibles(ask: Ask) -> bool:
    """Whether a collectible was sold, or a payer distributed such gain."""
    return bool(ask(form_8949.collectibles) or ask(own_income).collectible_distributions)


def has_unrecaptured(ask: Ask) -> bool:
    """Whether something was depreciated of what was sold with a gain, or a payer distributed such gain."""
    return bool(_of_property(ask) or _other(ask) or ask(own_income).unrecaptured_distributions)


def _losses(page: Page, ask: Ask, numbers: tuple[str, str]) -> list[Figure]:
    """A short-term loss and what is carried in reduce both, as amounts below zero."""
    short_loss = smaller_of(ask(schedule_d.short)["net_short"], NOT_BELOW_ZERO)
    carried = difference(NOTHING, ask(carried_in, LONG_LOSS))
    return [
        page.line("carried_loss", numbers[0], "Long-term loss carried in", carried),
        page.line("short_loss", numbers[1], "Net short-term loss", short_loss),
    ]


@Form
def collectibles_worksheet(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("rate_28", "28% rate gain", "worksheet for Schedule D, line 18")


@collectibles_worksheet.part
def own_collectibles(page: Page, ask: Ask) -> None:
    """Lines 1 to 4."""
    sold = page.line("collectibles_sold", "1", "Collectibles (Form 8949)", total(ask(form_8949.collectibles)))
    distributed = total(ask(own_income).collectible_distributions)
    distributed = page.line("distributed", "4", "Distributed (Form 1099-DIV, box 2d)", distributed)
    page.exact_line("all_collectibles", "", "Together", sold + distributed)


@collectibles_worksheet.part
def collectibles_gain(page: Page, ask: Ask) -> None:
    """Lines 5 to 7."""
    parts = [ask(own_collectibles)["all_collectibles"], *_losses(page, ask, ("5", "6"))]
    page.line("gain", "7", "28% rate gain", not_below_zero(total(parts)), Role.TOTAL)


@Form
def unrecaptured_worksheet(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("unrecaptured_1250", "Unrecaptured section 1250 gain", "worksheet for Schedule D, line 19")


def _of_property(ask: Ask) -> tuple[Figure, ...]:
    gain = ask(form_4797.unrecaptured_gain)
    return () if gain is None or not gain.amount else (gain,)


def _other(ask: Ask) -> tuple[Figure, ...]:
    worn = (ask(home_sale.excluded, of)["unrecaptured"] for of in ask(home_sale.homes_sold))
    return tuple(figure for figure in worn if figure.amount)


@unrecaptured_worksheet.part
def of_1250(page: Page, ask: Ask) -> None:
    """Lines 6 to 18. What earlier section 1231 losses make ordinary comes out of it first (Notice 97-59)."""
    parts = []
    if of_property := _of_property(ask):
        every = page.line(
            "of_property", "6", "Of business property and rentals (Form 4797)", total(of_property)
        )
        gain = not_below_zero(ask(form_4797.part_i)["net_1231"], "not more than Form 4797, line 7")
        most = page.line("within_1231", "7", "Within the net section 1231 gain", smaller_of(every, gain))
        ordinary = ask(form_4797.part_i)["looked_back"]
        ordinary = page.line("looked_back", "8", "Recaptured for earlier section 1231 losses", ordinary)
        parts.append(page.line("of_property_left", "9", "Left of it", not_below_zero(most - ordinary)))
    parts.append(page.line("of_homes", "10", "Of homes", total(_other(ask))))
    distributed = total(ask(own_income).unrecaptured_distributions)
    parts.append(page.line("distributed", "11", "Distributed (Form 1099-DIV, box 2b)", distributed))
    every = page.line("all_unrecaptured", "13", "Together", total(parts))
    less = []
    if ask(has_collectibles):
        collectibles = ask(own_collectibles)["all_collectibles"]
        less.append(page.line("collectibles", "14", "Gain or loss of collectibles", collectibles))
    less += _losses(page, ask, ("16", "15"))
    loss = not_below_zero(difference(NOTHING, total(less)))
    loss = page.line("net_losses", "17", "Net loss of these", loss)
    page.line(
        "unrecaptured", "18", "Unrecaptured section 1250 gain", not_below_zero(every - loss), Role.TOTAL
    )
