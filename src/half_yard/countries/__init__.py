"""The country packs: what differs between countries lives in one of them, behind the same few names."""

from half_yard.countries.offered import (
    AssetDoubts,
    AssetKind,
    Box,
    FormKind,
    ManyAnswers,
    Question,
    StatementLine,
)
from half_yard.countries.pack import Pack
from half_yard.countries.results import CarryPoint, Computation, MatchState, PayerMatch
from half_yard.countries.us.pack import UnitedStates
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile

PACKS: dict[str, Pack] = {"us": UnitedStates()}


def pack_for(country: str) -> Pack:
    """The pack of a country. Raises KeyError if there is none."""
    return PACKS[country]


def compute(file: ClientFile, memory: Memory | None = None) -> Computation:
    """Everything that follows from the file: same file, same answer, no clock, no disk. With a memory of its
    own it neither uses nor costs what is remembered of other files."""
    if memory is None:
        return pack_for(file.country).compute(file)
    with memory.in_use():
        return pack_for(file.country).compute(file)


__all__ = [
    "PACKS",
    "AssetDoubts",
    "AssetKind",
    "Box",
    "CarryPoint",
    "Computation",
    "FormKind",
    "ManyAnswers",
    "MatchState",
    "Pack",
    "PayerMatch",
    "Question",
    "StatementLine",
    "compute",
    "pack_for",
]
