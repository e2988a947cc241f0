"""Form 8824, Like-Kind Exchanges (26 U.S.C. 1031): what was realized, what of it is taxed, what is deferred,
and the basis of each thing received.

A sheet for each exchange, in cents, because its basis goes on into depreciation. It stands in later years
too, for that basis rests on it. Its line numbers are those of the form; what has none is worksheet.
"""

from __future__ import annotations

import datetime
from collections.abc import Iterable

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.holding import held_long, is_longer
from half_yard.countries.us.exchanges import recapture, successors
from half_yard.countries.us.exchanges.asked import (
    CASH,
    CASH_LATER,
    CASH_PAID,
    COSTS,
    CREDITS,
    DEBT_RELIEVED,
    DEBT_TAKEN_ON,
    HELD,
    NO_AVOIDANCE,
    NOTE,
    OTHER_BASIS,
    OTHER_GIVEN,
    OTHER_GOT,
    RELATED_PARTY,
    RESOLD,
    paid_on_note,
)
from half_yard.countries.us.exchanges.exchanged import (
    exchange_of,
    fact,
    on_return,
    sides,
    value_given,
    value_got,
)
from half_yard.countries.us.exchanges.sides import Sides, is_conversion, received_on
from half_yard.countries.us.forms import home_sale
from half_yard.countries.us.shared import up_to_now
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
    times,
    total,
)
from half_yard.sharing import in_proportion

TWO_YEARS = 2
"""For so long a related person's exchange is watched (26 U.S.C. 1031(f)(1)(C))."""


@Form
def form_8824(ask: Ask, exchange: str) -> Page:
    """One for each exchange; from the year after it on a worksheet, of related persons a form for two more
    years."""
    record, both, year = ask.of(exchange_of, exchange), ask(sides, exchange), ask.of(tax_year)
    given, got = ask.of(stories.assets_of, both.given), ask.of(stories.assets_of, both.got)
    first = both.transferred.year if both.transferred else year
    lost = is_conversion(record)
    watched = RELATED_PARTY.of(record.answers) and year <= first + TWO_YEARS
    facts = [
        ("1 Given up", ", ".join(asset.name or "Not named" for asset in given.values())),
        ("2 Received", ", ".join(asset.name or "Not named" for asset in got.values())),
    ]
    if lost and both.transferred and both.deadlines:
        facts.append(("Lost or taken", f"{both.transferred:%m/%d/%Y}"))
        facts.append(("To be replaced by", f"{both.deadlines.receive_by:%m/%d/%Y}"))
    elif both.transferred and both.deadlines:
        days = sorted(filter(None, map(received_on, got.values())))
        facts += [
            ("4 Transferred", f"{both.transferred:%m/%d/%Y}"),
            ("5 To be identified by", f"{both.deadlines.identify_by:%m/%d/%Y}"),
            ("6 Received", ", ".join(f"{day:%m/%d/%Y}" for day in dict.fromkeys(days)) or "not yet"),
        ]
    form = "Form 8824" if year == first or watched else "Exchange"
    title = "Involuntary conversion" if lost else form
    page = Page(f"form_8824.{exchange}", title, record.name, facts=facts, in_cents=True)
    if year > first:
        page.notes.append(f"Of {first}; what was received rests on it.")
    if lost:
        page.notes.append(
            "A statement of it goes with the return (26 CFR 1.1033(a)-2(c)(2)); what is not spent in time is "
            "taxed by amending that return. Its line numbers are those of Form 8824, whose arithmetic it has."
        )
        return page
    page.notes.append(
        "States: California wants Form FTB 3840 each year while gain of its property is deferred elsewhere; "
        "Oregon, Montana and Massachusetts follow such gain too (common practice, no source). For the "
        "minimum tax and for states the basis carried over is that of the regular tax."
    )
    return page


@form_8824.part
def other_property(page: Page, ask: Ask, exchange: str) -> None:
    """Lines 12 to 14: other property given up. What of it is an asset has its gain on Form 4797."""
    besides = ask.of(stories.assets_of, ask(sides, exchange).given_besides)
    other_given = fact(ask, exchange, OTHER_GIVEN)
    if not besides and not other_given.amount:
        return
    page.section = "Other property given up"
    if other_given.amount:
        other_given = other_given.marked(gaps.other_property(f"/exchanges/{exchange}/facts/{OTHER_GIVEN}"))
    values = [other_given, *(value_given(key, asset) for key, asset in besides.items())]
    bases = [fact(ask, exchange, OTHER_BASIS), *(ask(successors.adjusted_basis, key) for key in besides)]
    value = page.line("other_value", "12", "Value of other property given up", total(values))
    other = page.line("other_basis", "13", "Its adjusted basis", total(bases))
    page.line("other_gain", "14", "Gain or loss on it, taxed for itself", value - other, Role.SUBTOTAL)


@form_8824.part
def given_and_got(page: Page, ask: Ask, exchange: str) -> None:
    """The worksheet behind lines 15 to 18: cash and other property, debts, what they come to."""
    both = ask(sides, exchange)
    if is_conversion(ask.of(exchange_of, exchange)):
        _spent(page, ask, exchange, both)
        return
    page.section = "Besides the property of like kind"
    bought = [value_got(key, asset) for key, asset in ask.of(stories.assets_of, both.got_besides).items()]
    cash = page.line(
        "cash_and_other", "", "Cash and other property received",
        total((*(fact(ask, exchange, key) for key in (CASH, CASH_LATER, NOTE, OTHER_GOT)), *bought)),
    )  # fmt: skip
    relieved = page.line(
        "debts_relieved", "", "Debts, deposits and rents that the other side took over",
        total(fact(ask, exchange, key) for key in (DEBT_RELIEVED, CREDITS)),
    )  # fmt: skip
    debt = fact(ask, exchange, DEBT_TAKEN_ON)
    other = ask(other_property, exchange).get("other_value", NOTHING)
    paid = page.line(
        "paid_and_owed", "", "Debts taken on, cash paid and other property given",
        total((debt, fact(ask, exchange, CASH_PAID), other)),
    )  # fmt: skip
    costs = page.line("exchange_costs", "", "Costs of the exchange", total(_costs(ask, exchange, both)))
    if other.amount and cash.amount:
        got, added = _by_groups(page, ask, exchange, debt, relieved)
    else:
        net = not_below_zero(difference(relieved, paid), "debts taken over, not offset")
        got = total((cash, net), "cash, other property and debts, net")
        added = not_below_zero(difference(paid, relieved), "paid, net")
    used = page.line("costs_used", "", "Of the costs, against these", smaller_of(costs, got))
    page.line("net_boot", "", "Received besides, net of costs", got - used)
    page.line("paid_besides", "", "Paid besides, with the rest of the costs", total((added, costs - used)))


def _spent(page: Page, ask: Ask, exchange: str, both: Sides) -> None:
    """Of what was lost or taken: insurance or award against the cost of what replaced it."""
    page.section = "Insurance or award, and what it was spent on"
    came = [value_given(key, asset) for key, asset in ask.of(stories.assets_of, both.given).items()]
    award = page.line("award", "", "Insurance or award", total(came))
    costs = page.line("exchange_costs", "", "Costs of getting it", total(_costs(ask, exchange, both)))
    net = page.line("award_net", "", "Net of these costs", award - costs)
    spent = [value_got(key, asset) for key, asset in ask.of(stories.assets_of, both.got).items()]
    cost = page.line("spent", "", "Cost of what replaced it", total(spent))
    page.line("net_boot", "", "Not spent", not_below_zero(net - cost))
    page.line("paid_besides", "", "Spent beyond it", not_below_zero(cost - net))


def _costs(ask: Ask, exchange: str, both: Sides) -> list[Figure]:
    """Costs of the exchange, and those that were typed as costs of the sale of what was given."""
    of_assets = [
        entered(asset.selling_costs, f"{asset.name}: costs", f"/assets/{key}/selling_costs")
        for key, asset in ask.of(stories.assets_of, both.given).items()
        if asset.selling_costs
    ]
    return [fact(ask, exchange, COSTS), *of_assets]


def _by_groups(page: Page, ask: Ask, exchange: str, debt: Figure, relieved: Figure) -> tuple[Figure, Figure]:
    """Where other property was given and other property or cash was got, that is set against each other
    first: real property is one group, all else the other (26 CFR 1.1031(j)-1(b)). The statement of it is
    attached to the form."""
    page.section = "Statement: the group of real property (26 CFR 1.1031(j)-1)"
    both = ask(sides, exchange)
    worth = [value_given(key, asset) for key, asset in ask.of(stories.assets_of, both.given).items()]
    came = [value_got(key, asset) for key, asset in ask.of(stories.assets_of, both.got).items()]
    given = page.line("group_given", "", "Real property given, at its value", total(worth))
    got = page.line("group_got", "", "Real property got, at its value", total(came))
    over = page.line(
        "group_debt", "", "Debts taken on beyond those taken over", not_below_zero(debt - relieved)
    )
    net = page.line("group_net", "", "Got, less those debts", got - over)
    short = page.line("deficiency", "", "Given more than got: deficiency", not_below_zero(given - net))
    more = page.line("surplus", "", "Got more than given: surplus", not_below_zero(net - given))
    page.section = "Besides the property of like kind"
    return short, total((over, more), "debts and surplus")


@form_8824.part
def realized(page: Page, ask: Ask, exchange: str) -> None:
    """Lines 15 to 19."""
    page.section = "Realized"
    both, beside = ask(sides, exchange), ask(given_and_got, exchange)
    boot = page.line(
        "line_15",
        "15",
        "Cash and other property received, debts taken over, net of costs",
        beside["net_boot"],
    )
    values = [value_got(key, asset) for key, asset in ask.of(stories.assets_of, both.got).items()]
    like = page.line("line_16", "16", "Value of like-kind property received", total(values))
    whole = page.line("line_17", "17", "Received in all", boot + like)
    bases = [ask(successors.adjusted_basis, key) for key in both.given]
    left = page.line("adjusted", "", "Adjusted basis of like-kind property given up", total(bases))
    basis_given = page.line(
        "line_18",
        "18",
        "Basis given up, paid besides and rest of the costs",
        total((left, beside["paid_besides"])),
    )
    made = whole - basis_given
    if made.amount < 0 and is_conversion(ask.of(exchange_of, exchange)):
        made = made.marked(gaps.loss_replaced(f"/exchanges/{exchange}/choices/{HELD.key}"))
    page.line("realized", "19", "Realized gain or loss", made, Role.SUBTOTAL)


@form_8824.part
def excluded(page: Page, ask: Ask, exchange: str) -> None:
    """Where what was given was a main home before: the exclusion of its gain comes first, and cash counts
    only beyond it (Rev. Proc. 2005-14)."""
    both = ask(sides, exchange)
    homes = ask.of(home_sale.homes_among, both.given)
    if not homes:
        return
    page.section = "Exclusion of a former main home (26 U.S.C. 121)"
    made = not_below_zero(ask(realized, exchange)["realized"])
    taken = total(up_to_now.story_up_to_now(ask, key).taken for key in both.given)
    open_to_it = page.line("gain_beyond", "", "Gain beyond depreciation", not_below_zero(made - taken))
    tests = ask.of(home_sale.tests_of_assets, homes)
    most = page.line("exclusion_most", "", "Exclusion, at the most", home_sale.most_of(ask, tests))
    page.line("excluded", "", "Excluded", smaller_of(open_to_it, most), Role.SUBTOTAL)


@form_8824.part
def recognized(page: Page, ask: Ask, exchange: str) -> None:
    """Lines 20 to 24."""
    page.section = "Recognized and deferred"
    made, boot = ask(realized, exchange)["realized"], ask(realized, exchange)["line_15"]
    out = ask(excluded, exchange).get("excluded", NOTHING)
    counted = boot
    if out.amount:
        made = page.line("gain_left", "", "Gain without what is excluded", made - out)
        counted = page.line("boot_counted", "", "Received beyond the exclusion", not_below_zero(boot - out))
    gain = not_below_zero(smaller_of(counted, made), "smaller of line 15 and line 19")
    taxed = page.line("line_20", "20", "Smaller of the two (lines 15, 19)", gain)
    recaptured = recapture.recapture(ask, exchange, taxed)
    ordinary = page.line("recapture", "21", "Ordinary income under recapture rules", recaptured)
    rest = page.line("line_22", "22", "Gain that is not ordinary", not_below_zero(taxed - ordinary))
    whole = page.line("recognized", "23", "Recognized gain", ordinary + rest, Role.RESULT)
    page.line("deferred", "24", "Deferred gain or loss", made - whole, Role.SUBTOTAL)


@form_8824.part
def basis(page: Page, ask: Ask, exchange: str) -> None:
    """Line 25, and the basis of each thing received, by their values (26 CFR 1.1031(j)-1(c))."""
    page.section = "Basis of what was received"
    made, taxed = ask(realized, exchange), ask(recognized, exchange)
    parts = [made["line_18"], taxed["recognized"]]
    if "excluded" in ask(excluded, exchange):
        parts.append(ask(excluded, exchange)["excluded"])
    whole = total(parts, "line 18 and line 23") - made["line_15"]
    line = page.line("line_25", "25", "Basis of like-kind property received", whole, Role.RESULT)
    if ask(became_taxable, exchange):
        words = "Deferred gain that a resale made taxable"
        resold = page.line("became_taxable", "", words, taxed["deferred"])
        line = page.line("line_25_then", "", "Basis from then on (26 U.S.C. 1031(f))", line + resold)
    got = ask.of(stories.assets_of, ask(sides, exchange).got)
    shares = in_proportion(line, {key: value_got(key, asset) for key, asset in got.items()})
    for key, asset in got.items():
        page.line(f"basis.{key}", "", f"Of it {asset.name or 'what was received'}", shares.get(key, NOTHING))


# -- what comes of it in a year ---------------------------------------------------------------------------


def became_taxable(ask: Ask, exchange: str) -> bool:
    """Whether a related person or the owner resold within two years, by the end of the tax year, and no
    exception is said (26 U.S.C. 1031(f))."""
    record, both = ask.of(exchange_of, exchange), ask(sides, exchange)
    resold = record.days.get(RESOLD)
    if resold is None or both.transferred is None or not RELATED_PARTY.of(record.answers):
        return False
    within = not is_longer(_latest(ask, both), resold, TWO_YEARS)
    return within and resold.year <= ask.of(tax_year) and not NO_AVOIDANCE.of(record.answers)


def _latest(ask: Ask, both: Sides) -> datetime.date:
    """The day of the last transfer that is part of an exchange."""
    days = [asset.disposed for asset in ask.of(stories.assets_of, both.given).values()]
    days += [received_on(asset) for asset in ask.of(stories.assets_of, both.got).values()]
    return max(day for day in days if day is not None)


def _year_of_cash(ask: Ask, exchange: str) -> int:
    """The year in which cash that was left is paid: the one after the transfer."""
    transferred = ask(sides, exchange).transferred
    return transferred.year + 1 if transferred else 0


@form_8824.part
def results(page: Page, ask: Ask, exchange: str) -> None:
    """What the tax year's return takes of it, and what goes on with the things received."""
    page.section = "To the return"
    year, both, taxed = ask.of(tax_year), ask(sides, exchange), ask(recognized, exchange)
    given = ask.of(stories.assets_of, both.given)
    first = both.transferred.year if both.transferred else year
    later = page.line(
        "taxed_later", "", "Of it taxed next year, as the cash comes", _part_for(ask, exchange, CASH_LATER)
    )
    note = page.line("taxed_by_note", "", "Of it taxed as the note is paid", _part_for(ask, exchange, NOTE))
    own_year = page.line("taxed_first", "", f"Of it taxed in {first}", taxed["line_22"] - later - note)
    resold = taxed["deferred"] if ask(became_taxable, exchange) else NOTHING
    resold_in = ask.of(exchange_of, exchange).days.get(RESOLD)
    every_long = all(held_long(successors.held_since(ask, key)) for key in given)
    now: list[Figure] = []
    if year == first:
        now.append(own_year)
    if year == _year_of_cash(ask, exchange):
        now.append(later)
    now += _paid_on_note(ask, exchange, note, range(year, year + 1))
    if resold_in is not None and year == resold_in.year:
        now.append(resold)
    part = part_on_return(ask, next(iter(given.values()))) if given else None

    def ours(figure: Figure) -> Figure:
        return times(figure, part)

    gain = ours(total(now, "taxed this year"))
    ordinary = ours(taxed["recapture"]) if year == first else NOTHING
    long_held = gain if every_long else NOTHING
    short = NOTHING if every_long else gain
    page.line("to_part_i", "", f"To Form 4797, line 5: of {year}", long_held)
    page.line("to_part_ii", "", f"To Form 4797, line 16: of {year}", total((ordinary, short)))
    every = total((successors.worn(ask, key) for key in given), "depreciation of what was given")
    depreciated = page.line(
        "worn", "", "Depreciation in the gain", not_below_zero(every - taxed["recapture"])
    )
    earlier = [own_year if year > first else NOTHING]
    earlier += [later if year > _year_of_cash(ask, exchange) else NOTHING]
    earlier += _paid_on_note(ask, exchange, note, range(first, year))
    open_to_it = not_below_zero(difference(depreciated, *earlier), "not taxed in earlier years")
    buildings = [key for key, asset in given.items() if CLASSES[asset.asset_class].section_1250]
    of_buildings = total((successors.worn(ask, key) for key in buildings), "of it of section 1250 property")
    of_1250 = smaller_of(long_held, ours(smaller_of(open_to_it, of_buildings)))
    page.line("unrecaptured", "", f"Unrecaptured section 1250 gain of {year}", of_1250)
    rest = not_below_zero(difference(depreciated, own_year, later, note, resold), "depreciation that goes on")
    got = ask.of(stories.assets_of, both.got)
    worn = {
        key: asset for key, asset in got.items() if CLASSES[asset.asset_class].recovery is not None
    } or got
    values = {key: value_got(key, asset) for key, asset in worn.items()}
    for key, share in in_proportion(rest, values).items():
        page.line(f"worn.{key}", "", f"Depreciation that goes on in {worn[key].name}", share)


def _part_for(ask: Ask, exchange: str, key: str) -> Figure:
    """Of line 22 the part for what comes in later years, cash that the intermediary kept or a note: an
    instalment (26 CFR 1.1031(k)-1(j)(2); 26 U.S.C. 453(f)(6)), of which the part of gain is that of all that
    was got besides."""
    left, net = fact(ask, exchange, key), ask(given_and_got, exchange)["net_boot"]
    taxed = ask(recognized, exchange)["line_22"]
    if not left.amount or not net.amount:
        return NOTHING
    share = (taxed * (left / net)).in_cents("its part of line 22")
    return smaller_of(share, taxed)


def _paid_on_note(ask: Ask, exchange: str, gain: Figure, years: Iterable[int]) -> list[Figure]:
    """The gain in what was paid on the buyer's note in some years, as its part of the whole note."""
    note, facts = fact(ask, exchange, NOTE), ask.of(exchange_of, exchange).facts
    if not note.amount or not gain.amount:
        return []
    paid = [fact(ask, exchange, paid_on_note(year)) for year in years if facts.get(paid_on_note(year))]
    parts = [(gain * (each / note)).in_cents("gain in what was paid on the note") for each in paid]
    return [smaller_of(part, gain) for part in parts]


def gains(ask: Ask, line: str) -> tuple[Figure, ...]:
    """What a line of every exchange gives the tax year's return, where it is anything."""
    every = (ask(results, exchange)[line] for exchange in ask(on_return))
    return tuple(figure for figure in every if figure.amount)
