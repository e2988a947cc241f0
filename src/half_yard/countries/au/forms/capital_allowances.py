"""Capital allowances of an activity: each asset's decline in value, capital works and costs of borrowing; of
a small business what is written off, and its pool (item P10)."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of, asset_of
from half_yard.countries.au import decline, property_sale, simplified, small_values
from half_yard.countries.au.asset_kinds import BORROWING, PROPERTY_ITSELF, WITHOUT_DECLINE, WORKS
from half_yard.figures import NOTHING, Carries, Figure, Form, Page, Role, difference, not_below_zero, total


@Form
def allowances(ask: Ask, activity: str) -> Page:
    """One for each activity that has assets, or a pool."""
    name = ask.of(activity_of, activity).name
    return Page(
        f"allowances.{activity}", "Capital allowances", name, about=activity, assets=True, in_cents=True
    )


def applies(ask: Ask, activity: str) -> bool:
    """Whether an activity has assets, or the balance of a pool."""
    return bool(ask(decline.assets_of, activity)) or (
        ask(simplified.is_simplified, activity) and bool(ask(simplified.pool, activity).opening.parts)
    )


def _of_kind(ask: Ask, activity: str, *kinds: str) -> list[str]:
    return [
        key for key in ask(decline.assets_of, activity)
        if ask.of(asset_of, key).asset_class in kinds and ask(decline.is_there, key)
    ]  # fmt: skip


def by_life(ask: Ask, activity: str) -> list[str]:
    """The assets that are depreciated one by one by their effective lives."""
    if ask(simplified.is_simplified, activity):
        return []
    return [
        key for key in ask(decline.assets_of, activity)
        if ask.of(asset_of, key).asset_class not in WITHOUT_DECLINE
        and ask(decline.is_there, key) and not ask(small_values.is_small, key)
    ]  # fmt: skip


@allowances.part
def of_the_year(page: Page, ask: Ask, activity: str) -> None:
    """What the year takes, and what is income."""
    taken, income = [], []
    for key in by_life(ask, activity):
        page.section = ask.of(asset_of, key).name or "Asset"
        taken.append(_one(page, ask, key))
        balance = ask(decline.balancing, key)
        if balance.amount:
            page.line(
                f"{key}.balancing", "", "Balancing adjustment, income or deduction", balance, Role.SUBTOTAL
            )
            income.append(not_below_zero(balance))
            taken.append(not_below_zero(difference(NOTHING, balance)))
    if ask(simplified.is_simplified, activity):
        _simplified(page, ask, activity, taken, income)
    works = [_one_line(page, ask, key) for key in _of_kind(ask, activity, WORKS)]
    borrowed = [_one_line(page, ask, key) for key in _of_kind(ask, activity, BORROWING)]
    for key in _of_kind(ask, activity, PROPERTY_ITSELF):
        page.section = ask.of(asset_of, key).name or "Property"
        page.line(f"{key}.cost_base", "", "Cost base, for its sale", ask(property_sale.cost_base, key))
    page.section = "All assets"
    page.line("income", "", "Balancing and pool amounts that are income", total(income))
    parts = [
        page.line("decline", "", "Decline in value", total(taken)),
        page.line("works", "", "Capital works", total(works)),
        page.line("borrowing", "", "Borrowing expenses", total(borrowed)),
    ]
    page.line("all", "", "Deductions of the year", total(parts), Role.TOTAL)


def _one(page: Page, ask: Ask, key: str) -> Figure:
    """The lines of one asset, and its deduction."""
    page.line(f"{key}.opening", "", "Adjustable value on July 1, or cost", ask(decline.opening, key))
    page.line(f"{key}.decline", "", "Decline in value", ask(decline.of_the_year, key))
    made = page.line(f"{key}.deduction", "", "For the activity", ask(decline.deduction, key))
    page.line(f"{key}.closing", "", "Adjustable value then", ask(decline.closing, key))
    return made


def _one_line(page: Page, ask: Ask, key: str) -> Figure:
    page.section = ask.of(asset_of, key).name or "Asset"
    return page.line(f"{key}.deduction", "", "Deduction of the year", ask(decline.deduction, key))


def _simplified(page: Page, ask: Ask, activity: str, taken: list[Figure], income: list[Figure]) -> None:
    """What is written off, label A of item P10, and the pool, label B."""
    page.section = "Written off at once"
    for key in ask(simplified.written_off, activity):
        name = ask.of(asset_of, key).name or "Asset"
        taken.append(page.line(f"{key}.written_off", "A", name, ask(simplified.cost_for_activity, key)))
    if sold := ask(simplified.sold_after_write_off, activity):
        income.append(page.line("sold", "", "Received for what was written off", total(sold)))
    pool = ask(simplified.pool, activity)
    if not (pool.opening.parts or pool.additions.parts or pool.income.amount):
        return
    page.section = "Small business pool"
    page.line("pool_opening", "", "Balance on July 1", pool.opening)
    page.line("pool_additions", "", "What came, for the business", pool.additions)
    page.line("pool_proceeds", "", "What was received for what went", pool.proceeds)
    taken.append(page.line("pool_deduction", "B", "Deduction of the pool", pool.deduction))
    if pool.income.amount:
        income.append(page.line("pool_income", "", "More than was in the pool", pool.income))
    page.line("pool_closing", "", "Balance on June 30", pool.closing,
              carries=Carries(simplified.POOL, of=activity))  # fmt: skip
