"""Time math of depreciation, the same in every country: methods, conventions and rate tables."""

from half_yard.depreciation.conventions import Convention, Start
from half_yard.depreciation.rate_table import Recovery, rate_table

__all__ = ["Convention", "Recovery", "Start", "rate_table"]
