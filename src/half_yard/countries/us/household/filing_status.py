"""The filing status by facts, with the reason (26 U.S.C. 1(a) to (d), 2, 7703)."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.offered import ManyAnswers, Question
from half_yard.countries.us.household.qualifying import WHOLE_YEAR, Standing, months_here, standing_of
from half_yard.countries.us.household.relations import OWN_CHILDREN
from half_yard.countries.us.year_rules import YearRules
from half_yard.records import ClientFile

SINGLE, JOINT, SEPARATE = "single", "joint", "separate"
HEAD, SURVIVING = "head_of_household", "surviving_spouse"
FILING_STATUSES = {
    SINGLE: "Single",
    JOINT: "Married filing jointly",
    SEPARATE: "Married filing separately",
    HEAD: "Head of household",
    SURVIVING: "Qualifying surviving spouse",
}
UNMARRIED, MARRIED, WIDOWED, WIDOWED_BEFORE = "unmarried", "married", "widowed", "widowed_before"
MARITAL = ManyAnswers(
    "marital", "On December 31",
    (
        (UNMARRIED, "Not married"),
        (MARRIED, "Married"),
        (WIDOWED, "The spouse died this year"),
        (WIDOWED_BEFORE, "The spouse died in one of the two years before"),
    ),
    "With this the filing status can be left open: it is found by the facts", anew=True,
)  # fmt: skip
KEPT_UP_HOME = Question(
    "kept_up_home", "Paid more than half of what the home cost", True,
    "Head of household and surviving spouse (26 U.S.C. 2(b), 2(a))", anew=True,
)  # fmt: skip
APART = Question(
    "apart_half", "Lived apart from the spouse in the last six months", False,
    "With a child at home a married person may then be head of household (26 U.S.C. 7703(b))", anew=True,
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Decided:
    """A filing status and why it is that one."""

    status: str
    why: str


def qualifies_for_head(file: ClientFile, values: YearRules) -> Standing | None:
    """The first of the dependants by whom the taxpayer may be head of household."""
    everyone = (standing_of(person, file, values) for _, person in sorted(file.dependants.items()))
    return next((each for each in everyone if each.for_head), None)


def _child_all_year(file: ClientFile, values: YearRules) -> str:
    """The name of an own child who is a dependant and lived here all year."""
    for _, person in sorted(file.dependants.items()):
        standing = standing_of(person, file, values)
        all_year = months_here(person, values.year) == WHOLE_YEAR
        if person.relation in OWN_CHILDREN and standing.dependant and all_year:
            return standing.name
    return ""


def decided_by_facts(file: ClientFile, values: YearRules) -> Decided | None:
    """The best status that the facts allow; None while it is not said whether the taxpayer is married."""
    answers = file.household.answers
    kept, head = KEPT_UP_HOME.of(answers), qualifies_for_head(file, values)
    match file.household.choices.get(MARITAL.key):
        case "married" if APART.of(answers) and kept and head is not None and head.child:
            return Decided(HEAD, f"lived apart from the spouse, with {head.name} at home")
        case "married" if "spouse" in file.people:
            return Decided(JOINT, "married on December 31")
        case "married":
            return Decided(SEPARATE, "married, and no spouse is on this return")
        case "widowed":
            return Decided(JOINT, "the spouse died this year")
        case "widowed_before" if kept and (child := _child_all_year(file, values)):
            return Decided(SURVIVING, f"the spouse died in one of the two years before, with {child} at home")
        case "unmarried" | "widowed_before" if kept and head is not None:
            return Decided(HEAD, f"not married, with {head.name}: {head.why}")
        case "unmarried" | "widowed_before":
            return Decided(SINGLE, "not married, and nobody by whom it would be another")
        case _:
            return None


def problem_of(status: str, file: ClientFile, values: YearRules) -> str:
    """Why a status that was chosen does not hold by what is entered; empty where it may."""
    answers, kept = file.household.answers, KEPT_UP_HOME.of(file.household.answers)
    if status == HEAD:
        head = qualifies_for_head(file, values)
        if head is None:
            return "Head of household needs a qualifying person: none of those entered is one."
        if not kept:
            return "Head of household needs that more than half of what the home cost was paid."
        if file.household.choices.get(MARITAL.key) == MARRIED and not (APART.of(answers) and head.child):
            return (
                "A married person is head of household only apart from the spouse in the last six months, "
                "with a child at home (26 U.S.C. 7703(b))."
            )
    if status == SURVIVING and not (kept and _child_all_year(file, values)):
        return (
            "A surviving spouse needs an own child who is a dependant and lived here all year, in a home of "
            "which more than half was paid (26 U.S.C. 2(a))."
        )
    return ""


def status_of(file: ClientFile, values: YearRules) -> str:
    """The filing status that is chosen, or else found by the facts; single while neither is there."""
    chosen = file.household.filing_status
    if chosen in FILING_STATUSES:
        return chosen
    found = decided_by_facts(file, values)
    return found.status if found else SINGLE
