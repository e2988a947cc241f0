"""Principal business or professional activity codes of Schedule C (Form 1040), line B."""

from half_yard.countries.code_list import CodeList

CODES = CodeList(__package__ or "", "activity_codes.tsv", "activity")
