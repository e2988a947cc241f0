"""The tests. A busy machine makes inputs slowly: that is no reason to fail (speeds stand in benchmarks/)."""

from hypothesis import HealthCheck, settings

settings.register_profile("any machine", suppress_health_check=[HealthCheck.too_slow], deadline=None)
settings.load_profile("any machine")
