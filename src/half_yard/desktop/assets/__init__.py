"""The Assets page and what it shows beneath its table."""
