"""The thin front before Django: the button's files, its question, its beacons. No middleware, no query.

Everything else goes on to Django untouched. Nothing that a stranger sends makes this raise:
what can't be read gets a small, correct answer.
"""

import json
import zlib
from collections.abc import Callable, Iterable
from datetime import datetime
from typing import Any

from django.conf import settings
from django.db import DatabaseError, InterfaceError, connection

from kindknock import clock
from kindknock.core.visit import Compiled, Visit, decide, visit_from
from kindknock.footfall.actions.keep_events import keep_events
from kindknock.guestbook.actions.leave_note import NoteRefused, leave_note
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.actions.hear_boxes import keep_boxes
from kindknock.standins.alias import to_example

from .boxes import boxes_in
from .cache import cache
from .files import ServedFile, read_files
from .gather import Gatherer
from .notes import Rates, is_robots_work, note_in
from .pictures import PictureHold
from .reports import events_in, heard_in, is_robot
from .showing import SIGN, compiled_for, is_shown
from .together import Together

MOST_BODY = 16_384
Start = Callable[..., Any]
_ALWAYS = [
    ("Content-Type", "application/json"),
    ("Access-Control-Allow-Origin", "*"),
    ("X-Content-Type-Options", "nosniff"),
    ("Cache-Control", "no-store"),
]
_FRESH = "/k/v1/fresh/"
_PICTURE = "/k/p/"
_HIDDEN = b'{"v":1,"show":false,"release":0}'


class Refused(Exception):
    """A body that is not taken: the status line to answer with."""


class Front:
    """A WSGI application around another one."""

    def __init__(self, app: Callable[[dict[str, Any], Start], Iterable[bytes]]) -> None:
        self._app = app
        self._files: dict[str, ServedFile] = read_files()
        self._events = Together(keep_events, "kk-events")
        self._heard: Gatherer[Heard] = Gatherer(keep_heard, "kk-heard")
        self._told: set[tuple[str, str, int]] = set()
        self._rates = Rates()
        self._pictures = PictureHold()
        self._routes = {
            "/k/v1/verdict": self._verdict,
            "/k/v1/heard": self._beacon,
            "/k/v1/note": self._note,
            "/k/v1/boxes": self._boxes,
        }
        self._boxed: set[tuple[str, str, str, int]] = set()

    def stop(self) -> None:
        """Store what is still waiting and end every thread of this front."""
        self._heard.stop()
        cache.stop()

    def __call__(self, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        path = environ.get("PATH_INFO", "")
        if not path.startswith("/k/") and path != "/k.js":
            return self._app(environ, start)
        route = self._routes.get(path)
        if route is not None:
            return self._answer(route, environ, start)
        if path.startswith(_FRESH):
            return self._fresh(path.removeprefix(_FRESH), environ, start)
        if path.startswith(_PICTURE):
            return self._picture(path.removeprefix(_PICTURE), environ, start)
        file = self._files.get(path)
        if file is None:
            return _say(start, "404 Not Found", b"")
        return _send_file(file, environ, start)

    def _answer(
        self, route: Callable[[dict[str, Any], Any], tuple[str, bytes]], environ: dict[str, Any], start: Start
    ) -> Iterable[bytes]:
        method = environ["REQUEST_METHOD"]
        if method == "OPTIONS":
            return _say(
                start,
                "204 No Content",
                b"",
                [("Access-Control-Allow-Methods", "POST"), ("Access-Control-Allow-Headers", "content-type")],
            )
        if method != "POST":
            return _say(start, "405 Method Not Allowed", b"", [("Allow", "POST, OPTIONS")])
        try:
            status, body = route(environ, _read_json(environ))
        except Refused as refused:
            status, body = str(refused), _HIDDEN
        return _say(start, status, body)

    def _verdict(self, environ: dict[str, Any], raw: Any) -> tuple[str, bytes]:
        site = raw.get("site") if isinstance(raw, dict) else None
        if not isinstance(site, str) or not 0 < len(site) <= 16 or not site.isascii():
            return "200 OK", _HIDDEN
        if settings.ENV.pretend:
            raw["address"] = to_example(raw.get("address"))
        try:
            compiled = cache.get(site) if site[0] != SIGN else _shown(site, environ)
        except (DatabaseError, InterfaceError):
            return "503 Service Unavailable", _HIDDEN
        at = clock.now()
        visit = visit_from(raw, is_private_page=_is_our_page(environ), at=at)
        verdict = decide(compiled, visit)
        if compiled is not None and visit.host and not visit.is_private_page:
            told = (site, visit.address, int(at.timestamp()) // 3600)
            if told not in self._told:
                self._hear(told, visit, at)
        return "200 OK", verdict.answer.encode()

    def _hear(self, told: tuple[str, str, int], visit: Visit, at: datetime) -> None:
        """Note where the line stands, once an hour an address and process, and not while anybody waits."""
        if len(self._told) > 20_000:
            self._told.clear()
        if self._heard.put([heard_in(told[0], visit.host, visit.address, visit.title, at)]):
            self._told.add(told)

    def _picture(self, said: str, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        """A picture of a shelf at `KEY/SIZE`: its bytes never change, so browsers keep it for good.
        Nothing in a drawing could run or load.
        """
        key, _, size = said.partition("/")
        try:
            found = (
                self._pictures.get(key[:24], int(size), environ.get("HTTP_ACCEPT", ""))
                if size.isdecimal() and len(size) < 5 and key.isalnum()
                else None
            )
        except (DatabaseError, InterfaceError):
            return _say(start, "503 Service Unavailable", b"")
        if found is None:
            return _say(start, "404 Not Found", b"")
        body, kind = found
        start(
            "200 OK",
            [
                ("Content-Type", kind),
                ("Content-Length", str(len(body))),
                ("Cache-Control", "public, max-age=31536000, immutable"),
                ("Vary", "Accept"),
                ("Access-Control-Allow-Origin", "*"),
                ("Cross-Origin-Resource-Policy", "cross-origin"),
                ("X-Content-Type-Options", "nosniff"),
                ("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox"),
            ],
        )
        return [body] if environ["REQUEST_METHOD"] != "HEAD" else [b""]

    def _fresh(self, site: str, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        """Whether anything changed since: a tag that browsers ask for again on a condition, which costs
        next to nothing.
        """
        try:
            compiled = cache.get(site[:16])
        except (DatabaseError, InterfaceError):
            return _say(start, "503 Service Unavailable", b"")
        body = f'{{"tag":"{compiled.tag if compiled else ""}"}}'
        headers = [
            ("Content-Type", "application/json"),
            ("Access-Control-Allow-Origin", "*"),
            ("Cache-Control", "no-cache"),
            ("ETag", f'"{zlib.crc32(body.encode()):x}"'),
            ("X-Content-Type-Options", "nosniff"),
        ]
        if environ.get("HTTP_IF_NONE_MATCH") == headers[3][1]:
            start("304 Not Modified", headers)
            return [b""]
        start("200 OK", [*headers, ("Content-Length", str(len(body)))])
        return [body.encode()]

    def _boxes(self, environ: dict[str, Any], raw: Any) -> tuple[str, bytes]:
        """Keep what stands where the button does; once an hour a page, device and process, and only from a
        listed host.
        """
        if settings.ENV.pretend and isinstance(raw, dict):
            raw["address"] = to_example(raw.get("address"))
        at, visit = clock.now(), visit_from(raw)
        told = boxes_in(raw, visit)
        if told is None:
            return "400 Bad Request", b'{"kept":false}'
        name = (told.site_key[:16], told.path[:500], told.device, int(at.timestamp()) // 3600)
        if name in self._boxed or is_robot(environ.get("HTTP_USER_AGENT", "")):
            return "200 OK", b'{"kept":true}'
        try:
            compiled = cache.get(told.site_key[:16])
            if compiled is None or visit.host not in compiled.hosts:
                return "200 OK", b'{"kept":false}'
            keep_boxes(told, at)
        except (DatabaseError, InterfaceError):
            connection.close()
            return "503 Service Unavailable", b'{"kept":false}'
        if len(self._boxed) > 20_000:
            self._boxed.clear()
        self._boxed.add(name)
        return "200 OK", b'{"kept":true}'

    def _note(self, environ: dict[str, Any], raw: Any) -> tuple[str, bytes]:
        """Keep a note that was left. A robot is told the same as a person, and nothing is kept."""
        if settings.ENV.pretend and isinstance(raw, dict):
            raw["address"] = to_example(raw.get("address"))
        if is_shown(raw):
            return "200 OK", b'{"kept":true}'
        left = note_in(raw, clock.now())
        if left is None:
            return "400 Bad Request", b'{"kept":false}'
        if is_robots_work(raw) or is_robot(environ.get("HTTP_USER_AGENT", "")):
            return "200 OK", b'{"kept":true}'
        try:
            compiled = cache.get(left.site_key)
            if compiled is None or visit_from(raw).host not in compiled.hosts:
                # On a page of ours it is a rehearsal: answered as if it were kept.
                return "200 OK", b'{"kept":true}' if compiled is not None and _is_our_page(
                    environ
                ) else b'{"kept":false}'
            if not self._rates.take(left.site_key, _address_of(environ)):
                return "429 Too Many Requests", b'{"kept":false,"why":"often"}'
            kept = leave_note(left)
        except NoteRefused as refused:
            return "200 OK", b'{"kept":false,"why":"%s"}' % refused.code.encode()
        except (DatabaseError, InterfaceError):
            return "503 Service Unavailable", b'{"kept":false}'
        finally:
            connection.close()
        return "200 OK", b'{"kept":true}' if kept else b'{"kept":false}'

    def _beacon(self, environ: dict[str, Any], raw: Any) -> tuple[str, bytes]:
        if settings.ENV.pretend and isinstance(raw, dict):
            raw["address"] = to_example(raw.get("address"))
        if is_shown(raw):
            return "200 OK", b'{"kept":0}'
        events = events_in(raw, clock.now())
        if events is None:
            return "400 Bad Request", b'{"kept":0}'
        if is_robot(environ.get("HTTP_USER_AGENT", "")) or _is_our_page(environ) or not events:
            return "200 OK", b'{"kept":0}'
        try:
            compiled = cache.get(events[0].site_key)
        except (DatabaseError, InterfaceError):
            return "503 Service Unavailable", b'{"kept":0}'
        visit = visit_from(raw)
        if compiled is None or visit.host not in compiled.hosts:
            return "200 OK", b'{"kept":0}'
        if not self._events.put(events):
            return "503 Service Unavailable", b'{"kept":0}'
        return "200 OK", b'{"kept":%d}' % len(events)


def _shown(site: str, environ: dict[str, Any]) -> Compiled | None:
    """The door behind a private address, asked about by a page of ours; read anew each time, since drafts
    change by the second.
    """
    try:
        return compiled_for(site, clock.now()) if _is_our_page(environ) else None
    finally:
        connection.close()


def _address_of(environ: dict[str, Any]) -> str:
    """The visitor's network address: as the proxy in front says where there is one. Used for rates only,
    never stored.
    """
    forwarded = environ.get("HTTP_X_FORWARDED_FOR", "") if settings.ENV.production else ""
    return str(forwarded.split(",")[-1].strip() or environ.get("REMOTE_ADDR", ""))


def _is_our_page(environ: dict[str, Any]) -> bool:
    """Whether the page that asks is one of ours (the private page, the sign-in page)."""
    origin = environ.get("HTTP_ORIGIN", "")
    return bool(origin) and origin.partition("://")[2] == environ.get("HTTP_HOST")


def _read_json(environ: dict[str, Any]) -> Any:
    kind = environ.get("CONTENT_TYPE", "").partition(";")[0].strip().lower()
    if kind not in ("text/plain", "application/json"):
        raise Refused("415 Unsupported Media Type")
    try:
        length = int(environ.get("CONTENT_LENGTH") or 0)
    except ValueError:
        raise Refused("400 Bad Request") from None
    if length > MOST_BODY:
        raise Refused("413 Content Too Large")
    try:
        return json.loads(environ["wsgi.input"].read(length) if length > 0 else b"")
    except (ValueError, RecursionError):
        raise Refused("400 Bad Request") from None


def _say(
    start: Start, status: str, body: bytes, more: list[tuple[str, str]] | None = None
) -> Iterable[bytes]:
    headers = [*_ALWAYS, ("Content-Length", str(len(body)))]
    start(status, headers + more if more else headers)
    return [body]


def _send_file(file: ServedFile, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
    headers = [
        ("ETag", file.etag),
        ("Cache-Control", file.cache_control),
        ("Access-Control-Allow-Origin", "*"),
        ("Cross-Origin-Resource-Policy", "cross-origin"),
        ("Vary", "Accept-Encoding"),
        ("X-Content-Type-Options", "nosniff"),
    ]
    if environ.get("HTTP_IF_NONE_MATCH") == file.etag:
        start("304 Not Modified", headers)
        return [b""]
    body = file.body
    if file.gzipped and "gzip" in environ.get("HTTP_ACCEPT_ENCODING", ""):
        body = file.gzipped
        headers.append(("Content-Encoding", "gzip"))
    start("200 OK", [*headers, ("Content-Type", file.kind), ("Content-Length", str(len(body)))])
    return [body] if environ["REQUEST_METHOD"] != "HEAD" else [b""]
