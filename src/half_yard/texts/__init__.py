"""Text files that other programs wrote: decoded and cut into cells, whatever is wrong with them."""

from half_yard.texts.cells import BrokenLine, cells_of, rows_of
from half_yard.texts.decoding import NotTextError, decoded
from half_yard.texts.quoting import inert, quoted
from half_yard.texts.reading import to_the_end

__all__ = ["BrokenLine", "NotTextError", "cells_of", "decoded", "inert", "quoted", "rows_of", "to_the_end"]
