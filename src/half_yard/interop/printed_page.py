"""A page to print: HTML that stands alone."""

from __future__ import annotations

from html import escape

STYLE = """
@page {{ size: letter {turned}; margin: 14mm }}
body {{ font: 10pt 'Source Sans 3', sans-serif; color: #222 }}
h1 {{ font-size: 15pt; margin: 0 }} h2 {{ font-size: 12pt; margin: 14pt 0 3pt }}
p {{ margin: 2pt 0 }}
table {{ border-collapse: collapse; width: 100% }}
th, td {{ padding: 2pt 5pt; text-align: left; vertical-align: top; border-bottom: 0.5pt solid #bbb }}
th {{ border-bottom: 1pt solid #222 }} .n {{ text-align: right; white-space: nowrap }}
tr.sum td {{ border-top: 1pt solid #222; border-bottom: none; font-weight: bold }}
"""


def printed_page(title: str, body: str, *, landscape: bool = False) -> str:
    """An HTML document of a title, which is escaped here, and a body, which is HTML."""
    style = STYLE.format(turned="landscape" if landscape else "portrait")
    return (
        '<!DOCTYPE html><html lang="en"><head><meta charset="utf-8">'
        f"<title>{escape(title)}</title><style>{style}</style></head><body>{body}</body></html>\n"
    )
