"""What could be otherwise with assets, as a scenario: other elections, or an asset sold."""

from __future__ import annotations

from half_yard.countries.offered import WhatIf
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.sold import SALE
from half_yard.countries.us.assets.special_allowance import OUT, election_key
from half_yard.figures.explain import money_text
from half_yard.records import Change, ClientFile, Edit
from half_yard.records.fittings import Fitting


def otherwise(file: ClientFile, asked: WhatIf) -> Fitting:
    """No special allowance this year, another amount of an asset expensed, or an asset sold in the middle of
    a year."""
    changes, words = [], []
    if asked.no_allowance:
        words.append("without the allowance")
        for item in CLASSES.values():
            key = election_key(item.key)
            if item.allowance and file.elections.get(key) != OUT:
                there = key in file.elections
                op = "replace" if there else "add"
                changes.append(Change.model_validate({"op": op, "path": f"/elections/{key}", "value": OUT}))
    path = f"/assets/{asked.asset}"
    if asked.asset in file.assets and asked.expensed is not None:
        words.append(f"section 179 of {money_text(asked.expensed)}")
        changes.append(Change(op="replace", path=f"{path}/expensed", value=format(asked.expensed, "f")))
    if asked.asset in file.assets and asked.sold_in is not None:
        words.append(f"sold in {asked.sold_in}")
        changes.append(Change(op="replace", path=f"{path}/disposed", value=f"{asked.sold_in:04d}-07-01"))
        changes.append(Change(op="replace", path=f"{path}/disposal", value=SALE))
    words_of_all = ", ".join(words)
    return Fitting(name=words_of_all, edits=(Edit(label=words_of_all, changes=tuple(changes)),))
