"""How files of each bank are laid out, as the preparer corrected it: kept between runs, for all clients."""

from __future__ import annotations

import json
from pathlib import Path

from platformdirs import user_state_path
from pydantic import ValidationError

from half_yard.records import Record
from half_yard.statements import Layout

MOST_KEPT = 200


class KeptLayout(Record):
    """A layout with the account that such files were of last."""

    layout: Layout
    account: str = ""


class LayoutsKept:
    """Layouts by what files of the same bank have in common; losing them loses nothing else."""

    def __init__(self) -> None:
        self._path: Path = user_state_path("half-yard") / "statement-layouts.json"
        self._kept: dict[str, KeptLayout] = {}
        try:
            document = json.loads(self._path.read_text(encoding="utf-8"))
            self._kept = {key: KeptLayout.model_validate(item) for key, item in document.items()}
        except (OSError, ValueError, AttributeError, ValidationError):
            self._kept = {}

    def get(self, signature: str) -> KeptLayout | None:
        """The layout that such a file had last."""
        return self._kept.get(signature)

    def keep(self, signature: str, layout: Layout, account: str) -> None:
        """Remember a layout that was used."""
        others = {key: item for key, item in self._kept.items() if key != signature}
        latest = dict(list(others.items())[-(MOST_KEPT - 1) :])
        self._kept = {**latest, signature: KeptLayout(layout=layout, account=account)}
        document = {key: item.model_dump(mode="json") for key, item in self._kept.items()}
        try:
            self._path.parent.mkdir(parents=True, exist_ok=True)
            self._path.write_text(json.dumps(document, ensure_ascii=False), encoding="utf-8")
        except OSError:
            return  # the next file is guessed at again
