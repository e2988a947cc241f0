"""Assets of the United States: basis, depreciation, elections, sales."""
