"""What the loss rules leave of an activity's result on its schedule: first what is at risk, then what is
passive."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_6198, form_8582
from half_yard.countries.us.frame import BOOKS, owners_on_return
from half_yard.countries.us.losses import passive, rows
from half_yard.countries.us.losses.asked import Standing
from half_yard.figures import NOTHING, Figure, difference, not_below_zero, total
from half_yard.sharing import in_proportion


def are_limits(ask: Ask, key: str) -> bool:
    """Whether a result of an activity may be other than its books have it."""
    return key in ask(form_6198.limited) or rows.has_row(ask, key)


def on_schedule_c(ask: Ask, key: str, person: str) -> Figure | None:
    """Line 31 of a business for one owner, where the loss rules have a say in it: the profit less losses of
    earlier years that are allowed now, or the loss that is allowed."""
    if not ask(are_limits, key):
        return None
    owners = ask(owners_on_return, key)
    profit = not_below_zero(ask(rows.at_risk, key), "profit")
    taken = _without_form_8582 if ask.assumes(passive.WITHOUT_PASSIVE_LOSSES) else form_8582.allowed_of
    made = difference(profit, ask(taken, key), label="profit or loss that counts")
    if len(owners) == 1:
        return made
    if profit.amount == made.amount and key not in ask(form_6198.limited):
        return None
    shares = {each: ask(BOOKS.shares, key)[each] for each in owners}
    return in_proportion(total((made,)), shares, rounded=Figure.in_dollars)[person]


def _without_form_8582(ask: Ask, key: str) -> Figure:
    """What counts of losses before anything passive is allowed: of what is not passive the loss of the year,
    and of earlier ones what its own income takes."""
    if ask(passive.standing, key) is not Standing.NOT_PASSIVE:
        return NOTHING
    loss = not_below_zero(difference(NOTHING, ask(rows.at_risk, key)), "loss of the year")
    return total((loss, ask(rows.row, key).freed)) if rows.has_row(ask, key) else loss
