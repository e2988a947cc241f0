"""Every sheet of a United States file: activities, their schedules, the owner's return, in their order."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace

from half_yard.countries.asking import Ask
from half_yard.countries.carried_over import carryover_sheet, carryovers_of, names_of
from half_yard.countries.dividing_things import things
from half_yard.countries.us import itemizing
from half_yard.countries.us.capital_sales import sales_made
from half_yard.countries.us.carried_in import KINDS
from half_yard.countries.us.exchanges import exchanged
from half_yard.countries.us.forms import (
    annualized,
    benefits,
    dwelling,
    earned_income,
    estimates,
    form_461,
    form_1040,
    form_1040_x,
    form_2210,
    form_2441,
    form_4562,
    form_4797,
    form_4797_part_iv,
    form_5329,
    form_6198,
    form_6251,
    form_6252,
    form_7206,
    form_8582,
    form_8801,
    form_8824,
    form_8829,
    form_8863,
    form_8880,
    form_8889,
    form_8949,
    form_8959,
    form_8960,
    form_8962,
    form_8995,
    form_8995_a,
    gains_tax,
    gifts,
    home_office,
    home_sale,
    ira_deduction,
    mid_quarter_worksheet,
    net_operating_loss,
    passive_income,
    retirement_plans,
    safe_harbors,
    schedule_1,
    schedule_1_a,
    schedule_2,
    schedule_3,
    schedule_8812,
    schedule_a,
    schedule_c,
    schedule_d,
    schedule_d_worksheets,
    schedule_e,
    schedule_e_part_ii,
    schedule_r,
    schedule_se,
    section_179,
    section_481,
    section_1231_losses,
    shared_costs,
    simplified_home_office,
    simplified_method,
    student_loan,
    tax_computation,
    vehicle,
    waiting,
)
from half_yard.countries.us.frame import rules
from half_yard.countries.us.losses import entities
from half_yard.countries.us.qualified import trades
from half_yard.figures import Sheet


def sheets_of(ask: Ask) -> tuple[Sheet, ...]:
    """Every sheet, what feeds others before what it feeds; each says so where the year's forms are
    provisional."""
    of_the_return = ask.under(*itemizing.of_the_return(ask))
    made = tuple(_sheets(of_the_return))
    if words := ask(rules).forms_provisional:
        made = tuple(replace(sheet, notes=(*sheet.notes, words)) for sheet in made)
    carried = carryover_sheet(ask.of(carryovers_of), ask(_names), made, KINDS)
    return made if carried is None else (*made, carried)


def _names(ask: Ask) -> dict[str, str]:
    """What a carryover may belong to, by id, the parts of entities among it."""
    return {**ask.of(names_of), **dict(ask.of(entities.carried_for))}


def _sheets(ask: Ask) -> Iterator[Sheet]:
    if ask(mid_quarter_worksheet.applies):
        yield ask(mid_quarter_worksheet.mid_quarter_worksheet.sheet)
    yield from _of_things(ask)
    if ask(section_179.applies):
        yield from _before_expensing(ask)
        yield ask(section_179.part_i.sheet)
    yield from _depreciation(ask)
    for key in ask(form_4797_part_iv.with_recapture):
        yield ask(form_4797_part_iv.part_iv.sheet, key)
    for key in ask(section_481.with_income):
        yield ask(section_481.section_481.sheet, key)
    yield from _of_sales(ask)
    yield from _statements(ask)
    if ask(entities.every):
        yield ask(schedule_e_part_ii.schedule_e_part_ii.sheet)
    for person in ask(schedule_se.persons_with_business):
        yield ask(schedule_se.schedule_se.sheet, person)
    yield from _of_income(ask)
    yield from _of_tax(ask)


def _of_income(ask: Ask) -> Iterator[Sheet]:
    """Income and deductions of the return, with what their lines rest on."""
    if ask(form_461.may_apply):
        yield ask(form_461.form_461.sheet)
    if ask(net_operating_loss.is_there):
        yield ask(net_operating_loss.net_operating_loss.sheet)
    yield from _of_adjustments(ask)
    yield ask(schedule_1.schedule_1.sheet)
    yield from _itemized(ask)
    if ask(schedule_1_a.applies):
        yield ask(schedule_1_a.schedule_1_a.sheet)
    if ask(form_8995.applies):
        is_long = ask(form_8995.is_above) and ask(trades.qualified_businesses)
        yield ask((form_8995_a.form_8995_a if is_long else form_8995.form_8995).sheet)
    if ask(safe_harbors.elects_de_minimis):
        yield ask(safe_harbors.de_minimis.sheet)
    for key in ask(safe_harbors.small_taxpayers):
        yield ask(safe_harbors.small_taxpayer.sheet, key)


def _of_adjustments(ask: Ask) -> Iterator[Sheet]:
    """What of other income is taxed, and what is taken off it."""
    for path in ask(simplified_method.annuities):
        yield ask(simplified_method.simplified_method.sheet, path)
    if ask(benefits.applies):
        yield ask(benefits.benefits.sheet)
    for person in ask(form_8889.persons):
        yield ask(form_8889.form_8889.sheet, person)
    for person in ask(retirement_plans.persons):
        yield ask(retirement_plans.retirement_plans.sheet, person)
    for person in ask(form_7206.persons):
        yield ask(form_7206.form_7206.sheet, person)
    for person in ask(ira_deduction.persons):
        yield ask(ira_deduction.ira_deduction.sheet, person)
    if ask(student_loan.applies):
        yield ask(student_loan.student_loan.sheet)


def _itemized(ask: Ask) -> Iterator[Sheet]:
    """Schedule A, with gifts before it."""
    if ask(gifts.applies):
        yield ask(gifts.gifts.sheet)
    if ask(schedule_a.applies):
        yield ask(schedule_a.schedule_a.sheet)


def _of_credits(ask: Ask) -> Iterator[Sheet]:
    """The credits and further taxes of the household."""
    if ask(form_8962.applies):
        yield ask(form_8962.form_8962.sheet)
    for person in ask(form_5329.persons):
        yield ask(form_5329.form_5329.sheet, person)
    if ask(form_2441.applies):
        yield ask(form_2441.form_2441.sheet)
    if ask(schedule_r.applies):
        yield ask(schedule_r.schedule_r.sheet)
    if ask(form_8863.applies):
        yield ask(form_8863.form_8863.sheet)
    if ask(form_8880.applies):
        yield ask(form_8880.form_8880.sheet)
    if ask(earned_income.is_near):
        yield ask(earned_income.earned_income.sheet)
    if ask(schedule_8812.is_shown):
        yield ask(schedule_8812.schedule_8812.sheet)


def _of_tax(ask: Ask) -> Iterator[Sheet]:
    """The taxes, and the return itself."""
    yield ask(tax_computation.tax_worksheet.sheet)
    if ask(gains_tax.applies):
        form = gains_tax.long_worksheet if ask(gains_tax.is_long) else gains_tax.short_worksheet
        yield ask(form.sheet)
    if ask(form_6251.applies):
        yield ask(form_6251.form_6251.sheet)
    if ask(form_8801.applies):
        yield ask(form_8801.form_8801.sheet)
    if ask(form_8959.applies):
        yield ask(form_8959.form_8959.sheet)
    if all(ask(form_8960.is_due)):
        yield ask(form_8960.form_8960.sheet)
    yield from _of_credits(ask)
    if ask(schedule_2.applies):
        yield ask(schedule_2.schedule_2.sheet)
    if ask(schedule_3.applies):
        yield ask(schedule_3.schedule_3.sheet)
    if ask(annualized.is_elected):
        yield ask(annualized.annualized.sheet)
    if ask(form_2210.is_shown):
        yield ask(form_2210.form_2210.sheet)
    if ask(estimates.is_shown):
        yield ask(estimates.estimates.sheet)
    yield ask(form_1040.form_1040.sheet)
    if ask(form_1040_x.applies):
        yield ask(form_1040_x.form_1040_x.sheet)


def _statements(ask: Ask) -> Iterator[Sheet]:
    """The schedules of the activities, with what is worked out for each before."""
    for office in ask(home_office.offices):
        yield ask(form_8829.form_8829.sheet, *office)
        yield ask(simplified_home_office.simplified.sheet, *office)
    for business in ask(schedule_c.businesses):
        yield ask(schedule_c.schedule_c.sheet, *business)
    for key in ask(form_6198.limited):
        yield ask(form_6198.form_6198.sheet, key)
    if ask(form_8582.applies):
        if "allowance" in ask(form_8582.part_ii):
            yield ask(passive_income.passive_income.sheet)
        yield ask(form_8582.form_8582.sheet)
    for place in ask(dwelling.dwellings):
        yield ask(dwelling.worksheet.sheet, *place)
    for key in ask(schedule_e.properties):
        yield ask(schedule_e.property_lines.sheet, key)
    if ask(schedule_e.properties):
        yield ask(schedule_e.schedule_e.sheet)


def _depreciation(ask: Ask) -> Iterator[Sheet]:
    """Form 4562 of each activity; of one that only received in exchanges behind these, on which it rests."""
    gave = {exchanged.activity_of(ask, key) for key in ask(exchanged.given_in_exchange)}
    got = {exchanged.activity_of(ask, key) for key in ask(exchanged.got_in_exchange)}
    rests = got - gave
    with_form = ask(form_4562.with_form)
    yield from _forms_4562(ask, [key for key in with_form if key not in rests])
    for exchange in ask(exchanged.exchanges):
        yield ask(form_8824.form_8824.sheet, exchange)
    yield from _forms_4562(ask, [key for key in with_form if key in rests])


def _forms_4562(ask: Ask, activities: Iterable[str]) -> Iterator[Sheet]:
    for key in activities:
        yield ask(form_4562.worksheet.sheet, key)
        yield ask(form_4562.form_4562.sheet, key)


def _of_sales(ask: Ask) -> Iterator[Sheet]:
    """What left service: lost, sold as a home, exchanged, sold."""
    if ask(form_4797.lost):
        yield ask(form_4797.form_4684.sheet)
    for thing in ask(home_sale.homes_sold):
        yield ask(home_sale.home_sale.sheet, thing)
    for contract in ask(form_6252.contracts):
        yield ask(form_6252.form_6252.sheet, contract)
    if ask(form_4797.applies):
        yield ask(form_4797.form_4797.sheet)
    if ask(section_1231_losses.applies):
        yield ask(section_1231_losses.section_1231_losses.sheet)
    yield from _of_gains(ask)


def _of_gains(ask: Ask) -> Iterator[Sheet]:
    """Schedule D with what it rests on."""
    if ask(sales_made):
        yield ask(form_8949.form_8949.sheet)
    if ask(schedule_d.applies):
        if "rate_28" in ask(schedule_d.summary):
            yield ask(schedule_d_worksheets.collectibles_worksheet.sheet)
        if "unrecaptured" in ask(schedule_d.summary):
            yield ask(schedule_d_worksheets.unrecaptured_worksheet.sheet)
        yield ask(schedule_d.schedule_d.sheet)


def _of_things(ask: Ask) -> Iterator[Sheet]:
    """The sheets of things that serve several uses."""
    for thing in ask(things):
        yield ask(shared_costs.sheet, thing)
    for thing in ask(vehicle.vehicles):
        yield ask(vehicle.vehicle.sheet, thing)
    for of in ask(waiting.waiting):
        yield ask(waiting.waits.sheet, of)


def _before_expensing(ask: Ask) -> Iterator[Sheet]:
    """The worksheets of the businesses that have part of a section 179 deduction, without it."""
    before = ask.under(section_179.WITHOUT_EXPENSING)
    expensing = ask(section_179.expensing_activities)
    for key in expensing:
        if key in ask(form_4562.with_form):
            yield before(form_4562.form_4562.sheet, key)
    for office in ask(home_office.offices):
        if office.activity in expensing:
            yield before(form_8829.form_8829.sheet, *office)
            yield before(simplified_home_office.simplified.sheet, *office)
    for business in ask(schedule_c.businesses):
        if business[0] in expensing:
            yield before(schedule_c.schedule_c.sheet, *business)
    for key in ask(schedule_e.properties):
        if key in expensing:
            yield before(schedule_e.property_lines.sheet, key)
