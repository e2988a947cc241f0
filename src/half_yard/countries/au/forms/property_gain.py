"""The gain or loss of a property that was sold, of all owners together. The layout is ours: the return has
the owners' parts at item 18."""

from __future__ import annotations

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.au import decline, property_sale
from half_yard.figures import Form, Page, Role, difference, times, total


@Form
def sale(ask: Ask, key: str) -> Page:
    """One for each property of which the contract of sale is of the year."""
    asset = ask.of(asset_of, key)
    return Page(
        f"sale.{key}", "Sale of a property", asset.name or "Property", about=asset.activity, in_cents=True
    )


@sale.part
def gain(page: Page, ask: Ask, key: str) -> None:
    """The price less its costs and the cost base (ITAA 1997 s 110-25, 110-45)."""
    price = page.line("price", "", "Price", ask(property_sale.price, key))
    costs = page.line("selling_costs", "", "Costs of selling", ask(property_sale.selling_costs, key))
    page.section = "Cost base"
    cost = page.line("cost", "", "What it cost, with costs of buying", ask(decline.cost, key))
    works = page.line(
        "works", "", "Capital works deducted", total(ask(property_sale.works_deducted, key)), Role.COST
    )
    base = page.line("cost_base", "", "Cost base left", difference(cost, works), Role.SUBTOTAL)
    page.section = ""
    whole = page.line("gain", "", "Gain or loss", difference(price, costs, base), Role.SUBTOTAL)
    part = ask(property_sale.part_that_counts, key)
    page.line("counted", "18", "Counts, of all owners", times(whole, part), Role.RESULT)
