"""Qualified business income: which trades there are, what each earns, pays as wages and owns."""
