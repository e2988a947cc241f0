"""Who is a qualifying child or relative, and for what they count: by facts, each with the reason.

26 U.S.C. 152 has the dependant, 2(b) and 2(a) head of household and surviving spouse, 24 the child tax
credit, 32(c)(3) the child for the earned income credit, 21(b)(1) the person for the care credit.
"""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.offered import Question
from half_yard.countries.us.household.relations import (
    DISABLED,
    GROSS_INCOME,
    JOINT_RETURN,
    LIKE_CHILDREN,
    NOT_CAPABLE,
    OTHER,
    OWN_SUPPORT,
    PARENT,
    RECEIVED,
    RELEASED,
    RESIDENT,
    STUDENT,
    SUPPORTED,
    WORK_NUMBER,
)
from half_yard.countries.us.year_rules import YearRules
from half_yard.records import ClientFile, Dependant

MORE_THAN_HALF = 7
"""Months that are more than half of a year."""
WHOLE_YEAR = 12
NOT_A_CHILD, NOT_A_STUDENT = 19, 24
"""The ages below which someone is a qualifying child (26 U.S.C. 152(c)(3))."""
BORN_ELSEWHERE = "9"
"""With which a number begins that is no social security number (an ITIN)."""


@dataclass(frozen=True, slots=True)
class Standing:
    """What someone of the household is for a return; `key` is their id, `why` says what decides it,
    `unknown` which facts are missing."""

    name: str
    key: str = ""
    child: bool = False
    dependant: bool = False
    for_child_credit: bool = False
    for_earned_income: bool = False
    for_head: bool = False
    for_care: bool = False
    earns_much: bool = False
    age: int = 0
    why: str = ""
    unknown: str = ""


def age_at_end(born: datetime.date, year: int) -> int:
    """In whole years, at the end of a tax year."""
    return year - born.year


def months_here(person: Dependant, year: int) -> int | None:
    """How many months count as lived here: all of them for who was born or died in the year (152(c)(1)(B);
    26 CFR 1.152-1(b)); None while it isn't said."""
    if person.months is None:
        return None
    days = (person.birth_date, person.died)
    part = any(day is not None and day.year == year for day in days)
    return WHOLE_YEAR if part and person.months else person.months


def _missing(person: Dependant) -> str:
    needed = (
        ("the day of birth", person.birth_date),
        ("the relation", person.relation or None),
        ("the months lived here", person.months),
    )
    return ", ".join(words for words, value in needed if value is None)


def is_younger(person: Dependant, file: ClientFile) -> bool:
    """Whether someone is younger than the taxpayer or the spouse (26 U.S.C. 152(c)(3)(A))."""
    born = [each.birth_date for each in file.people.values() if each.birth_date is not None]
    return not born or (person.birth_date is not None and person.birth_date > min(born))


@dataclass(frozen=True)
class _Facts:
    """The tests of the law on one person, of whom everything that is needed is entered."""

    person: Dependant
    age: int
    months: int
    is_younger: bool
    values: YearRules

    def said(self, question: Question) -> bool:
        """The answer to a question about the person."""
        return question.of(self.person.answers)

    @property
    def is_young(self) -> bool:
        """152(c)(3): the age of a qualifying child; none where permanently disabled."""
        student = self.said(STUDENT) and self.age < NOT_A_STUDENT
        return self.said(DISABLED) or (self.is_younger and (self.age < NOT_A_CHILD or student))

    @property
    def lives_here(self) -> bool:
        """For more than half of the year."""
        return self.months >= MORE_THAN_HALF

    @property
    def is_like_child(self) -> bool:
        """152(c)(1)(A), (C), (D): the relation, the age, and who paid for them."""
        related = self.person.relation in LIKE_CHILDREN
        return related and self.is_young and not self.said(OWN_SUPPORT)

    @property
    def is_child(self) -> bool:
        """152(c): a qualifying child."""
        return self.is_like_child and self.lives_here and not self.said(JOINT_RETURN)

    @property
    def is_released(self) -> bool:
        """152(e): a child of whom the custodial parent released the claim to the taxpayer."""
        return self.is_like_child and self.said(RECEIVED) and not self.lives_here

    @property
    def is_related(self) -> bool:
        """152(d)(2): a relative, or someone who lived here all year."""
        return self.person.relation != OTHER or self.months >= WHOLE_YEAR

    @property
    def earns_little(self) -> bool:
        """152(d)(1)(B)."""
        return self.income < self.values.amount("qualifying_relative_gross_income_limit")

    @property
    def income(self) -> Decimal:
        """Gross income, in dollars."""
        return self.person.facts.get(GROSS_INCOME, Decimal(0))

    @property
    def is_relative(self) -> bool:
        """152(d): a qualifying relative; a child who lives elsewhere is the child of somebody there
        (152(d)(1)(D))."""
        supported = self.said(SUPPORTED) and not self.said(OWN_SUPPORT)
        is_childs_place = self.is_child or self.is_released or (self.is_like_child and not self.lives_here)
        return not is_childs_place and self.is_related and self.earns_little and supported

    @property
    def is_dependant(self) -> bool:
        """152(a), (b): of one of these kinds, resident, no joint return, and not claimed by the other
        parent."""
        allowed = self.said(RESIDENT) and not self.said(JOINT_RETURN)
        given_away = self.is_child and self.said(RELEASED)
        return allowed and not given_away and (self.is_child or self.is_released or self.is_relative)

    @property
    def has_work_number(self) -> bool:
        """24(h)(7), 32(m): a social security number that is valid for work."""
        return self.said(WORK_NUMBER) and not self.person.identity_number.strip().startswith(BORN_ELSEWHERE)

    @property
    def is_for_care(self) -> bool:
        """21(b)(1): a child below 13, in the year in which it became 13 up to that day; or someone who lives
        here and can't care for themselves."""
        capable = not (self.said(NOT_CAPABLE) or self.said(DISABLED))
        young = self.age <= int(self.values.amount("dependent_care_child_age_below"))
        return (self.is_child and young) or (self.lives_here and not capable)

    @property
    def is_for_head(self) -> bool:
        """2(b)(1): a child, or a dependant who is a relative and lives here; a parent may live elsewhere."""
        relative = self.is_dependant and self.is_relative and self.person.relation != OTHER
        return self.is_child or (relative and (self.lives_here or self.person.relation == PARENT))

    @property
    def why(self) -> str:
        """The facts that decide, in words."""
        if self.is_child:
            if self.said(RELEASED):
                return f"qualifying child of {self.age}, claimed by the other parent (Form 8332)"
            if not self.said(RESIDENT):
                return f"qualifying child of {self.age}, but neither citizen nor resident"
            return f"qualifying child of {self.age}, {self.months} months here"
        if self.is_released:
            return f"child of {self.age}, released by the custodial parent (Form 8332)"
        if self.is_relative:
            return "qualifying relative: supported, with little income of their own"
        return f"no dependant: {self._why_not}"

    @property
    def _why_not(self) -> str:
        if self.said(JOINT_RETURN):
            return "files a joint return"
        if self.is_like_child:
            return "lives elsewhere for half of the year or more, and nobody released the claim (Form 8332)"
        if self.said(OWN_SUPPORT):
            return "provided more than half of their own support"
        if not self.earns_little:
            return "gross income is not below the limit"
        if not self.is_related:
            return "no relative, and not here all year"
        return "the taxpayers did not provide more than half of the support"


def standing_of(person: Dependant, file: ClientFile, values: YearRules) -> Standing:
    """What someone is for this file's return, by what is entered of them."""
    name, missing = person.name or "Not named", _missing(person)
    if missing or person.birth_date is None:
        return Standing(name, unknown=missing)
    age = age_at_end(person.birth_date, values.year)
    if age < 0:
        return Standing(name, age=age, why="was not born yet in the tax year")
    facts = _Facts(person, age, months_here(person, values.year) or 0, is_younger(person, file), values)
    young_enough = age < int(values.amount("ctc_child_age_below"))
    whose_child = facts.is_child or facts.is_released
    return Standing(
        name,
        child=facts.is_child,
        dependant=facts.is_dependant,
        for_child_credit=facts.is_dependant and whose_child and young_enough and facts.has_work_number,
        for_earned_income=facts.is_child and facts.has_work_number,
        for_head=facts.is_for_head,
        for_care=facts.is_for_care,
        earns_much=facts.income > values.amount("standard_deduction", "single"),
        age=age,
        why=facts.why,
    )
