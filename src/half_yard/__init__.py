"""Half Yard: books, assets and the owner's return, with every number followed both ways."""

__version__ = "0.1.0"
