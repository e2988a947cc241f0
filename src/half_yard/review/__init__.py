"""Looking a file over: findings, each with the place where it is mended, what was judged and checked of them,
and what is asked of the client."""

from half_yard.review.finding import Finding, Level
from half_yard.review.shares import share_findings, shares_add_up

__all__ = ["Finding", "Level", "share_findings", "shares_add_up"]
