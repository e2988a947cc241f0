"""Dividing one figure in proportion to others."""

from collections.abc import Callable, Mapping

from half_yard.figures import Figure, difference, total


def in_proportion(
    whole: Figure, weights: Mapping[str, Figure], *, rounded: Callable[[Figure], Figure] = Figure.in_cents
) -> dict[str, Figure]:
    """A whole divided in proportion to what is above zero of the weights, by key: each part rounded, the last
    takes what the others leave. Nothing where no weight is above zero."""
    counted = {key: weight for key, weight in weights.items() if weight.amount > 0}
    if not counted:
        return {}
    *others, last = counted
    every = total(counted.values(), "all of them")
    parts = {
        key: rounded(whole * (counted[key] / every).named("part of all of them")).named(whole.label)
        for key in others
    }
    left = difference(whole, *parts.values(), label=f"what is left of it: {whole.label}")
    parts[last] = left if others else whole
    return parts
