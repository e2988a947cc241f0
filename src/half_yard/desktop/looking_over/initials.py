"""Who looks a file over: initials, typed once and kept between runs."""

from __future__ import annotations

from PySide6.QtWidgets import QLineEdit

from half_yard.desktop.recent_files import RecentFiles

LONGEST, WIDTH = 8, 64


class Initials(QLineEdit):
    """The initials that judgements, checks and questions carry."""

    def __init__(self, recent: RecentFiles) -> None:
        super().__init__(recent.initials)
        self._recent = recent
        self.setAccessibleName("Your initials")
        self.setMaxLength(LONGEST)
        self.setFixedWidth(WIDTH)
        self.editingFinished.connect(self._keep)

    def _keep(self) -> None:
        self._recent.use_initials(self.text().strip())
