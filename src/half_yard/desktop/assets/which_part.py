"""The parts that are shown beneath the table of assets, and which of them is for what."""

from __future__ import annotations

from enum import Enum

from half_yard.countries import Pack


class Part(Enum):
    """What is shown beneath the table: the words on its button, and what it is for."""

    ASSET = ("This asset", "The life of the asset under the cursor, and what is elected for it")
    CLASSES = ("Classes", "The pools that assets of a class are kept in, of the activity under the cursor")
    YEARS = ("Every year", "How every year of it was computed, beside the same by hand")
    BASIS = ("Basis", "How it came, and what counts")
    LEAVING = ("Leaving", "Its sale, or how else it leaves service")
    ELECTIONS = ("Elections", "What is elected for whole classes, and what it changes")
    PROJECTION = ("Years to come", "What all assets take in the years to come, and if it were otherwise")
    BOOKS = ("Three books", "For the regular tax, the minimum tax and a state")
    EXCHANGES = ("Exchanges", "Property given for property of like kind: both sides, and what comes of it")
    SEVERAL = ("Several at once", "One answer for all that are selected, or all leaving at one price")
    PURCHASE = ("Property bought", "Building, land and loan from one settlement statement")
    LIST = ("Asset list", "A list from another program or a spreadsheet, taken in")

    @property
    def words(self) -> str:
        """The words on its button."""
        return self.value[0]


IN_POOLS = {Part.ASSET, Part.CLASSES, Part.LEAVING}
"""The parts of a country that keeps its assets in pools; all but the classes are those of one that does
not."""
ALONE = {Part.PURCHASE, Part.LIST}
"""Parts that are no switch of the page, but come when they are called for."""
WHOLE_PAGE = {*ALONE, Part.EXCHANGES}
"""Parts that take all of the page."""
OF_BASIS = {"origin", "cost", "basis"}
"""The fields of an asset that are shown with its basis."""


def offered(pack: Pack) -> list[Part]:
    """The parts that a country has a use for."""
    pools = pack.assets.one_by_one is None
    parts = [part for part in Part if (part in IN_POOLS if pools else part is not Part.CLASSES)]
    return [part for part in parts if part is not Part.EXCHANGES or pack.assets.exchanges]
