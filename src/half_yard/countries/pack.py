"""The pack of a country: a few small promises, each usable alone."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

from half_yard.books import StatementLine
from half_yard.countries.asked import Asked
from half_yard.countries.asset_keeping import AssetKeeping, OneByOne
from half_yard.countries.country import Country
from half_yard.countries.exchanging import Exchanges
from half_yard.countries.keeping import Kept, nothing_known
from half_yard.countries.ledger import Ledger
from half_yard.countries.paying_ahead import Instalment, none_ahead
from half_yard.countries.ready import Ready, none_ready
from half_yard.countries.results import Computation
from half_yard.countries.shared_use import SharedUse
from half_yard.countries.signing import Signer, nobody_signs
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile


def no_day(file: ClientFile) -> None:
    """It is not known by when the return of a file is due."""
    del file


@dataclass(frozen=True)
class Pack:
    """A country: what it is, what it asks, its ledger, how it keeps assets, and what follows from a file,
    made with the memory of its computation before."""

    country: Country
    ledger: Ledger
    compute: Callable[[ClientFile, Memory], Computation]
    asked: Asked = field(default_factory=Asked)
    assets: AssetKeeping = field(default_factory=AssetKeeping)
    shared: SharedUse = field(default_factory=SharedUse)
    paying_ahead: Callable[[Computation], Sequence[Instalment]] = none_ahead
    signers: Callable[[ClientFile], Sequence[Signer]] = nobody_signs
    due: Callable[[ClientFile], datetime.date | None] = no_day
    """By when the law wants the return of a file, without an extension; None where that is not known."""
    to_keep: Callable[[Computation], Sequence[Kept]] = nothing_known
    ready: Callable[[Computation], Sequence[Ready]] = none_ready

    def lines_of(self, file: ClientFile, key: str) -> Sequence[StatementLine]:
        """The lines to which the entries of an activity are sorted, or the costs of a shared thing; none
        where there is neither."""
        if key in file.activities:
            return self.ledger.lines(file.activities[key])
        kind = self.shared.kinds.get(file.things[key].kind) if key in file.things else None
        return kind.lines if kind else ()

    @property
    def exchanges(self) -> Exchanges:
        """What it offers for exchanges of property. Raises LookupError where its law knows none."""
        if self.assets.exchanges is None:
            raise LookupError(f"Exchanges are not computed for {self.country.name}")
        return self.assets.exchanges

    @property
    def one_by_one(self) -> OneByOne:
        """What it offers of assets that each have years of their own. Raises LookupError where it keeps
        pools."""
        if self.assets.one_by_one is None:
            raise LookupError(f"{self.country.name} keeps its assets in pools")
        return self.assets.one_by_one
