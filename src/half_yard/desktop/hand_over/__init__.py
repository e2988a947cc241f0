"""Handing over: the packet on paper."""
