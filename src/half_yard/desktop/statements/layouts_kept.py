"""How files of each bank are laid out, as the preparer corrected it: kept between runs, for all clients."""

from __future__ import annotations

import json
from pathlib import Path

from platformdirs import user_state_path

from half_yard.statements import Layout
from half_yard.storage import write_whole

MOST_KEPT = 200


class LayoutsKept:
    """Layouts by what files of the same bank have in common; losing them loses nothing else."""

    def __init__(self) -> None:
        self._path: Path = user_state_path("half-yard") / "statement-layouts.json"
        self._kept: dict[str, Layout] = {}
        try:
            document = json.loads(self._path.read_text(encoding="utf-8"))
            self._kept = {key: Layout.model_validate(item["layout"]) for key, item in document.items()}
        except (OSError, ValueError, AttributeError, TypeError, KeyError, RecursionError):
            self._kept = {}

    def get(self, signature: str) -> Layout | None:
        """The layout that such a file had last."""
        return self._kept.get(signature)

    def keep(self, signature: str, layout: Layout) -> None:
        """Remember a layout that was used."""
        others = {key: item for key, item in self._kept.items() if key != signature}
        latest = dict(list(others.items())[-(MOST_KEPT - 1) :])
        self._kept = {**latest, signature: layout}
        document = {key: {"layout": item.model_dump(mode="json")} for key, item in self._kept.items()}
        try:
            self._path.parent.mkdir(parents=True, exist_ok=True)
            write_whole(self._path, json.dumps(document, ensure_ascii=False).encode())
        except OSError:
            return  # the next file is guessed at again
