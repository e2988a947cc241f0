"""Form 6252, Installment Sale Income (26 U.S.C. 453): a gain that is taxed as the price comes in, but for
what is ordinary by recapture, which is taxed in the year of the sale (453(i)).

Assets of an activity that are sold on one day are one contract. Its payments are principal alone; what the
buyer pays as interest is interest.
"""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.sold import INSTALMENTS
from half_yard.countries.us.forms import form_4797
from half_yard.countries.us.frame import left_out, rules
from half_yard.countries.us.shared.owned import part_on_return
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    times,
    total,
)
from half_yard.records import Asset, ClientFile

HUNDRED = stated(Decimal(100), "hundred")


def contracts_of(file: ClientFile) -> dict[str, tuple[str, ...]]:
    """The assets that are sold by instalments, by contract: those of an activity and a day together, called
    by the first of them."""
    found: dict[tuple[str, str], list[str]] = {}
    for key, asset in sorted(file.assets.items()):
        if asset.disposal == INSTALMENTS and asset.disposed is not None:
            found.setdefault((asset.activity, asset.disposed.isoformat()), []).append(key)
    return {keys[0]: tuple(keys) for keys in found.values()}


def contracts(ask: Ask) -> tuple[str, ...]:
    """The contracts of activities on the return, from the year of their sale on."""
    year, out, counted = ask.of(tax_year), ask(left_out), ask(stories.counted)
    found = []
    for key, keys in ask.of(contracts_of).items():
        asset = ask.of(asset_of, key)
        begun = asset.disposed is not None and asset.disposed.year <= year
        whole = all(each in counted for each in keys)
        if begun and whole and asset.activity not in out and ask(assets_of, key):
            found.append(key)
    return tuple(found)


def assets_of(ask: Ask, contract: str) -> dict[str, Asset]:
    """The assets of a contract that have a gain, by id: a loss is never taken by instalments."""
    keys = tuple(key for key in ask.of(contracts_of)[contract] if ask(form_4797.column, key).instalments)
    return ask.of(stories.assets_of, keys)


def _called(file: ClientFile, key: str) -> str:
    return file.called(key)


def _is_shared(file: ClientFile, contract: str) -> bool:
    """Whether it is of a thing that serves several activities."""
    return file.assets[contract].activity in file.things


def _is_of_a_part(asset: Asset) -> bool:
    """Whether only a part of it was for the activity."""
    return bool(asset.sale_share is not None or asset.share is not None or asset.shares or asset.thing)


def _first(ask: Ask, contract: str) -> Asset:
    return next(iter(ask(assets_of, contract).values()))


@Form
def form_6252(ask: Ask, contract: str) -> Page:
    """One for each contract, every year until it is paid."""
    sold, first = ask(assets_of, contract), _first(ask, contract)
    facts = [("1 Property", ", ".join(asset.name or "Not named" for asset in sold.values()))]
    if first.disposed is not None:
        facts.append(("2b Sold", f"{first.disposed:%m/%d/%Y}"))
    name = ask.of(_called, first.activity)
    page = Page(
        f"form_6252.{contract}",
        "Form 6252",
        name,
        ask(rules).numbers("form_6252"),
        facts=facts,
        about=first.activity,
    )
    page.notes.append(
        "What the buyer pays as interest is entered among the interest. Not computed: a buyer who is related "
        "and resells (453(e)), interest on what is deferred of sales above 5 million (453A), pledged notes."
    )
    return page


def _each(ask: Ask, contract: str, line: str) -> Figure:
    """A line of the columns of Form 4797 of all that is sold."""
    figures = []
    for key in ask(assets_of, contract):
        column = ask(form_4797.column, key)
        figures += [each.figure for each in column.lines if each.place.line == f"{key}.{line}"]
    return total(figures)


@form_6252.part
def profit(page: Page, ask: Ask, contract: str) -> None:
    """Part I, lines 5 to 18, and the gross profit percentage."""
    page.section = "Part I · Gross profit and contract price"
    sold = ask(assets_of, contract)
    price = page.line("price", "5", "Selling price, without interest", _each(ask, contract, "proceeds"))
    debts = [
        entered(asset.debt_assumed, f"{asset.name}: debt taken over", f"/assets/{key}/debt_assumed")
        for key, asset in sold.items()
        if asset.debt_assumed
    ]
    debt = page.line(
        "debt_assumed", "6", "Debts that the buyer took over", _ours(ask, contract, total(debts))
    )
    net = page.line("price_net", "7", "Price without them", price - debt)
    cost = page.line(
        "cost", "8", "Cost, with the expense of sale (lines 8, 11)", _each(ask, contract, "cost")
    )
    worn = page.line("depreciation", "9", "Depreciation", _each(ask, contract, "depreciation"))
    columns = [ask(form_4797.column, key) for key in sold]
    ordinary = page.line(
        "recapture",
        "12",
        "Ordinary by recapture: taxed in the year of sale",
        total(each.recapture for each in columns),
    )
    basis = page.line("basis", "13", "Basis, with the expense and what is ordinary", cost - worn + ordinary)
    left = price - basis
    if any(_is_of_a_part(asset) for asset in sold.values()) or ask.of(_is_shared, contract):
        left = left.marked(gaps.instalments_of_a_part(f"/assets/{contract}/disposal"))
    gross = page.line("gross_profit", "16", "Gross profit", not_below_zero(left), Role.SUBTOTAL)
    over = page.line("debt_over", "17", "Debts above that basis", not_below_zero(debt - basis))
    contract_price = page.line("contract_price", "18", "Contract price", net + over)
    if contract_price.amount > 0:
        percent = (gross / contract_price * HUNDRED).in_cents("gross profit percentage")
        page.exact_line("percentage", "19", "Gross profit percentage", percent)


def _share(ask: Ask, contract: str) -> Figure:
    """The gross profit percentage as a part of one, not rounded."""
    gained = ask(profit, contract)
    if gained["contract_price"].amount <= 0:
        return NOTHING
    return (gained["gross_profit"] / gained["contract_price"]).named(
        "gross profit percentage, as a part of one"
    )


def _ours(ask: Ask, contract: str, whole: Figure) -> Figure:
    """The part of the people on the return."""
    return times(whole, part_on_return(ask, _first(ask, contract)))


@form_6252.part
def income(page: Page, ask: Ask, contract: str) -> None:
    """Part II, lines 20 to 26."""
    page.section = "Part II · Income of the year"
    sold, year, gained = ask(assets_of, contract), ask.of(tax_year), ask(profit, contract)
    disposed = _first(ask, contract).disposed
    first = disposed is not None and disposed.year == year
    over = page.line(
        "over_now",
        "20",
        "Debts above the basis, in the year of sale",
        gained["debt_over"] if first else NOTHING,
    )
    now = _payments(ask, contract, year)
    paid = page.line("payments", "21", "Principal received this year", now)
    both = page.line("counted", "22", "Both together", over + paid)
    before = total(
        _payments(ask, contract, each) for each in range(disposed.year if disposed else year, year)
    )
    earlier = page.line(
        "earlier_payments",
        "23",
        "Received in earlier years",
        before if first else before + gained["debt_over"],
    )
    share, gross = _share(ask, contract), gained["gross_profit"]
    taxed_before = smaller_of((earlier * share).in_cents("gain of earlier years"), gross)
    left = not_below_zero(difference(gross, taxed_before), "gross profit not taxed yet")
    made = smaller_of((both * share).in_cents("payments times the percentage"), left)
    gain = page.line("income", "24", "Gain of the year", made, Role.RESULT)
    every = total(ask(form_4797.column, key).unrecaptured for key in sold)
    open_to_it = not_below_zero(difference(every, taxed_before), "depreciation not taxed yet: it comes first")
    page.line(
        "unrecaptured",
        "",
        "Of it unrecaptured section 1250 gain (26 CFR 1.453-12)",
        smaller_of(gain, open_to_it),
    )
    page.line("not_yet", "", "Gain of years to come", not_below_zero(difference(gross, taxed_before, gain)))


def _payments(ask: Ask, contract: str, year: int) -> Figure:
    """The principal received in a year for all that is in a contract."""
    received = [
        entered(
            asset.instalments[str(year)],
            f"{asset.name}: principal of {year}",
            f"/assets/{key}/instalments/{year}",
        )
        for key, asset in ask(assets_of, contract).items()
        if str(year) in asset.instalments
    ]
    return _ours(ask, contract, total(received, f"principal of {year}"))


def by_contract(ask: Ask) -> dict[str, Figure]:
    """The gain of the year of every contract, where there is any."""
    every = {contract: ask(income, contract)["income"] for contract in ask(contracts)}
    return {contract: figure for contract, figure in every.items() if figure.amount}


def unrecaptured_gains(ask: Ask) -> tuple[Figure, ...]:
    """What of the gain of the year of every contract is unrecaptured section 1250 gain, where it is any."""
    every = (ask(income, contract)["unrecaptured"] for contract in ask(contracts))
    return tuple(figure for figure in every if figure.amount)


def gains_held(ask: Ask, long: bool) -> tuple[Figure, ...]:
    """The gains of the year of what was held for more than a year, or of what was held for less."""
    gained = ask(by_contract).items()
    return tuple(figure for key, figure in gained if ask(form_4797.column, key).long_held is long)
