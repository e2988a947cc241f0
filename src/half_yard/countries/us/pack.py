"""The United States behind the names that every country pack offers."""

from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries.offered import (
    AssetBases,
    AssetDoubts,
    AssetKind,
    Box,
    FoundAmount,
    KindAdvice,
    LineLimit,
    ManyAnswers,
    Purchase,
    Question,
    StatementLine,
    WhatIf,
)
from half_yard.countries.results import Computation, Projection, Treatment
from half_yard.countries.us.activity_codes import code_title, find_codes
from half_yard.countries.us.assets.basis import (
    ORIGINS,
    basis_amount,
    gain_basis_figure,
    loss_basis_figure,
)
from half_yard.countries.us.assets.classes import CLASSES, OUTPUT, TERM
from half_yard.countries.us.assets.classes import YEARS as YEARS_OF_ITS_OWN
from half_yard.countries.us.assets.finding_classes import find_class
from half_yard.countries.us.assets.purchase import purchase_edit
from half_yard.countries.us.assets.rates import METHODS
from half_yard.countries.us.assets.sold import DISPOSALS
from half_yard.countries.us.assets.special_allowance import OUT, REDUCED, SPLIT_FROM, election_key
from half_yard.countries.us.assets.what_if import what_if
from half_yard.countries.us.business_or_rental import advise
from half_yard.countries.us.compute import compute
from half_yard.countries.us.expensing_for_income import expensing_for_income
from half_yard.countries.us.form_boxes import FORM_KINDS, PERSONS_BOXES
from half_yard.countries.us.identity import (
    employer_number_problem,
    employer_or_personal_problem,
    identity_problem,
    masked,
    masked_payer,
)
from half_yard.countries.us.on_return import FILING_STATUSES
from half_yard.countries.us.questions import ACTIVITY, ALLOWANCE, CHOICES, FORMULA
from half_yard.countries.us.statement_lines import ASSET_QUESTIONS, MEALS, REPAIR_LINES, lines_of
from half_yard.countries.us.year_rules import YEARS, rules_for
from half_yard.records import Activity, Asset, ClientFile, Edit


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
    asset_kinds = tuple(
        AssetKind(
            item.key, item.title, item.key in TERM, item.words, item.recovery is not None,
            item.may_be_expensed, item.own == YEARS_OF_ITS_OWN, item.own == OUTPUT, item.facts,
        )
        for item in CLASSES.values()
    )  # fmt: skip
    methods = METHODS
    disposals = DISPOSALS
    origins = ORIGINS

    form_kinds = FORM_KINDS
    marketplace_lines = {"gross": "gross_receipts", "tips": "gross_receipts", "fees": "commissions"}

    def statement_lines(self, activity: Activity) -> Sequence[StatementLine]:
        """The lines of Schedule C or of Schedule E, part I, and the preparer's own."""
        return lines_of(activity)

    def forms_boxes(self, collection: str) -> Sequence[Box]:
        """The further boxes of Forms W-2, 1099-INT and 1099-DIV."""
        return PERSONS_BOXES[collection]

    def activity_choices(self, kind: str) -> Sequence[ManyAnswers]:
        """The questions with several answers."""
        return CHOICES.get(kind, ())

    def find_codes(self, typed: str) -> Sequence[tuple[str, str]]:
        """Principal business or professional activity codes."""
        return [(item.code, item.title) for item in find_codes(typed)]

    def code_title(self, code: str) -> str:
        """The title of a principal business or professional activity code."""
        return code_title(code)

    def kind_advice(self, activity: Activity) -> KindAdvice | None:
        """Business or rental."""
        return advise(activity)

    def find_class(self, words: str, kind: str) -> str:
        """By what things are called, or by years."""
        return find_class(words, kind)

    def bases(self, asset: Asset) -> AssetBases:
        """By how the asset came."""
        return AssetBases(
            basis_amount(asset), gain_basis_figure("", asset).amount, loss_basis_figure("", asset).amount
        )

    buildings = {key: CLASSES[key].title for key in ("residential_building", "nonresidential_building")}

    def purchase(self, file: ClientFile, bought: Purchase) -> tuple[Edit, str]:
        """Building, land and loan costs."""
        return purchase_edit(file, bought)

    def treatments(self, file: ClientFile) -> Sequence[Treatment]:
        """Regular tax, minimum tax, and the state books."""
        # NumPy is imported when it is first needed: it would be a tenth of the start.
        from half_yard.countries.us.assets.treatments import treatments  # noqa: PLC0415

        return treatments(file)

    def projection(self, file: ClientFile) -> Projection:
        """The depreciation of all assets that count, regular tax."""
        from half_yard.countries.us.assets.projection import project  # noqa: PLC0415

        return project(file)

    def what_if(self, file: ClientFile, asked: WhatIf) -> ClientFile:
        """Other elections, or an asset sold."""
        return what_if(file, asked)

    def expensing_for_income(self, file: ClientFile, asset: str, wanted: Decimal) -> FoundAmount:
        """What to expense under section 179."""
        return expensing_for_income(file, asset, wanted)

    def year_elections(self, file: ClientFile) -> Sequence[ManyAnswers]:
        """The special allowance by class (26 U.S.C. 168(k)(7), (10)), for classes of this year's property."""
        used = {
            asset.asset_class
            for asset in file.assets.values()
            if asset.in_service is not None and asset.in_service.year == file.tax_year
        }
        answers: tuple[tuple[str, str], ...] = ((OUT, "Elected out of it"),)
        if file.tax_year == SPLIT_FROM:
            answers = (*answers, (REDUCED, "40% instead of 100%"))
        return [
            ManyAnswers(
                election_key(item.key), f"Special allowance, {item.short_title}", answers, "168(k)(7)"
            )
            for item in CLASSES.values()
            if item.allowance and item.key in used
        ]

    def asset_doubts(self, year: int) -> AssetDoubts:
        """Repairs and supplies above the de minimis safe harbour (26 CFR 1.263(a)-1(f), -3)."""
        above = rules_for(year).amount("de_minimis_safe_harbor_no_audited_statements")
        return AssetDoubts(tuple(sorted(REPAIR_LINES)), above, ASSET_QUESTIONS)

    def line_limit(self, year: int, activity: Activity, line: str) -> LineLimit | None:
        """The part of meals that may be deducted (26 U.S.C. 274(n))."""
        key = MEALS.get(line) if activity.kind == "business" else None
        if key is None:
            return None
        share = rules_for(year).amount(key)
        if share == 1:
            return LineLimit(share, "in full: restaurant meals of 2021 and 2022 (26 U.S.C. 274(n)(2)(D))")
        return LineLimit(share, f"{share:.0%} of meals (26 U.S.C. 274(n))")

    def activity_questions(self, kind: str) -> Sequence[Question]:
        """The questions whose answers shape the schedule."""
        return ACTIVITY.get(kind, ())

    def asset_questions(self, asset_class: str) -> Sequence[Question]:
        """The questions about what is depreciated."""
        known = CLASSES.get(asset_class)
        if known is None or known.recovery is None:
            return ()
        return (ALLOWANCE, FORMULA) if known.personal_property else (FORMULA,)

    def identity_problem(self, number: str) -> str:
        """What is wrong with a social security or individual number; empty when nothing is."""
        return identity_problem(number)

    def masked_number(self, number: str) -> str:
        """A person's number, its last four digits."""
        return masked(number)

    def masked_payer_number(self, number: str) -> str:
        """An employer's number in full, any other by its last four digits."""
        return masked_payer(number)

    def employer_number_problem(self, number: str) -> str:
        """What is wrong with an employer number; empty when nothing is."""
        return employer_number_problem(number)

    def payer_number_problem(self, number: str) -> str:
        """What is wrong with a payer's number, with either matching check; empty when nothing is."""
        return employer_or_personal_problem(number)

    def statement_sheets(self, file: ClientFile, activity: str) -> Sequence[str]:
        """The Schedule C of each owner, or the property's Schedule E."""
        record = file.activities[activity]
        if record.kind == "business":
            return [f"schedule_c.{activity}.{person}" for person in sorted(record.owners)]
        return [f"schedule_e.{activity}"]

    def compute(self, file: ClientFile) -> Computation:
        """The whole chain to Form 1040."""
        return compute(file)
