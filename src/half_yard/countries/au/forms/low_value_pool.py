"""The low-value pool of a person, over all activities: item D6 (ITAA 1997 Subdivision 40-E)."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.au import small_values
from half_yard.countries.au.frame import BOOKS
from half_yard.figures import Carries, Form, Page, Role, total


@Form
def low_value_pool(ask: Ask, person: str) -> Page:
    """One for each person who has one."""
    return Page(f"low_value.{person}", "Low-value pool", ask(BOOKS.name, person), about=person, in_cents=True)


@low_value_pool.part
def pool(page: Page, ask: Ask, person: str) -> None:
    """What was in it, what came and went, the deduction, what is left."""
    page.line("opening", "", "Balance on July 1", ask(small_values.opening, person))
    page.line("additions", "", "What came, by share and use", total(ask(small_values.additions, person)))
    page.line("proceeds", "", "What was received for what went", total(ask(small_values.proceeds, person)))
    page.line("deduction", "D6", "Deduction", ask(small_values.deduction, person), Role.RESULT)
    if (more := ask(small_values.income, person)).amount:
        page.line("income", "24", "Received above what was in it", more)
    page.line("closing", "", "Balance on June 30", ask(small_values.closing, person),
              carries=Carries(small_values.POOL, of=person))  # fmt: skip
