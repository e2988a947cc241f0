"""Australia: sole traders and rentals, and the return of each person."""
