"""The United States behind the names that every country pack offers."""

from collections.abc import Sequence

from half_yard.countries.pack import AssetKind, Computation, Question, StatementLine
from half_yard.countries.us.asset_classes import CLASSES
from half_yard.countries.us.compute import compute
from half_yard.countries.us.identity import employer_number_problem, identity_problem
from half_yard.countries.us.on_return import FILING_STATUSES
from half_yard.countries.us.questions import ACTIVITY, ALLOWANCE
from half_yard.countries.us.received_forms import FORM_KINDS
from half_yard.countries.us.statement_lines import lines_of
from half_yard.countries.us.year_rules import YEARS
from half_yard.records import Activity, ClientFile


class UnitedStates:
    """Federal income tax of sole proprietors and small landlords."""

    name = "United States"
    years = YEARS
    filing_statuses = FILING_STATUSES
    activity_kinds = {"business": "Business (Schedule C)", "rental": "Rental (Schedule E)"}
    # Schedule E, line 1b.
    property_types = (
        "1 Single family residence", "2 Multi-family residence", "3 Vacation or short-term rental",
        "4 Commercial", "5 Land", "7 Self-rental", "8 Other",
    )  # fmt: skip
    asset_kinds = tuple(AssetKind(item.key, item.title) for item in CLASSES.values())

    form_kinds = FORM_KINDS
    marketplace_lines = {"gross": "gross_receipts", "tips": "gross_receipts", "fees": "commissions"}

    def statement_lines(self, activity: Activity) -> Sequence[StatementLine]:
        """The lines of Schedule C or of Schedule E, part I, and the preparer's own."""
        return lines_of(activity)

    def activity_questions(self, kind: str) -> Sequence[Question]:
        """The questions whose answers shape the schedule."""
        return ACTIVITY.get(kind, ())

    def asset_questions(self, asset_class: str) -> Sequence[Question]:
        """The questions about property other than real property."""
        known = CLASSES.get(asset_class)
        return (ALLOWANCE,) if known is not None and known.personal_property else ()

    def identity_problem(self, number: str) -> str:
        """What is wrong with a social security or individual number; empty when nothing is."""
        return identity_problem(number)

    def employer_number_problem(self, number: str) -> str:
        """What is wrong with an employer number; empty when nothing is."""
        return employer_number_problem(number)

    def statement_sheets(self, file: ClientFile, activity: str) -> Sequence[str]:
        """The Schedule C of each owner, or the property's Schedule E."""
        record = file.activities[activity]
        if record.kind == "business":
            return [f"schedule_c.{activity}.{person}" for person in sorted(record.owners)]
        return [f"schedule_e.{activity}"]

    def compute(self, file: ClientFile) -> Computation:
        """The whole chain to Form 1040."""
        return compute(file)
