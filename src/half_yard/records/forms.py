"""The forms that payers send: wages, interest, dividends, sales, and information forms about an activity."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.records.amounts import Amount
from half_yard.records.record import Address, Date, Key, Record, Text


class StateBoxes(Record):
    """What a payer's form says to a state: which one, the payer's number there, income and tax withheld."""

    state: Text = ""
    payer_number: Text = ""
    income: Amount | None = None
    withheld: Amount | None = None


class PayersForm(Record):
    """What all forms of payers have.

    `payer_number` is kept as typed and checked by the pack; `boxes` and `ticks` are the form's further boxes,
    by the pack's keys; `withheld` is federal income tax.
    """

    payer_number: Text = ""
    payer_address: Address = Address()
    withheld: Amount | None = None
    boxes: Mapping[Key, Amount] = {}
    ticks: Mapping[Key, bool] = {}
    state: StateBoxes = StateBoxes()


class PersonsForm(PayersForm):
    """A form about a person rather than an activity."""

    person: Text


class WageStatement(PersonsForm):
    """A person's wages from one employer: taxable wages, social-security wages and tax withheld."""

    employer: Text = ""
    wages: Amount
    social_security_wages: Amount | None = None


class InterestStatement(PersonsForm):
    """Taxable interest from one payer, with tax withheld."""

    payer: Text = ""
    interest: Amount


class DividendStatement(PersonsForm):
    """Dividends from one payer: all ordinary ones, and the qualified ones among them."""

    payer: Text = ""
    ordinary: Amount
    qualified: Amount | None = None


class ExpectedForm(Record):
    """A form that a payer will send, as last year: `of` is the collection that it belongs to, `kind` its kind
    there; `person` or `activity` says whose it is. It has no amounts yet."""

    of: Text = ""
    kind: Text = ""
    payer: Text = ""
    payer_number: Text = ""
    payer_address: Address = Address()
    person: Text = ""
    activity: Text = ""


class CapitalSale(PersonsForm):
    """What a person sold of what they held (shares, a fund, a collectible, a digital asset), in dollars.

    `held` is a key of the pack and says how long, where the days do not; `reported` what the broker's form
    says of it and `kind` what it was, both keys of the pack. A basis that is not entered is not zero.
    """

    name: Text = ""
    acquired: Date = None
    sold: Date = None
    proceeds: Amount
    basis: Amount | None = None
    held: Text = ""
    reported: Text = ""
    kind: Text = ""


class HouseholdItem(PersonsForm):
    """Something else of the household that changes its return: a pension, a premium, a gift, a school's bill.

    `kind` is a key of the pack and says what `amount` and the further boxes are; `person` may be one of the
    dependants too, or nobody; `name` is who paid it or was paid. `choices` are the kind's questions with
    several answers, by the pack's keys.
    """

    person: Text = ""
    kind: Text = ""
    name: Text = ""
    amount: Amount | None = None
    reckoning: Text = ""
    choices: Mapping[Key, Text] = {}


class ReceivedForm(PayersForm):
    """An information form that a payer filed about an activity.

    `kind` is a key of the country's pack and says what `amount` is; `payee_in_books` the name under which
    the books have its receipts, where it is another than the payer's; `fees` and `refunds` what a processor
    kept of a gross amount or gave back, where the preparer knows them.
    """

    kind: Text = ""
    activity: Text = ""
    payer: Text = ""
    payee_in_books: Text = ""
    amount: Amount
    reckoning: Text = ""
    fees: Amount | None = None
    refunds: Amount | None = None
