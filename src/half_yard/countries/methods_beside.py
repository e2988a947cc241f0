"""The methods that the law leaves for a shared thing, beside each other: what each deducts, what the result
would be, what it carries on."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.pack import Pack
from half_yard.countries.results import Computation
from half_yard.countries.shared_use import Method
from half_yard.figures import Figure, Line, Place, Role, difference, total
from half_yard.records import ClientFile, apply

Compute = Callable[[ClientFile], Computation]


@dataclass(frozen=True, slots=True)
class MethodBeside:
    """A method with what it comes to: its deduction, that of several years, what is lost by it, what the
    owner gets back (below zero: pays) with it, what it carries to next year, and by how much the basis is
    down with it, which a sale gives back; in dollars."""

    method: Method
    deduction: Figure | None
    years: Figure | None
    lost: Figure | None
    place: Place
    result: Decimal
    carried: Decimal
    given_back: Decimal


def methods_beside(
    computation: Computation, pack: Pack, thing: str, compute: Compute
) -> Sequence[Sequence[MethodBeside]]:
    """Every choice of method that a thing has, with all its methods; those that are not chosen are computed
    as if they were."""
    return [
        [beside(computation, pack, thing, method, compute) for method in choice]
        for choice in pack.shared.methods(computation.file, thing)
    ]


def beside(
    computation: Computation, pack: Pack, thing: str, method: Method, compute: Compute
) -> MethodBeside:
    """One method of a thing; if it is not chosen, computed as if it were."""
    then = computation if method.chosen else compute(apply(computation.file, method.edit)[0])
    place = Place(*method.amount)
    lines = (then.find_line(Place(place.sheet, key)) for key in (place.line, method.years, method.lost))
    found, years, lost = (None if line is None else line.figure for line in lines)
    carried = sum((line.figure.amount for line in carried_lines(then, pack, thing)), Decimal(0))
    taken = (
        then.stories[key].taken.amount
        for key, asset in then.file.assets.items()
        if thing in {asset.activity, asset.thing} and key in then.stories
    )
    return MethodBeside(method, found, years, lost, place, result_of(then), carried, sum(taken, Decimal(0)))


def comes_back(computation: Computation) -> Figure:
    """What the owners get back of all returns of a file; below zero what they pay."""
    refunds, owed = (computation.results(role) for role in (Role.REFUND, Role.OWED))
    return difference(total(line.figure for line in refunds), *(line.figure for line in owed))


def result_of(computation: Computation) -> Decimal:
    """The same as an amount, in dollars."""
    return comes_back(computation).amount


def carried_lines(computation: Computation, pack: Pack, thing: str) -> list[Line]:
    """What the sheets of a thing carry to next year, where it is anything."""
    begins = tuple(pack.shared.sheets(computation.file, thing))
    return [
        line
        for sheet in computation.sheets
        if sheet.key.startswith(begins)
        for line in sheet.lines
        if line.carries is not None and line.figure.amount
    ]
