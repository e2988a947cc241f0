"""Repair or asset: one step there and one back."""

import datetime
import unittest
from decimal import Decimal

from half_yard.countries import compute
from half_yard.records import ClientFile, Entry, apply
from half_yard.records.capitalizing import back_into_entry, into_asset
from half_yard.review import Level
from tests.files import RENTAL, amount, client, rental

ROOF = Entry(
    activity=RENTAL, date=datetime.date(2025, 6, 3), payee="Roofers", memo="New roof", line="repairs",
    amount=Decimal("9400.00"), reckoning="2*4700",
)  # fmt: skip


def cottage(*entries: Entry) -> ClientFile:
    keyed = {f"e{number:05d}": entry for number, entry in enumerate(entries, 1)}
    return client(activities={RENTAL: rental()}, entries=keyed)


class ThereAndBack(unittest.TestCase):
    def test_an_entry_becomes_an_asset_and_an_entry_again(self) -> None:
        start = cottage(ROOF)
        edit, key = into_asset(start, "e00001")
        file, inverse = apply(start, edit)
        asset = file.assets[key]
        self.assertEqual((asset.name, asset.cost, asset.in_service), ("New roof", ROOF.amount, ROOF.date))
        self.assertEqual((file.entries, asset.made_from), ({}, ROOF))
        self.assertEqual(apply(file, inverse)[0], start)
        edit, entry = back_into_entry(file, key)
        again, _ = apply(file, edit)
        self.assertEqual((again.entries[entry], again.assets), (ROOF, {}))

    def test_without_a_class_it_is_stopped_with_one_it_depreciates(self) -> None:
        edit, key = into_asset(cottage(ROOF), "e00001")
        file, _ = apply(cottage(ROOF), edit)
        self.assertEqual(amount(file, f"schedule_e.{RENTAL}/repairs"), 0)
        self.assertIn("No class", compute(file).stops[f"/assets/{key}"])
        classed = file.assets[key].model_copy(update={"asset_class": "residential_building"})
        depreciated = file.model_copy(update={"assets": {key: classed}})
        self.assertEqual(amount(depreciated, f"schedule_e.{RENTAL}/depreciation"), 185)

    def test_an_asset_that_was_none_cannot_go_back(self) -> None:
        edit, key = into_asset(cottage(ROOF), "e00001")
        file, _ = apply(cottage(ROOF), edit)
        bought = file.assets[key].model_copy(update={"made_from": None})
        with self.assertRaises(ValueError):
            back_into_entry(file.model_copy(update={"assets": {key: bought}}), key)


class Asked(unittest.TestCase):
    def asked(self, **fields: object) -> list[str]:
        file = cottage(ROOF.model_copy(update=fields))
        notes = [finding for finding in compute(file).findings if finding.level is Level.NOTE]
        return [finding.path for finding in notes if "repair or asset" in finding.message]

    def test_only_larger_repairs_and_supplies_are_asked_about(self) -> None:
        """The threshold is the de minimis safe harbor without audited statements (Notice 2015-82)."""
        self.assertEqual(self.asked(), ["/entries/e00001"])
        self.assertEqual(self.asked(line="supplies"), ["/entries/e00001"])
        self.assertEqual(self.asked(amount=Decimal("2500.00")), [])
        self.assertEqual(self.asked(amount=Decimal("2500.01")), ["/entries/e00001"])
        self.assertEqual(self.asked(line="taxes"), [])
