"""What is wrong with activities themselves: their kind, and the shares of their owners."""

from collections.abc import Collection, Iterator
from decimal import Decimal

from half_yard.records import Activity, ClientFile
from half_yard.records.amounts import HUNDRED
from half_yard.review.finding import Finding, Level


def shares_add_up(activity: Activity) -> bool:
    """Whether the owners' shares are the whole, 100 percent."""
    return sum(activity.owners.values(), Decimal(0)) == HUNDRED


def activity_findings(file: ClientFile, kinds: Collection[str]) -> Iterator[Finding]:
    """An error for each activity that is of none of the kinds that a country has, whose shares are not the
    whole or whose owner is not in the file."""
    for key, activity in sorted(file.activities.items()):
        if activity.kind not in kinds:
            called = f"“{activity.kind}”" if activity.kind else "nothing"
            yield Finding(
                Level.ERROR,
                f"{activity.name or 'An activity'}: its kind is {called}, which there is not: nothing of it "
                "counts.",
                f"/activities/{key}/kind",
                "Give it one of the kinds.",
            )
        path = f"/activities/{key}/owners"
        if not shares_add_up(activity):
            shares = sum(activity.owners.values(), Decimal(0)).normalize()
            yield Finding(
                Level.ERROR,
                f"The owners' shares of {activity.name or 'this activity'} add up to {shares:f}%, not 100%.",
                path,
                "Change a share so that they make the whole.",
            )
        for person in activity.owners:
            if person not in file.people and activity.owners[person]:
                yield Finding(
                    Level.ERROR,
                    f"{activity.name or 'This activity'} belongs to “{person}”, who is not in the file.",
                    path,
                    "Add the person or change the owner.",
                )
