"""What can be in a packet on paper."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries import Computation, pack_for

LETTER, SUMMARY, DEPRECIATION, VOUCHERS = "letter", "summary", "depreciation", "vouchers"
TO_KEEP = "to_keep"


@dataclass(frozen=True, slots=True)
class Part:
    """A part of the packet: its key and its title."""

    key: str
    title: str


def parts_of(computation: Computation) -> list[Part]:
    """Everything that can be in a packet, in its usual order: a letter where something is asked, a summary,
    every sheet without exception, the depreciation of every asset, the vouchers of payments ahead, what to
    keep."""
    file = computation.file
    parts = [Part(SUMMARY, "Summary"), *(Part(sheet.key, sheet.title) for sheet in computation.sheets)]
    if file.questions:
        parts.insert(0, Part(LETTER, "Letter"))
    if file.assets:
        parts.append(Part(DEPRECIATION, "Depreciation"))
    if pack_for(file.country).paying_ahead(computation):
        parts.append(Part(VOUCHERS, "Vouchers"))
    if pack_for(file.country).to_keep(computation):
        parts.append(Part(TO_KEEP, "What to keep"))
    return parts
