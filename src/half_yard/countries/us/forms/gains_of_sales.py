"""What sales add to the capital gain of the return: of business property, of private parts, of homes."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_4797, home_sale
from half_yard.figures import Figure


def gains_of_sales(ask: Ask) -> tuple[Figure, ...]:
    """All of them, each where there is one."""
    of_property = (ask(form_4797.capital_gain), ask(form_4797.private_gain))
    return (*(figure for figure in of_property if figure is not None), *ask(home_sale.taxed))
