"""The button's own files: the first with a short life and an ETag, the hashed ones for good."""

import hashlib
from dataclasses import dataclass
from pathlib import Path

from django.conf import settings

FIRST_FILE_SECONDS = 300


@dataclass(frozen=True, slots=True)
class ServedFile:
    body: bytes
    gzipped: bytes
    etag: str
    cache_control: str


def read_files() -> dict[str, ServedFile]:
    """Every built file by its path under `/k`; empty where the button is not built."""
    folder: Path = settings.BUILT / "button"
    out: dict[str, ServedFile] = {}
    for file in sorted(folder.glob("*.js")):
        body = file.read_bytes()
        zipped = file.with_suffix(".js.gz")
        first = file.name in ("k.js", "stage.js")
        out["/k.js" if file.name == "k.js" else f"/k/{file.name}"] = ServedFile(
            body, zipped.read_bytes() if zipped.exists() else b"",
            '"' + hashlib.sha256(body).hexdigest()[:20] + '"',
            f"public, max-age={FIRST_FILE_SECONDS}" if first else "public, max-age=31536000, immutable")
    return out
