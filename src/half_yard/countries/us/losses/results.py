"""An activity's result of the year before the loss rules, and what was gained by the sale of its property."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.us.exchanges import exchanged
from half_yard.countries.us.forms import form_4797, form_6252, form_8824, schedule_c, schedule_e
from half_yard.countries.us.forms.form_4797_columns import Sold
from half_yard.countries.us.frame import owners_on_return
from half_yard.figures import Figure, total
from half_yard.records import ClientFile


def before_limits(ask: Ask, key: str) -> Figure:
    """Schedule C of all owners on the return, or line 21 of Schedule E."""
    if ask.of(activity_of, key).kind == "business":
        each = (ask(schedule_c.before_limits, key, person) for person in ask(owners_on_return, key))
        return total(each, "profit or loss of the year")
    return ask(schedule_e.result, key)["income_or_loss"]


def gains_of(ask: Ask, key: str) -> tuple[Figure, ...]:
    """Gains and losses of Form 4797, of its instalment sales and exchanges, that belong to an activity."""
    sold = ask(sold_of, key)
    own = ask.of(of_activity, key, tuple(ask(form_6252.by_contract)))
    paid = [figure for contract, figure in ask(form_6252.by_contract).items() if contract in own]
    exchanges = [exchange for exchange in ask(exchanged.on_return) if _gave(ask, exchange, key)]
    boot = [ask(form_8824.results, exchange)[line] for exchange in exchanges for line in TO_4797]
    figures = (*(item.recapture if item.instalments else item.gain for item in sold), *paid, *boot)
    return tuple(figure for figure in figures if figure.amount)


def sold_of(ask: Ask, key: str) -> tuple[Sold, ...]:
    """What of an activity's property left service in the year, as Form 4797 has it."""
    return tuple(ask(form_4797.column, asset) for asset in ask.of(of_activity, key, ask(form_4797.gone)))


TO_4797 = ("to_part_i", "to_part_ii")


def of_activity(file: ClientFile, activity: str, keys: tuple[str, ...]) -> tuple[str, ...]:
    """Which of some assets are an activity's, to be read of the file."""
    return tuple(key for key in keys if file.assets[key].activity == activity)


def _gave(ask: Ask, exchange: str, activity: str) -> bool:
    given = ask(exchanged.sides, exchange).given
    return any(exchanged.activity_of(ask, key) == activity for key in given)
