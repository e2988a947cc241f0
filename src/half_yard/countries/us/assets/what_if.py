"""A file as it would be under other elections, or with an asset sold."""

from __future__ import annotations

import datetime

from half_yard.countries.offered import WhatIf
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.sold import SALE
from half_yard.countries.us.assets.special_allowance import OUT, election_key
from half_yard.records import ClientFile


def what_if(file: ClientFile, asked: WhatIf) -> ClientFile:
    """The file as it would be otherwise: without this year's special allowance, with another amount of an
    asset expensed, or an asset sold in the middle of a year."""
    changed = file
    if asked.no_allowance:
        out = {election_key(item.key): OUT for item in CLASSES.values() if item.allowance}
        changed = changed.model_copy(update={"elections": {**file.elections, **out}})
    asset = changed.assets.get(asked.asset)
    if asset is None:
        return changed
    if asked.expensed is not None:
        asset = asset.model_copy(update={"expensed": asked.expensed})
    if asked.sold_in is not None:
        day = datetime.date(asked.sold_in, 7, 1)
        asset = asset.model_copy(update={"disposed": day, "disposal": SALE})
    return changed.model_copy(update={"assets": {**changed.assets, asked.asset: asset}})
