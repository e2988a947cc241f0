"""The window: shows a computation and turns what people do into edits. The only room that knows Qt."""

from importlib import import_module

BEFORE_QT = (
    "countries.methods_beside",
    "countries.telling",
    "countries.totals",
    "interop.asset_list",
    "interop.deadlines",
    "interop.record_list",
    "interop.vouchers_page",
    "linux.libraries",
    "office.going_on",
    "office.standing",
    "records.activities",
    "records.capitalizing",
    "records.dividing",
    "records.duplicating",
    "records.fitting_edits",
    "records.wearing",
    "review.checked",
    "review.judged",
    "standins.assessment_roll",
    "statements.targets",
)
"""What the window is made of, loaded before Qt is: Qt's bindings go through the source of every module that
is loaded after them, which took a tenth of the start."""
for room in BEFORE_QT:
    import_module(f"half_yard.{room}")
