"""Canada behind the promises that every country's pack makes."""

from half_yard.countries.ca.asked import CanadaAsked
from half_yard.countries.ca.asset_keeping import CanadaAssetKeeping
from half_yard.countries.ca.compute import compute
from half_yard.countries.ca.country import COUNTRY
from half_yard.countries.ca.due_dates import return_due
from half_yard.countries.ca.ledger import LEDGER
from half_yard.countries.ca.ready_ones import ready_ones
from half_yard.countries.ca.signing import signers
from half_yard.countries.ca.thing_use import CanadaSharedUse
from half_yard.countries.ca.to_keep import to_keep
from half_yard.countries.pack import Pack

PACK = Pack(
    COUNTRY,
    LEDGER,
    compute,
    CanadaAsked(),
    CanadaAssetKeeping(),
    CanadaSharedUse(),
    due=return_due,
    signers=signers,
    to_keep=to_keep,
    ready=ready_ones,
)
"""Income tax of sole proprietors and small landlords: federal, and of every province but Quebec."""
