"""The year of a client in words: what the activities made, what the return comes to, what differs from last
year, what goes on."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal

from half_yard.countries.next_year import carried_on
from half_yard.countries.results import Computation, Return
from half_yard.figures import Role
from half_yard.figures.explain import money_text
from half_yard.figures.rounding import to_dollars
from half_yard.review.years import beside

MOST_CHANGES = 4


def year_in_words(computation: Computation) -> list[str]:
    """Sentences for the client, in dollars, the most important last."""
    return [
        *_activities(computation), *_last_year(computation), *_carried(computation),
        *(result_in_words(computation, each) for each in computation.returns),
    ]  # fmt: skip


def _activities(computation: Computation) -> Iterator[str]:
    for key, activity in sorted(computation.file.activities.items()):
        if not computation.statement_sheets(key):
            continue
        amount = computation.result_of_activity(key)
        made = "made a profit of" if amount > 0 else "had a loss of" if amount < 0 else "came to nothing"
        shown = f" {money_text(abs(amount))}" if amount else ""
        counts = _counts(computation, key)
        limited = (
            f", of which {money_text(abs(counts))} counts this year" if counts not in (None, amount) else ""
        )
        yield f"{activity.name or 'The activity'} {made}{shown}{limited}."


def _counts(computation: Computation, activity: str) -> Decimal | None:
    """What of an activity's result the law lets count, where a line says so."""
    lines = [
        line.figure.amount
        for sheet in computation.statement_sheets(activity)
        for line in sheet.lines
        if line.role is Role.LIMITED
    ]
    return sum(lines, Decimal(0)) if lines else None


def _last_year(computation: Computation) -> Iterator[str]:
    """The lines of the chain that stand out beside last year's."""
    called = {point.place: point.label for point in computation.chain}
    found = [
        f"{called[row.line.place]}: {money_text(row.now)}, last year {money_text(row.before)} ({row.remark})."
        for row in beside(computation.file, computation.sheets)
        if row.line is not None and row.line.place in called and row.remark and row.before is not None
    ]
    yield from found[:MOST_CHANGES]


def _carried(computation: Computation) -> Iterator[str]:
    count = len(list(carried_on(computation)))
    if count:
        yield f"{count} {'amounts go' if count > 1 else 'amount goes'} on into next year."


def result_in_words(computation: Computation, each: Return) -> str:
    """What a return comes to."""
    refund, owed = (computation.result_of(each, role) for role in (Role.REFUND, Role.OWED))
    if refund is not None and refund.figure.amount:
        return f"{each.title}: a refund of {money_text(to_dollars(refund.figure.amount))}."
    if owed is not None and owed.figure.amount:
        return f"{each.title}: {money_text(to_dollars(owed.figure.amount))} to pay."
    return f"{each.title}: nothing to pay, and no refund."
