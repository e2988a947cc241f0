"""Sealed files: opened by their passphrase alone, and by any program that knows the standards."""

import base64
import json
import tempfile
import unittest
from pathlib import Path

from cryptography.hazmat.primitives.ciphers.aead import AESGCM
from cryptography.hazmat.primitives.hashes import SHA512
from cryptography.hazmat.primitives.kdf.pbkdf2 import PBKDF2HMAC
from cryptography.hazmat.primitives.keywrap import aes_key_unwrap

from half_yard.records import change
from half_yard.storage import (
    FileRefusedError,
    Keys,
    OpenFile,
    Seal,
    SealedFileError,
    WrongPassphraseError,
    earlier_states,
    office_seal,
    read_file,
    seal_folder,
    set_seal,
    to_text,
)
from half_yard.storage.copies import all_copies
from half_yard.storage.places import journal_path, set_aside_journals
from half_yard.storage.refusals import TamperedError
from tests.files import sole_proprietor

PHRASE, AMOUNT = "tide tables and twine", "/entries/e00001/amount"
SECRET = b"Reed"


def part(text: str) -> bytes:
    """A part of a JWE: base64url without padding (RFC 7515, section 2)."""
    return base64.urlsafe_b64decode(text + "=" * (-len(text) % 4))


class Sealed(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.path = self.folder / "Reed, Olive 2025.halfyard"
        self.keys = Keys()
        self.seal = self.keys.remember(Seal.new(PHRASE))
        OpenFile.create(self.path, sole_proprietor("1000")).close()

    def edited(self, amount: str, keys: Keys) -> OpenFile:
        opened = OpenFile.open(self.path, keys)
        opened.edit(change("Amount", AMOUNT, amount))
        return opened

    def document(self) -> dict[str, str]:
        document: dict[str, str] = json.loads(self.path.read_bytes())
        return document

    def refused(self, document: object, kind: type[FileRefusedError]) -> str:
        self.path.write_text(json.dumps(document), encoding="utf-8")
        with self.assertRaises(kind) as caught:
            read_file(self.path, self.keys)
        self.assertIs(type(caught.exception), kind)
        return str(caught.exception)

    def test_nothing_of_it_lies_about_in_plain_text(self) -> None:
        for amount in ("1.00", "2.00"):
            opened = self.edited(amount, self.keys)
            opened.save()
            opened.close()
        self.edited("3.00", self.keys).close()
        self.path.write_text(to_text(sole_proprietor("77")), encoding="utf-8")
        OpenFile.open(self.path).close()
        self.assertEqual(len(set_aside_journals(self.path)), 1)
        set_seal(self.path, self.seal, self.keys)
        self.edited("4.00", self.keys).close()
        files = [each for each in self.folder.rglob("*") if each.is_file()]
        self.assertGreater(len(files), 5)
        for each in files:
            self.assertNotIn(SECRET, each.read_bytes(), each.name)
            self.assertEqual(each.stat().st_mode & 0o077, 0, each.name)
        self.assertEqual(str(OpenFile.open(self.path, self.keys).file.entries["e00001"].amount), "4.00")
        states = earlier_states(self.path, self.keys)
        self.assertIn("3.00", [str(state.read().entries["e00001"].amount) for state in states])

    def test_the_passphrase_opens_it_and_no_other_does(self) -> None:
        set_seal(self.path, self.seal, self.keys)
        keys = Keys()
        with self.assertRaises(SealedFileError) as caught:
            OpenFile.open(self.path, keys)
        for wrong in ("", "tide tables and Twine", PHRASE + " "):
            with self.assertRaises(WrongPassphraseError):
                keys.unlock(caught.exception.wrapped, wrong)
        keys.unlock(caught.exception.wrapped, PHRASE)
        self.assertEqual(str(read_file(self.path, keys).entries["e00001"].amount), "1000.00")

    def test_damage_and_tampering_are_told_apart(self) -> None:
        set_seal(self.path, self.seal, self.keys)
        document = self.document()
        content = document["content"]
        other = content[:-3] + ("AAA" if content[-3:] != "AAA" else "BBB")
        self.assertIn("is damaged", self.refused({**document, "content": other}, FileRefusedError))
        self.assertIn("is damaged", self.refused({**document, "key": "x"}, FileRefusedError))
        self.assertIn("is damaged", self.refused({**document, "checksums": None}, FileRefusedError))
        forged = json.loads(Seal.new("another phrase").envelope(b"{}"))
        sums = {"key": document["checksums"]["key"], "content": forged["checksums"]["content"]}  # type: ignore[index]
        swapped = {**document, "content": forged["content"], "checksums": sums}
        self.assertIn("not as it was sealed", self.refused(swapped, TamperedError))
        self.assertIn("newer", self.refused({**document, "format_version": 2}, FileRefusedError))

    def test_the_standards_alone_open_it(self) -> None:
        """With nothing of this program: RFC 7516 and 7518, by the primitives of the cryptography package."""
        set_seal(self.path, self.seal, self.keys)
        document = self.document()
        head, wrapped, vector, text, tag = document["key"].split(".")
        header = json.loads(part(head))
        self.assertEqual((header["alg"], header["enc"]), ("PBES2-HS512+A256KW", "A256GCM"))
        salt = header["alg"].encode() + b"\0" + part(header["p2s"])
        derived = PBKDF2HMAC(SHA512(), 32, salt, header["p2c"]).derive(PHRASE.encode())
        content_key = aes_key_unwrap(derived, part(wrapped))
        key = json.loads(AESGCM(content_key).decrypt(part(vector), part(text) + part(tag), head.encode()))
        head, none, vector, text, tag = document["content"].split(".")
        self.assertEqual((json.loads(part(head)), none), ({"alg": "dir", "enc": "A256GCM"}, ""))
        plain = AESGCM(part(key["k"])).decrypt(part(vector), part(text) + part(tag), head.encode())
        self.assertEqual(plain.decode(), to_text(sole_proprietor("1000")))

    def test_another_passphrase_and_none(self) -> None:
        set_seal(self.path, self.seal, self.keys)
        set_seal(self.path, self.keys.remember(self.seal.under("another long phrase")), self.keys)
        wrapped = self.document()["key"]
        with self.assertRaises(WrongPassphraseError):
            Keys().unlock(wrapped, PHRASE)
        Keys().unlock(wrapped, "another long phrase")
        for copy in all_copies(self.path):
            self.assertIn(wrapped, copy.read_text(), "the old passphrase opens no copy any more")
        set_seal(self.path, None, self.keys)
        self.assertEqual(read_file(self.path), sole_proprietor("1000"))
        with self.assertRaisesRegex(FileRefusedError, "at least 10 letters"):
            Seal.new("short")

    def test_a_whole_office(self) -> None:
        OpenFile.create(self.folder / "Oak 2025.halfyard", sole_proprietor("5")).close()
        self.assertIsNone(office_seal(self.folder, self.keys))
        self.assertEqual(seal_folder(self.folder, self.seal, self.keys), [])
        for path in self.folder.glob("*.halfyard"):
            with self.assertRaises(SealedFileError):
                read_file(path)
        with self.assertRaises(SealedFileError):
            office_seal(self.folder, Keys())
        self.assertEqual(office_seal(self.folder, self.keys), self.seal)
        self.assertEqual(seal_folder(self.folder, None, self.keys), [])
        self.assertIsNone(office_seal(self.folder, self.keys))
        self.assertEqual(read_file(self.path), sole_proprietor("1000"))

    def test_edits_of_a_sealed_file_come_back(self) -> None:
        set_seal(self.path, self.seal, self.keys)
        self.edited("6.00", self.keys).close()
        self.assertNotIn(b"6.00", journal_path(self.path).read_bytes())
        opened = OpenFile.open(self.path, self.keys)
        self.addCleanup(opened.close)
        self.assertEqual((str(opened.file.entries["e00001"].amount), opened.unsaved), ("6.00", 1))


if __name__ == "__main__":
    unittest.main()
