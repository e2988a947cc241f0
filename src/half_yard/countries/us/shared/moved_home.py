"""A home office that was typed as an asset of the business, moved to the home whose part it is."""

from __future__ import annotations

from half_yard.countries.us.shared.kinds import HOME
from half_yard.records import Change, ClientFile, Edit, Thing, Use
from half_yard.records.amounts import HUNDRED
from half_yard.records.identifiers import next_id


def moved_to_home(file: ClientFile, key: str) -> Edit:
    """The edit that moves a building to the home that serves its activity, or to a new home with the part
    that was typed at the building. Raises KeyError if there is no such asset."""
    asset = file.assets[key]
    changes = []
    thing = next(
        (
            use.thing
            for _, use in sorted(file.uses.items())
            if use.activity == asset.activity and use.thing in file.things
            and file.things[use.thing].kind == HOME
        ),
        "",
    )  # fmt: skip
    if not thing:
        thing = next_id("things", file.things)
        home = Thing(kind=HOME, name=asset.name, measure="area", whole=HUNDRED)
        use = Use(thing=thing, activity=asset.activity, amount=asset.share)
        changes += [_add("things", thing, home), _add("uses", next_id("uses", file.uses), use)]
    for field, value in (("activity", thing), ("share", None), ("shares", {})):
        changes.append(Change(op="replace", path=f"/assets/{key}/{field}", value=value))
    return Edit(label=f"{asset.name or 'The building'} moved to the home", changes=tuple(changes))


def _add(collection: str, key: str, record: Thing | Use) -> Change:
    return Change(op="add", path=f"/{collection}/{key}", value=record.model_dump(mode="json"))
