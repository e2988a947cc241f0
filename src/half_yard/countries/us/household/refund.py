"""How a refund is paid: by check, or to an account by its numbers (Form 1040, lines 35b to 35d)."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.asked import Field
from half_yard.countries.offered import ManyAnswers
from half_yard.records import ClientFile
from half_yard.review import Finding, Level

ACCOUNT = ManyAnswers(
    "refund_account", "A refund is paid",
    (("", "By check"), ("checking", "To a checking account"), ("savings", "To a savings account")),
    "Form 1040, line 35c",
)  # fmt: skip
ROUTING, NUMBER = "refund_routing", "refund_number"
DIGITS, LONGEST = 9, 17
FIRST = (range(1, 13), range(21, 33))
"""What the first two digits of a routing number may be (Form 1040 instructions, line 35b)."""
WEIGHTS = (3, 7, 1)
"""Of its check digit, in turn, modulo ten (American Bankers Association; recalled)."""
LAST_SHOWN = 4


def routing_problem(typed: str) -> str:
    """What is wrong with a routing number; empty where nothing is."""
    if not typed:
        return ""
    if not typed.isdecimal() or len(typed) != DIGITS:
        return f"A routing number has {DIGITS} digits. Copy it from a check or the bank's statement."
    if not any(int(typed[:2]) in each for each in FIRST):
        return "A routing number begins with 01 to 12 or 21 to 32. Look for a mistyped digit."
    if sum(int(digit) * WEIGHTS[place % 3] for place, digit in enumerate(typed)) % 10:
        return "Its check digit does not fit. Look for a mistyped digit."
    return ""


def number_problem(typed: str) -> str:
    """What is wrong with an account's number; empty where nothing is."""
    if len(typed) > LONGEST or not all(sign.isalnum() or sign == "-" for sign in typed):
        return f"An account's number has up to {LONGEST} letters, digits and hyphens."
    return ""


def masked(number: str) -> str:
    """The last four signs."""
    return "•" * max(len(number) - LAST_SHOWN, 0) + number[-LAST_SHOWN:]


def refund_fields(file: ClientFile) -> list[Field]:
    """How it is paid, and the numbers of an account."""
    fields = [ACCOUNT.field("/household")]
    if _account(file):
        path = "/household/choices"
        fields += [
            Field(f"{path}/{ROUTING}", "Routing number", problem=routing_problem, hint="nine digits"),
            Field(f"{path}/{NUMBER}", "Account number", problem=number_problem, masks=masked),
        ]
    return fields


def _account(file: ClientFile) -> str:
    kind = file.household.choices.get(ACCOUNT.key, "")
    return kind if kind in dict(ACCOUNT.options) else ""


def shown(file: ClientFile) -> tuple[tuple[str, str], ...]:
    """What the return says of it."""
    kind, choices = _account(file), file.household.choices
    if not kind:
        return ()
    number = masked(choices.get(NUMBER, ""))
    return (("35b · Routing number", choices.get(ROUTING, "")), ("35c · Account", kind), ("35d", number))


def refund_findings(file: ClientFile) -> Iterator[Finding]:
    """Numbers that are missing or wrong: the money would go astray."""
    if not _account(file):
        return
    choices = file.household.choices
    for key, title, problem in (
        (ROUTING, "routing number", routing_problem), (NUMBER, "account number", number_problem),
    ):  # fmt: skip
        typed = choices.get(key, "")
        wrong = problem(typed) if typed else f"Type the {title}, or have the refund paid by check."
        if wrong:
            what = "does not fit" if typed else "is missing"
            yield Finding(
                Level.ERROR, f"The {title} for a refund {what}.", f"/household/choices/{key}", wrong
            )
