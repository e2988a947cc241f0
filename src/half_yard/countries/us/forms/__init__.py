"""The forms of the United States, one module each: its lines in their order, and what belongs to it."""
