"""The system's libraries that Qt stands on, and which packages bring them."""

from __future__ import annotations

import re

PACKAGES = {
    "libEGL.so.1": "libegl1",
    "libGL.so.1": "libgl1",
    "libOpenGL.so.0": "libopengl0",
    "libxkbcommon.so.0": "libxkbcommon0",
    "libxkbcommon-x11.so.0": "libxkbcommon-x11-0",
    "libdbus-1.so.3": "libdbus-1-3",
    "libfontconfig.so.1": "libfontconfig1",
    "libfreetype.so.6": "libfreetype6",
    "libglib-2.0.so.0": "libglib2.0-0",
    "libgthread-2.0.so.0": "libglib2.0-0",
    "libX11-xcb.so.1": "libx11-xcb1",
    "libxcb.so.1": "libxcb1",
    "libxcb-cursor.so.0": "libxcb-cursor0",
    "libxcb-icccm.so.4": "libxcb-icccm4",
    "libxcb-image.so.0": "libxcb-image0",
    "libxcb-keysyms.so.1": "libxcb-keysyms1",
    "libxcb-randr.so.0": "libxcb-randr0",
    "libxcb-render-util.so.0": "libxcb-render-util0",
    "libxcb-shape.so.0": "libxcb-shape0",
    "libxcb-sync.so.1": "libxcb-sync1",
    "libxcb-util.so.1": "libxcb-util1",
    "libxcb-xinerama.so.0": "libxcb-xinerama0",
    "libxcb-xkb.so.1": "libxcb-xkb1",
}
"""The packages of Debian and Ubuntu by library; other distributions have them under like names."""
LIBRARY = re.compile(r"lib[\w.+-]+\.so(?:\.\d+)*")


def what_to_install(error: str) -> str:
    """What the loader's message means for the reader: which library is missing and what brings it."""
    found = LIBRARY.search(error)
    if found is None:
        return f"{error}. Install the library that it names."
    package = PACKAGES.get(found[0])
    if package is None:
        return f"the library {found[0]} is missing. Install the package that brings it."
    return (
        f"the library {found[0]} is missing. Install it: on Debian and Ubuntu “sudo apt install {package}”; "
        "other distributions have it under a like name."
    )
