"""Answers of the front: a status line, headers, a body."""

from collections.abc import Callable, Iterable
from typing import Any

from kindknock.measures import ENDED

from .files import ServedFile

Start = Callable[..., Any]
POLICY = "default-src 'none'; frame-ancestors 'none'"
ALWAYS = [
    ("Content-Type", "application/json"),
    ("Access-Control-Allow-Origin", "*"),
    ("X-Content-Type-Options", "nosniff"),
    ("Cache-Control", "no-store"),
    ("Content-Security-Policy", POLICY),
]


def say(start: Start, status: str, body: bytes, more: list[tuple[str, str]] | None = None) -> Iterable[bytes]:
    headers = [*ALWAYS, ("Content-Length", str(len(body)))]
    start(status, headers + more if more else headers)
    return [body]


def send_file(file: ServedFile, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
    """A file without a tag is of this moment, and never found unchanged."""
    headers = [
        *([("ETag", file.etag)] if file.etag else []),
        ("Cache-Control", file.cache_control),
        ("Timing-Allow-Origin", "*"),
        ("Access-Control-Allow-Origin", "*"),
        ("Cross-Origin-Resource-Policy", "cross-origin"),
        ("Vary", "Accept-Encoding"),
        ("X-Content-Type-Options", "nosniff"),
        ("Content-Security-Policy", POLICY),
    ]
    if file.etag and environ.get("HTTP_IF_NONE_MATCH") == file.etag:
        environ[ENDED] = "304"
        start("304 Not Modified", headers)
        return [b""]
    body = file.body
    if file.gzipped and "gzip" in environ.get("HTTP_ACCEPT_ENCODING", ""):
        body = file.gzipped
        headers.append(("Content-Encoding", "gzip"))
    environ[ENDED] = "200"
    start("200 OK", [*headers, ("Content-Type", file.kind), ("Content-Length", str(len(body)))])
    return [body] if environ["REQUEST_METHOD"] != "HEAD" else [b""]
