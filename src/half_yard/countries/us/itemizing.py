"""Whether deductions are itemized (26 U.S.C. 63): as it is chosen, or what leaves less income.

Each way is worked out under its assumption with all that it changes, also the order in which interest and
taxes of a home come in its office (Form 8829) or its letting (26 U.S.C. 280A).
"""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.frame import household
from half_yard.countries.us.questions import DEDUCTION, ITEMIZED, STANDARD
from half_yard.figures import Assumption, Choice, Test, above, below, total

AS_ITEMIZED = Assumption("itemized deductions", on_no_line=True)
AS_STANDARD = Assumption("the standard deduction", on_no_line=True)


def itemizes(ask: Ask) -> bool:
    """Whether deductions are itemized."""
    # What is on Schedule A rests on the shared things, whose costs this decides about.
    from half_yard.countries.us.forms import schedule_a  # noqa: PLC0415

    if not ask(schedule_a.applies):
        return chosen(ask) == ITEMIZED
    if not chosen(ask) and not ask(in_reach):
        return False
    if ask.assumes(AS_ITEMIZED):
        return True
    if ask.assumes(AS_STANDARD):
        return False
    return chosen(ask) == ITEMIZED or (not chosen(ask) and bool(ask(which_is_less)))


def in_reach(ask: Ask) -> Test:
    """Whether itemizing could come to leave less income: with all that is entered for it, also what floors
    and uses of a home will take away. What is not in reach is not weighed: that takes as long as a return."""
    from half_yard.countries.us.forms import gifts, schedule_a  # noqa: PLC0415
    from half_yard.countries.us.standard_deduction import standard_deduction  # noqa: PLC0415

    standard = total((ask(standard_deduction), ask(gifts.without_itemizing)), "standard deduction")
    return above(ask(schedule_a.at_most), standard)


def as_decided(ask: Ask) -> Assumption:
    """The assumption by which something supposed keeps to what is decided for the return itself."""
    return AS_ITEMIZED if ask(itemizes) else AS_STANDARD


def chosen(ask: Ask) -> str:
    """The deduction that the preparer chose; empty where the better one is taken."""
    return ask.of(household).choices.get(DEDUCTION.key, "")


def which_is_less(ask: Ask) -> Test:
    """Whether itemizing leaves less income than the standard deduction."""
    from half_yard.countries.us.forms import form_1040  # noqa: PLC0415

    itemized = ask.under(AS_ITEMIZED)(form_1040.before_business_deduction)
    standard = ask.under(AS_STANDARD)(form_1040.before_business_deduction)
    return below(
        itemized.supposed("income if itemized"), standard.supposed("income by the standard deduction")
    )


def tests(ask: Ask) -> tuple[Test, ...]:
    """The test that decides between the two, where it does."""
    from half_yard.countries.us.forms import schedule_a  # noqa: PLC0415

    if not ask(schedule_a.applies) or chosen(ask):
        return ()
    if not ask(in_reach):
        return (ask(in_reach),)
    if ask.assumes(AS_ITEMIZED) or ask.assumes(AS_STANDARD):
        return ()
    return (ask(which_is_less),)


def choice(ask: Ask) -> tuple[Choice, ...]:
    """The preparer's choice, where there is one."""
    words = {ITEMIZED: "Itemized, as chosen", STANDARD: "Standard deduction, as chosen"}.get(chosen(ask))
    return (Choice(words, f"/household/choices/{DEDUCTION.key}"),) if words else ()
