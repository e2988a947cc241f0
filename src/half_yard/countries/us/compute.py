"""The whole chain of a United States file: activities, their schedules, the owner's return."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace
from decimal import Decimal
from functools import partial

from half_yard.countries.results import CarryPoint, Computation
from half_yard.countries.us import gaps
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.form_4562 import depreciation_sheets
from half_yard.countries.us.assets.form_4797 import form_4797
from half_yard.countries.us.assets.macrs import Depreciation, depreciate
from half_yard.countries.us.assets.recapture import recapture_sheets
from half_yard.countries.us.assets.section_179 import elected, section_179
from half_yard.countries.us.book_checks import unusual_sizes
from half_yard.countries.us.books import Books, keep_books
from half_yard.countries.us.businesses import Business, businesses, self_employment
from half_yard.countries.us.checks import findings_of
from half_yard.countries.us.form_1040 import Form1040, OwnIncome
from half_yard.countries.us.form_8995 import form_8995
from half_yard.countries.us.income_tax import tax_sheet
from half_yard.countries.us.left_out import left_out_activities, stopped_with
from half_yard.countries.us.limits import (
    deduction_marks,
    earnings_marks,
    gain_marks,
    income_marks,
    loss_marks,
    minimum_tax_marks,
)
from half_yard.countries.us.on_return import OnReturn
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.owned import OfAssets
from half_yard.countries.us.qualified import qualified_businesses, rental_choices
from half_yard.countries.us.received_forms import receipts_without_form
from half_yard.countries.us.rentals import Rentals, rentals
from half_yard.countries.us.schedule_1 import schedule_1
from half_yard.countries.us.schedule_2 import schedule_2
from half_yard.countries.us.standard_deduction import standard_deduction
from half_yard.figures import Figure, MarkKind, Place, Sheet, difference, entered, total
from half_yard.figures.remembered import Remembered
from half_yard.records import Asset, ClientFile

BEFORE_EXPENSING = "before_section_179"
CARRY = (
    CarryPoint("Businesses", Place("schedule_1", "business_income")),
    CarryPoint("Rentals", Place("schedule_1", "rental_income")),
    CarryPoint("Total income", Place("form_1040", "total_income")),
    CarryPoint("Adjusted gross income", Place("form_1040", "adjusted_gross_income")),
    CarryPoint("Taxable income", Place("form_1040", "taxable_income")),
    CarryPoint("Total tax", Place("form_1040", "total_tax")),
    CarryPoint("Payments", Place("form_1040", "payments")),
    CarryPoint("Refund", Place("form_1040", "overpaid")),
    CarryPoint("To pay", Place("form_1040", "owed")),
)


def compute(file: ClientFile) -> Computation:
    """Every sheet of the file. Raises KeyError for a tax year without rules."""
    frame = OnReturn.of(file)
    books = keep_books(file)
    depreciation = depreciate(file, frame.rules)
    own, own_stops = own_income(file, frame.people, books.stops)

    left_out = left_out_activities(file, frame.rules)
    counted = {
        key: file.assets[key] for key in depreciation.stories if file.assets[key].activity not in left_out
    }
    asset_sheets = _asset_sheets(frame, counted, depreciation, {})
    recaptures = recapture_sheets(file, counted, depreciation.stories)
    of_assets = _carried_on(asset_sheets, recaptures)
    expensing: list[Sheet] = []
    if elected(file, counted) or file.expensing_carried_in:
        # The deduction is limited by the profits without it: those are worksheets of their own.
        before = businesses(frame, books, of_assets, left_out, BEFORE_EXPENSING)
        income = [*(business.profit for business in before), *own.wages]
        part_1, by_activity = section_179(file, counted, income, frame.status, frame.rules)
        expensing = [*(business.sheet for business in before), part_1]
        asset_sheets = _asset_sheets(frame, counted, depreciation, by_activity)
        of_assets = _carried_on(asset_sheets, recaptures)
    made = businesses(frame, books, of_assets, left_out)
    profits = [business.profit for business in made]
    let = rentals(frame, books, of_assets, left_out, [*own.wages, *own.investment, *profits])

    sheets = [sheet for sheet in (depreciation.mid_quarter,) if sheet]
    sheets += expensing
    sheets += [sheet for pair in asset_sheets.values() for sheet in pair]
    sheets += recaptures.values()
    sheets += [business.sheet for business in made]
    sheets += [*let.properties.values(), *((let.schedule,) if let.schedule else ())]
    sales = form_4797(frame, counted, depreciation.stories)
    sheets += sales
    sheets += _owners_return(
        frame, own, made, let, sales[-1] if sales else None, _personal_property(file, depreciation)
    )
    finished = tuple(_with_year_note(sheet, frame) for sheet in sheets)
    stops = {**books.stops, **depreciation.stops, **own_stops, **_not_on_return(frame, books)}
    stops |= stopped_with(file, left_out)
    unusual = unusual_sizes(frame, books)
    return Computation(
        file=file,
        sheets=finished,
        statements=books.totals,
        stories=depreciation.stories,
        make_matches=lambda: (*books.matches, *receipts_without_form(file, books.entries, books.matches)),
        stops=stops,
        unusual=unusual,
        findings=findings_of(frame, finished, stops, depreciation.stories, books, unusual),
        carry=CARRY,
    )


def _carried_on(
    asset_sheets: Mapping[str, tuple[Sheet, Sheet]], recaptures: Mapping[str, Sheet]
) -> dict[str, OfAssets]:
    """What the assets of each activity carry on to its schedule."""
    return {
        key: OfAssets.of(asset_sheets[key][1] if key in asset_sheets else None, recaptures.get(key))
        for key in {*asset_sheets, *recaptures}
    }


def _asset_sheets(
    frame: OnReturn,
    counted: Mapping[str, Asset],
    depreciation: Depreciation,
    expensed: Mapping[str, Figure],
) -> dict[str, tuple[Sheet, Sheet]]:
    """The depreciation worksheet and Form 4562 of each activity that has assets, or something `expensed`."""
    by_activity: dict[str, dict[str, Asset]] = {}
    for key, asset in counted.items():
        by_activity.setdefault(asset.activity, {})[key] = asset
    made, file, stories = {}, frame.file, depreciation.stories
    for key in sorted({*by_activity, *expensed}):
        assets = by_activity.get(key, {})
        made_from = (
            file.activities[key],
            frame.rules,
            expensed.get(key),
            *assets.values(),
            *(stories[asset] for asset in assets),
        )
        make = partial(depreciation_sheets, file, key, assets, stories, expensed.get(key), frame.rules)
        # Those before section 179 and those with it are remembered apart: both are made at each edit.
        made[key] = ASSET_SHEETS.get((key, key in expensed), made_from, make)
    return made


ASSET_SHEETS: Remembered[tuple[Sheet, Sheet]] = Remembered()


def _owners_return(
    frame: OnReturn,
    own: OwnIncome,
    made: list[Business],
    let: Rentals,
    sales: Sheet | None,
    personal_property: Decimal,
) -> Iterable[Sheet]:
    """Schedules SE, 1 and 2, Form 8995 and Form 1040, in the order in which they are worked out."""
    rules, status = frame.rules, frame.status
    taxes = self_employment(frame, made)
    first = schedule_1(
        [business.profit for business in made],
        _of(sales, "ordinary"),
        let.results,
        [sheet["deductible_part"] for sheet in taxes.values()],
        own.early_withdrawal,
        rules,
    )
    yield from taxes.values()
    yield first

    form = Form1040(frame.facts, rules)
    income = form.income(own, first, _of(sales, "capital_gain"))
    results = [*(business.profit.amount for business in made), *(rental.amount for rental in let.results)]
    marks = loss_marks(status, results, income.amount, rules)
    adjusted = form.adjusted(income.marked(*marks))
    deduction = standard_deduction(frame.persons, rules, status).because(frame.status_choice)
    standard = form.standard_deduction(
        deduction.marked(*frame.status_marks, *deduction_marks(status, frame.persons, rules))
    )
    before = difference("", adjusted, standard)
    deduction_sheet = _business_income(frame, own, made, let, taxes, before, form.net_capital_gain)
    sold = [gaps.QBI_SALES] if any(figure.amount for figure in _of(sales, "ordinary")) else []
    if deduction_sheet:
        yield deduction_sheet
    taxable = form.taxable_income(
        adjusted, standard, deduction_sheet["deduction"].marked(*sold) if deduction_sheet else None
    )
    worksheet = tax_sheet(taxable, rules, status, frame.status_choice)
    tax = worksheet["tax"].marked(*gain_marks(form.net_capital_gain.amount))
    yield worksheet

    investment = total("", [*own.investment, *let.results, *_of(sales, "capital_gain")]).amount
    second = schedule_2(
        [sheet["tax"] for sheet in taxes.values()],
        minimum_tax_marks(status, taxable.amount, standard.amount, personal_property, tax.amount, rules),
        [
            *income_marks(status, adjusted.amount, investment, rules),
            *earnings_marks(
                status,
                [figure.amount for figure in own.wages],
                [sheet["net_earnings"].amount for sheet in taxes.values()],
                rules,
            ),
        ],
        rules,
    )
    yield second
    yield form.payments(own, form.tax(tax, second))


def _of(sheet: Sheet | None, line: str) -> list[Figure]:
    """A line of a form where there is one."""
    return [sheet[line]] if sheet is not None else []


def _business_income(
    frame: OnReturn,
    own: OwnIncome,
    made: list[Business],
    let: Rentals,
    taxes: Mapping[str, Sheet],
    taxable: Figure,
    gain: Figure,
) -> Sheet | None:
    """Form 8995, where there is a qualified business or a loss carried in."""
    carried = frame.file.business_loss_carried_in
    qualified = qualified_businesses(frame, made, let, taxes)
    reit = total("", own.section_199a)
    if not qualified and not carried and not reit.amount:
        return None
    amount = abs(carried or Decimal(0))
    carried_in = entered(amount, "Qualified business loss carried in", "/business_loss_carried_in")
    income = taxable.named("adjusted gross income less the standard deduction")
    choices = rental_choices(frame, let)
    return form_8995(qualified, carried_in, reit, income, gain, choices, frame.rules, frame.status)


def _personal_property(file: ClientFile, depreciation: Depreciation) -> Decimal:
    """This year's depreciation of all but buildings, in dollars."""
    stories = depreciation.stories
    classes = {key: CLASSES[file.assets[key].asset_class] for key in stories}
    return sum(
        (stories[key].this_year.amount for key in stories if classes[key].personal_property), Decimal(0)
    )


def _with_year_note(sheet: Sheet, frame: OnReturn) -> Sheet:
    """The sheet, saying so where its values or the year's forms are provisional."""
    notes = [frame.rules.forms_provisional] if frame.rules.forms_provisional else []
    notes += sorted(mark.message for mark in sheet.marks if mark.kind is MarkKind.PROVISIONAL)
    return replace(sheet, notes=(*sheet.notes, *notes)) if notes else sheet


def _not_on_return(frame: OnReturn, books: Books) -> dict[str, str]:
    """Entries of activities that belong to nobody on this return."""
    outside = {
        key
        for key, activity in frame.file.activities.items()
        if not any(share and person in frame.people for person, share in activity.owners.items())
    }
    if not outside:
        return {}
    reason = "Its activity belongs to nobody on this return. Mend the owners or the filing status."
    return {
        f"/entries/{key}": reason
        for key, entry in frame.file.entries.items()
        if entry.activity in outside and f"/entries/{key}" not in books.stops
    }
