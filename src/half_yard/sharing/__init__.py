"""Splitting amounts by measured shares, so that the parts always add up to the whole."""

from half_yard.sharing.split import split

__all__ = ["split"]
