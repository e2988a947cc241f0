"""The tests. A busy machine makes inputs slowly: that is no reason to fail (speeds stand in benchmarks/).

What is drawn at random is drawn alike at every run, so that a check says something of the change before it;
HALF_YARD_DRAW=anew draws anew, to look for what nobody has thought of yet.
"""

import os

from hypothesis import HealthCheck, settings

for profile, alike in (("alike", True), ("anew", False)):
    settings.register_profile(
        profile, suppress_health_check=[HealthCheck.too_slow], deadline=None, derandomize=alike
    )
settings.load_profile(os.environ.get("HALF_YARD_DRAW", "alike"))
