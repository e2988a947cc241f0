"""Canada: businesses and rentals, and the return of each person."""
