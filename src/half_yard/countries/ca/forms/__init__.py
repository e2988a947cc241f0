"""The forms of Canada, one module each: its lines in their order, and what belongs to it."""
