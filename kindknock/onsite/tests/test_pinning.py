"""The pinned form of the line: the very bytes its digest names, for two years, however the button changes."""

import hashlib
import re
from base64 import b64decode
from datetime import timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

from django.test import override_settings

from kindknock import clock
from kindknock.onsite.front import Front
from kindknock.onsite.pinning import pin_now
from kindknock.sites.models import PinnedFile

from .asking import AskedBase, passed_on


class Pinning(AskedBase):
    def setUp(self) -> None:
        super().setUp()
        folder = TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.button = Path(folder.name) / "button"
        self.button.mkdir()
        self.build("first")
        settings = override_settings(BUILT=Path(folder.name))
        settings.enable()
        self.addCleanup(settings.disable)

    def build(self, words: str) -> str:
        """A built button whose first file loads one hashed file; the name of that."""
        for file in self.button.iterdir():
            file.unlink()
        lazy = f"card.{hashlib.sha256(words.encode()).hexdigest()[:10]}.js"
        (self.button / lazy).write_text(f"/* card {words} */")
        (self.button / "k.js").write_text(f"import('/k/{lazy}') // {words}")
        return lazy

    def got(self, path: str) -> tuple[str, bytes]:
        status, body, headers = self.ask(path, b"", REQUEST_METHOD="GET")
        if status == "200":
            self.assertIn("immutable", headers["Cache-Control"])
        return status, body if isinstance(body, bytes) else b""

    def test_it_is_served_unchanged_after_the_button_changed(self) -> None:
        lazy = self.build("first")
        pinned = pin_now(at=clock.now())
        self.build("second")
        self.front.stop()
        self.app = self.front = Front(passed_on)
        status, body = self.got(pinned.path)
        digest = b64decode(pinned.integrity.removeprefix("sha384-"))
        self.assertEqual((status, hashlib.sha384(body).digest()), ("200", digest))
        (named,) = re.findall(rb"/k/[a-z]+\.[0-9a-f]+\.js", body)
        self.assertEqual(
            (named.decode(), self.got(named.decode())), (f"/k/{lazy}", ("200", b"/* card first */"))
        )
        self.assertGreater(pinned.until, clock.now() + timedelta(days=729))

    def test_what_was_never_kept_or_has_ended_is_not_found(self) -> None:
        pinned = pin_now(at=clock.now())
        PinnedFile.objects.update(until=clock.now())
        for path in (pinned.path, "/k/k.0000000000000000.js", "/k/../settings.js", "/k/k.js.js", "/k/é.js"):
            with self.subTest(path):
                self.assertEqual(self.got(path)[0], "404")

    def test_pinned_again_it_goes_on_for_longer(self) -> None:
        first = pin_now(at=clock.now() - timedelta(days=700))
        again = pin_now(at=clock.now())
        self.assertEqual((first.path, first.integrity), (again.path, again.integrity))
        self.assertEqual(set(PinnedFile.objects.values_list("until", flat=True)), {again.until})
