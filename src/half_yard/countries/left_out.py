"""Activities that are not on the return: what belongs to them counts nowhere."""

from __future__ import annotations

from half_yard.records import ClientFile

ARCHIVED = "Its activity is archived, so it is not on the return. Take it out of the archive to count it."
COLLECTIONS = ("entries", "assets", "forms")


def stopped_with(file: ClientFile, reasons: tuple[tuple[str, str], ...]) -> dict[str, str]:
    """What is stopped because its activity is left out, by record path; `reasons` are those of the
    activities."""
    left_out = dict(reasons)
    if not left_out:
        return {}
    return {
        f"/{collection}/{key}": left_out[record.activity]
        for collection in COLLECTIONS
        for key, record in getattr(file, collection).items()
        if record.activity in left_out
    }
