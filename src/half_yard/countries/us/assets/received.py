"""The depreciation of what was received in an exchange (26 CFR 1.168(i)-6): what was left of the property
given goes on as it did, or slower where the new one is slower; what is beyond that is new property."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from typing import NamedTuple

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.results import AssetStory, YearRow
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.course import Course
from half_yard.countries.us.assets.life import CARRIED, Life
from half_yard.countries.us.assets.rates import CarriedOn
from half_yard.countries.us.assets.special_allowance import Allowance
from half_yard.countries.us.assets.uses import used_half_months
from half_yard.countries.us.assets.year_rows import YearsOfCourse
from half_yard.countries.us.exchanges import exchanged
from half_yard.countries.us.exchanges.asked import AS_NEW, RESOLD, USED_FIRST
from half_yard.countries.us.forms import form_8824
from half_yard.countries.us.shared import up_to_now
from half_yard.depreciation import Convention, Start
from half_yard.figures import Choice, Figure, difference, entered, not_below_zero, smaller_of, total
from half_yard.records import Asset
from half_yard.sharing import in_proportion

BY_PARTS = "What was left of several things given, among several received: by class, then by value"
AS_NEW_WORDS = "Election made under section 1.168(i)-6(i): all of its basis is new property"


class Piece(NamedTuple):
    """What was left of a depreciated life when it was given: the life, its basis then, and what it hands
    on."""

    life: Life
    left: Figure
    hands_on: CarriedOn


def pieces(ask: Ask, exchange: str) -> tuple[Piece, ...]:
    """What is left of everything depreciable that was given in an exchange."""
    return tuple(piece for key in ask(exchanged.sides, exchange).given for piece in _pieces_of(ask, key))


def _pieces_of(ask: Ask, key: str) -> list[Piece]:
    asset = ask.of(asset_of, key)
    if CLASSES[asset.asset_class].recovery is None:
        return []
    life = stories.life_of(ask, key)
    if not life.carried:
        return [_piece(life, up_to_now.story_up_to_now(ask, key).taken)]
    return [_piece(course.life, total(course.all_years(), "taken")) for course in courses_of(life)]


def _piece(life: Life, taken: Figure) -> Piece:
    """What is left of a life that has ended, of which so much was taken."""
    basis = life.basis or basis_figure(life.key, life.asset)
    left = difference(basis, taken, label=f"{life.asset.name}: left of its depreciable basis")
    before = life.way.carried.used if life.way.carried else 0
    hands_on = CarriedOn(life.way.in_full, before + used_half_months(life.asset, life.way.start))
    return Piece(life, not_below_zero(left, left.label), hands_on)


class Carry(NamedTuple):
    """A part of what a thing received goes on with."""

    piece: Piece
    basis: Figure


def carries(ask: Ask, exchange: str) -> dict[str, tuple[Carry, ...]]:
    """What goes on in each thing received that is depreciated: no more than its basis, and no more than what
    was left of what was given. Among several it goes to property of its class first, then by value (common
    practice, no source)."""
    got = depreciated(ask, ask(exchanged.sides, exchange).got)
    if not got or AS_NEW.of(ask.of(exchanged.exchange_of, exchange).answers):
        return {}
    every = {str(number): piece for number, piece in enumerate(ask(pieces, exchange))}
    left = {number: piece.left for number, piece in every.items()}
    room = {key: ask(form_8824.basis, exchange)[f"basis.{key}"] for key in got}
    found: dict[str, list[Carry]] = {key: [] for key in got}
    several = len(every) > 1 or len(got) > 1
    kinds = sorted({piece.life.asset_class.key for piece in every.values()}) if several else []
    for kind in (*kinds, ""):
        numbers = [each for each, piece in every.items() if kind in {"", piece.life.asset_class.key}]
        keys = [key for key, asset in got.items() if kind in {"", asset.asset_class}]
        for number, key, part in _spread({n: left[n] for n in numbers}, {k: room[k] for k in keys}):
            basis = part.because(Choice(BY_PARTS)) if several else part
            found[key].append(Carry(every[number], basis))
            left[number], room[key] = difference(left[number], part), difference(room[key], part)
    return {key: tuple(each) for key, each in found.items()}


def depreciated(ask: Ask, keys: tuple[str, ...]) -> dict[str, Asset]:
    """Those of some assets that are depreciated, by id. It is no part of its own."""
    every = ask.of(stories.assets_of, keys).items()
    return {key: asset for key, asset in every if CLASSES[asset.asset_class].recovery is not None}


def _spread(left: Mapping[str, Figure], room: Mapping[str, Figure]) -> Iterable[tuple[str, str, Figure]]:
    """What of each that is left goes to each room: all of the smaller side, by the other's amounts."""
    left = {key: figure for key, figure in left.items() if figure.amount > 0}
    room = {key: figure for key, figure in room.items() if figure.amount > 0}
    if not left or not room:
        return
    if len(left) == len(room) == 1:
        (number, what), (key, where) = *left.items(), *room.items()
        yield number, key, smaller_of(what, where, label=f"{what.label}, as far as it goes on")
    elif _sum(left) <= _sum(room):
        for number, what in left.items():
            for key, part in in_proportion(what, room).items():
                yield number, key, part
    else:
        for key, where in room.items():
            for number, part in in_proportion(where, left).items():
                yield number, key, part


def _sum(figures: Mapping[str, Figure]) -> Decimal:
    return sum((figure.amount for figure in figures.values()), Decimal(0))


def new_part(ask: Ask, key: str, exchange: str) -> Figure:
    """The basis of a thing received that is beyond what goes on. It is no part of its own."""
    basis, going = ask(form_8824.basis, exchange)[f"basis.{key}"], ask(carries, exchange).get(key, ())
    label = f"{ask.of(asset_of, key).name}: basis that is new"
    return difference(basis, *(carry.basis for carry in going), label=label)


def received_life(ask: Ask, key: str, exchange: str) -> Life:
    """The life of what is beyond what goes on, with the lives that go on in it."""
    asset, going = ask.of(asset_of, key), ask(carries, exchange).get(key, ())
    beyond = new_part(ask, key, exchange)
    expensed = None if asset.expensed is None else min(asset.expensed, max(beyond.amount, Decimal(0)))
    new = _as_if_bought(asset, beyond).model_copy(update={"expensed": expensed})
    life = replace(stories.life_as(ask, key, new), basis=beyond)
    if AS_NEW.of(ask.of(exchanged.exchange_of, exchange).answers):
        election = Choice(AS_NEW_WORDS, f"/exchanges/{exchange}/answers/{AS_NEW.key}")
        life = replace(life, choices=(*life.choices, election))
    return replace(life, carried=tuple(_going_on(ask, key, asset, carry) for carry in going))


def _as_if_bought(asset: Asset, basis: Figure) -> Asset:
    """The record of a part of what was received, with the part of the basis that is its own."""
    return asset.model_copy(
        update={
            "cost": basis.amount, "reckoning": "", "basis": {}, "origin": "", "got_in": "",
            "prior_depreciation": None, "expensed": None,
        }
    )  # fmt: skip


def _going_on(ask: Ask, key: str, asset: Asset, carry: Carry) -> Life:
    """A life that goes on in a thing received, from the day on which that was ready."""
    before = carry.piece.life
    name = f"{asset.name}, in which {before.asset.name} goes on"
    part = _as_if_bought(asset, carry.basis).model_copy(update={"name": name})
    life = stories.life_as(ask, key, part)
    convention = life.way.start.convention
    if not life.asset_class.real and before.way.start.convention is not Convention.MID_MONTH:
        convention = before.way.start.convention
    if asset.in_service is None:
        raise ValueError(f"{key} has no date in service")
    start = Start.of(convention, asset.in_service)
    allowance = life.allowance if USED_FIRST.of(asset.answers) else Allowance(None)
    way = replace(life.way, start=start, carried=carry.piece.hands_on)
    return replace(life, way=way, basis=carry.basis, allowance=allowance)


# -- its years --------------------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True, eq=False)
class YearsOfLives:
    """The years of several lives in one asset, seen from one of them; what earlier years took may be
    entered for all of them."""

    key: str
    asset: Asset
    courses: Sequence[Course]
    index: int

    def before(self) -> Figure:
        """As entered, or by the tables of each."""
        label = f"{self.asset.name}: depreciation of earlier years"
        if self.asset.prior_depreciation is not None:
            path = f"/assets/{self.key}/prior_depreciation"
            return entered(self.asset.prior_depreciation, f"{label}, entered", path)
        return total((course.prior(self.index) for course in self.courses), label)

    def capped(self, index: int, before: Figure) -> Figure:
        """A year of all, but not more than the basis that earlier years have left."""
        label = f"{self.asset.name}: year {index + 1}"
        made = total((course.capped(index) for course in self.courses), label)
        if self.asset.prior_depreciation is None:
            return made
        lives = [course.life for course in self.courses]
        bases = [life.basis or basis_figure(life.key, life.asset) for life in lives]
        left = not_below_zero(difference(total(bases, "basis"), before), "basis that is left")
        return made if left.amount >= made.amount else smaller_of(made, left, label=made.label)

    def after(self) -> Figure:
        """The year after this one."""
        before = self.before()
        return self.capped(self.index + 1, total((before, self.capped(self.index, before)), before.label))

    def every(self) -> tuple[Figure, ...]:
        """Every year of all of them."""
        every, name = [course.all_years() for course in self.courses], self.asset.name
        return tuple(
            total((years[index] for years in every if index < len(years)), f"{name}: year {index + 1}")
            for index in range(max(map(len, every)))
        )

    def amounts(self) -> Sequence[Decimal]:
        """What every year takes, in dollars."""
        return amounts_of(self.courses)

    def straight_line(self) -> Figure:
        """What straight line would have taken."""
        return total((course.straight_line(self.index) for course in self.courses), "by straight line")

    def rows(self) -> Sequence[YearRow]:
        """Every year laid open: what goes on and what is new, each with its rate."""
        of_each = [(course, YearsOfCourse(course, self.index).rows()) for course in self.courses]
        made = []
        for index, figure in enumerate(self.every()):
            words = [_in_words(course.life, rows[index]) for course, rows in of_each if index < len(rows)]
            made.append(YearRow(courses_year(self.courses, index), figure, words="; ".join(words)))
        return made


def _in_words(life: Life, row: YearRow) -> str:
    """What a life takes in a year; of what is new with its table."""
    if life.way.carried is not None:
        return f"goes on {row.taken.amount:,.2f}"
    return f"new {row.taken.amount:,.2f}: {row.words}"


def courses_year(courses: Sequence[Course], index: int) -> int:
    """The tax year with an index: all lives of one thing begin in the same."""
    return courses[0].life.first + index


def amounts_of(courses: Sequence[Course]) -> list[Decimal]:
    """What every year of several lives takes, in dollars."""
    every = [course.amounts for course in courses]
    last = max(map(len, every), default=0)
    return [sum((years[index] for years in every if index < len(years)), Decimal(0)) for index in range(last)]


def courses_of(life: Life) -> list[Course]:
    """The courses of what goes on in a life, then of what is new, without what has no basis."""
    every = [Course.of(each) for each in (*life.carried, replace(life, carried=()))]
    return [course for course in every if course.life.terms.basis > 0] or every[-1:]


def received_story(ask: Ask, key: str, exchange: str, year: int) -> AssetStory:
    """The story of what was received: what goes on, and what is new."""
    asset, life = ask.of(asset_of, key), received_life(ask, key, exchange)
    courses, index = courses_of(life), year - life.first
    years = YearsOfLives(key, asset, courses, index)
    this_year = years.capped(index, years.before())
    if ask(form_8824.became_taxable, exchange):
        this_year = this_year.marked(gaps.resold(f"/exchanges/{exchange}/days/{RESOLD}"))
    if life.asset_class.listed:
        this_year = this_year.marked(gaps.listed_replacement(f"/assets/{key}/asset_class"))
    parts: dict[str, Figure] = {}
    going = [course for course in courses if course.life.way.carried is not None]
    if going:
        parts[CARRIED] = total((course.capped(index) for course in going), f"{asset.name}: what goes on")
    for course in courses:
        if course.life.way.carried is None:
            parts |= course.at(index).parts(index)
    if sum((part.amount for part in parts.values()), Decimal(0)) != this_year.amount:
        parts = {}  # cut off at the basis that is left: the year stands as one
    words = [_goes_on(course.life) for course in going]
    new = courses[-1].life
    if new.way.carried is None:
        words.append(f"{new.summary} for {new.terms.basis:,.2f} that is new")
    return AssetStory(
        life.first, this_year, "Received in an exchange: " + "; ".join(words), years, parts,
        way=new.way_in_words, convention=life.way.start.convention,
        rate_basis=life.basis_of_rate(0).amount if not index else Decimal(0),
    )  # fmt: skip


def _goes_on(life: Life) -> str:
    return f"{life.way_in_words}, for {life.terms.basis:,.2f} that goes on"
