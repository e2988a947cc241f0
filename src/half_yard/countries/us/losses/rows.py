"""What each activity brings to the passive loss rules: a row of parts IV and V of Form 8582."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.us.carried_in import PASSIVE_LOSS, carried_of
from half_yard.countries.us.forms import form_6198, form_6252
from half_yard.countries.us.household.incomes import SOLD_OUT
from half_yard.countries.us.losses import asked, ended, entities, passive, results
from half_yard.countries.us.losses.asked import Standing
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    carried,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.records import ClientFile


@dataclass(frozen=True, eq=False)
class Subject:
    """What a row is of: an activity, or a part of an entity with a Schedule K-1. `sold` are gains and losses
    of its property in whole dollars, `how` how it ended in the year as a key of the question, `end` that in
    words; `why` what it is taken to be."""

    key: str
    path: str
    name: str
    standing: Standing
    why: Choice
    sold: tuple[Figure, ...]
    how: str = ""
    end: Choice | None = None


@dataclass(frozen=True, eq=False)
class Row:
    """A row of Form 8582, in whole dollars: its income, with gains of its property, its loss of the
    year and its losses of earlier years as far as the form limits them; `freed` are losses that count apart
    from it, and `outside` is what of all this is not passive."""

    of: Subject
    active: bool
    income: Figure
    loss: Figure
    prior: Figure
    freed: Figure
    outside: Figure

    @property
    def key(self) -> str:
        """The key of what it is of."""
        return self.of.key

    @property
    def losses(self) -> Figure:
        """Loss of the year and of earlier ones."""
        return total((self.loss, self.prior), "losses")

    @property
    def overall_loss(self) -> Figure:
        """Column (e)."""
        return not_below_zero(difference(self.losses, self.income), "overall loss")


def at_risk(ask: Ask, key: str) -> Figure:
    """An activity's result as far as it is at risk, in whole dollars."""
    return ask(form_6198.after, key).in_dollars()


def every_row(ask: Ask) -> tuple[Row, ...]:
    """The activities and parts of entities that are passive, or have passive losses of earlier years."""
    own = tuple(ask(row, key) for key in ask(passive.every) if has_row(ask, key))
    return own + ask(of_entities)


def of_entities(ask: Ask) -> tuple[Row, ...]:
    """The rows of partnerships and S corporations."""
    return tuple(
        _of_entity(ask, part)
        for part in ask(entities.parts)
        if part.is_passive or ask(carried_of, PASSIVE_LOSS, part.key).amount
    )


def _of_entity(ask: Ask, part: entities.Part) -> Row:
    how = asked.SOLD if part.sold_out else ""
    end = Choice("All of the interest was sold to a stranger", f"{part.path}/ticks/{SOLD_OUT}")
    of = Subject(
        part.key, part.path, part.name, part.standing, part.why, part.sold, how, end if how else None
    )
    return _row(ask, of, part.result, active=part.standing is Standing.ACTIVE_RENTAL)


def has_row(ask: Ask, key: str) -> bool:
    """Whether an activity is passive, or has passive losses of earlier years."""
    passes = ask(passive.standing, key) is not Standing.NOT_PASSIVE
    return passes or bool(ask(carried_of, PASSIVE_LOSS, key).amount)


def row(ask: Ask, key: str) -> Row:
    """The row of one activity."""
    how = ask(ended.ended_by, key)
    of = Subject(
        key, f"/activities/{key}", ask.of(activity_of, key).name, ask(passive.standing, key),
        ask(passive.why, key), ask(results.gains_of, key), how,
        ask(ended.how_it_ended, key) if how else None,
    )  # fmt: skip
    return _row(ask, of, ask(at_risk, key), active=ask(passive.is_active, key))


def _row(ask: Ask, of: Subject, result: Figure, *, active: bool) -> Row:
    every = [result, *of.sold]
    income = total((figure for figure in every if figure.amount > 0), "income and gains of the year")
    lost = [figure for figure in every if figure.amount < 0]
    loss = difference(NOTHING, *lost, label="loss of the year") if lost else NOTHING
    prior = ask(carried_of, PASSIVE_LOSS, of.key).in_dollars()
    net = difference(income, loss, label="result of the year")
    stands = of.standing
    if stands is Standing.NOT_PASSIVE or (stands is Standing.INCOME_NOT_PASSIVE and net.amount >= 0):
        # Losses from when it was passive, or before its income was not, come off its own income first
        # (26 U.S.C. 469(f)(1)).
        taken = smaller_of(prior, not_below_zero(net), label="taken by its own income")
        left = difference(prior, taken, label=prior.label)
        return Row(of, active, NOTHING, NOTHING, left, taken, difference(net, taken))
    active = active and stands is not Standing.OTHER
    freed, rest = _freed(ask, of, income, loss, prior)
    if not freed.amount:
        return Row(of, active, income, rest[0], rest[1], NOTHING, NOTHING)
    kept = not_below_zero(difference(income, freed), "income beyond what is freed")
    return Row(of, active, kept, rest[0], rest[1], freed, difference(income, freed, kept))


def _freed(
    ask: Ask, of: Subject, income: Figure, loss: Figure, prior: Figure
) -> tuple[Figure, tuple[Figure, Figure]]:
    """What of an activity's losses is freed by its end, and what of the year's and of earlier losses the form
    still limits (26 U.S.C. 469(g))."""
    losses = total((loss, prior), "losses")
    if of.how == asked.DEATH:
        step_up = ask.of(_step_up, of.key)
        stepped = entered(step_up, "basis stepped up at death", f"{of.path}/facts/{asked.STEP_UP}")
        return not_below_zero(difference(losses, stepped), "losses beyond the step-up"), (NOTHING, NOTHING)
    share = ask(part_received, of.key)
    if share is not None:
        freed = (losses * share).in_dollars().named("freed with the gain of the year")
        of_prior = smaller_of(freed, prior)
        rest = difference(loss, difference(freed, of_prior)), difference(prior, of_prior)
        return freed, rest
    if of.how == asked.SOLD and losses.amount > income.amount:
        return losses, (NOTHING, NOTHING)
    return NOTHING, (loss, prior)


def _step_up(file: ClientFile, key: str) -> Decimal:
    return file.activities[key].facts.get(asked.STEP_UP, Decimal(0))


def part_received(ask: Ask, key: str) -> Figure | None:
    """Of an activity that was sold by instalments, the gain of the year as a part of all gain that earlier
    years did not have (26 U.S.C. 469(g)(3); IRS Pub. 925); None where it was not."""
    contracts = ask.of(results.of_activity, key, ask(form_6252.contracts))
    if not contracts or ask(ended.ended_by, key) not in {asked.SOLD, ""}:
        return None
    if not ask(ended.ended_by, key) and ask.of(_still_owned, key, ask.of(tax_year)):
        return None
    made = [ask(form_6252.income, contract) for contract in contracts]
    gain = total((each["income"] for each in made), "gain of the year")
    left = total((each["not_yet"] for each in made), "gain of years to come")
    if not gain.amount:
        return carried(NOTHING)
    return gain / total((gain, left), "gain that earlier years did not have")


def _still_owned(file: ClientFile, key: str, year: int) -> bool:
    """Whether an activity has property that did not leave by this year."""
    return any(
        asset.activity == key and (asset.disposed is None or asset.disposed.year > year)
        for asset in file.assets.values()
    )
