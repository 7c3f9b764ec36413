"""The file a backup is (docs/formats/backup.md): a line of JSON, PostgreSQL's own archive, a line of JSON.

Written and read as a stream, encrypted with age (age-encryption.org/v1) if a key is given. Of databases it
knows nothing.
"""

import hashlib
import io
import json
from collections.abc import Callable, Iterator, Sequence
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import IO, Any

import pyrage

FORMAT = 1
KIND = "kind-knock-backup"
AGE = b"age-encryption.org/v1"
PIECE = 1 << 20
LONGEST_LINE = 64_000
LONGEST_END = 400


class BadBackup(Exception):
    """A file that can't be read as a whole backup. Its text is a sentence that says what to do."""


@dataclass(frozen=True, slots=True)
class Head:
    """What a backup tells of itself before anything else: `migrations` are the newest by app, `secret` is a
    mark of the secret key it was made under.
    """

    made_at: str
    postgres: str
    migrations: dict[str, str]
    secret: str
    format: int = FORMAT
    kind: str = KIND


def whole(head: Head, archive: Iterator[bytes]) -> Iterator[bytes]:
    """The pieces of a backup: its head, the archive, and at its end how much it was."""
    yield json.dumps(asdict(head)).encode() + b"\n"
    digest, size = hashlib.sha256(), 0
    for piece in archive:
        digest.update(piece)
        size += len(piece)
        yield piece
    yield b"\n" + json.dumps({"bytes": size, "sha256": digest.hexdigest()}).encode() + b"\n"


def write_to(out: IO[bytes], pieces: Iterator[bytes], recipients: Sequence[str]) -> int:
    """Write it, encrypted for these age keys if there are any. How many bytes went out."""
    counted = _Counting(out)
    if recipients:
        keys = [recipient_of(text) for text in recipients]
        pyrage.encrypt_io(io.BufferedReader(_Pieces(pieces), PIECE), counted, keys)
    else:
        for piece in pieces:
            counted.write(piece)
    return counted.size


def recipient_of(text: str) -> Any:
    """A public age key. Raises BadBackup."""
    try:
        return pyrage.x25519.Recipient.from_str(text.strip())
    except pyrage.RecipientError:
        raise BadBackup(
            "That is no public age key: it begins with age1. Make one with `age-keygen -o backup.key`."
        ) from None


def identities_of(text: str) -> list[Any]:
    """The secret age keys of a key file. Raises BadBackup."""
    try:
        found = [
            pyrage.x25519.Identity.from_str(line.strip())
            for line in text.splitlines()
            if line.strip() and not line.startswith("#")
        ]
    except pyrage.IdentityError:
        found = []
    if not found:
        raise BadBackup("That file holds no secret age key: a line that begins with AGE-SECRET-KEY-1.")
    return found


def read(path: Path, into: Callable[[bytes], object], identities: Sequence[Any] = ()) -> Head:
    """Hand the archive of a backup on, piece by piece, and its head back once its end was reached and all of
    it was as it was written. Raises BadBackup; by then pieces may have gone out.
    """
    sink = _Sink(into)
    with path.open("rb") as file:
        start = file.read(len(AGE))
        file.seek(0)
        if start == AGE:
            if not identities:
                raise BadBackup("This backup is encrypted: name the file with its key by --key.")
            try:
                pyrage.decrypt_io(file, sink, list(identities))
            except pyrage.DecryptError:
                raise BadBackup(
                    "This backup was encrypted for another key than the one given. Name that one by --key."
                ) from None
            except OSError as error:
                if sink.failed:
                    raise sink.failed from error
                raise BadBackup(CUT.format(size=path.stat().st_size)) from None
        else:
            while piece := file.read(PIECE):
                sink.write(piece)
    return sink.finish(path.stat().st_size)


CUT = (
    "This file ends too early ({size:,} bytes): it was cut short on its way. Fetch it again, or take the one "
    "before it. Nothing was changed."
)


class _Counting(io.RawIOBase):
    def __init__(self, out: IO[bytes]) -> None:
        super().__init__()
        self.out, self.size = out, 0

    def writable(self) -> bool:
        return True

    def write(self, data: Any) -> int:
        piece = bytes(data)
        self.out.write(piece)
        self.size += len(piece)
        return len(piece)


class _Pieces(io.RawIOBase):
    """Pieces as something to read from."""

    def __init__(self, pieces: Iterator[bytes]) -> None:
        super().__init__()
        self.pieces, self.left = pieces, memoryview(b"")

    def readable(self) -> bool:
        return True

    def readinto(self, into: Any) -> int:
        while not self.left:
            piece = next(self.pieces, None)
            if piece is None:
                return 0
            self.left = memoryview(piece)
        count = min(len(into), len(self.left))
        into[:count] = self.left[:count]
        self.left = self.left[count:]
        return count


class _Sink(io.RawIOBase):
    """Takes a backup apart while it comes: the head's line, the archive, and what may be its last line."""

    def __init__(self, into: Callable[[bytes], object]) -> None:
        super().__init__()
        self.into = into
        self.head: Head | None = None
        self.held = b""
        self.digest, self.size = hashlib.sha256(), 0
        self.failed: Exception | None = None

    def writable(self) -> bool:
        return True

    def write(self, data: Any) -> int:
        piece = bytes(data)
        try:
            self._take(piece)
        except Exception as error:
            # What decrypts tells no more than that writing failed.
            self.failed = error
            raise
        return len(piece)

    def _take(self, piece: bytes) -> None:
        self.held += piece
        if self.head is None:
            line, found, rest = self.held.partition(b"\n")
            if not found and len(self.held) <= LONGEST_LINE:
                return
            self.head, self.held = _head_of(line), rest
        if len(self.held) > LONGEST_END:
            self._hand_on(self.held[:-LONGEST_END])
            self.held = self.held[-LONGEST_END:]

    def _hand_on(self, piece: bytes) -> None:
        self.digest.update(piece)
        self.size += len(piece)
        self.into(piece)

    def finish(self, size: int) -> Head:
        if self.head is None:
            self.head, self.held = _head_of(self.held), b""
        rest, found, line = self.held.removesuffix(b"\n").rpartition(b"\n")
        try:
            end = json.loads(line) if found and self.held.endswith(b"\n") else None
            counted = (int(end["bytes"]), str(end["sha256"])) if end else None
        except (ValueError, KeyError, TypeError):
            counted = None
        if counted is None:
            raise BadBackup(CUT.format(size=size))
        self._hand_on(rest)
        if counted != (self.size, self.digest.hexdigest()):
            raise BadBackup(
                "This file is damaged: it isn't what was written. Fetch it again, or take the one before "
                "it. Nothing was changed."
            )
        return self.head


def _head_of(line: bytes) -> Head:
    try:
        values = json.loads(line[:LONGEST_LINE])
        if values["kind"] != KIND:
            raise ValueError
        if int(values["format"]) > FORMAT:
            raise BadBackup(
                "This backup was made by a newer Kind Knock. Restore it with that edition or a later one."
            )
        return Head(**{name: values[name] for name in Head.__dataclass_fields__})
    except (ValueError, KeyError, TypeError):
        raise BadBackup("This is no backup of Kind Knock: its first line isn't that of one.") from None
