"""Looking a file over: findings, each with the place where it is mended, what was judged and checked of them,
and what is asked of the client."""

from half_yard.review.activities import activity_findings, shares_add_up
from half_yard.review.finding import Finding, Level

__all__ = ["Finding", "Level", "activity_findings", "shares_add_up"]
