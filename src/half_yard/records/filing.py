"""Records of filing: what was sent, what came back, and what stood on the return then."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.records.amounts import Amount
from half_yard.records.record import Date, Key, Record, Text


class Reason(Record):
    """Why a return was refused: the number of the rule, its words, and the path of the field to mend."""

    rule: Text = ""
    words: Text = ""
    path: Text = ""


class Filing(Record):
    """A return as it was sent: `kind` says whether it was the original or an amended one, `digest` is the
    SHA-256 of what was sent, `state` is sent, accepted or refused, `number` what the acknowledgement is
    called by. `amounts` is what stood on it, in dollars by sheet and line: it is never changed."""

    kind: Text = ""
    digest: Text = ""
    sent: Date = None
    state: Text = ""
    number: Text = ""
    reasons: tuple[Reason, ...] = ()
    amounts: Mapping[Key, Mapping[Key, Amount]] = {}
