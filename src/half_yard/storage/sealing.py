"""Sealed client files, of open standards only: any JOSE library opens them with the passphrase.

A random key (JSON Web Key, RFC 7517) encrypts everything that belongs to a file: its state, its copies, each
line of its journal (JSON Web Encryption, RFC 7516: "dir" with A256GCM). The key itself stands in the file,
encrypted with the passphrase as RFC 7517 section 7 has it (PBES2-HS512+A256KW, RFC 7518 section 4.8), so that
saving and journalling never derive it again. A checksum over each part tells damage from tampering.
"""

from __future__ import annotations

import json
import warnings
from dataclasses import dataclass
from hashlib import sha256
from typing import Any

from half_yard.storage.refusals import (
    FileRefusedError,
    SealedFileError,
    TamperedError,
    WrongPassphraseError,
)

Jwk = dict[str, str | list[str]]
"""A JSON Web Key, RFC 7517."""
SEALED_FORMAT = "half-yard sealed client file"
VERSION = 1
ROUNDS = 250_000
"""Of PBKDF2 with HMAC-SHA-512; OWASP's password storage page asks for 210,000 or more (from memory)."""
SHORTEST = 10
LARGEST_BYTES = 64_000_000
FINAL = "A forgotten passphrase is final: nobody can open the file without it."


@dataclass(frozen=True)
class Seal:
    """A key and, wrapped, the same key sealed with its passphrase; `key` is a JSON Web Key of kind oct."""

    key: Jwk
    wrapped: str

    @staticmethod
    def new(passphrase: str) -> Seal:
        """A fresh key under a passphrase. Raises FileRefusedError where it is too short."""
        from joserfc.jwk import OctKey  # noqa: PLC0415 (a tenth of a second, only for sealed files)

        key = OctKey.generate_key(256).as_dict(private=True)
        return Seal(_plain(key), _wrapped(_plain(key), passphrase))

    def under(self, passphrase: str) -> Seal:
        """The same key under another passphrase. Raises FileRefusedError where it is too short."""
        return Seal(self.key, _wrapped(self.key, passphrase))

    def close(self, data: bytes) -> str:
        """The data as a compact JWE."""
        from joserfc import jwe  # noqa: PLC0415 (as above)
        from joserfc.jwk import OctKey  # noqa: PLC0415

        header = {"alg": "dir", "enc": "A256GCM"}
        return jwe.encrypt_compact(header, data, OctKey.import_key(self.key), registry=_registry("dir"))

    def open(self, text: str) -> bytes:
        """The data in a compact JWE made with this key. Raises TamperedError where it was not."""
        from joserfc import jwe  # noqa: PLC0415 (as above)
        from joserfc.errors import JoseError  # noqa: PLC0415
        from joserfc.jwk import OctKey  # noqa: PLC0415

        try:
            plain = jwe.decrypt_compact(
                text, OctKey.import_key(self.key), registry=_registry("dir")
            ).plaintext
        except (JoseError, ValueError, TypeError, KeyError, AssertionError) as error:
            raise TamperedError("it was changed by somebody who had not its passphrase") from error
        return plain or b""

    def envelope(self, data: bytes) -> bytes:
        """A sealed file with this data in it."""
        content = self.close(data)
        document = {
            "format": SEALED_FORMAT,
            "format_version": VERSION,
            "key": self.wrapped,
            "content": content,
            "checksums": {"key": _sum(self.wrapped), "content": _sum(content)},
        }
        return (json.dumps(document, indent=1, sort_keys=True) + "\n").encode()


class Keys:
    """The seals that were opened since the program began: a passphrase is asked for once."""

    def __init__(self) -> None:
        self._seals: dict[str, Seal] = {}

    def unlock(self, wrapped: str, passphrase: str) -> Seal:
        """Open a key with its passphrase, and remember it. Raises WrongPassphraseError or
        FileRefusedError."""
        seal = Seal(_unwrapped(wrapped, passphrase), wrapped)
        return self.remember(seal)

    def remember(self, seal: Seal) -> Seal:
        """Remember a seal that is open."""
        self._seals[seal.wrapped] = seal
        return seal

    def of(self, wrapped: str) -> Seal | None:
        """The seal with this wrapped key, if it was opened."""
        return self._seals.get(wrapped)


def is_sealed(document: Any) -> bool:
    """Whether a JSON document says of itself that it is a sealed file."""
    return isinstance(document, dict) and document.get("format") == SEALED_FORMAT


def unsealed(document: dict[str, Any], name: str, keys: Keys) -> tuple[bytes, Seal]:
    """The data in a sealed file, and its seal. Raises SealedFileError where its passphrase was not given,
    TamperedError, or FileRefusedError where it is damaged."""
    wrapped = wrapped_key(document, name)
    content = document.get("content")
    if not isinstance(content, str) or _sum(content) != document["checksums"].get("content"):
        raise FileRefusedError(f"{name} is damaged: its sealed text is not whole.")
    seal = keys.of(wrapped)
    if seal is None:
        raise SealedFileError(f"{name} is sealed. Type its passphrase.", wrapped)
    try:
        return seal.open(content), seal
    except TamperedError as error:
        raise TamperedError(f"{name} is not as it was sealed: {error}. It was left as it is.") from error


def wrapped_key(document: dict[str, Any], name: str) -> str:
    """The wrapped key in a sealed document. Raises FileRefusedError where it is damaged or newer."""
    version, sums, wrapped = (document.get(part) for part in ("format_version", "checksums", "key"))
    if isinstance(version, int) and version > VERSION:
        raise FileRefusedError(f"{name} was sealed by a newer Half Yard. It was left as it is.")
    whole = isinstance(wrapped, str) and isinstance(sums, dict) and _sum(wrapped) == sums.get("key")
    if not whole or version != VERSION:
        raise FileRefusedError(f"{name} is damaged: the key in it is not whole.")
    return str(wrapped)


def _plain(key: Any) -> Jwk:
    return {"kty": "oct", "k": str(key["k"])}


def _sum(text: str) -> str:
    return sha256(text.encode("utf-8", errors="replace")).hexdigest()


def _registry(algorithm: str) -> Any:
    from joserfc.jwe import JWERegistry  # noqa: PLC0415 (as above)

    class Registry(JWERegistry):
        max_ciphertext_length = LARGEST_BYTES

    return Registry(algorithms=[algorithm, "A256GCM"])


def _wrapped(key: Jwk, passphrase: str) -> str:
    from joserfc import jwe  # noqa: PLC0415 (as above)

    if len(passphrase) < SHORTEST:
        raise FileRefusedError(f"A passphrase has at least {SHORTEST} letters. A few words do well.")
    header = {"alg": "PBES2-HS512+A256KW", "enc": "A256GCM", "cty": "jwk+json", "p2c": ROUNDS}
    text = json.dumps(key).encode()
    return jwe.encrypt_compact(header, text, _of(passphrase), registry=_registry("PBES2-HS512+A256KW"))


def _unwrapped(wrapped: str, passphrase: str) -> Jwk:
    from joserfc import jwe  # noqa: PLC0415 (as above)
    from joserfc.errors import JoseError  # noqa: PLC0415

    try:
        opened = jwe.decrypt_compact(wrapped, _of(passphrase), registry=_registry("PBES2-HS512+A256KW"))
        key = json.loads(opened.plaintext or b"")
        return _plain(key)
    except (JoseError, ValueError, TypeError, KeyError, AssertionError) as error:
        raise WrongPassphraseError("That is not its passphrase. Capital letters and spaces count.") from error


def _of(passphrase: str) -> Any:
    from joserfc.jwk import OctKey  # noqa: PLC0415 (as above)

    with warnings.catch_warnings():
        # The library means random keys when it warns of short ones; ours go through PBKDF2.
        warnings.simplefilter("ignore")
        return OctKey.import_key(passphrase.encode())
