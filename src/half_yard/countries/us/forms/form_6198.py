"""Form 6198, At-Risk Limitations, by its simplified computation (26 U.S.C. 465)."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.us.carried_in import AT_RISK_AMOUNT, AT_RISK_DEDUCTED, AT_RISK_LOSS, carried_of
from half_yard.countries.us.frame import rules
from half_yard.countries.us.losses import asked, passive, results
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    carried,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.records import ClientFile


def limited(ask: Ask) -> tuple[str, ...]:
    """The activities of which some investment is not at risk, or a loss was not at risk before."""
    return tuple(
        key
        for key in ask(passive.every)
        if not asked.AT_RISK.of(ask.of(activity_of, key).answers) or ask(carried_of, AT_RISK_LOSS, key).amount
    )


@Form
def form_6198(ask: Ask, key: str) -> Page:
    """One for each such activity."""
    name = ask.of(activity_of, key).name
    return Page(f"form_6198.{key}", "Form 6198", name, ask(rules).numbers("form_6198"), about=key)


@form_6198.part
def of_year(page: Page, ask: Ask, key: str) -> None:
    """Part I, lines 1 to 5."""
    page.section = "Part I · Profit or loss of the year"
    own = page.line(
        "own_result", "1", "Profit or loss of the activity", carried(ask(results.before_limits, key))
    )
    gains = page.line(
        "property_gains", "2", "Gains and losses of its property", total(ask(results.gains_of, key))
    )
    before = ask(carried_of, AT_RISK_LOSS, key)
    before = page.line("carried_loss", "4", "Losses of earlier years that were not at risk", before)
    page.line("result_of_year", "5", "Profit or loss", difference(own + gains, before), Role.SUBTOTAL)


@form_6198.part
def at_risk(page: Page, ask: Ask, key: str) -> None:
    """Part II, lines 6 to 10b, and line 20."""
    page.section = "Part II · Amount at risk"

    def fact(name: str, number: str, title: str) -> Figure:
        amount = ask.of(_facts, key).get(name, Decimal(0))
        return page.line(name, number, title, entered(amount, title, f"/activities/{key}/facts/{name}"))

    start = ask(carried_of, AT_RISK_AMOUNT, key)
    start = page.line("at_year_start", "6", "At risk at the beginning of the year", start)
    added = fact(asked.AT_RISK_ADDED, "7", "Put in during the year")
    taken = fact(asked.AT_RISK_TAKEN, "9", "Taken out during the year")
    left = page.line("left_at_risk", "10a", "At risk, also below zero", difference(start + added, taken))
    page.line("at_risk", "20", "Amount at risk", not_below_zero(left), Role.SUBTOTAL)
    below = not_below_zero(difference(NOTHING, left))
    if below.amount:
        before = ask(carried_of, AT_RISK_DEDUCTED, key)
        before = page.line("deducted_before", "", "Losses of earlier years that were deducted", before)
        title = "Below zero: income again (26 U.S.C. 465(e))"
        page.line("recaptured", "", title, smaller_of(below, before))


def _facts(file: ClientFile, key: str) -> Mapping[str, Decimal]:
    return file.activities[key].facts


@form_6198.part
def deductible(page: Page, ask: Ask, key: str) -> None:
    """Line 21, and what goes on."""
    page.section = "Part IV · Deductible loss"
    year, risk = ask(of_year, key), ask(at_risk, key)
    loss = not_below_zero(difference(NOTHING, year["result_of_year"]), "loss of the year")
    allowed = page.line("deductible", "21", "Deductible loss", smaller_of(loss, risk["at_risk"]), Role.TOTAL)
    waits = page.line("not_at_risk", "", "Not at risk: waits", loss - allowed)
    recaptured = risk.get("recaptured", NOTHING)
    title = "Carried to next year"
    page.line("carried_out", "", title, waits + recaptured, carries=Carries(AT_RISK_LOSS, of=key))
    made = total((difference(year["own_result"], year["carried_loss"]), waits, recaptured))
    profit = not_below_zero(year["result_of_year"], "profit")
    end = total((difference(risk["left_at_risk"], allowed), profit, recaptured))
    title = "At risk at the end of the year"
    page.line("at_year_end", "", title, not_below_zero(end), carries=Carries(AT_RISK_AMOUNT, of=key))
    deducted = total((difference(ask(carried_of, AT_RISK_DEDUCTED, key), recaptured), allowed))
    title = "Losses deducted up to now"
    page.line(
        "deducted_up_to_now", "", title, not_below_zero(deducted), carries=Carries(AT_RISK_DEDUCTED, of=key)
    )
    page.line("after_at_risk", "", "What goes on to the passive loss rules", made, Role.RESULT)


def after(ask: Ask, key: str) -> Figure:
    """An activity's result as far as it is at risk."""
    return ask(deductible, key)["after_at_risk"] if key in ask(limited) else ask(results.before_limits, key)
