"""Industry codes of Forms T2125 and T776, by NAICS Canada."""

from half_yard.countries.code_list import CodeList

CODES = CodeList(__package__ or "", "industry_codes.tsv", "industry")
