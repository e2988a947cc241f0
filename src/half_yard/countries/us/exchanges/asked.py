"""What is asked of an exchange besides the assets on its two sides."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from half_yard.asked import Field, FieldKind
from half_yard.countries.exchanging import ExchangeFields
from half_yard.countries.offered import ManyAnswers, Question
from half_yard.records import Exchange

CASH_PAID, DEBT_TAKEN_ON, OTHER_GIVEN, OTHER_BASIS, COSTS = (
    "cash_paid", "debt_taken_on", "other_given", "other_given_basis", "costs",
)  # fmt: skip
CASH, CASH_LATER, DEBT_RELIEVED, CREDITS, OTHER_GOT, NOTE = (
    "cash", "cash_later", "debt_relieved", "credits", "other_got", "note",
)  # fmt: skip
NAMED_COUNT, NAMED_VALUE, GROWTH = "identified_count", "identified_value", "growth"
GIVEN: Mapping[str, tuple[str, str]] = {
    CASH_PAID: ("Cash paid", "without the costs"),
    DEBT_TAKEN_ON: ("Debt on what was got", "taken over, or a new loan"),
    COSTS: ("Costs of the exchange", "agent, transfer tax, the intermediary's fee"),
    OTHER_GIVEN: ("Other property given, value", "what is no asset here, such as shares"),
    OTHER_BASIS: ("Its basis", ""),
}
"""Amounts on the side of what was given, with what belongs there."""
GOT: Mapping[str, tuple[str, str]] = {
    CASH: ("Cash received", "this year"),
    DEBT_RELIEVED: ("Debt on what was given", "taken over, or paid off at the closing"),
    CREDITS: ("Deposits and rent passed on", "credited to the buyer"),
    CASH_LATER: ("Cash left, paid next year", "by the intermediary"),
    NOTE: ("Note of the buyer", "its face, without interest"),
    OTHER_GOT: ("Other property got, value", "for private use, such as a car"),
}
"""Amounts on the side of what was got."""
HELD_FACTS: Mapping[str, tuple[str, str]] = {
    NAMED_COUNT: ("How many were named", "3 or fewer"),
    NAMED_VALUE: ("Worth together", "if more than 3"),
    GROWTH: ("Growth it paid", "interest, kept out"),
}
"""What an intermediary's exchange has besides."""
NO_WEIGHT = {COSTS, OTHER_BASIS}
"""What is no part of either side: costs go to others."""
IDENTIFIED, PARKED, RESOLD = "identified", "parked", "resold"
SWAP, INTERMEDIARY, HOLDER, OWNER, LOST = "swap", "intermediary", "holder", "owner", "lost"
HELD = ManyAnswers(
    "held", "Money held by",
    (
        (SWAP, "Nobody: a direct swap"), (INTERMEDIARY, "A qualified intermediary"),
        (HOLDER, "A holder: parked first"), (OWNER, "The owner (no exchange)"),
        (LOST, "It was lost or taken: replaced"),
    ),
    "26 CFR 1.1031(k)-1(f), (g); Rev. Proc. 2000-37. What was lost or taken: 26 U.S.C. 1033.",
)  # fmt: skip
QUALIFIES = Question(
    "qualifies", "Both sides are real property in the United States, held for business or investment", True,
    "26 U.S.C. 1031(a), (h). Not what is held for sale, a home, a lease of under 30 years for land. A "
    "dwelling counts if let for 14 days, and lived in for 14 or a tenth of these, in two years (Rev. Proc. "
    "2008-16).",
)  # fmt: skip
RELATED_PARTY = Question(
    "related_party", "With a related person, or from one through an intermediary", False,
    "26 U.S.C. 1031(f): Form 8824 for two more years",
)  # fmt: skip
EXTENDED = Question(
    "extended", "The return is extended", False, "Form 4868: else its due date may come before day 180"
)  # fmt: skip
AS_NEW = Question(
    "as_new", "All of what was got is depreciated as new (election)", False,
    "26 CFR 1.168(i)-6(i), with the return of the year; its statement is on Form 4562",
)  # fmt: skip
NO_AVOIDANCE = Question(
    "no_avoidance", "It was resold by death, by loss, or not to avoid tax", False, "26 U.S.C. 1031(f)(2)"
)  # fmt: skip
SIMILAR = Question(
    "similar", "What came serves as what was lost did, or is of like kind if real property was taken", True,
    "26 U.S.C. 1033(a), (g): a gain is taxed only as far as the insurance or award was not spent on it.",
)  # fmt: skip
TAKEN = Question(
    "taken", "Real property was condemned, or sold under threat of it", False,
    "Then there are three years to replace it instead of two (26 U.S.C. 1033(g)(4))",
)  # fmt: skip
FIXED = Question(
    "fixed", "Real property all the same: fixed to land or building", False,
    "26 CFR 1.1031(a)-3; a gain on it is ordinary (1245(b)(4))",
)  # fmt: skip
USED_FIRST = Question(
    "used_first", "It was new: its use began with the owner", False,
    "Then the part that is carried on has the special allowance too (26 CFR 1.168(k)-2(g)(5))",
)  # fmt: skip
"""Asked of an asset that was received, of a class that has the special allowance."""


def paid_on_note(year: int) -> str:
    """The fact that has what was paid on a buyer's note in a year, in dollars, without interest."""
    return f"note_{year}"


def fields_of(exchange: str, record: Exchange, years: Sequence[int]) -> ExchangeFields:
    """The fields of an exchange, those of how it went as the money was held; `years` are those in which a
    buyer's note may have been paid."""
    path = f"/exchanges/{exchange}"
    held = record.choices.get(HELD.key, "")
    about = [
        Field(f"{path}/name", "Name"),
        Field(f"{path}/choices/{HELD.key}", HELD.text, FieldKind.CHOICE, HELD.options, hint=HELD.explanation),
    ]
    if held in {INTERMEDIARY, HOLDER}:
        words = "To be given: named" if held == HOLDER else "To come: named on"
        about.append(Field(f"{path}/days/{IDENTIFIED}", words, FieldKind.DATE, optional=True))
    if held == HOLDER:
        about.append(Field(f"{path}/days/{PARKED}", "Parked on", FieldKind.DATE, optional=True))
    if held == INTERMEDIARY:
        about += _amounts(path, HELD_FACTS)
    if held == LOST:
        costs = {COSTS: GIVEN[COSTS]}
        return ExchangeFields(about, _amounts(path, costs), (), _answers(path, [SIMILAR, TAKEN, AS_NEW]))
    asked = [RELATED_PARTY, QUALIFIES, EXTENDED, AS_NEW]
    if RELATED_PARTY.of(record.answers):
        about.append(Field(f"{path}/days/{RESOLD}", "Resold by either on", FieldKind.DATE, optional=True))
        asked.append(NO_AVOIDANCE)
    got = dict(GOT)
    if record.facts.get(NOTE):
        got |= {
            paid_on_note(year): (f"Principal of the note in {year}", "without interest") for year in years
        }
    return ExchangeFields(about, _amounts(path, GIVEN), _amounts(path, got), _answers(path, asked))


def _answers(path: str, asked: Sequence[Question]) -> list[Field]:
    return [each.field(path) for each in asked]


def _amounts(path: str, facts: Mapping[str, tuple[str, str]]) -> list[Field]:
    return [
        Field(f"{path}/facts/{key}", words, FieldKind.AMOUNT, hint=hint, optional=True)
        for key, (words, hint) in facts.items()
    ]
