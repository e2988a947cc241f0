"""The demo's bank statement of February: rows in the books already, rows set aside, rows that wait."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal

from half_yard.demo.builder import day
from half_yard.records import Entry, SortingRule, Statement, StatementRow
from half_yard.records.identifiers import numbered

STATEMENT = "b00001"
OPENING = Decimal("6118.42")
# Day, what the bank wrote, amount, why it is set aside or the payee and day of the entry that it is.
ROWS = (
    ("02-03", "QUILL AND CRATE #12 ROCKPORT ME", "-48.16", "", ""),
    ("02-04", "DACRON AND DUCK CO", "-8412.66", "", "Dacron and Duck Co."),
    ("02-07", "MOBILE DEPOSIT MERIWETHER", "7450.00", "", ""),
    ("02-11", "TOWN OF ROCKPORT TAX", "-276.40", "", "Town of Rockport"),
    ("02-12", "TRANSFER TO SAVINGS 8820", "-1500.00", "transfer between own accounts", ""),
    ("02-14", "OWLS HEAD MARINA ACH", "5340.75", "", "Owl's Head Marina"),
    ("02-18", "ROWAN TELEPHONE AUTOPAY", "-72.10", "", ""),
    ("02-20", "QUILL AND CRATE #12 ROCKPORT ME", "-394.26", "", "Quill and Crate"),
    ("02-21", "HARBOR MARKET", "-84.37", "personal", ""),
    ("02-25", "DOWNEAST MUTUAL", "-2318.00", "", "Downeast Mutual"),
    ("02-27", "PENOBSCOT PILOT GIGS", "5868.00", "", "Penobscot Pilot Gigs"),
    ("02-28", "SERVICE CHARGE", "-14.00", "", ""),
)


def statements(entries: Mapping[str, Entry]) -> tuple[dict[str, Statement], dict[str, Entry]]:
    """The statement by id, and the entries with those marked that are rows of it."""
    rows = numbered(
        "rows",
        [
            StatementRow(
                date=day(when), payee=payee, amount=Decimal(amount), reference=f"2025{number:04d}",
                source_line=number, set_aside=aside,
            )
            for number, (when, payee, amount, aside, _) in enumerate(ROWS, 1)
        ],
    )  # fmt: skip
    marked = dict(entries)
    for key, (when, _, amount, _, payee) in zip(rows, ROWS, strict=True):
        for entry_key, entry in entries.items():
            same = (entry.date, entry.payee, entry.amount) == (day(when), payee, abs(Decimal(amount)))
            if payee and same:
                marked[entry_key] = entry.model_copy(update={"from_row": f"{STATEMENT}/{key}"})
    moved = sum((row.amount for row in rows.values()), Decimal(0))
    statement = Statement(
        name="Penbay Bank, February", account="4417-0042", opening=OPENING, closing=OPENING + moved, rows=rows
    )
    return {STATEMENT: statement}, marked


def rules(activity: str) -> dict[str, SortingRule]:
    """One rule that the preparer has made."""
    return numbered(
        "sorting_rules", [SortingRule(words="rowan telephone", activity=activity, line="utilities")]
    )
