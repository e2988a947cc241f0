"""Splitting one figure between owners."""

from collections.abc import Mapping

from half_yard.figures import Figure, difference


def split(whole: Figure, shares: Mapping[str, Figure]) -> dict[str, Figure]:
    """The parts of an amount in cents, by owner; `shares` are parts of one that add up to one.

    Each part is rounded to the cent but the last, which takes what the others leave, so that nothing is
    lost or made by rounding. A single owner of everything gets the whole figure itself.
    """
    owners = list(shares)
    if len(owners) == 1 and shares[owners[0]].amount == 1:
        return {owners[0]: whole}
    parts = {owner: (whole * shares[owner]).in_cents(whole.label) for owner in owners}
    if sum(share.amount for share in shares.values()) == 1:
        *others, last = owners
        parts[last] = difference(whole, *(parts[owner] for owner in others), label=whole.label)
    return parts
