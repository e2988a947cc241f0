"""Time math of depreciation, the same in every country: methods, conventions and rate tables."""

from half_yard.depreciation.conventions import Convention, first_year_share
from half_yard.depreciation.rate_table import Recovery, rate_table

__all__ = ["Convention", "Recovery", "first_year_share", "rate_table"]
