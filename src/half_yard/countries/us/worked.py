"""What someone earned by work (26 U.S.C. 32(c)(2)): wages, and profits less half of self-employment tax."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import schedule_se
from half_yard.countries.us.frame import people
from half_yard.countries.us.own_income import wages_of
from half_yard.figures import Figure, difference, total


def worked(ask: Ask, person: str) -> Figure:
    """What one person earned; below zero where a business lost more."""
    if person not in ask(schedule_se.persons_with_business):
        return total(ask(wages_of, person, ""), "earned income")
    profit = ask(schedule_se.profits, person)["combined"]
    made = total((*ask(wages_of, person, ""), profit), "wages and profits")
    return difference(made, ask(schedule_se.tax, person)["deductible_part"], label="earned income")


def worked_by_all(ask: Ask) -> Figure:
    """What everyone on the return earned."""
    return total((ask(worked, person) for person in ask(people)), "earned income")
