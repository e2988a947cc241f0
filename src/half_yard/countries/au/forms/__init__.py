"""The items and schedules of Australia, one module each: its lines in their order, and what belongs to it."""
