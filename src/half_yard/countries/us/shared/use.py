"""What the United States offers for things that serve several uses."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from half_yard.asked import Field, FieldKind
from half_yard.countries.dividing_things import ONLY
from half_yard.countries.shared_use import Method, SharedUse
from half_yard.countries.us.forms.home_office import FROM_HERE, HOURS, method_key
from half_yard.countries.us.forms.home_sale import DAYS_AWAY, DAYS_OWNED, is_main_home, sold_in
from half_yard.countries.us.forms.vehicle import INCLUDED, SECOND_HALF
from half_yard.countries.us.household.filing_status import status_of
from half_yard.countries.us.questions import MAIN_HOME, OTHER_SALE, SPOUSE, TESTS, may_itemize
from half_yard.countries.us.shared.as_used import as_used
from half_yard.countries.us.shared.claims import EXCLUSIVE, RESTS_ON
from half_yard.countries.us.shared.days import STAYS
from half_yard.countries.us.shared.kinds import (
    ACTUAL,
    AGENCY,
    COMMUTING,
    COURT,
    DWELLING,
    HOME,
    KINDS,
    MEASURES,
    METHOD,
    METHODS,
    SHARED_BY,
    SIMPLIFIED,
    STANDARD,
    TAKES_TURNS,
    VEHICLE,
)
from half_yard.countries.us.shared.measured import measured
from half_yard.countries.us.shared_checks import barred_from_the_rate
from half_yard.countries.us.year_rules import rules_for
from half_yard.records import Change, ClientFile, Edit

OF_THE_YEAR = frozenset(
    {"excess_interest", "excess_tax", "odometer_ended", COMMUTING, INCLUDED, SECOND_HALF, HOURS}
)


class UnitedStatesSharedUse(SharedUse):
    """Homes, vehicles, dwellings, lines and machines (26 U.S.C. 262, 274(d), 280A, 280F)."""

    kinds = KINDS
    measures = MEASURES
    only = ONLY
    stays = {key: counts.title for key, counts in STAYS.items()}
    stay_words = tuple((key, words) for key, each in STAYS.items() for words in (*each.also, each.title))
    trips = {COMMUTING: "Commuting", "": "Personal"}
    of_the_year = OF_THE_YEAR

    def fields(self, file: ClientFile, thing: str) -> Sequence[Field]:
        """What a home, a vehicle or a dwelling is asked besides."""
        record, path = file.things[thing], f"/things/{thing}"
        match record.kind:
            case "home":
                sold = _sale_fields(file, thing)
                if not may_itemize(file):
                    return sold
                return [
                    _fact(path, "excess_interest", "Interest above its limit", "deductible nowhere else"),
                    _fact(path, "excess_tax", "Taxes above their limit", "deductible nowhere else"),
                    *sold,
                ]
            case "vehicle":
                return [
                    _fact(path, "odometer_begun", "Odometer, first day"),
                    _fact(path, "odometer_ended", "Odometer, last day"),
                    _fact(path, COMMUTING, "Commuting miles", "never business"),
                    _fact(
                        path, INCLUDED, "Lease inclusion of the year", "Rev. Proc. of the lease's first year"
                    ),
                    _answer(path, "off_duty", "Available for personal use off duty"),
                    _answer(path, "another", "Another vehicle for personal use"),
                    _answer(path, "evidence", "Evidence of the miles"),
                    _answer(path, "written", "The evidence is written"),
                    _answer(path, "standard_before", "Went by the standard rate in its first year"),
                    _answer(path, "actual_before", "Was depreciated faster than by straight line"),
                    _answer(path, TAKES_TURNS, "Takes turns with others, never used together"),
                ]
            case "dwelling":
                ways = ((AGENCY, "By the days used"), (COURT, "By the days of the year"))
                return [
                    Field(
                        f"{path}/choices/{SHARED_BY}",
                        "Interest and tax",
                        FieldKind.CHOICE,
                        ways[1:],
                        empty=ways[0][1],
                    ),
                    _fact(path, "area_let", "Floor area that is let", "where a part is let"),
                    _fact(path, "area", "Floor area of all of it"),
                    *_sale_fields(file, thing),
                ]
        return []

    def use_fields(self, file: ClientFile, use: str) -> Sequence[Field]:
        """On what a place at home rests, and hours of day care; the miles of half a year with two rates."""
        record, path = file.uses[use], f"/uses/{use}"
        kind = file.things[record.thing].kind if record.thing in file.things else ""
        if kind == HOME and record.activity:
            return [
                Field(f"{path}/choices/{RESTS_ON.key}", RESTS_ON.text, FieldKind.CHOICE, RESTS_ON.options),
                Field(
                    f"{path}/answers/{EXCLUSIVE.key}",
                    EXCLUSIVE.text,
                    FieldKind.ANSWER,
                    default=EXCLUSIVE.default,
                ),
                _fact(path, HOURS, "Hours of day care in the year", "only for day care"),
                _fact(path, FROM_HERE, "Percent of the gross income from here", "all of it"),
            ]
        two_rates = rules_for(file.tax_year).has("standard_mileage_business_second_half")
        if kind == VEHICLE and record.activity and two_rates:
            return [_fact(path, SECOND_HALF, "Of the miles, those from July on")]
        return []

    def methods(self, file: ClientFile, thing: str) -> Sequence[Sequence[Method]]:
        """Actual costs and the standard rate; Form 8829 and the simplified method, of each business; the two
        ways of sharing a dwelling's interest and tax."""
        return list(_choices(file, thing))

    def sheets(self, file: ClientFile, thing: str) -> Sequence[str]:
        """The sheets of a thing, the chief one first."""
        begins = {VEHICLE: ["vehicle"], HOME: ["form_8829", "simplified"], DWELLING: ["dwelling"]}
        of_kind = begins.get(file.things[thing].kind, [])
        return [f"{each}.{thing}" for each in [*of_kind, "shared", "home_sale"]]

    def as_used(self, file: ClientFile) -> ClientFile:
        """With the business use of every asset of a thing."""
        return as_used(file)


def _sale_fields(file: ClientFile, thing: str) -> Sequence[Field]:
    """What is asked of a home that was sold in the year."""
    if thing not in sold_in(file, file.tax_year):
        return []
    questions = [TESTS, OTHER_SALE]
    if status_of(file, rules_for(file.tax_year)) == "joint":
        questions.insert(1, SPOUSE)
    record = file.things[thing]
    if record.kind == DWELLING:
        questions = [MAIN_HOME, *(questions if is_main_home(record) else [])]
    path = f"/things/{thing}"
    days = [
        _fact(path, DAYS_AWAY, "Days not the main home", "after 2008, before it became one"),
        _fact(path, DAYS_OWNED, "Of days owned", "needed for these"),
    ]
    asked = [_answer(path, question.key, question.text) for question in questions]
    return [*days, *asked] if is_main_home(record) else asked


def _fact(path: str, key: str, title: str, hint: str = "") -> Field:
    return Field(f"{path}/facts/{key}", title, FieldKind.AMOUNT, hint=hint, optional=True)


def _answer(path: str, key: str, title: str) -> Field:
    return Field(f"{path}/answers/{key}", title, FieldKind.ANSWER, default=False)


def _choices(file: ClientFile, thing: str) -> Iterator[Sequence[Method]]:
    record = file.things[thing]
    match record.kind:
        case "vehicle":
            barred = barred_from_the_rate(file, thing)
            sheet = f"vehicle.{thing}"
            yield [
                _method(file, thing, METHOD, ACTUAL, (sheet, "actual"), default=ACTUAL, years="years"),
                _method(
                    file,
                    thing,
                    METHOD,
                    STANDARD,
                    (sheet, "rate"),
                    default=ACTUAL,
                    barred=barred,
                    years="years",
                ),
            ]
        case "home":
            for activity in measured(file, thing).activities:
                person = next(iter(sorted(file.activities[activity].owners)), "owner")
                place = f"{thing}.{activity}.{person}"
                key = method_key(activity)
                places = (f"form_8829.{place}", f"simplified.{place}")
                actual, simplified = ((sheet, "allowed") for sheet in places)
                yield [
                    _method(file, thing, key, ACTUAL, actual, default=ACTUAL),
                    _method(file, thing, key, SIMPLIFIED, simplified, default=ACTUAL, lost="above_income"),
                ]
        case "dwelling":
            sheet = f"dwelling.{thing}"
            titles = {AGENCY: "Interest and tax by the days used", COURT: "By the days of the year"}
            yield [
                _method(file, thing, SHARED_BY, way, (sheet, "sent"), default=AGENCY, title=titles[way])
                for way in (AGENCY, COURT)
            ]


def _method(
    file: ClientFile, thing: str, key: str, value: str, amount: tuple[str, str], *, default: str,
    barred: str = "", title: str = "", years: str = "", lost: str = "",
) -> Method:  # fmt: skip
    record = file.things[thing]
    words = title or METHODS[value]
    if record.kind == HOME and value == ACTUAL:
        words = "Form 8829"
    op = "replace" if key in record.choices else "add"
    change = Change.model_validate({"op": op, "path": f"/things/{thing}/choices/{key}", "value": value})
    label = f"{record.name or 'Shared thing'}: {words.lower() if not words.startswith('Form') else words}"
    chosen = record.choices.get(key, default) == value
    return Method(words, Edit(label=label, changes=(change,)), chosen, amount, barred, years, lost)
