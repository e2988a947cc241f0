"""A simulated outbox: takes a message and says under which number it went, or why it did not. It uses no
network and remembers nothing.

It is down now and then, as a real one is: `is_down` says when.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from email import message_from_bytes, policy
from hashlib import sha256

from half_yard.standins.gateway import down_now_and_then
from half_yard.standins.marketplace import ServiceError

NAME = "Harbor Outbox (simulated)"
LARGEST = 5_000_000
NOWHERE = (".invalid", ".test", ".localhost")
"""Ends of addresses that lead nowhere (RFC 2606)."""


@dataclass(frozen=True, slots=True)
class Receipt:
    """The number under which a message went; without one, why it did not."""

    number: str
    reason: str = ""


def deliver(message: bytes, is_down: Callable[[], bool] = down_now_and_then) -> Receipt:
    """What becomes of a message (RFC 5322). Raises ServiceError while the outbox is down."""
    if is_down():
        raise ServiceError(f"{NAME} is down. Nothing went out. Try again in a while.")
    if len(message) > LARGEST:
        return Receipt("", f"It is larger than {LARGEST // 1_000_000} MB.")
    to = str(message_from_bytes(message, policy=policy.default)["To"] or "")
    name, _, domain = to.rpartition("@")
    if not name or "." not in domain.strip(".") or " " in to:
        return Receipt("", f"“{to}” is no address." if to else "It has no address.")
    if domain.endswith(NOWHERE):
        return Receipt("", f"Nobody is known at {domain}.")
    return Receipt(f"HO-{sha256(message).hexdigest()[:10].upper()}")
