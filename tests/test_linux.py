"""The program among the others of a Linux desktop."""

from __future__ import annotations

import configparser
import fnmatch
import shutil
import struct
import subprocess
import tempfile
import tomllib
import unittest
import xml.etree.ElementTree as ET
from importlib import resources
from pathlib import Path

from half_yard.linux.libraries import PACKAGES, what_to_install
from half_yard.linux.placing import SIZES, place, places, quoted, remove

ROOT = Path(__file__).parents[1]
PACKAGE = ROOT / "src" / "half_yard"
OWN = resources.files("half_yard.linux")
METAINFO = "org.halfyard.HalfYard.metainfo.xml"


class AtHome(unittest.TestCase):
    def setUp(self) -> None:
        made = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(made.cleanup)
        self.share = Path(made.name)

    def test_everything_is_put_where_the_desktop_looks_and_taken_out_again(self) -> None:
        placed = place(self.share, "/opt/half yard/bin/half-yard")
        self.assertTrue(all(path.stat().st_size for path in placed))
        entry = configparser.ConfigParser(interpolation=None)
        entry.read(self.share / "applications" / "half-yard.desktop", encoding="utf-8")
        self.assertEqual(entry["Desktop Entry"]["Exec"], '"/opt/half yard/bin/half-yard" %f')
        self.assertEqual(entry["Desktop Entry"]["MimeType"], "application/x-half-yard;")
        self.assertEqual(sorted(remove(self.share)), sorted(placed))
        self.assertFalse(any(path.exists() for path in placed))

    def test_a_path_is_quoted_as_the_exec_key_has_it(self) -> None:
        """Desktop Entry Specification, “The Exec key”; from memory."""
        self.assertEqual(quoted("/usr/bin/half-yard"), "/usr/bin/half-yard")
        self.assertEqual(quoted("/a b/$x"), '"/a b/\\\\$x"')

    def test_the_icon_has_each_size_that_its_name_says(self) -> None:
        for size in SIZES:
            data = OWN.joinpath(f"icons/half-yard-{size}.png").read_bytes()
            self.assertEqual(struct.unpack(">II", data[16:24]), (size, size))

    def test_the_file_type_and_the_description_speak_of_the_same(self) -> None:
        types = ET.fromstring(OWN.joinpath("half-yard.xml").read_text(encoding="utf-8"))
        kind = types[0].attrib["type"]
        about = ET.fromstring(OWN.joinpath(METAINFO).read_text(encoding="utf-8"))
        self.assertEqual(about.findtext("provides/mediatype"), kind)
        self.assertEqual(about.findtext("launchable"), "half-yard.desktop")
        version = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["project"]["version"]
        release = about.find("releases/release")
        assert release is not None
        self.assertEqual(release.attrib["version"], version)

    @unittest.skipUnless(shutil.which("appstreamcli"), "appstreamcli is not installed")
    def test_the_metadata_validates(self) -> None:
        with resources.as_file(OWN.joinpath(METAINFO)) as path:
            done = subprocess.run(
                ["appstreamcli", "validate", "--no-net", str(path)],
                check=False,
                capture_output=True,
                text=True,
            )
        self.assertEqual(done.returncode, 0, done.stdout)

    def test_every_file_of_the_package_goes_into_the_wheel(self) -> None:
        settings = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))
        patterns = settings["tool"]["setuptools"]["package-data"]["half_yard"]
        for path in PACKAGE.rglob("*"):
            name = path.relative_to(PACKAGE).as_posix()
            if path.is_file() and path.suffix != ".py" and "__pycache__" not in name:
                self.assertTrue(any(fnmatch.fnmatch(name, pattern) for pattern in patterns), name)
        for name, _ in places(self.share):
            self.assertTrue(OWN.joinpath(name).is_file(), name)

    def test_a_missing_library_is_named_with_the_package_that_brings_it(self) -> None:
        said = what_to_install(
            "libxcb-cursor.so.0: cannot open shared object file: No such file or directory"
        )
        self.assertIn("sudo apt install libxcb-cursor0", said)
        self.assertIn("libnone.so.9", what_to_install("libnone.so.9: cannot open shared object file"))
        environment = (ROOT / "tools" / "environment.sh").read_text(encoding="utf-8")
        for package in environment.partition('QT_LIBRARIES="')[2].partition('"')[0].split():
            self.assertIn(package, PACKAGES.values())
