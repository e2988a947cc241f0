"""Who and what the return is for: filing status, people, and the year's rules."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.us import gaps
from half_yard.countries.us.identity import masked
from half_yard.countries.us.year_rules import YearRules, rules_for
from half_yard.figures import Choice, Mark
from half_yard.records import Address, ClientFile, Person

FILING_STATUSES = {
    "single": "Single",
    "joint": "Married filing jointly",
    "separate": "Married filing separately",
    "head_of_household": "Head of household",
}
ROLES = {"owner": "Owner", "spouse": "Spouse"}


@dataclass(frozen=True)
class OnReturn:
    """The frame of one return. `people` are the ids of those whose income is on it."""

    file: ClientFile
    rules: YearRules
    status: str
    people: tuple[str, ...]

    @staticmethod
    def of(file: ClientFile) -> OnReturn:
        """The frame of a file; without a filing status, single is assumed and marked."""
        chosen = file.household.filing_status
        status = chosen if chosen in FILING_STATUSES else "single"
        wanted = ("owner", "spouse") if status == "joint" else ("owner",)
        people = tuple(person for person in wanted if person in file.people)
        return OnReturn(file, rules_for(file.tax_year), status, people)

    @property
    def circumstances(self) -> tuple[object, ...]:
        """What every activity's sheets are made from besides its own records and figures."""
        return (self.rules, self.file.household, self.file.people)

    @property
    def persons(self) -> list[tuple[str, Person]]:
        """The people on the return, by id."""
        return [(key, self.file.people[key]) for key in self.people]

    @property
    def status_choice(self) -> Choice:
        """The filing status, as a choice that shapes figures."""
        return Choice(f"Filing status: {FILING_STATUSES[self.status].lower()}", "/household/filing_status")

    @property
    def status_marks(self) -> tuple[Mark, ...]:
        """The mark of a status that is only assumed."""
        return () if self.file.household.filing_status in FILING_STATUSES else (gaps.NO_STATUS,)

    def name(self, person: str) -> str:
        """A person's name, or the role while there is none."""
        found = self.file.people.get(person)
        return (found.name if found else "") or ROLES.get(person, person)

    @property
    def facts(self) -> list[tuple[str, str]]:
        """What stands at the head of the return."""
        facts = [("Filing status", FILING_STATUSES[self.status])]
        for key, role in (("owner", "Taxpayer"), ("spouse", "Spouse")):
            person = self.file.people.get(key)
            if person is not None:
                facts.append((role, f"{person.name}  {masked(person.identity_number)}".strip()))
        facts.append(("Address", one_line(self.file.household.address)))
        return facts


def one_line(address: Address) -> str:
    """An address on one line, without the parts that are empty."""
    return ", ".join(filter(None, (address.street, address.city, address.region, address.postal_code)))
