"""Net section 1231 losses that later gains are looked back to (26 U.S.C. 1231(c)): a worksheet.

A year's gain is ordinary up to the net losses of the five years before it that no gain has recaptured yet,
those of the earliest year first (1231(c)(4); Form 4797 instructions, line 8).
"""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us.carried_in import LOOKED_BACK, SECTION_1231, each_carried_in
from half_yard.countries.us.forms import form_4797
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    total,
)


def applies(ask: Ask) -> bool:
    """Whether a loss of this year or of an earlier one is there."""
    return bool(ask(each_carried_in, SECTION_1231) or ask(loss_of_year).amount)


def loss_of_year(ask: Ask) -> Figure:
    """This year's net loss, line 7 of Form 4797, above zero."""
    if not ask(form_4797.applies):
        return NOTHING
    return not_below_zero(difference(NOTHING, ask(form_4797.part_i)["net_1231"]))


@Form
def section_1231_losses(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("section_1231_losses", "Section 1231 losses", "worksheet")


@section_1231_losses.part
def left(page: Page, ask: Ask) -> None:
    """What is left of every year's loss. One whose year is not known counts as the earliest, and stays until
    it is recaptured."""
    year = ask.of(tax_year)
    recaptured = ask(form_4797.part_i)["looked_back"] if ask(form_4797.applies) else NOTHING
    earlier = sorted(ask(each_carried_in, SECTION_1231), key=lambda item: item[0] or 0)
    going_on = []
    for number, (of, loss) in enumerate(earlier, 1):
        used = smaller_of(loss, recaptured)
        recaptured = difference(recaptured, used, label="recaptured of later years")
        rest = difference(loss, used)
        expired = of is not None and of <= year - LOOKED_BACK
        title = f"Left of the loss of {of or 'an earlier year'}"
        if expired:
            page.line(f"expired.{number}", "", f"{title}, looked back to for the last time", rest)
        else:
            going_on.append(page.line(f"left.{number}", "", title, rest, carries=Carries(SECTION_1231, of)))
    own = ask(loss_of_year)
    going_on.append(page.line("own", "", f"Net loss of {year}", own, carries=Carries(SECTION_1231, year)))
    page.line("carried_out", "", "Looked back to next year", total(going_on), Role.TOTAL)
