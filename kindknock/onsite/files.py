"""The button's own files: the first with a short life and an ETag, the hashed ones for good, the fonts an
owner may choose, the drawings of our shelf.
"""

import gzip
import hashlib
from dataclasses import dataclass
from pathlib import Path

from django.conf import settings

from kindknock.core.looks.css import FONTS
from kindknock.pictures.shelf import SHELF, address_of

FIRST_FILE_SECONDS = 300


@dataclass(frozen=True, slots=True)
class ServedFile:
    body: bytes
    gzipped: bytes
    etag: str
    cache_control: str
    kind: str = "text/javascript; charset=utf-8"


NO_FILE = ServedFile(b"", b"", "", "no-store")
"""Where the button is not built."""


def hashed_file(body: bytes) -> ServedFile:
    """A script whose name says what is in it: browsers keep it for good."""
    return ServedFile(
        body,
        gzip.compress(body, mtime=0),
        '"' + hashlib.sha256(body).hexdigest()[:20] + '"',
        "public, max-age=31536000, immutable",
    )


def read_files() -> dict[str, ServedFile]:
    """Every built file by its path under `/k`; empty where the button is not built."""
    folder: Path = settings.BUILT / "button"
    out: dict[str, ServedFile] = {}
    for file in sorted(folder.glob("*.js")):
        body = file.read_bytes()
        zipped = file.with_suffix(".js.gz")
        first = file.name in ("k.js", "stage.js")
        out["/k.js" if file.name == "k.js" else f"/k/{file.name}"] = ServedFile(
            body,
            zipped.read_bytes() if zipped.exists() else b"",
            '"' + hashlib.sha256(body).hexdigest()[:20] + '"',
            f"public, max-age={FIRST_FILE_SECONDS}" if first else "public, max-age=31536000, immutable",
        )
    for file in sorted((settings.BUILT / "fonts").glob("*.woff2")):
        if f"kk:{file.stem}" in FONTS:
            body = file.read_bytes()
            out[f"/k/{file.name}"] = ServedFile(
                body,
                b"",
                '"' + hashlib.sha256(body).hexdigest()[:20] + '"',
                "public, max-age=2592000",
                "font/woff2",
            )
    for name, drawing in SHELF.items():
        body = drawing.encode()
        out[address_of(name)] = ServedFile(
            body,
            gzip.compress(body, mtime=0),
            '"' + hashlib.sha256(body).hexdigest()[:20] + '"',
            "public, max-age=86400",
            "image/svg+xml",
        )
    return out
