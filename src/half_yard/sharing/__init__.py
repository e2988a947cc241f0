"""Splitting amounts by measured shares or in proportion, so that the parts always add up to the whole."""

from half_yard.sharing.proportion import in_proportion
from half_yard.sharing.split import split

__all__ = ["in_proportion", "split"]
