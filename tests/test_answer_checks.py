"""Answers that a file made elsewhere gives, and that there are not."""

from __future__ import annotations

import unittest

from half_yard.countries import compute
from half_yard.demo import client_files
from half_yard.records import ClientFile
from half_yard.review import Level
from tests.files import BUSINESS, sole_proprietor

NOT_ONE = "is none of the answers"


def said(file: ClientFile) -> list[str]:
    """Where an answer is none."""
    found = compute(file).findings
    return [each.path for each in found if NOT_ONE in each.message and each.level is Level.ERROR]


class Answers(unittest.TestCase):
    def test_those_of_the_demo_are_all_known(self) -> None:
        for name, file in client_files().items():
            self.assertEqual(said(file), [], name)

    def test_one_that_is_none_is_an_error_where_it_stands(self) -> None:
        file = sole_proprietor("30000")
        self.assertEqual(said(file), [])
        household = file.household.model_copy(update={"choices": {"deduction_taken": "itemized"}})
        self.assertEqual(
            said(file.model_copy(update={"household": household})), ["/household/choices/deduction_taken"]
        )

    def test_of_activities_and_things_too(self) -> None:
        file = client_files()["Adeyemi, Margaux and Piers 2025.halfyard"]
        activities = {
            key: each.model_copy(update={"choices": {"fiscal_end": "13"}})
            for key, each in file.activities.items()
        }
        car = file.things["h00002"].model_copy(update={"choices": {"loan_from": "2024-05-01"}})
        odd = file.model_copy(update={"activities": activities, "things": {**file.things, "h00002": car}})
        self.assertIn(f"/activities/{BUSINESS}/choices/fiscal_end", said(odd))
        self.assertIn("/things/h00002/choices/loan_from", said(odd))
