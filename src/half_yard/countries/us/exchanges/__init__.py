"""Exchanges of property of like kind (26 U.S.C. 1031)."""
