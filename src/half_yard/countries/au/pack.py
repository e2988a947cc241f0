"""The Australian pack: sole traders and rentals, and each person's return."""

from half_yard.countries.au.asked import AustraliaAsked
from half_yard.countries.au.asset_keeping import AustraliaAssetKeeping
from half_yard.countries.au.compute import compute
from half_yard.countries.au.country import COUNTRY
from half_yard.countries.au.due_dates import return_due
from half_yard.countries.au.ledger import LEDGER
from half_yard.countries.au.ready_ones import ready_ones
from half_yard.countries.au.signing import signers
from half_yard.countries.au.thing_use import AustraliaSharedUse
from half_yard.countries.au.to_keep import to_keep
from half_yard.countries.pack import Pack

PACK = Pack(
    COUNTRY,
    LEDGER,
    compute,
    AustraliaAsked(),
    AustraliaAssetKeeping(),
    AustraliaSharedUse(),
    due=return_due,
    signers=signers,
    to_keep=to_keep,
    ready=ready_ones,
)
"""Income tax of sole traders and small landlords who are residents."""
