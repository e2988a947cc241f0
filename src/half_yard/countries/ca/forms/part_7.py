"""Part 7 of Form T2125, business use of home: of each owner the costs by share, and no more of them than the
business has earned; what is left waits for later years of the same business (ITA 18(12))."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.ca.frame import BOOKS
from half_yard.countries.ca.thing_kinds import HOME, KINDS
from half_yard.countries.ca.things import divided, serving
from half_yard.figures import (
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.records import ClientFile
from half_yard.sharing import split

CARRIED = "business_use_of_home"
"""The kind of carryover that is what a place of work at home has left; its book names a further owner."""


@Form
def part_7(ask: Ask, activity: str, person: str) -> Page:
    """One for each owner of a business that has a place at home."""
    name = f"{ask.of(activity_of, activity).name}, {ask(BOOKS.name, person)}"
    return Page(
        f"part_7.{activity}.{person}", "Form T2125, part 7, business use of home", name, about=activity,
        in_cents=True,
    )  # fmt: skip


def applies(ask: Ask, activity: str) -> bool:
    """Whether a business has a place at home, or something left of one."""
    return bool(ask(_homes, activity) or ask.of(_carried, activity))


def _homes(ask: Ask, activity: str) -> tuple[str, ...]:
    return serving(ask, activity, HOME)


def _carried(file: ClientFile, activity: str) -> tuple[str, ...]:
    return tuple(
        key for key, item in sorted(file.carryovers.items()) if item.kind == CARRIED and item.of == activity
    )


def book_of(ask: Ask, activity: str, person: str) -> str:
    """What keeps the owners of one business apart: nothing for the first."""
    first = next(iter(ask(BOOKS.shares, activity)), person)
    return "" if person == first else person


def _came(ask: Ask, activity: str, person: str) -> Figure:
    book = book_of(ask, activity, person)
    found = [
        entered(ask.of(lambda file, key: file.carryovers[key].amount, key), "from last year",
                f"/carryovers/{key}/amount")
        for key in ask.of(_carried, activity)
        if ask.of(lambda file, key: file.carryovers[key].book, key) == book
    ]  # fmt: skip
    return total(found, "from last year")


@part_7.part
def costs(page: Page, ask: Ask, activity: str, person: str) -> None:
    """The costs of the home, less the personal part: the share of this owner."""
    shares = ask(BOOKS.shares, activity)
    page.section = "Costs of the home"
    whole, own = [], []
    for line in KINDS[HOME].lines:
        parts = [ask(divided, home)[line.key] for home in ask(_homes, activity)
                 if line.key in ask(divided, home)]  # fmt: skip
        if parts:
            whole.append(page.line(line.key, "", line.title, total(each.whole for each in parts)))
            own += [each.part(activity) for each in parts if activity in each.activities]
    every = page.line("whole", "", "Total", total(whole), Role.SUBTOTAL)
    business = total(own, "for the business")
    page.line("personal", "", "Less what is not for this business", difference(every, business))
    part = split(business, shares)[person]
    page.line("business", "", "Business part, by the owner's share", part, Role.SUBTOTAL)


@part_7.part
def claim(page: Page, ask: Ask, activity: str, person: str) -> None:
    """With what is carried in, at most what the business has earned."""
    page.section = "What may be claimed"
    came = page.line("carried_in", "", "From last year", _came(ask, activity, person))
    both = page.line("to_claim", "", "In all", ask(costs, activity, person)["business"] + came)
    net = not_below_zero(ask(net_share, activity, person), "net income, nothing where it is a loss")
    limit = page.line("limit", "", "Net income after adjustments, nothing where it is a loss", net)
    allowed = page.line("allowed", "9945", "Business use of home", smaller_of(both, limit), Role.RESULT)
    page.line(
        "carried_out", "", "To next year", difference(both, allowed), Role.SUBTOTAL,
        carries=Carries(CARRIED, book=book_of(ask, activity, person)),
    )  # fmt: skip


def net_share(ask: Ask, activity: str, person: str) -> Figure:
    """An owner's share of the net income before the home."""
    # The statement asks for this form, and this form for what the statement comes to before it.
    from half_yard.countries.ca.forms import t2125  # noqa: PLC0415

    return ask(t2125.after_adjustments, activity, person)
