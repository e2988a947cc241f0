"""What can be in a packet on paper."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries import Computation, pack_for
from half_yard.countries.next_year import carried_on

LETTER, SUMMARY, DEPRECIATION, VOUCHERS = "letter", "summary", "depreciation", "vouchers"
COVER, CARRIED, TO_KEEP = "cover", "carried", "to_keep"


@dataclass(frozen=True, slots=True)
class Part:
    """A part of the packet: its key and its title."""

    key: str
    title: str


def parts_of(computation: Computation) -> list[Part]:
    """Everything that can be in a packet, in its usual order: a cover letter, a summary, what is asked, every
    sheet without exception, the depreciation of every asset, what goes on into next year, the vouchers of
    payments ahead, what to keep."""
    file = computation.file
    parts = [Part(COVER, "Cover letter"), Part(SUMMARY, "Summary")]
    if file.questions:
        parts.append(Part(LETTER, "Questions"))
    parts += [Part(sheet.key, sheet.title) for sheet in computation.sheets]
    if file.assets:
        parts.append(Part(DEPRECIATION, "Depreciation"))
    if any(carried_on(computation)):
        parts.append(Part(CARRIED, f"Carried to {file.tax_year + 1}"))
    if pack_for(file.country).paying_ahead(computation):
        parts.append(Part(VOUCHERS, "Vouchers"))
    if pack_for(file.country).to_keep(computation):
        parts.append(Part(TO_KEEP, "What to keep"))
    return parts
