"""Files of older formats brought up, by one small named step a version. What is on disk changes only by
saving."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from half_yard.records.client_file import FORMAT_VERSION

Document = dict[str, Any]


def brought_up(document: Document) -> Document:
    """A client file's document of any version there was, in the present format."""
    while (version := document["format_version"]) < FORMAT_VERSION:
        document = {**STEPS[version](document), "format_version": version + 1}
    return document


def _accounts_and_parts(document: Document) -> Document:
    """From version 2 on a file keeps which names of accounts mean one, what a statement's source looks like,
    and the parts of a row that are set aside. There were none of these before, and nothing else is
    otherwise."""
    return document


STEPS: dict[int, Callable[[Document], Document]] = {1: _accounts_and_parts}
"""The step that brings a version up to the next, by version."""
