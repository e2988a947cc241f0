"""Slips and payments that belong to one person each."""

from __future__ import annotations

from collections.abc import Collection

from half_yard.records import ClientFile

NOT_HERE = "The person is not in this file. Choose another."
COLLECTIONS = ("wages", "interest", "estimated_payments")


def stops_of_persons(file: ClientFile, known: Collection[str]) -> dict[str, str]:
    """Why a slip or payment counts nowhere, by record path: its person is not one of those who file."""
    return {
        f"/{collection}/{key}": NOT_HERE
        for collection in COLLECTIONS
        for key, item in getattr(file, collection).items()
        if item.person not in known
    }
