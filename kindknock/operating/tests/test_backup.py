"""The one file of a backup: read back as it was written, or refused with a sentence."""

import io
import tempfile
from datetime import timedelta
from pathlib import Path
from unittest.mock import patch

import pyrage
from django.test import SimpleTestCase, TestCase
from django.utils import timezone
from hypothesis import given
from hypothesis import strategies as st

from .. import postgres_tools
from ..actions.back_up import BackupFailed, back_up
from ..backup_file import BadBackup, Head, identities_of, read, whole, write_to
from ..models import BackupMade

HEAD = Head("2026-11-28T14:00:00+00:00", "15.18", {"doors": "0001_initial"}, "ab" * 8)
KEY, OTHER = pyrage.x25519.Identity.generate(), pyrage.x25519.Identity.generate()
NOW = timezone.now()


class File(SimpleTestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "backup"

    def written(self, pieces: list[bytes], *keys: str) -> bytes:
        out = io.BytesIO()
        size = write_to(out, whole(HEAD, iter(pieces)), keys)
        self.assertEqual(size, len(out.getvalue()))
        return out.getvalue()

    def back(self, body: bytes, *keys: object) -> tuple[Head, bytes]:
        self.path.write_bytes(body)
        pieces: list[bytes] = []
        return read(self.path, pieces.append, keys), b"".join(pieces)

    @given(st.lists(st.binary(max_size=900), max_size=8), st.booleans())
    def test_what_is_written_is_read_back(self, pieces: list[bytes], is_encrypted: bool) -> None:
        body = self.written(pieces, *([str(KEY.to_public())] if is_encrypted else []))
        self.assertEqual(self.back(body, KEY), (HEAD, b"".join(pieces)))

    def test_what_is_not_whole_is_refused(self) -> None:
        plain = self.written([b"PGDMP" * 4000, b"\n{}\n" * 50])
        locked = self.written([b"PGDMP" * 60000], str(KEY.to_public()), str(OTHER.to_public()))
        middle = len(plain) // 2
        for body, words in (
            (plain[:middle], "ends too early"),
            (plain[:-3], "ends too early"),
            (plain[:40], "no backup of Kind Knock"),
            (plain[:middle] + b"\0\0\0" + plain[middle + 3 :], "damaged"),
            (plain[:-90] + plain[-89:], "too early|damaged"),
            (b"PGDMP" + plain, "no backup of Kind Knock"),
            (b"", "no backup of Kind Knock"),
            (b"x" * 200_000, "no backup of Kind Knock"),
            (plain.replace(b'"format": 1', b'"format": 2', 1), "newer Kind Knock"),
            (locked[:-40], "ends too early"),
            (locked[: len(locked) // 2], "ends too early"),
        ):
            with self.subTest(words), self.assertRaisesRegex(BadBackup, words):
                self.back(body, KEY)
        self.assertEqual(self.back(locked, OTHER)[0], HEAD)
        stranger = pyrage.x25519.Identity.generate()
        with self.assertRaisesRegex(BadBackup, "for another key"):
            self.back(locked, stranger)
        with self.assertRaisesRegex(BadBackup, "is encrypted"):
            self.back(locked)
        for text in ("", "# only words", str(KEY.to_public()), "AGE-SECRET-KEY-1NO"):
            with self.assertRaises(BadBackup):
                identities_of(text)


class Making(TestCase):
    """With an archive of a few bytes in place of pg_dump's."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.enterContext(patch.object(postgres_tools, "dump", lambda: iter([b"PGDMP"])))

    def test_the_newest_stay_and_each_is_noted(self) -> None:
        for hours in range(4):
            back_up(folder=self.folder, keep=2, at=NOW + timedelta(hours=hours))
        (self.folder / "somebody-elses.kkb").touch()
        back_up(folder=self.folder, keep=2, at=NOW + timedelta(hours=9))
        kept = sorted(path.name for path in self.folder.glob("kind-knock-*"))
        self.assertEqual(len(kept), 2)
        self.assertTrue((self.folder / "somebody-elses.kkb").exists())
        self.assertEqual(BackupMade.objects.count(), 5)

    def test_one_that_fails_says_why_leaves_nothing_and_is_not_noted(self) -> None:
        def full(*args: object) -> int:
            raise OSError(28, "No space left on device", str(self.folder))

        def broken() -> object:
            yield b"PGDMP"
            raise postgres_tools.ToolFailed("pg_dump: error: connection lost")

        writing = patch("kindknock.operating.actions.back_up.write_to", full)
        with writing, self.assertRaisesRegex(BackupFailed, "is full. Make room"):
            back_up(folder=self.folder, at=NOW)
        with (
            patch.object(postgres_tools, "dump", broken),
            self.assertRaisesRegex(BackupFailed, "connection lost"),
        ):
            back_up(folder=self.folder, at=NOW)
        for values, words in (
            ({"command": "false"}, "ended with 1|stopped before"),
            ({"command": "sh -c 'cat > /dev/null; exit 3'"}, "ended with 3"),
            ({"command": "no-such-command-here"}, "no command no-such-command-here"),
            ({"folder": self.folder, "recipients": ["age1nonsense"]}, "no public age key"),
            ({"folder": Path("/proc/nowhere")}, "can't be written"),
        ):
            with self.subTest(words), self.assertRaisesRegex(BackupFailed, words):
                back_up(**values, at=NOW)
        self.assertEqual(list(self.folder.iterdir()), [])
        self.assertFalse(BackupMade.objects.exists())
