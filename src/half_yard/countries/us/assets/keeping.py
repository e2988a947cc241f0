"""How the United States keeps assets: one by one, each with its years."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal

from half_yard.asked import Field, FieldKind
from half_yard.countries.asset_keeping import AssetKeeping
from half_yard.countries.offered import (
    AssetBases,
    AssetKind,
    FoundAmount,
    ManyAnswers,
    Purchase,
    Question,
    WhatIf,
)
from half_yard.countries.results import Computation, Projection, Treatment
from half_yard.countries.us.assets.asked import asset_fields
from half_yard.countries.us.assets.basis import ORIGINS, basis_amount, gain_basis_figure, loss_basis_figure
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.cost_study import divide_by_study
from half_yard.countries.us.assets.earlier_years import (
    allowance_elections,
    convention_used,
    earlier_facts,
)
from half_yard.countries.us.assets.finding_classes import find_class
from half_yard.countries.us.assets.otherwise import otherwise
from half_yard.countries.us.assets.purchase import purchase_edit
from half_yard.countries.us.assets.rates import METHODS
from half_yard.countries.us.assets.sold import DISPOSALS, INSTALMENTS, is_retired_part
from half_yard.countries.us.assets.special_allowance import elections_next_year
from half_yard.countries.us.exchanges.keeping import UnitedStatesExchanges
from half_yard.countries.us.expensing_for_income import expensing_for_income
from half_yard.countries.us.forms.home_sale import may_have_been_home, was_home
from half_yard.countries.us.household.filing_status import status_of
from half_yard.countries.us.questions import (
    ALLOWANCE,
    AT_ONCE,
    FORMULA,
    MADE_UP,
    MAIN_HOME,
    OTHER_SALE,
    PARTIAL,
    RELATED,
    SPOUSE,
)
from half_yard.countries.us.shared.as_used import as_used
from half_yard.countries.us.year_rules import rules_for
from half_yard.records import ClientFile, Edit
from half_yard.records.fittings import Fitting


class UnitedStatesAssets:
    """Each asset with its basis, its years, three books, elections and a projection."""

    expensing = "section 179"
    allowance = "special allowance"
    methods = METHODS
    origins = ORIGINS
    buildings = {key: CLASSES[key].title for key in ("residential_building", "nonresidential_building")}

    def election_notes(self, computation: Computation) -> Sequence[str]:
        """How near the mid-quarter convention is."""
        there = computation.has_sheet("mid_quarter")
        return computation.sheet("mid_quarter").notes if there else ()

    def bases(self, computation: Computation, asset: str) -> AssetBases:
        """By how the asset came; of what was received in an exchange what that gave it."""
        record = computation.file.assets[asset]
        sheet = f"form_8824.{record.got_in}"
        if computation.has_sheet(sheet) and computation.sheet(sheet).has(f"basis.{asset}"):
            given = computation.sheet(sheet)[f"basis.{asset}"].amount
            return AssetBases(given, given, given)
        return AssetBases(
            basis_amount(record), gain_basis_figure("", record).amount, loss_basis_figure("", record).amount
        )

    def purchase(self, file: ClientFile, bought: Purchase) -> tuple[Edit, str]:
        """Building, land and loan costs."""
        return purchase_edit(file, bought)

    def divide_by_study(self, computation: Computation, asset: str, typed: str) -> Edit:
        """Parts by their names, such as carpet or fence."""
        return divide_by_study(computation, asset, typed)

    def treatments(self, file: ClientFile) -> Sequence[Treatment]:
        """Regular tax, minimum tax, and the state books."""
        # NumPy is imported when it is first needed: it would be a tenth of the start.
        from half_yard.countries.us.assets.treatments import treatments  # noqa: PLC0415

        return treatments(as_used(file))

    def projection(self, file: ClientFile) -> Projection:
        """The depreciation of all assets that count, regular tax."""
        from half_yard.countries.us.assets.projection import project  # noqa: PLC0415

        return project(as_used(file))

    def otherwise(self, file: ClientFile, asked: WhatIf) -> Fitting:
        """Other elections, or an asset sold."""
        return otherwise(file, asked)

    def expensing_for_income(self, file: ClientFile, asset: str, wanted: Decimal) -> FoundAmount:
        """What to expense under section 179."""
        return expensing_for_income(file, asset, wanted)

    def year_elections(self, file: ClientFile) -> Sequence[ManyAnswers]:
        """The special allowance by class (26 U.S.C. 168(k)(7), (10)), for classes of this year's property;
        then the facts of earlier years."""
        return [*allowance_elections(file, file.tax_year), *earlier_facts(file)]


def _of_instalments(file: ClientFile, asset: str) -> list[Field]:
    """What came of the price, year by year, and the debt that the buyer took over."""
    record = file.assets[asset]
    first = record.disposed.year if record.disposed else file.tax_year
    years = range(min(first, file.tax_year), file.tax_year + 1)
    return [
        Field(f"/assets/{asset}/debt_assumed", "Debt the buyer took over", FieldKind.AMOUNT),
        *(
            Field(
                f"/assets/{asset}/instalments/{year}", f"Principal received in {year}", FieldKind.AMOUNT,
                hint="without interest", optional=True,
            )
            for year in years
        ),
    ]  # fmt: skip


class UnitedStatesAssetKeeping(AssetKeeping):
    """The classes of MACRS and of what is written off."""

    kinds = tuple(
        AssetKind(item.key, item.title, item.words, item.recovery is not None, item.facts)
        for item in CLASSES.values()
    )
    asked_anew = (MADE_UP, AT_ONCE)
    disposals = DISPOSALS
    one_by_one = UnitedStatesAssets()
    exchanges = UnitedStatesExchanges()

    def find_class(self, words: str, kind: str) -> str:
        """By what things are called, or by years."""
        return find_class(words, kind)

    def fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """Months, method, years of its own, section 179 and use, as its class has them."""
        return list(asset_fields(file, key, self.questions(file.assets[key].asset_class)))

    def leaving_fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """Besides what all are asked how much of it was for the business; whether it was sold to a related
        person; of a rental's building that may have been a home before, whether it was (26 U.S.C. 121)."""
        fields = [
            *super().leaving_fields(file, key),
            Field(f"/assets/{key}/sale_share", "For the business, %", FieldKind.PERCENT,
                  hint="as it was used", optional=True),
        ]  # fmt: skip
        record = file.assets[key]
        if record.disposed is None:
            return fields
        if record.disposal == INSTALMENTS:
            fields += _of_instalments(file, key)
        questions = [RELATED]
        if is_retired_part(record):
            questions.append(PARTIAL)
        if may_have_been_home(file, record):
            questions.append(MAIN_HOME)
        if was_home(file, record):
            joint = status_of(file, rules_for(file.tax_year)) == "joint"
            questions += [SPOUSE, OTHER_SALE] if joint else [OTHER_SALE]
        return fields + [
            Field(f"/assets/{key}/answers/{each.key}", each.text, FieldKind.ANSWER, default=each.default)
            for each in questions
        ]

    def elections_next_year(self, file: ClientFile) -> Mapping[str, str]:
        """An election of a year is for the property of that year, and so is its convention."""
        return {**elections_next_year(file), **convention_used(as_used(file))}

    def questions(self, asset_class: str) -> Sequence[Question]:
        """The questions about what is depreciated."""
        known = CLASSES.get(asset_class)
        if known is None or known.recovery is None:
            return ()
        return (ALLOWANCE, FORMULA) if known.personal_property else (FORMULA,)
