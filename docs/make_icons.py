"""Draw the icon in the sizes of the icon theme specification: python docs/make_icons.py."""

from __future__ import annotations

import os
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
ICONS = Path(__file__).resolve().parents[1] / "src" / "half_yard" / "linux" / "icons"
SIZES = (16, 22, 24, 32, 48, 64, 128, 256, 512)


def main() -> None:
    """Write a PNG for each size beside the drawing that they are made from."""
    from PySide6.QtCore import QRectF, Qt  # noqa: PLC0415
    from PySide6.QtGui import QGuiApplication, QImage, QPainter  # noqa: PLC0415
    from PySide6.QtSvg import QSvgRenderer  # noqa: PLC0415

    application = QGuiApplication([])
    drawing = QSvgRenderer(str(ICONS / "half-yard.svg"))
    for size in SIZES:
        image = QImage(size, size, QImage.Format.Format_ARGB32)
        image.fill(Qt.GlobalColor.transparent)
        painter = QPainter(image)
        drawing.render(painter, QRectF(0, 0, size, size))
        painter.end()
        image.save(str(ICONS / f"half-yard-{size}.png"))
    application.quit()


if __name__ == "__main__":
    main()
