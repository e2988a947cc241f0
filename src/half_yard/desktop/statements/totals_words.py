"""A statement's totals in words."""

from half_yard.figures.explain import exact_text
from half_yard.statements import Totals


def totals_words(totals: Totals) -> str:
    """A statement's totals as a sum that can be read."""
    moved = f"+ in {exact_text(totals.money_in)} − out {exact_text(totals.money_out)}"
    parts = (
        f"Sorted {exact_text(totals.placed)}, set aside {exact_text(totals.aside)}, "
        f"waiting {exact_text(totals.waiting)}."
    )
    if totals.opening is None or totals.closing is None:
        ends = f" Closing balance {exact_text(totals.closing)}." if totals.closing is not None else ""
        return f"{moved.lstrip('+ ').capitalize()}; the file names no opening balance.{ends}  {parts}"
    words = f"Opening {exact_text(totals.opening)} {moved} = closing {exact_text(totals.closing)}"
    if totals.off:
        words += f"*, which is off by {exact_text(totals.off)}: a row is missing or broken"
    return f"{words}.  {parts}"
