"""Form 8949, Sales and Other Dispositions of Capital Assets."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.capital_sales import sales_made, words_of
from half_yard.countries.us.frame import rules
from half_yard.figures import Figure, Form, Page, Role, total

BOXES = "ABCGHIDEFJKL"
"""The boxes in the order of the form: what was held for a year or less, then the rest."""
PART_II = "DEFJKL"


@Form
def form_8949(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8949", "Form 8949", "", ask(rules).numbers("form_8949"))


@form_8949.part
def boxes(page: Page, ask: Ask) -> None:
    """Every sale under its box, and the box's totals."""
    for box in BOXES:
        sales = [sold for sold in ask(sales_made) if sold.box == box]
        if not sales:
            continue
        page.section = f"Part {'II' if box in PART_II else 'I'} · Box {box}"
        proceeds, costs, adjustments, gains = [], [], [], []
        for sold in sales:
            name = ask(words_of, sold.key)
            proceeds.append(page.line(f"{sold.key}.proceeds", "1d", f"{name}: proceeds", sold.proceeds))
            costs.append(page.line(f"{sold.key}.basis", "1e", f"{name}: cost or other basis", sold.basis))
            if sold.adjustment.amount:
                title = f"{name}: adjustment"
                adjustments.append(page.line(f"{sold.key}.adjustment", "1g", title, sold.adjustment))
            own = total((proceeds[-1], *adjustments[-1:])) if sold.adjustment.amount else proceeds[-1]
            gains.append(page.line(f"{sold.key}.gain", "1h", f"{name}: gain or loss", own - costs[-1]))
        page.line(f"proceeds.{box}", "2d", "Proceeds", total(proceeds))
        page.line(f"basis.{box}", "2e", "Cost or other basis", total(costs))
        page.line(f"gain.{box}", "2h", "Gain or loss", total(gains), Role.SUBTOTAL)


def gain_of(ask: Ask, box: str) -> Figure | None:
    """Column (h) of a box, where something was sold in it."""
    key, filled = f"gain.{box}", ask(boxes)
    return filled[key] if key in filled else None  # noqa: SIM401 (lines have no empty figure)


def collectibles(ask: Ask) -> tuple[Figure, ...]:
    """Column (h) of the collectibles that were held for more than a year."""
    kept = [sold.key for sold in ask(sales_made) if sold.collectible and sold.long]
    return tuple(ask(boxes)[f"{key}.gain"] for key in kept)
