"""Who and what the return is for: the year's rules, the filing status, the people, the books."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.books import BookKeeping, PayersForms
from half_yard.books.keeping import Brought
from half_yard.countries.asking import Ask, person_of, tax_year
from half_yard.countries.us import gaps
from half_yard.countries.us.country import ROLES
from half_yard.countries.us.form_boxes import FORM_KINDS
from half_yard.countries.us.household import filing_status
from half_yard.countries.us.household.filing_status import FILING_STATUSES
from half_yard.countries.us.identity import masked
from half_yard.countries.us.left_out import SHORT, left_out_activities
from half_yard.countries.us.shared.kinds import KINDS
from half_yard.countries.us.statement_lines import LINES
from half_yard.countries.us.year_rules import YearRules, rules_for
from half_yard.figures import Choice, Mark
from half_yard.records import Activity, Address, ClientFile, Household, Person

TAXPAYERS = (("owner", "Taxpayer"), ("spouse", "Spouse"))


def _brought(ask: Ask, activity: str) -> Brought:
    """What shared things bring to an activity."""
    # The forms of things are made on this frame.
    from half_yard.countries.us.shared import brought  # noqa: PLC0415

    return ask(brought.brought, activity)


BOOKS = BookKeeping(
    LINES,
    PayersForms(
        {kind.key: kind for kind in FORM_KINDS},
        {"business": "commissions", "rental": "commissions"},
        {"business": "returns"},
    ),
    ROLES,
    things={kind.key: {line.key: line.title for line in kind.lines} for kind in KINDS.values()},
    brought=_brought,
)


def people_of(file: ClientFile) -> tuple[str, ...]:
    """The ids of those whose income is on the return."""
    status = filing_status.status_of(file, rules_for(file.tax_year))
    wanted = ("owner", "spouse") if status == filing_status.JOINT else ("owner",)
    return tuple(person for person in wanted if person in file.people)


def one_line(address: Address) -> str:
    """An address on one line, without the parts that are empty."""
    return ", ".join(filter(None, (address.street, address.city, address.region, address.postal_code)))


@dataclass(frozen=True)
class OnReturn:
    """The frame of one return, for looking it over. `people` are the ids of those whose income is on it."""

    file: ClientFile
    rules: YearRules
    status: str
    people: tuple[str, ...]

    @staticmethod
    def of(file: ClientFile) -> OnReturn:
        """The frame of a file."""
        values = rules_for(file.tax_year)
        return OnReturn(file, values, filing_status.status_of(file, values), people_of(file))

    def name(self, person: str) -> str:
        """A person's name, or the role while there is none."""
        found = self.file.people.get(person)
        return (found.name if found else "") or ROLES.get(person, person)


# -- parts to ask for -------------------------------------------------------------------------------------


def rules(ask: Ask) -> YearRules:
    """The values of the tax year."""
    return rules_for(ask.of(tax_year))


def status(ask: Ask) -> str:
    """The filing status, as it is chosen or found by the facts; single while neither is there."""
    return ask.of(_status)


def _status(file: ClientFile) -> str:
    return filing_status.status_of(file, rules_for(file.tax_year))


def _decided(file: ClientFile) -> filing_status.Decided | None:
    """What the facts say of the status, where none is chosen."""
    if file.household.filing_status in FILING_STATUSES:
        return None
    return filing_status.decided_by_facts(file, rules_for(file.tax_year))


def household(file: ClientFile) -> Household:
    """What holds for the whole file."""
    return file.household


def people(ask: Ask) -> tuple[str, ...]:
    """The ids of those whose income is on the return."""
    return ask.of(people_of)


def persons(ask: Ask) -> tuple[tuple[str, Person], ...]:
    """The people on the return, by id."""
    return tuple((key, ask.of(person_of, key)) for key in ask(people))


def status_choice(ask: Ask) -> Choice:
    """The filing status, as a choice that shapes figures."""
    return Choice(f"Filing status: {FILING_STATUSES[ask(status)].lower()}", "/household/filing_status")


def status_marks(ask: Ask) -> tuple[Mark, ...]:
    """The mark of a status that is only assumed."""
    chosen = ask.of(household).filing_status in FILING_STATUSES
    if not chosen and ask.of(_decided) is None:
        return (gaps.NO_STATUS,)
    problem = ask.of(_status_problem)
    return (gaps.status_does_not_hold(problem),) if problem else ()


def _status_problem(file: ClientFile) -> str:
    values = rules_for(file.tax_year)
    return filing_status.problem_of(filing_status.status_of(file, values), file, values)


def facts(ask: Ask) -> tuple[tuple[str, str], ...]:
    """What stands at the head of the return."""
    return (
        ("Filing status", ask(_status_in_words)),
        *ask.of(_names),
        ("Address", one_line(ask.of(household).address)),
    )


def _status_in_words(ask: Ask) -> str:
    decided = ask.of(_decided)
    words = FILING_STATUSES[ask(status)]
    return words if decided is None else f"{words}: {decided.why}"


def _names(file: ClientFile) -> tuple[tuple[str, str], ...]:
    return tuple(
        (role, f"{person.name}  {masked(person.identity_number)}".strip())
        for key, role in TAXPAYERS
        if (person := file.people.get(key)) is not None
    )


def left_out(ask: Ask) -> dict[str, str]:
    """The ids of the activities that are not on the return, and why."""
    # The calendar of a dwelling is counted on this frame.
    from half_yard.countries.us.forms import dwelling  # noqa: PLC0415

    by_records = left_out_activities(ask.of(lambda file: file.activities), ask(rules))
    return by_records | {
        rental: SHORT for thing, rental in ask(dwelling.dwellings) if ask(dwelling.too_short, thing)
    }


def of_kind(ask: Ask, kind: str) -> tuple[str, ...]:
    """The ids of the activities of a kind that are on the return."""
    out = ask(left_out)
    return tuple(key for key in ask.of(_keys_of_kind, kind) if key not in out)


def _keys_of_kind(file: ClientFile, kind: str) -> tuple[str, ...]:
    return tuple(key for key, activity in sorted(file.activities.items()) if activity.kind == kind)


def owners_on_return(ask: Ask, activity: str) -> tuple[str, ...]:
    """The owners of an activity whose parts are on this return."""
    on_it = ask(people)
    return tuple(person for person in ask(BOOKS.shares, activity) if person in on_it)


def wholly_on_return(ask: Ask, activity: str) -> bool:
    """Whether all of an activity belongs to people on this return."""
    owners = ask.of(_owners, activity)
    return owners is not None and set(owners) <= set(ask(people))


def _owners(file: ClientFile, key: str) -> tuple[str, ...] | None:
    activity: Activity = file.activities[key]
    whole = sum(activity.owners.values()) == 100
    return tuple(activity.owners) if whole else None
