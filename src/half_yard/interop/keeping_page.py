"""What the client keeps, as a page to print."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from half_yard.countries.keeping import Kept
from half_yard.interop.printed_page import printed_page


def keeping_page(kept: Sequence[Kept]) -> str:
    """What is kept, and how long, as an HTML document."""
    rows = "".join(f"<tr><td>{escape(each.what)}</td><td>{escape(each.how_long)}</td></tr>" for each in kept)
    head = "<tr><th>What</th><th>How long</th></tr>"
    return printed_page("What to keep", f"<h1>What to keep</h1><table>{head}{rows}</table>")
