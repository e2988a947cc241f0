"""What the match of payers' forms with the books brings to light."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from half_yard.books import MatchState, PayerMatch
from half_yard.review import Finding, Level


def match_findings(matches: Iterable[PayerMatch]) -> Iterator[Finding]:
    """Forms whose money the books lack, in whole or in part."""
    for match in matches:
        path = f"/forms/{match.forms[0]}"
        payer = match.payer or "A payer without a name"
        if match.state is MatchState.FORM_ONLY:
            yield Finding(
                Level.WARNING,
                f"{payer}: {match.on_forms:,.2f} is on a form and not in the books. It is counted.",
                path,
                "See that it is not in the books under another name.",
            )
        elif match.state is MatchState.DIFFERS:
            yield Finding(
                Level.WARNING,
                f"{payer}: the form says {match.difference:,.2f} more than the books. The form's is counted.",
                path,
            )
