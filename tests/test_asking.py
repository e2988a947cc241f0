"""Parts that ask for each other: made once, under assumptions, again after an edit only where it was read."""

from __future__ import annotations

import unittest
from dataclasses import dataclass, field

from half_yard.figures import Ask, Asking, Assumption, CircleError
from half_yard.figures.asking import FORGETS_EVERY
from half_yard.figures.made import RUNS_KEPT
from half_yard.figures.remembered import Memory

WITHOUT_TAX = Assumption("without tax")


@dataclass(frozen=True)
class AtPrice(Assumption):
    price: int = 0


@dataclass(frozen=True)
class Records:
    price: int = 100
    rate: int = 20
    note: str = ""
    made: list[str] = field(default_factory=list, compare=False)
    """Which parts ran: a test's own window into the computation."""


def net(ask: Ask[Records]) -> int:
    ask.of(lambda records: records.made).append("net")
    return ask.of(lambda records: records.price)


def tax(ask: Ask[Records]) -> int:
    ask.of(lambda records: records.made).append("tax")
    return 0 if ask.assumes(WITHOUT_TAX) else ask(net) * ask.of(lambda records: records.rate) // 100


def gross(ask: Ask[Records]) -> int:
    ask.of(lambda records: records.made).append("gross")
    return ask(net) + ask(tax)


def saving(ask: Ask[Records]) -> int:
    return ask(gross) - ask.under(WITHOUT_TAX)(gross)


def shown(ask: Ask[Records]) -> str:
    return str(ask(noted))


def noted(ask: Ask[Records]) -> bool:
    return bool(ask.of(lambda records: records.price and records.note))


def reduced(ask: Ask[Records]) -> int:
    return ask(tax) if ask.of(lambda records: bool(records.note)) else 0


def both_ways(ask: Ask[Records]) -> tuple[int, int]:
    return ask(through), ask.under(WITHOUT_TAX)(through)


def through(ask: Ask[Records]) -> int:
    return ask(reduced)


def first(ask: Ask[Records], number: int) -> int:
    return ask(second, number) + 1


def second(ask: Ask[Records], number: int) -> int:
    return ask(first, number) + 1


def either(ask: Ask[Records]) -> int:
    return ask(gross) if ask.of(lambda records: records.note) else 0


def prices(ask: Ask[Records]) -> dict[str, int]:
    ask.of(lambda records: records.made).append("prices")
    return ask.of(lambda records: {"net": records.price, **({"rate": records.rate} if records.rate else {})})


def priced(found: dict[str, int], key: str) -> int:
    return found[key]


def net_price(ask: Ask[Records]) -> int:
    ask.of(lambda records: records.made).append("net_price")
    return ask.pick((prices,), priced, "net")


def rate_price(ask: Ask[Records]) -> int:
    return ask.pick((prices,), priced, "rate") if ask.of(lambda records: records.rate) else 0


def over(ask: Ask[Records]) -> int:
    return ask(net_price) + 1


def with_tax(ask: Ask[Records]) -> dict[str, int]:
    without = ask.of(lambda records: bool(records.note)) and ask.assumes(WITHOUT_TAX)
    return {"all": ask(net) + (0 if without else 20), "net": ask(net)}


def both_pieces(ask: Ask[Records]) -> tuple[int, int]:
    return ask(all_of_it), ask.under(WITHOUT_TAX)(all_of_it)


def all_of_it(ask: Ask[Records]) -> int:
    return ask.pick((with_tax,), priced, "all")


def low(ask: Ask[Records]) -> dict[str, int]:
    """It rests on nothing but what it reads, as long as there is no note."""
    return {"all": ask(over) if ask.of(lambda records: records.note) else 0}


def over_and_low(ask: Ask[Records]) -> tuple[int, int]:
    return ask(over), ask.pick((low,), priced, "all")


def way(ask: Ask[Records]) -> int:
    return ask.of(lambda records: records.price) if ask.assumes(WITHOUT_TAX) else ask(decided)


def ways(ask: Ask[Records]) -> dict[str, int]:
    return {"way": ask(way)}


def taken(ask: Ask[Records]) -> int:
    return ask.pick((ways,), priced, "way")


def decided(ask: Ask[Records]) -> int:
    return ask.under(WITHOUT_TAX)(taken)


def ratio(ask: Ask[Records]) -> int:
    return ask.of(lambda records: 100 // records.rate)


def guarded(ask: Ask[Records]) -> int:
    return ask(ratio) if ask.of(lambda records: records.rate > 0) else 0


def at_a_price(ask: Ask[Records]) -> int:
    return ask.which(AtPrice).price * ask.of(lambda records: records.rate)


def at_one(ask: Ask[Records]) -> int:
    return ask.under(AtPrice("at one", price=1))(at_a_price)


def at_one_and_now(ask: Ask[Records]) -> tuple[int, int]:
    price = ask.of(lambda records: records.price)
    return ask(at_one), ask.under(AtPrice("now", price=price))(at_a_price)


def is_dear(ask: Ask[Records]) -> bool:
    return ask(net) > 150


def above_dear(ask: Ask[Records]) -> str:
    ask.of(lambda records: records.made).append("above_dear")
    return "dear" if ask.steady(is_dear) else "cheap"


def dear_times(ask: Ask[Records]) -> int:
    return 2 if ask.steady(is_dear) else 1


def high(ask: Ask[Records]) -> int:
    return ask.steady(dear_times) * 10


def looked_into_early(ask: Ask[Records]) -> int:
    """It rests on the price alone until that is dear: then on what is higher than it was itself."""
    return ask(high) if ask.of(lambda records: records.price > 150) else 0


def early_and_high(ask: Ask[Records]) -> tuple[int, int]:
    return ask.steady(looked_into_early), ask(high)


@dataclass(frozen=True, eq=False)
class Times:
    number: int

    def price(self, records: Records) -> int:
        return records.price * self.number


ONCE, TWICE = Times(1), Times(2)


def once_and_twice(ask: Ask[Records]) -> tuple[int, int]:
    return ask.of(ONCE.price), ask.of(TWICE.price)


class AskingTest(unittest.TestCase):
    def setUp(self) -> None:
        self.memory = Memory()
        self.made: list[str] = []

    def records(self, price: int = 100, rate: int = 20, note: str = "") -> Records:
        return Records(price, rate, note, self.made)

    def run_on(self, records: Records, part: object) -> object:
        self.made.clear()
        return Asking(records, self.memory).run(part)  # type: ignore[arg-type]

    def test_each_part_runs_once(self) -> None:
        self.assertEqual(self.run_on(self.records(), gross), 120)
        self.assertEqual(sorted(self.made), ["gross", "net", "tax"])

    def test_only_what_read_the_change_is_made_again(self) -> None:
        self.run_on(self.records(), gross)
        self.assertEqual(self.run_on(self.records(), gross), 120)
        self.assertEqual(self.made, [])
        self.assertEqual(self.run_on(self.records(rate=10), gross), 110)
        self.assertEqual(sorted(self.made), ["gross", "tax"])
        self.assertEqual(self.run_on(self.records(rate=10, note="seen by none"), gross), 110)
        self.assertEqual(self.made, [])

    def test_a_part_made_again_that_comes_to_the_same_stops_the_change(self) -> None:
        self.run_on(self.records(price=0), gross)
        self.assertEqual(self.run_on(self.records(price=0, rate=50), gross), 0)
        self.assertEqual(self.made, ["tax"])

    def test_what_takes_a_piece_is_made_again_only_when_the_piece_changes(self) -> None:
        self.assertEqual(self.run_on(self.records(), net_price), 100)
        self.assertEqual(self.run_on(self.records(rate=10), net_price), 100)
        self.assertEqual(self.made, ["prices"])
        self.assertEqual(self.run_on(self.records(price=5, rate=10), net_price), 5)
        self.assertEqual(self.made, ["prices", "net_price"])

    def test_a_piece_that_is_gone_is_not_taken_for_the_one_before(self) -> None:
        self.assertEqual(self.run_on(self.records(), rate_price), 20)
        self.assertEqual(self.run_on(self.records(rate=0), rate_price), 0)

    def test_an_earlier_computation_that_is_asked_late_keeps_its_pieces_to_itself(self) -> None:
        first = Asking(self.records(price=5), self.memory)
        self.assertEqual(first.run(over), 6)
        self.assertEqual(self.run_on(self.records(price=7), over), 8)
        self.assertEqual(first.run(rate_price), 20)
        self.assertEqual(first.run(over), 6)
        self.assertEqual(self.run_on(self.records(price=7), over), 8)
        self.assertEqual(first.run(net_price), 5)
        self.assertEqual(self.run_on(self.records(price=5), over), 6)

    def test_a_piece_that_was_looked_at_late_is_no_piece_of_the_computation_between(self) -> None:
        """What was made of the price of 7 must not be taken to hold for the price of 5, because the one that
        was asked late has left a piece of 5 behind."""
        first = Asking(self.records(price=5), self.memory)
        first.run(net)
        self.assertEqual(self.run_on(self.records(price=7), over), 8)
        self.assertEqual(first.run(net_price), 5)
        self.assertEqual(self.run_on(self.records(price=5), over), 6)

    def test_a_piece_of_a_part_that_comes_to_look_at_an_assumption(self) -> None:
        self.assertEqual(self.run_on(self.records(), both_pieces), (120, 120))
        self.assertEqual(self.run_on(self.records(note="so"), both_pieces), (120, 100))
        self.assertEqual(self.run_on(self.records(price=1, note="so"), both_pieces), (21, 1))
        self.assertEqual(self.run_on(self.records(price=1), both_pieces), (21, 21))

    def test_a_piece_is_taken_under_the_assumptions_of_who_asks(self) -> None:
        """What decides about an assumption asks under it for a piece of a part that rests on the decision."""
        self.assertEqual(self.run_on(self.records(price=3), decided), 3)
        self.assertEqual(self.run_on(self.records(price=4), decided), 4)
        self.assertEqual(self.run_on(self.records(price=4), taken), 4)

    def test_a_low_part_that_comes_to_ask_for_more_waits_for_what_it_asks_for(self) -> None:
        self.assertEqual(self.run_on(self.records(price=5), over_and_low), (6, 0))
        self.assertEqual(self.run_on(self.records(price=7, note="so"), over_and_low), (8, 8))
        self.assertEqual(self.run_on(self.records(price=9, note="so"), over_and_low), (10, 10))
        self.assertEqual(self.run_on(self.records(price=9), over_and_low), (10, 0))

    def test_the_same_reading_of_two_is_not_taken_for_one(self) -> None:
        self.assertEqual(self.run_on(self.records(), once_and_twice), (100, 200))

    def test_a_memory_is_of_one_computation_at_a_time(self) -> None:
        def within(ask: Ask[Records]) -> int:
            return ask(net) + Asking(self.records(price=1), self.memory).run(net)

        with self.assertRaisesRegex(RuntimeError, "one computation at a time"):
            self.run_on(self.records(), within)
        self.assertEqual(self.run_on(self.records(price=1), net), 1)

    def test_what_nobody_asks_for_any_more_stops_nothing(self) -> None:
        self.assertEqual(self.run_on(self.records(rate=20), guarded), 5)
        self.assertEqual(self.run_on(self.records(rate=0), guarded), 0)
        self.assertEqual(self.run_on(self.records(rate=10), guarded), 10)
        with self.assertRaises(ZeroDivisionError):
            self.run_on(self.records(rate=0), ratio)

    def test_assumptions_of_many_computations_ago_are_kept_while_something_rests_on_them(self) -> None:
        for price in range(2, 9):
            self.assertEqual(self.run_on(self.records(price=price), at_one_and_now), (20, price * 20))
        self.assertLessEqual(len(self.memory.known.parts[at_a_price,]), 4)
        self.assertEqual(self.run_on(self.records(price=8, rate=3), at_one_and_now), (3, 24))

    def test_what_is_not_asked_for_is_forgotten_and_made_again(self) -> None:
        self.run_on(self.records(), gross)
        for price in range(2 * FORGETS_EVERY):
            self.run_on(self.records(price=price), net_price)
        self.assertNotIn((gross,), self.memory.known.parts)
        self.assertEqual(self.run_on(self.records(), gross), 120)

    def test_what_is_not_asked_for_is_forgotten_at_a_rest(self) -> None:
        self.run_on(self.records(), gross)
        for price in range(RUNS_KEPT + 1):
            self.run_on(self.records(price=price), net_price)
        self.assertIn((gross,), self.memory.known.parts)
        self.memory.tidy()
        self.assertNotIn((gross,), self.memory.known.parts)
        self.assertIn((net_price,), self.memory.known.parts)

    def test_above_what_is_steady_nothing_is_looked_into_as_long_as_it_comes_to_the_same(self) -> None:
        self.assertEqual(self.run_on(self.records(price=100), above_dear), "cheap")
        (above,) = self.memory.known.parts[above_dear,]
        seen = above.seen
        self.assertEqual(self.run_on(self.records(price=120), above_dear), "cheap")
        self.assertEqual(above.seen, seen)
        self.assertEqual(self.run_on(self.records(price=200), above_dear), "dear")

    def test_what_is_looked_into_too_early_is_looked_into_again(self) -> None:
        self.assertEqual(self.run_on(self.records(price=100), early_and_high), (0, 10))
        self.assertEqual(self.run_on(self.records(price=200), early_and_high), (20, 20))
        self.assertEqual(self.run_on(self.records(price=100), early_and_high), (0, 10))

    def test_a_part_that_asks_for_something_else_after_an_edit(self) -> None:
        self.assertEqual(self.run_on(self.records(), either), 0)
        self.assertEqual(self.run_on(self.records(note="so"), either), 120)
        self.assertEqual(self.run_on(self.records(price=200, note="so"), either), 240)
        self.assertEqual(self.run_on(self.records(price=200), either), 0)

    def test_what_a_part_comes_to_read_later_counts_for_all_that_ask_for_it(self) -> None:
        """At first the note is not looked at; then it is, and comes to the same; then it comes to another."""
        self.assertEqual(self.run_on(self.records(price=0), shown), "False")
        self.assertEqual(self.run_on(self.records(price=1), shown), "False")
        self.assertEqual(self.run_on(self.records(price=1, note="so"), shown), "True")

    def test_what_a_part_comes_to_look_at_later_counts_too(self) -> None:
        self.assertEqual(self.run_on(self.records(rate=0), both_ways), (0, 0))
        self.assertEqual(self.run_on(self.records(rate=0, note="so"), both_ways), (0, 0))
        self.assertEqual(self.run_on(self.records(rate=50, note="so"), both_ways), (50, 0))

    def test_an_assumption_is_the_same_code_and_shares_what_never_looks_at_it(self) -> None:
        self.assertEqual(self.run_on(self.records(), saving), 20)
        self.assertEqual(sorted(self.made), ["gross", "gross", "net", "tax", "tax"])
        self.assertEqual(self.run_on(self.records(rate=30), saving), 30)
        self.assertEqual(sorted(self.made), ["gross", "tax"])

    def test_a_circle_is_found_and_named(self) -> None:
        with self.assertRaises(CircleError) as caught:
            Asking(self.records(), self.memory).run(first, 7)
        self.assertEqual(
            str(caught.exception),
            "a circle: test_asking.first(7) asks for test_asking.second(7) asks for test_asking.first(7)",
        )
