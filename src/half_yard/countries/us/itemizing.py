"""Whether deductions are itemized (26 U.S.C. 63): as it is chosen, or what leaves less income.

Each way is worked out under its assumption with all that it changes, also the order in which interest and
taxes of a home come in its office (Form 8829) or its letting (26 U.S.C. 280A). The way that is taken is the
return itself: its sheets are asked for under that assumption, and only the other way stands on no line.
"""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.asking import Ask
from half_yard.countries.us.frame import household
from half_yard.countries.us.questions import DEDUCTION, ITEMIZED, STANDARD
from half_yard.figures import Assumption, Choice, Test, above, below, total

AS_ITEMIZED, AS_STANDARD = Assumption("itemized deductions"), Assumption("the standard deduction")
IF_ITEMIZED = Assumption("itemized deductions instead", on_no_line=True)
IF_STANDARD = Assumption("the standard deduction instead", on_no_line=True)


DECIDED = Assumption("as it was decided")
"""That the test is known by which one way was taken."""


@dataclass(frozen=True, slots=True)
class Weighed(Assumption):
    """Not a supposition but a finding: the test by which one way was taken, for the lines that show it."""

    test: Test | None = None


@dataclass(frozen=True, slots=True)
class Decision:
    """Whether deductions are itemized, and the test of which way leaves less income."""

    itemized: bool
    test: Test


def itemizes(ask: Ask) -> bool:
    """Whether deductions are itemized."""
    if not ask.steady(are_weighed):
        return chosen(ask) == ITEMIZED
    if ask.assumes(AS_ITEMIZED) or ask.assumes(IF_ITEMIZED):
        return True
    if ask.assumes(AS_STANDARD) or ask.assumes(IF_STANDARD):
        return False
    return ask(decided).itemized


def are_weighed(ask: Ask) -> bool:
    """Whether both ways are worked out: something is on Schedule A, and one is chosen or itemizing in
    reach."""
    # What is on Schedule A rests on the shared things, whose costs this decides about.
    from half_yard.countries.us.forms import schedule_a  # noqa: PLC0415

    return ask(schedule_a.applies) and bool(chosen(ask) or ask(in_reach))


def in_reach(ask: Ask) -> Test:
    """Whether itemizing could come to leave less income: with all that is entered for it, also what floors
    and uses of a home will take away. What is not in reach is not weighed: that takes as long as a return."""
    from half_yard.countries.us.forms import gifts, schedule_a  # noqa: PLC0415
    from half_yard.countries.us.standard_deduction import at_least  # noqa: PLC0415

    # The deduction of a dependant waits for earned income, which waits for what this decides about a home.
    standard = total((ask(at_least), ask(gifts.without_itemizing)), "standard deduction")
    return above(ask(schedule_a.at_most), standard)


def decided(ask: Ask) -> Decision:
    """Which way is taken. What was taken before is tried first, and of a file just read the standard
    deduction, which more returns take: mostly it leaves less, and then the other way is the only one that is
    worked out besides."""
    wanted, before = chosen(ask), ask.last
    first = wanted == ITEMIZED if wanted else before is not None and before.itemized
    test = _which_is_less(ask, first)
    if wanted or bool(test) is first:
        return Decision(first, test)
    return Decision(not first, _which_is_less(ask, not first))


def _which_is_less(ask: Ask, itemized: bool) -> Test:
    """Whether itemizing leaves less income than the standard deduction; the way named is the return's."""
    from half_yard.countries.us.forms import form_1040  # noqa: PLC0415

    ways = (AS_ITEMIZED, IF_STANDARD) if itemized else (IF_ITEMIZED, AS_STANDARD)
    left, other = (ask.under(way)(form_1040.before_business_deduction) for way in ways)
    return below(left.supposed("income if itemized"), other.supposed("income by the standard deduction"))


def of_the_return(ask: Ask) -> tuple[Assumption, ...]:
    """Under what the return itself is asked for."""
    if not ask.steady(are_weighed):
        return ()
    made = ask(decided)
    return AS_ITEMIZED if made.itemized else AS_STANDARD, DECIDED, Weighed("the test", test=made.test)


def which_is_less(ask: Ask) -> Test | None:
    """Whether itemizing leaves less income than the standard deduction, for a line of the return; None while
    that is being found."""
    return ask.which(Weighed).test if ask.assumes(DECIDED) else None


def as_decided(ask: Ask) -> Assumption:
    """The assumption by which something supposed keeps to what is decided for the return itself."""
    return AS_ITEMIZED if ask(itemizes) else AS_STANDARD


def chosen(ask: Ask) -> str:
    """The deduction that the preparer chose; empty where the better one is taken."""
    return ask.of(household).choices.get(DEDUCTION.key, "")


def tests(ask: Ask) -> tuple[Test, ...]:
    """The test that decides between the two, where it does."""
    test = None if chosen(ask) or not ask.steady(are_weighed) else ask(which_is_less)
    return ask(tests_of_reach) if test is None else (test,)


def tests_of_reach(ask: Ask) -> tuple[Test, ...]:
    """The test that leaves only the standard deduction, where it does."""
    from half_yard.countries.us.forms import schedule_a  # noqa: PLC0415

    if not ask(schedule_a.applies) or chosen(ask):
        return ()
    reach = ask(in_reach)
    return () if reach else (reach,)


def choice(ask: Ask) -> tuple[Choice, ...]:
    """The preparer's choice, where there is one."""
    words = {ITEMIZED: "Itemized, as chosen", STANDARD: "Standard deduction, as chosen"}.get(chosen(ask))
    return (Choice(words, f"/household/choices/{DEDUCTION.key}"),) if words else ()
