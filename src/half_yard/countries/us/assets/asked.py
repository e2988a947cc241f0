"""What is asked of an asset of the United States besides its row, by its class."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from half_yard.asked import Field, FieldKind
from half_yard.countries.offered import Question
from half_yard.countries.us.assets.classes import CLASSES, OUTPUT, TERM, YEARS, AssetClass
from half_yard.countries.us.assets.rates import METHODS
from half_yard.countries.us.exchanges.asked import FIXED, USED_FIRST
from half_yard.countries.us.qualified.asked import TRADE
from half_yard.countries.us.questions import AT_ONCE, LESSOR, MADE_UP
from half_yard.records import Asset, ClientFile


def asset_fields(file: ClientFile, key: str, questions: Sequence[Question]) -> Iterator[Field]:
    """The fields of an asset; none while its class is not chosen."""
    path, asset, year = f"/assets/{key}", file.assets[key], file.tax_year
    kind = CLASSES.get(asset.asset_class)
    if kind is None:
        return
    if kind.key in TERM:
        yield Field(f"{path}/months", "Months it runs", FieldKind.MONTHS)
    if kind.recovery is not None:
        yield Field(f"{path}/acquired", "Acquired", FieldKind.DATE, hint="if not when in service")
        methods = tuple(item for item in METHODS.items() if item[0])
        yield Field(f"{path}/method", "Method", FieldKind.CHOICE, methods)
    if kind.own == YEARS:
        for each in (year, year + 1):
            yield Field(f"{path}/own_years/{each}", f"In {each}", FieldKind.AMOUNT, optional=True)
    if kind.own == OUTPUT:
        yield Field(f"{path}/units_in_all", "Output in all", FieldKind.AMOUNT, hint="hours, miles, units")
        yield Field(f"{path}/units/{year}", f"Output of {year}", FieldKind.AMOUNT, optional=True)
    if kind.may_be_expensed:
        yield Field(f"{path}/expensed", "Section 179", FieldKind.AMOUNT, hint="part of its cost")
    if file.things:
        things = [(each, thing.name or each) for each, thing in sorted(file.things.items())]
        yield Field(f"{path}/thing", "Its use is that of", FieldKind.CHOICE, things)
    if asset.thing not in file.things and asset.activity not in file.things:
        yield Field(f"{path}/share", "Business use, %", FieldKind.PERCENT, hint="100", optional=True)
        yield Field(
            f"{path}/shares/{year}", f"Of it in {year}, %", FieldKind.PERCENT, hint="as always", optional=True
        )
    others = tuple(
        (other_key, other.name)
        for other_key, other in sorted(file.assets.items())
        if other.activity == asset.activity and other_key != key
    )
    if others:
        yield Field(f"{path}/part_of", "Improves", FieldKind.CHOICE, others)
    made_up: tuple[Question, ...] = ()
    if asset.prior_depreciation is not None and kind.recovery is not None:
        made_up = (MADE_UP, AT_ONCE) if MADE_UP.of(asset.answers) else (MADE_UP,)
    activity = file.activities.get(asset.activity)
    lets = activity is not None and activity.kind == "rental" and TRADE.of(activity.answers)
    lessor = (LESSOR,) if lets and kind.may_be_expensed else ()
    for question in (*questions, *lessor, *made_up, *_of_exchange(asset, kind)):
        yield question.field(path)


def _of_exchange(asset: Asset, kind: AssetClass) -> Iterator[Question]:
    """What is asked of an asset that was given or received in an exchange, and is no building or land."""
    if (asset.given_in or asset.got_in) and not kind.section_1250:
        yield FIXED
    if asset.got_in and kind.allowance:
        yield USED_FIRST
