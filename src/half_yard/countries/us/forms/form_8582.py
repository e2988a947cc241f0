"""Whether a loss from rentals is deductible in full, or may be limited (26 U.S.C. 469).

Form 8582 need not be filed, and losses are allowed in full, where the rentals together have no loss, or
where the small loss and income of an active owner stay within the special allowance (Form 8582
instructions, "Exception"). Everything else waits for the computation of Form 8582 and is marked.
"""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import schedule_c, schedule_e
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.own_income import own_income
from half_yard.figures import NOTHING, Choice, Figure, Mark, Test, above, at_least, difference, total


@dataclass(frozen=True, eq=False)
class LossTreatment:
    """What the loss rules make of rental losses: the choices that allow them in full, or the marks of what is
    not computed; and the tests that decided it."""

    choices: tuple[Choice, ...] = ()
    marks: tuple[Mark, ...] = ()
    tests: tuple[Test, ...] = ()

    def applied(self, loss: Figure) -> Figure:
        """A property's loss under it."""
        return loss.because(*self.choices).marked(*self.marks).where(*self.tests)


def loss_treatment(ask: Ask) -> LossTreatment:
    """What the loss rules make of the rental losses of the return."""
    activities = {key: ask.of(activity_of, key) for key in ask(schedule_e.properties)}
    suspended = [key for key, activity in activities.items() if activity.answers.get("suspended_losses")]
    if suspended:
        marks = tuple(gaps.rental_loss_limited(f"/activities/{key}/answers") for key in suspended)
        return LossTreatment(marks=marks)
    net = total((ask(schedule_e.result, key)["income_or_loss"] for key in activities), "net of all rentals")
    if no_loss := at_least(net, NOTHING):
        words = Choice("Losses are allowed in full against the income of the other rentals")
        return LossTreatment((words,), tests=(no_loss,))
    allowance = ask(rules).figure("rental_loss_allowance", label="special allowance for rental losses")
    start = ask(rules).figure("rental_loss_allowance_magi_start", label="income at which it phases out")
    tests = (
        above(difference(NOTHING, net, label="loss of all rentals"), allowance),
        above(ask(modified_income), start),
    )
    active = all(activity.answers.get("active_participation", True) for activity in activities.values())
    if ask(status) != "separate" and active and not any(tests):
        words = Choice(
            "Active participation, within the special allowance: allowed in full without Form 8582"
        )
        return LossTreatment((words,), tests=tests)
    marks = tuple(gaps.rental_loss_limited(f"/activities/{key}") for key in sorted(activities))
    return LossTreatment(marks=marks)


def modified_income(ask: Ask) -> Figure:
    """Modified adjusted gross income: all other income, without passive losses and before the deduction for
    self-employment tax (26 U.S.C. 469(i)(3)(F))."""
    own = ask(own_income)
    profits = [ask(schedule_c.result, *each)["net_profit"] for each in ask(schedule_c.businesses)]
    return total([*own.wages, *own.investment, *profits], "modified adjusted gross income")
