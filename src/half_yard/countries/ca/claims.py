"""Who of a couple claims what, for the least tax of both together: found by trying, one choice after another,
until no other answer to any one of them would cost less."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal
from functools import cache

from half_yard.asked import step_to
from half_yard.countries.ca.compute import compute
from half_yard.countries.ca.items import ELIGIBLE, KINDS
from half_yard.countries.ca.questions import SPLIT
from half_yard.countries.ready_moves import couple_of, fitting
from half_yard.countries.results import Computation
from half_yard.figures import Role
from half_yard.figures.explain import money_text
from half_yard.figures.remembered import Memory
from half_yard.records import Change, ClientFile, Edit
from half_yard.records.fittings import Fitting
from half_yard.records.wearing import applied

OF_EITHER = (
    "medical", "medical_others", "donation", "home_buyers", "accessibility", "caregiver", "adoption",
    "disability_transferred", "tuition_of_child", "multigenerational",
)  # fmt: skip
"""The kinds of items that either of a couple may claim (ITA 118.041, 118.05, 118.1(1), 118.2(1))."""
TITLE = "Claims of both where they cost least"
EIGHTHS = 8
WHOLE_DOLLARS = Decimal(1)


@dataclass(frozen=True, slots=True)
class Answer:
    """One answer to a choice: what it is in words, and the steps that make it so."""

    words: str
    steps: tuple[Change, ...]


@dataclass(frozen=True, slots=True)
class Choice:
    """What may be chosen, with the answers that there are; all of a kind may be answered alike in one go."""

    title: str
    answers: tuple[Answer, ...]
    kind: str


def choices(file: ClientFile) -> Iterator[Choice]:
    """What a couple may choose: whose cost an item is, how much of a pension is split."""
    couple = couple_of(file)
    for key, item in sorted(file.items.items()):
        if couple and item.kind in OF_EITHER:
            title = item.name or KINDS[item.kind].title
            yield Choice(title, tuple(_claimed_by(file, key, person) for person in couple), item.kind)
    for person in couple:
        if half := _half_of_pension(file, person):
            parts = ((half * number / EIGHTHS).quantize(WHOLE_DOLLARS) for number in range(EIGHTHS + 1))
            answers = tuple(_split(file, person, each) for each in parts)
            yield Choice(f"Pension of {_called(file, person)}", answers, SPLIT)


def _called(file: ClientFile, person: str) -> str:
    return file.people[person].first_name or person


def _claimed_by(file: ClientFile, key: str, person: str) -> Answer:
    is_now = file.items[key].person == person
    steps = () if is_now else (step_to(file, f"/items/{key}/person", person),)
    return Answer(f"claimed by {_called(file, person)}", steps)


def _half_of_pension(file: ClientFile, person: str) -> Decimal:
    """The most of a pension that may be split, in dollars."""
    return sum(
        (item.amount or Decimal(0) for item in file.items.values()
         if (item.kind, item.person) == ("pension", person) and item.ticks.get(ELIGIBLE)), Decimal(0),
    ) / 2  # fmt: skip


def _split(file: ClientFile, person: str, dollars: Decimal) -> Answer:
    step = step_to(file, f"/people/{person}/facts/{SPLIT}", format(dollars, "f"))
    return Answer(f"{dollars:,} of it split to the other", (step,))


def together(computation: Computation) -> Decimal:
    """What both owe together less what is paid back to them, in dollars."""
    whole = Decimal(0)
    for each in computation.returns:
        owed, back = computation.result_of(each, Role.OWED), computation.result_of(each, Role.REFUND)
        whole += (owed.figure.amount if owed else 0) - (back.figure.amount if back else 0)
    return whole


AS_IT_IS = -1
"""Stands for the answer that the file has."""
State = tuple[int, ...]
"""Which answer each choice has."""


def least(computation: Computation) -> Fitting:
    """The claims at which no other answer to a single choice would cost a couple less, with what each saves;
    without edits where what is in the file costs least already."""
    file, memory = computation.file, Memory()
    every = tuple(choices(file))

    @cache
    def cost(state: State) -> Decimal:
        return together(compute(applied(file, _fitting(every, state)), memory))

    best = (AS_IT_IS,) * len(every)
    while (better := _better(every, best, cost)) is not None:
        best = better
    saved = cost((AS_IT_IS,) * len(every)) - cost(best)
    said = (
        f"Both together pay {money_text(saved)} less." if saved else "It costs both together least as it is."
    )
    return _fitting(every, best, " ".join((said, *_reasons(every, best, cost))))


def _better(every: Sequence[Choice], state: State, cost: Callable[[State], Decimal]) -> State | None:
    """The state next to this one that costs least; None where none costs less."""
    near = (*_one_otherwise(every, state), *_all_of_a_kind(every, state))
    cheapest = min(near, key=cost, default=state)
    return cheapest if cost(cheapest) < cost(state) else None


def _one_otherwise(every: Sequence[Choice], state: State) -> Iterator[State]:
    for number, choice in enumerate(every):
        for answer in (AS_IT_IS, *range(len(choice.answers))):
            if answer != state[number]:
                yield (*state[:number], answer, *state[number + 1 :])


def _all_of_a_kind(every: Sequence[Choice], state: State) -> Iterator[State]:
    """All items of a kind claimed by the one, or by the other: together they may pass a threshold."""
    for kind in {choice.kind for choice in every} - {SPLIT}:
        for answer in range(2):
            yield tuple(
                answer if choice.kind == kind else now for choice, now in zip(every, state, strict=True)
            )


def _fitting(every: Sequence[Choice], state: State, note: str = "") -> Fitting:
    """What the answers of a state change, as one edit."""
    chosen = [
        choice.answers[answer] for choice, answer in zip(every, state, strict=True) if answer != AS_IT_IS
    ]
    steps = tuple(step for answer in chosen for step in answer.steps)
    return fitting(TITLE, *([Edit(label=TITLE, changes=steps)] if steps else []), note=note)


def _reasons(every: Sequence[Choice], state: State, cost: Callable[[State], Decimal]) -> Iterator[str]:
    """For each choice that is answered otherwise what that saves, for the others what the next best answer
    would cost."""
    for number, choice in enumerate(every):
        answer = state[number]

        def otherwise(other: int, number: int = number) -> Decimal:
            return cost((*state[:number], other, *state[number + 1 :])) - cost(state)

        if answer != AS_IT_IS and choice.answers[answer].steps:
            less = money_text(otherwise(AS_IT_IS))
            yield f"{choice.title}: {choice.answers[answer].words}, {less} less than as it is."
        elif changing := [other for other, each in enumerate(choice.answers) if each.steps]:
            next_best = min(changing, key=otherwise)
            more = otherwise(next_best)
            words = choice.answers[next_best].words
            if more:
                yield f"{choice.title}: stays as it is. If {words}, {money_text(more)} more."
            else:
                yield f"{choice.title}: stays as it is. If {words}, as much."
