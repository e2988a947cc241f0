"""Looks the pinned packages up among the published advisories, and says so where that can't be done.

Exit code 0 if none is known or the database is not within reach, 1 if a package has a known weakness.
"""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
PATIENCE_SECONDS = 90
NOT_REACHED = "the database of advisories can't be reached from here: the pinned packages were NOT audited"


def main() -> int:
    """Audit what the program needs at run time."""
    command = [
        sys.executable, "-m", "pip_audit", "--requirement", str(ROOT / "requirements" / "runtime.txt"),
        "--disable-pip", "--require-hashes", "--format", "json", "--progress-spinner", "off",
    ]  # fmt: skip
    try:
        done = subprocess.run(command, capture_output=True, text=True, check=False, timeout=PATIENCE_SECONDS)
        packages = json.loads(done.stdout)["dependencies"]
    except (subprocess.TimeoutExpired, ValueError, KeyError, TypeError):
        print(NOT_REACHED)
        return 0
    looked_up = [package for package in packages if "skip_reason" not in package]
    weak = [package for package in looked_up if package["vulns"]]
    for package in weak:
        for known in package["vulns"]:
            mended = ", ".join(known["fix_versions"]) or "no version yet"
            print(f"{package['name']} {package['version']}: {known['id']}, mended in {mended}")
    if not looked_up:
        print(NOT_REACHED)
    elif len(looked_up) < len(packages):
        print(f"{len(looked_up)} of {len(packages)} pinned packages audited; the others are not known there")
    elif not weak:
        print(f"{len(packages)} pinned packages audited, no weakness known")
    return 1 if weak else 0


if __name__ == "__main__":
    sys.exit(main())
