"""Showing what somebody else wrote within a sentence."""

LONGEST = 60


def quoted(text: str) -> str:
    """The text in quotation marks, cut where it is long, without signs that would not print."""
    plain = "".join(sign if sign.isprintable() else "?" for sign in text[: LONGEST + 1]).strip()
    return f"“{plain}”" if len(plain) <= LONGEST else f"“{plain[:LONGEST]}…”"
