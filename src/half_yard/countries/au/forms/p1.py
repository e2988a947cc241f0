"""Item P1, personal services income of a business: whether it is a personal services business by the tests
(ITAA 1997 Division 87), and what follows where it is none (Divisions 85 and 86)."""

from __future__ import annotations

from half_yard.countries.activity_facts import fact
from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.au import gaps
from half_yard.countries.au.forms import p8
from half_yard.countries.au.frame import rules
from half_yard.countries.au.personal_services import (
    DENIED,
    DETERMINATION,
    ONE_CLIENT,
    OTHER_TESTS,
    RESULTS,
    applies,
)
from half_yard.figures import NOTHING, Figure, Form, Page, Role, below, smaller_of, stated, total
from half_yard.records.amounts import HUNDRED

PERCENT = stated(HUNDRED, "percent")


@Form
def p1(ask: Ask, activity: str) -> Page:
    """One for each business that is paid mainly for personal skills."""
    record = ask.of(activity_of, activity)
    return Page(
        f"p1.{activity}", "Item P1", record.name, about=activity, in_cents=True,
        facts=(("Outcome", ask(outcome, activity)),),
    )  # fmt: skip


def outcome(ask: Ask, activity: str) -> str:
    """What the tests say, in words."""
    record = ask.of(activity_of, activity)
    if all(each.of(record.answers) for each in RESULTS):
        return "A personal services business: the results test is met (s 87-18)."
    if DETERMINATION.of(record.answers):
        return "A personal services business by a determination (s 87-60)."
    share = fact(ask, activity, ONE_CLIENT, "from one client")
    if share is None:
        return "Not known: it is not said how much comes from one client."
    if not below(share / PERCENT, _limit(ask)):
        return "Personal services income: four fifths or more come from one client (s 87-15)."
    for test in OTHER_TESTS:
        if test.of(record.answers):
            return f"A personal services business: {test.text} ({test.explanation})."
    return "Personal services income: none of the tests is met (s 87-15)."


def _limit(ask: Ask) -> Figure:
    return ask(rules).figure("personal_services_limit", label="part from one client")


def is_personal(ask: Ask, activity: str) -> bool:
    """Whether the rules for personal services income apply."""
    return ask(applies, activity) and not ask(outcome, activity).startswith("A personal services business")


@p1.part
def result(page: Page, ask: Ask, activity: str) -> None:
    """What may not be deducted, and what goes to item 14."""
    net = page.line("net_income", "", "Net income by item P8", ask(p8.net_income, activity)["net_income"])
    if share := fact(ask, activity, ONE_CLIENT, "from one client"):
        page.line("one_client", "", "Percent from one client", share)
    denied = NOTHING
    if ask(is_personal, activity):
        typed = fact(ask, activity, DENIED, "not deductible")
        costs = ask(p8.expenses, activity)["total_expenses"]
        denied = NOTHING if typed is None else smaller_of(typed, costs)
        if typed is None:
            denied = denied.marked(gaps.denied_costs(f"/activities/{activity}/facts/{DENIED}"))
        if fact(ask, activity, ONE_CLIENT, "from one client") is None:
            denied = denied.marked(gaps.one_client(f"/activities/{activity}/facts/{ONE_CLIENT}"))
    page.line("denied", "", "Home and associates, not deductible", denied)
    page.line("counted", "14", "Personal services income", total((net, denied)), Role.RESULT)
