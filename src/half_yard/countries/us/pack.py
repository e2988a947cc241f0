"""The United States behind the promises that every country's pack makes."""

from half_yard.countries.pack import Pack
from half_yard.countries.us.asked import UnitedStatesAsked
from half_yard.countries.us.assets.keeping import UnitedStatesAssetKeeping
from half_yard.countries.us.compute import compute
from half_yard.countries.us.country import COUNTRY
from half_yard.countries.us.due_dates import return_due
from half_yard.countries.us.household.instalments import instalments_of
from half_yard.countries.us.ledger import LEDGER
from half_yard.countries.us.ready_ones import ready_ones
from half_yard.countries.us.shared.use import UnitedStatesSharedUse
from half_yard.countries.us.signing import signers
from half_yard.countries.us.to_keep import to_keep

PACK = Pack(
    COUNTRY,
    LEDGER,
    compute,
    UnitedStatesAsked(),
    UnitedStatesAssetKeeping(),
    UnitedStatesSharedUse(),
    instalments_of,
    signers,
    lambda file: return_due(file.tax_year),
    to_keep,
    ready_ones,
)
"""Federal income tax of sole proprietors and small landlords."""
