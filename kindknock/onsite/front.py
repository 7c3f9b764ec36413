"""The thin front before Django: the button's files, its question, its beacons. No middleware, no query.

Everything else goes on to Django untouched. Nothing that a stranger sends makes this raise:
what can't be read gets a small, correct answer.
"""

import json
import time
import zlib
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

from django.conf import settings
from django.db import DatabaseError, InterfaceError, connection, transaction

from kindknock import clock
from kindknock.accounts.actions.limit import TooOften
from kindknock.accounts.network import client_address, network_of
from kindknock.core.visit import Compiled, Visit, decide, visit_from
from kindknock.footfall.actions.keep_events import keep_events
from kindknock.footfall.actions.keep_readings import keep_readings
from kindknock.guestbook.actions.limit_notes import limit_notes
from kindknock.guestbook.actions.take_in import Arrived, NoteRefused, take_in
from kindknock.measures import ENDED
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.actions.hear_boxes import keep_boxes

from .bodies import Bodies, TooSlow, most_for, timed
from .boxes import boxes_in
from .cache import cache
from .countries import Countries
from .fetches import Fetches
from .files import NO_FILE, ServedFile, hashed_file, read_files
from .first_answer import FirstAnswers, key_in, note_language
from .gather import Gatherer
from .notes import app_gone_on_in, is_robots_work, note_in, told_in
from .patience import Patience
from .pictures import PictureHold
from .pinning import MOST_HELD, NOT_KEPT_FOR, is_name, pinned_file
from .read import answer_to_read, reading_site
from .reports import events_in, heard_in, is_not_to_be_counted, is_robot, placed, readings_in
from .saying import POLICY, Start, say, send_file
from .senders import Strangers
from .showing import SIGN, compiled_for, is_shown
from .together import Together
from .trials import keep_met, trial_answer, trial_of, trial_reads

MOST_BODY, MOST_NOTE = 16_384, 65_536
_TOO_LARGE = (
    b'{"type":"about:blank","status":413,"code":"too_large",'
    b'"title":"That is larger than this place takes. Choose a smaller file, or only the part you need."}'
)
_FRESH = "/k/v1/fresh/"
_PICTURE = "/k/p/"
_HIDDEN = b'{"v":1,"show":false,"release":0}'
_ENDED = b'{"v":1,"show":false,"release":0,"trial":{"ended":true}}'
_NOTHING = b'{"v":1}'
_KEPT, _NOT_KEPT = b'{"kept":true}', b'{"kept":false}'
_ALLOWED = [("Access-Control-Allow-Methods", "POST"), ("Access-Control-Allow-Headers", "content-type")]
_OK, _BAD, _AWAY = "200 OK", "400 Bad Request", "503 Service Unavailable"
Route = Callable[[dict[str, Any], Any], bytes]


class Refused(Exception):
    """What was sent is not taken: the status line to answer with, and a body in place of the route's."""

    def __init__(self, status: str, body: bytes = b"") -> None:
        super().__init__(status)
        self.body = body


class Front:
    """A WSGI application around another one."""

    def __init__(self, app: Callable[[dict[str, Any], Start], Iterable[bytes]]) -> None:
        self._app = app
        self._files: dict[str, ServedFile] = read_files()
        self._old_files: dict[str, ServedFile] = {}
        self._no_files: dict[str, float] = {}
        self._events = Together(keep_events, "kk-events")
        self._readings = Together(keep_readings, "kk-readings")
        self._heard: Gatherer[Heard] = Gatherer(keep_heard, "kk-heard")
        self._heard_of: set[tuple[str, str, int]] = set()
        self._pictures = PictureHold()
        self._bodies = Bodies()
        self._asking = Patience("kk-asking")
        self._routes = {
            "/k/v1/verdict": (self._verdict, _HIDDEN),
            "/k/v1/heard": (self._beacon, b'{"kept":0}'),
            "/k/v1/note": (self._note, b'{"kept":false}'),
            "/k/v1/boxes": (self._boxes, _NOT_KEPT),
            "/k/v1/met": (self._met, _NOT_KEPT),
            "/k/v1/read": (self._read, _NOTHING),
        }
        self._boxed: set[tuple[str, str, str, int]] = set()
        self._strangers = Strangers()
        self._fetches = Fetches()
        self._firsts = FirstAnswers(self._files.get("/k.js", NO_FILE))
        env = settings.ENV
        self._countries = Countries(env.country_header, env.country_file, env.trusted_proxies)

    def stop(self) -> None:
        """Store what is still waiting and end every thread of this front."""
        self._heard.stop()
        self._fetches.stop()
        self._events.stop()
        self._readings.stop()
        self._asking.stop()
        cache.stop()

    def __call__(self, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        path = environ.get("PATH_INFO", "")
        if not path.startswith("/k/") and path != "/k.js":
            return self._beyond(path, environ, start)
        route = self._routes.get(path)
        if route is not None:
            return self._answer(*route, environ, start)
        if path.startswith(_FRESH):
            return self._fresh(path.removeprefix(_FRESH), environ, start)
        if path.startswith(_PICTURE):
            return self._picture(path.removeprefix(_PICTURE), environ, start)
        try:
            file = self._files.get(path) or self._pinned(path)
        except Refused as refused:
            return say(start, str(refused), b"")
        if file is None:
            environ[ENDED] = "404"
            return say(start, "404 Not Found", b"")
        if path == "/k.js":
            self._fetches.note(environ, _network_of(environ), clock.now())
            file = self._with_answer(environ) or file
        return send_file(file, environ, start)

    def _with_answer(self, environ: dict[str, Any]) -> ServedFile | None:
        """The script with its page's answer, where that is the same for every visitor. A database that is
        away keeps nobody from the script.
        """
        key = key_in(environ)
        if not key or is_robot(environ.get("HTTP_USER_AGENT", "")):
            return None
        try:
            compiled = held(key)
        except Refused:
            return None
        return self._firsts.with_answer(compiled, environ, clock.now()) if compiled else None

    def _beyond(self, path: str, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        """On to Django, with a body that has a size and a time to come in."""
        length, most = _length(environ), most_for(path)
        if length is None:
            return say(start, _BAD, b"")
        if length > most:
            return say(start, "413 Content Too Large", _TOO_LARGE)
        if length or "HTTP_TRANSFER_ENCODING" in environ:
            environ["wsgi.input"] = timed(self._bodies, environ["wsgi.input"], path)
        return self._app(environ, start)

    def _answer(self, route: Route, refusal: bytes, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        method, more = environ["REQUEST_METHOD"], None
        if method == "POST":
            try:
                status, body = _OK, route(environ, self._read_json(environ))
            except Refused as refused:
                status, body = str(refused), refused.body or refusal
        elif method == "OPTIONS":
            status, body, more = "204 No Content", b"", _ALLOWED
        else:
            status, body, more = "405 Method Not Allowed", b"", [("Allow", "POST, OPTIONS")]
        environ[ENDED] = status[:3]
        return say(start, status, body, more)

    def _verdict(self, environ: dict[str, Any], raw: Any) -> bytes:
        site = raw.get("site") if isinstance(raw, dict) else None
        if not isinstance(site, str) or not 0 < len(site) <= 16 or not _is_plain(site):
            return _HIDDEN
        if site[0] == SIGN and not _is_our_page(environ):
            return self._trial(site, environ, raw)
        compiled = held(site) if site[0] != SIGN else _shown(site)
        if compiled is None:
            # Nothing is read of what is sent about a site that isn't ours.
            return _HIDDEN
        at = clock.now()
        country = self._countries.of(environ) if compiled.asks_zone else ""
        visit = visit_from(raw, is_private_page=_is_our_page(environ), at=at, country=country)
        verdict = decide(compiled, visit)
        if visit.host and not visit.is_private_page:
            note_language(compiled, visit)
            hour = (site, visit.address, int(at.timestamp()) // 3600)
            if hour not in self._heard_of and (
                visit.host in compiled.hosts or self._strangers.may(_network_of(environ), visit.host, at)
            ):
                self._hear(hour, visit, at, verdict.door if verdict.shown else None)
        return verdict.answer.encode()

    def _trial(self, key: str, environ: dict[str, Any], raw: Any) -> bytes:
        """A site's doors on its own page for whoever has a trial's key. Nothing of it is counted or heard."""
        at, country = clock.now(), self._countries.of(environ)

        def answer() -> bytes:
            trial = trial_of(key, at)
            return _ENDED if trial is None else trial_answer(trial, raw, at=at, country=country)

        with database():
            return self._asking.ask(answer)

    def _read(self, environ: dict[str, Any], raw: Any) -> bytes:
        """What a visitor can read on the card: decided as the door itself is, at this moment."""
        site = reading_site(raw)
        if site is None or is_robot(environ.get("HTTP_USER_AGENT", "")):
            return _NOTHING
        is_ours, at = _is_our_page(environ), clock.now()
        if site[0] == SIGN and not is_ours:
            country = self._countries.of(environ)
            with database():
                return self._asking.ask(lambda: trial_reads(site, raw, at=at, country=country))
        compiled = held(site) if site[0] != SIGN else _shown(site)
        country = self._countries.of(environ) if compiled and compiled.asks_zone else ""
        return answer_to_read(compiled, visit_from(raw, is_private_page=is_ours, at=at, country=country), raw)

    def _met(self, environ: dict[str, Any], raw: Any) -> bytes:
        """What the page of a trial reports of itself."""
        site = raw.get("site") if isinstance(raw, dict) else None
        if not isinstance(site, str) or not 0 < len(site) <= 16 or not _is_plain(site):
            return _NOT_KEPT
        at = clock.now()
        with database():
            return _KEPT if self._asking.ask(lambda: keep_met(site, raw, at=at)) else _NOT_KEPT

    def _read_json(self, environ: dict[str, Any]) -> Any:
        kind = environ.get("CONTENT_TYPE", "").partition(";")[0].strip().lower()
        if kind not in ("text/plain", "application/json"):
            raise Refused("415 Unsupported Media Type")
        length = _length(environ)
        if length is None:
            raise Refused(_BAD)
        most = MOST_NOTE if environ.get("PATH_INFO") == "/k/v1/note" else MOST_BODY
        if length > most:
            raise Refused("413 Content Too Large")
        try:
            read = self._bodies.read(environ["wsgi.input"], length) if length > 0 else b""
            return json.loads(read)
        except TooSlow:
            raise Refused(_AWAY) from None
        except (ValueError, RecursionError):
            raise Refused(_BAD) from None

    def _hear(self, hour: tuple[str, str, int], visit: Visit, at: datetime, door: str | None) -> None:
        """Note where the line stands, once an hour an address and process, and not while anybody waits."""
        if len(self._heard_of) > 20_000:
            self._heard_of.clear()
        if self._heard.put([heard_in(hour[0], visit, at, door)]):
            self._heard_of.add(hour)

    def _picture(self, text: str, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        """A picture of a shelf at `KEY/SIZE`: its bytes never change, so browsers keep it for good.
        Nothing in a drawing could run or load.
        """
        key, _, size = text.partition("/")
        try:
            found = (
                self._pictures.get(key[:24], int(size), environ.get("HTTP_ACCEPT", ""))
                if size.isdecimal() and len(size) < 5 and key.isalnum()
                else None
            )
        except (DatabaseError, InterfaceError):
            return say(start, _AWAY, b"")
        if found is None:
            return say(start, "404 Not Found", b"")
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

    def _pinned(self, path: str) -> ServedFile | None:
        """A file of an earlier button that somebody's line names by its digest; held once asked for. Raises
        Refused while the database is away.
        """
        held = self._old_files.get(path)
        if held is not None or not is_name(path) or time.monotonic() < self._no_files.get(path, 0):
            return held
        at = clock.now()
        with database():
            body = self._asking.ask(lambda: pinned_file(path, at))
        if body is None:
            if len(self._no_files) > MOST_HELD:
                self._no_files.clear()
            self._no_files[path] = time.monotonic() + NOT_KEPT_FOR
            return None
        if len(self._old_files) > MOST_HELD:
            self._old_files.clear()
        return self._old_files.setdefault(path, hashed_file(body))

    def _fresh(self, site: str, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        """Whether anything changed since: a tag that browsers ask for again on a condition, which costs
        next to nothing.
        """
        try:
            compiled = held(site[:16])
        except Refused as refused:
            return say(start, str(refused), b"")
        body = f'{{"tag":"{compiled.tag if compiled else ""}"}}'
        headers = [
            ("Content-Type", "application/json"),
            ("Access-Control-Allow-Origin", "*"),
            ("Cache-Control", "no-cache"),
            ("ETag", f'"{zlib.crc32(body.encode()):x}"'),
            ("X-Content-Type-Options", "nosniff"),
            ("Content-Security-Policy", POLICY),
        ]
        if environ.get("HTTP_IF_NONE_MATCH") == headers[3][1]:
            start("304 Not Modified", headers)
            return [b""]
        start("200 OK", [*headers, ("Content-Length", str(len(body)))])
        return [body.encode()]

    def _boxes(self, environ: dict[str, Any], raw: Any) -> bytes:
        """Keep what stands where the button does; once an hour a page, device and process, and only from a
        listed host.
        """
        at, visit = clock.now(), visit_from(raw)
        boxes = boxes_in(raw, visit)
        if boxes is None:
            raise Refused(_BAD)
        hour = (boxes.site_key[:16], boxes.path[:500], boxes.device, int(at.timestamp()) // 3600)
        if hour in self._boxed:
            return _KEPT
        sender = admit(boxes.site_key[:16], visit, environ)
        if sender.is_robot:
            return _KEPT
        if not sender.is_listed:
            return _NOT_KEPT
        with database():
            self._asking.ask(lambda: keep_boxes(boxes, at))
        if len(self._boxed) > 20_000:
            self._boxed.clear()
        self._boxed.add(hour)
        return _KEPT

    def _note(self, environ: dict[str, Any], raw: Any) -> bytes:
        """Keep a note that was left, or what was answered on the way to an app. A robot is told the same as
        a person, and nothing is kept.
        """
        if is_shown(raw):
            return _KEPT
        at = clock.now()
        arrived = note_in(raw, at, self._countries.of(environ))
        if arrived is None:
            raise Refused(_BAD)
        if is_robots_work(raw):
            return _KEPT
        sender = admit(arrived.site_key, visit_from(raw), environ)
        if sender.is_robot:
            return _KEPT
        if not sender.is_listed:
            # On a page of ours it is a rehearsal: answered as if it were kept.
            return _KEPT if sender.is_known and sender.is_ours else _NOT_KEPT
        compiled = held(arrived.site_key)
        if compiled is not None and raw.get("signposts"):
            walked = told_in(raw, arrived, compiled)
            app = "" if walked else None
            arrived = walked or arrived
        else:
            app = app_gone_on_in(raw, compiled) if compiled else None
        if app is None:
            return _NOT_KEPT
        arrived = replace(arrived, app=app)
        try:
            with database():
                network = _network_of(environ)
                return _KEPT if self._asking.ask(lambda: _keep_note(arrived, network, at)) else _NOT_KEPT
        except TooOften:
            raise Refused("429 Too Many Requests", b'{"kept":false,"why":"often"}') from None
        except NoteRefused as refused:
            return b'{"kept":false,"why":"%s"}' % refused.code.encode()

    def _beacon(self, environ: dict[str, Any], raw: Any) -> bytes:
        if is_shown(raw):
            return b'{"kept":0}'
        events = events_in(raw, clock.now())
        if events is None:
            raise Refused(_BAD)
        readings = readings_in(raw, clock.now())
        if not events and not readings:
            return b'{"kept":0}'
        sender = admit((events or readings)[0].site_key, visit_from(raw), environ)
        compiled = held((events or readings)[0].site_key) if sender.is_listed else None
        if sender.is_ours or compiled is None or not compiled.counts or is_not_to_be_counted(environ):
            return b'{"kept":0}'
        events = placed(events, self._countries.of(environ), compiled.hosts)
        if (events and not self._events.put(events)) or (readings and not self._readings.put(readings)):
            raise Refused(_AWAY)
        return b'{"kept":%d}' % (len(events) + len(readings))


@dataclass(frozen=True, slots=True)
class Sender:
    """Who sends something to keep: a robot, a page of ours, a page of a site we know, one of its own hosts.
    Of a robot nothing more is found out.
    """

    is_robot: bool
    is_ours: bool
    is_known: bool = False
    is_listed: bool = False


def admit(site_key: str, visit: Visit, environ: dict[str, Any]) -> Sender:
    """What may be kept of what was sent is decided by who sent it. Raises Refused with the database away."""
    is_ours = _is_our_page(environ)
    if is_robot(environ.get("HTTP_USER_AGENT", "")):
        return Sender(is_robot=True, is_ours=is_ours)
    compiled = held(site_key)
    return Sender(
        is_robot=False,
        is_ours=is_ours,
        is_known=compiled is not None,
        is_listed=compiled is not None and visit.host in compiled.hosts,
    )


def held(site_key: str) -> Compiled | None:
    """The site as it is live. Raises Refused while the database is away and the site isn't held."""
    if not site_key.isalnum():
        # No key of ours: the database would refuse some of them, which is not its being away.
        return None
    try:
        return cache.get(site_key)
    except (DatabaseError, InterfaceError):
        raise Refused(_AWAY) from None


def _is_plain(text: str) -> bool:
    return text.isascii() and text.isprintable()


def _keep_note(arrived: Arrived, network: str, at: datetime) -> bool:
    """A note that is refused counts for nothing: the count is taken back with it."""
    with transaction.atomic():
        limit_notes(arrived.site_key, network, at=at)
        return take_in(arrived)


@contextmanager
def database() -> Iterator[None]:
    """Something is stored here, outside of Django's requests. Raises Refused while the database is away."""
    try:
        yield
    except (DatabaseError, InterfaceError):
        raise Refused(_AWAY) from None
    finally:
        connection.close()


def _shown(site: str) -> Compiled | None:
    """The door behind a private address, asked about by a page of ours; read anew each time, since drafts
    change by the second.
    """
    with database():
        return compiled_for(site, clock.now())


def _network_of(environ: dict[str, Any]) -> str:
    """The visitor's network, for rates only; never stored."""
    return network_of(client_address(environ, settings.ENV.trusted_proxies))


def _is_our_page(environ: dict[str, Any]) -> bool:
    """Whether the page that asks is one of ours (the private page, the sign-in page)."""
    origin = environ.get("HTTP_ORIGIN", "")
    return bool(origin) and origin.partition("://")[2] == environ.get("HTTP_HOST")


def _length(environ: dict[str, Any]) -> int | None:
    """The length a body says it has; None where that is no number."""
    text = environ.get("CONTENT_LENGTH") or "0"
    return int(text) if text.isascii() and text.isdecimal() and len(text) < 16 else None
