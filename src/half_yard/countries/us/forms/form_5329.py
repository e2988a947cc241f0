"""Form 5329, part I: the further tax of early distributions (26 U.S.C. 72(t)), for one person."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.frame import BOOKS, people, rules
from half_yard.countries.us.household.retirement_income import early
from half_yard.figures import Figure, Form, Page, Role, not_below_zero, total
from half_yard.figures.explain import percent_text


def persons(ask: Ask) -> tuple[str, ...]:
    """The people on the return who had an early distribution."""
    return tuple(person for person in ask(people) if ask(early, person))


@Form
def form_5329(ask: Ask, person: str) -> Page:
    """Whose it is."""
    numbers = ask(rules).numbers("form_5329")
    return Page(f"form_5329.{person}", "Form 5329", ask(BOOKS.name, person), numbers, about=person)


@form_5329.part
def part_i(page: Page, ask: Ask, person: str) -> None:
    """Lines 1 to 4."""
    page.section = "Part I · Early distributions"
    every = ask(early, person)
    taxed = page.line("taxed", "1", "Early distributions in income", total(each for each, _ in every))
    free = total(excepted for _, excepted in every if excepted is not None)
    free = page.line("excepted", "2", "Of it excepted", free)
    subject = page.line("subject", "3", "Subject to the further tax", not_below_zero(taxed - free))
    rate = ask(rules).figure("early_distribution_tax_rate", label="rate")
    page.line("tax", "4", f"{percent_text(rate.amount)} of it", subject * rate, Role.TOTAL)


def taxes(ask: Ask) -> tuple[Figure, ...]:
    """The tax of each person."""
    return tuple(ask(part_i, person)["tax"] for person in ask(persons))
