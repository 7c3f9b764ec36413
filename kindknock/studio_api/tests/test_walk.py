"""Every route asked by everybody who should get nothing; the table in docs/security.md is what came of it.

`KK_PIN=1 ./test python` writes the table anew.
"""

import io
import json
import os
from collections.abc import Iterable
from http.cookies import SimpleCookie
from typing import Any
from unittest import mock

from django.core.exceptions import ImproperlyConfigured
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from django.test import Client, SimpleTestCase
from ninja import NinjaAPI, Router

from kindknock import clock
from kindknock.accounts.may import MAY
from kindknock.accounts.models import Membership
from kindknock.answers.actions.change_piece import add_piece
from kindknock.answers.models import Piece
from kindknock.config.env import ROOT
from kindknock.doors.models import Channel
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.footfall.actions.out_keys import make_key
from kindknock.guestbook.models import Reply
from kindknock.guestbook.tests.builders import an_entry
from kindknock.onsite.front import Front
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.pictures.actions.keep_picture import keep_picture
from kindknock.pictures.tests.test_pictures import a_picture
from kindknock.sites.models import Host

from ..api import api
from ..guard import Needs, SignedIn, check_declared
from .test_api import PASSWORD, Base

OPEN = {
    "/api/hello",
    "/api/sign-up",
    "/api/sign-in",
    "/api/forgot",
    "/api/link",
    "/api/reset",
    "/api/come-in",
    "/api/confirm",
    "/api/address-back",
    "/api/invitation",
    "/api/invitation/take",
    "/api/sign-in/code",
    "/api/sign-in/passkey",
    "/api/sign-in/passkey/answer",
    "/api/look-in",
    "/api/read",
    "/api/starts",
    "/api/website/read",
    "/api/website/row",
    "/api/website/tried",
    "/api/website/knock",
}
"""What somebody may ask who isn't signed in."""
BY_ITS_KEY = {"/api/out/footfall"}
"""What asks for a key of its own, whoever is signed in."""
OF_NO_BUSINESS = {
    "/api/account",
    "/api/apps",
    "/api/businesses/another",
    "/api/businesses",
    "/api/choices",
    "/api/colours",
    "/api/confirm-again",
    "/api/free-place",
    "/api/invitations/{number}/take",
    "/api/looks",
    "/api/qr",
    "/api/website/hang",
    "/api/sign-out",
    "/api/second-step",
    "/api/second-step/codes",
    "/api/second-step/confirm",
    "/api/second-step/off",
    "/api/sessions-end-others",
    "/api/sessions/{number}",
    "/api/passkeys",
    "/api/passkeys/begin",
    "/api/passkeys/{number}",
    "/api/way-in",
}
"""What answers somebody who belongs to no business: only what is their own, or the same for everybody."""
_BACKEND = "kindknock.accounts.backends.ByEmail"
DOCUMENT, MARK = ROOT / "docs" / "security.md", "<!-- the walk -->"
NAMES_NOTHING = {"/api/hears-sample/{kind}"}
"""What stands in these addresses is nobody's."""
ROLES = ("maker", "answers")
HEAD = (
    "| route | needs | a stranger | without the token | another business | just taken out | site maker "
    "| answers |\n|---|---|---|---|---|---|---|---|\n"
)


class Walk(Base):
    def setUp(self) -> None:
        super().setUp()
        self.picture = keep_picture(self.opened.business, a_picture()).key
        self.person = add_assistant(self.opened.business, name="Ines Calder").key
        self.host = Host.objects.get().pk
        site = self.opened.site
        self.answer = add_piece(site, Piece.Sort.ANSWER, {"title": {"en": "How long?"}}).key
        self.signposts = add_piece(site, Piece.Sort.SIGNPOSTS, {"name": "What brings you here?"}).key
        entry = an_entry(self.opened)
        self.entry, self.message = entry.pk, entry.messages.get().pk
        self.out_key = make_key(self.opened.business, "Sheet", by=self.owner, at=clock.now())[0].pk
        self.insiders = {role: self.insider(role) for role in ROLES}
        self.reply = Reply.objects.create(entry=entry, by="", to="w@h.example", text="Yes", at=clock.now()).pk

    def insider(self, role: str) -> Client:
        user, browser = an_owner(f"{role}@averilcycles.example"), Client()
        Membership.objects.create(user=user, business=self.opened.business, role=role)
        browser.force_login(user, backend=_BACKEND)
        return browser

    def every_route(self) -> Iterable[tuple[str, str]]:
        for path, methods in sorted(api.get_openapi_schema()["paths"].items()):
            for method in methods:
                yield method.upper(), path

    def filled(self, path: str) -> str:
        """The route with names of what is there, all of the first business."""
        keys = {
            "sites": self.opened.site.key,
            "doors": self.opened.door.key,
            "channels": Channel.objects.get(door=self.opened.door).key,
            "pictures": self.picture,
            "rota": self.person,
            "people": self.person,
        }
        values = {
            "key": keys.get(path.split("/")[2], "nobody"),
            "person": "nobody",
            "answer": self.answer,
            "piece": self.answer,
            "signposts": self.signposts,
            "number": str(self.out_key),
            "host_id": str(self.host),
            "pk": str({"messages": self.message, "replies": self.reply}.get(path.split("/")[2], self.entry)),
            "app": "phone",
            "of": "draft",
            "kind": "week",
            "token": "nobody",
        }
        for name, value in values.items():
            path = path.replace(f"{{{name}}}", value)
        self.assertNotIn("{", path, "a new kind of name in a route: say here what stands for it")
        return path

    def asked(self, client: Client, method: str, path: str) -> int:
        """The status; what was changed is taken back, and who is signed in with it."""
        cookies = SimpleCookie(client.cookies.output(header="", sep=";"))
        body = _BODY | ({} if "channels" in path else {"name": "X"}) | {"door": self.opened.door.key}
        body |= _BODIES.get(path, {})
        with transaction.atomic():
            if path == "/api/guestbook/{pk}/answer":
                status = client.post(self.filled(path), {"text": "Yes", "seen": "0"}).status_code
            elif path == "/api/sites/{key}/answers-files":
                file = SimpleUploadedFile("a.md", b"# How long?\n\nTen days.")
                status = client.post(self.filled(path), {"file": file}).status_code
            elif (method, path) == ("POST", "/api/pictures"):
                status = client.post(path, {"file": SimpleUploadedFile("a.png", a_picture())}).status_code
            else:
                asked = body if method != "GET" else {"text": "x"} | _BODIES.get(path, {})
                status = self.status(method, self.filled(path), asked, client)
            transaction.set_rollback(True)
        client.cookies = cookies
        return status

    def status(self, method: str, path: str, body: dict[str, Any], client: Client) -> int:
        if method == "GET":
            return client.get(path, body).status_code
        return client.generic(method, path, json.dumps(body), "application/json").status_code

    def test_every_route_as_everybody_who_should_get_nothing(self) -> None:
        other, rows = an_owner("tomasz@averilcycles.example"), []
        a_business(other, host="other.example")
        gone = an_owner("rhys@averilcycles.example")
        membership = Membership.objects.create(user=gone, business=self.opened.business)
        others, taken_out = Client(), Client()
        others.force_login(other, backend=_BACKEND)
        taken_out.force_login(gone, backend=_BACKEND)
        self.assertEqual(self.asked(taken_out, "GET", "/api/people"), 200)
        membership.delete()
        for method, path in self.every_route():
            strict = Client(enforce_csrf_checks=True)
            strict.force_login(self.owner, backend=_BACKEND)
            if path in BY_ITS_KEY:
                browsers = (Client(), strict, others, taken_out, *self.insiders.values())
                self.assertEqual({self.asked(each, method, path) for each in browsers}, {401}, path)
                rows.append(f"| `{method} {path}` | its own key | 401 | 401 | 401 | 401 | 401 | 401 |\n")
                continue
            with self.subTest(method=method, path=path):
                stranger = "may" if path in OPEN else self.asked(Client(), method, path)
                token = "reads" if method == "GET" else self.asked(strict, method, path)
                another = (
                    "own" if "{" not in path or path in NAMES_NOTHING else self.asked(others, method, path)
                )
                out = "may" if path in OPEN else self.asked(taken_out, method, path)
                if path in OF_NO_BUSINESS and out not in (401, 403):
                    out = "own"
                self.assertIn(stranger, ("may", 401))
                self.assertIn(token, ("reads", 403))
                self.assertIn(another, ("own", 404))
                self.assertIn(out, ("may", "own", 409))
                inside = [self.as_role(role, method, path) for role in ROLES]
                cells = (needed_by(method, path), stranger, token, another, out, *inside)
                rows.append(f"| `{method} {path}` | {' | '.join(map(str, cells))} |\n")
        self.assertGreater(sum("| 404 |" in row for row in rows), 40)
        self.pinned(HEAD + "".join(rows))

    def as_role(self, role: str, method: str, path: str) -> str:
        """What a role gets: may, 403 where the one table says no, own where it is about others' hours."""
        if path in OPEN:
            return "may"
        status, needed = self.asked(self.insiders[role], method, path), needed_by(method, path)
        is_let = needed in ("account", *MAY[role])
        if status != 403:
            self.assertTrue(is_let, f"{role} was let in")
            return "may"
        if is_let:
            self.assertEqual(needed, "own_time", f"{role} was kept out")
            return "own"
        return "403"

    def pinned(self, table: str) -> None:
        before, _, rest = DOCUMENT.read_text(encoding="utf-8").partition(MARK + "\n")
        _, _, after = rest.partition(MARK)
        wanted = f"{before}{MARK}\n{table}{MARK}{after}"
        if os.environ.get("KK_PIN"):
            DOCUMENT.write_text(wanted, encoding="utf-8")
        self.assertEqual(DOCUMENT.read_text(encoding="utf-8"), wanted, "run: KK_PIN=1 ./test python")

    def test_no_answer_leaves_without_a_policy(self) -> None:
        for path in (
            "/healthz",
            "/readyz",
            "/api/hello",
            "/api/nothing",
            "/api/openapi.json",
            f"/stage/{self.opened.site.key}/",
            "/see/nothing",
            "/try",
            "/try/page",
            "/calendar/nothing.ics",
            "/in/icon.svg",
            "/in/keep.js",
            "/in/worker.js",
            "/in/nothing",
            "/in/nothing/app.webmanifest",
            "/in/nothing/guests",
            "/in/nothing/guests/1",
            "/pretend/mail/",
            "/pretend/phone/",
            "/pretend/hook/",
            "/pretend/nothing",
            "/",
            "/rota",
            "/static/nothing.js",
            "/static/standins/pretend.css",
            "/%00",
            "/k.js",
            "/k/v1/fresh/nothing",
            "/k/v1/verdict",
            "/k/nothing",
            "/k/p/nothing/64",
        ):
            with self.subTest(path):
                headers = self.headers(path)
                self.assertTrue(headers.get("cache-control"), headers)
                self.assertEqual(headers.get("x-content-type-options"), "nosniff")
                policy = headers.get("content-security-policy", "")
                self.assertRegex(policy, "frame-ancestors|sandbox")
                self.assertRegex(policy, "(default-src|sandbox) ")
                self.assertNotRegex(policy, "script-src[^;]*(unsafe|[*])")

    def headers(self, path: str) -> dict[str, str]:
        if not path.startswith(("/k/", "/k.js")):
            return {name.lower(): value for name, value in self.client.get(path).headers.items()}
        found: dict[str, str] = {}

        def start(status: str, headers: list[tuple[str, str]], *_: Any) -> None:
            found.update({name.lower(): value for name, value in headers})

        environ = {
            "REQUEST_METHOD": "GET",
            "PATH_INFO": path,
            "SERVER_NAME": "localhost",
            "SERVER_PORT": "80",
            "HTTP_HOST": "localhost",
            "wsgi.input": io.BytesIO(),
            "wsgi.url_scheme": "http",
        }
        front = Front(lambda environ, start: [b""])
        self.addCleanup(front.stop)
        with mock.patch("kindknock.onsite.front.connection"):
            front(environ, start)
        return found


class Declared(SimpleTestCase):
    def test_the_api_does_not_start_with_a_route_that_declares_nothing(self) -> None:
        bare, router = NinjaAPI(urls_namespace="bare"), Router()
        router.get("/open")(lambda request: {})
        bare.add_router("", router)
        with self.assertRaisesMessage(ImproperlyConfigured, "GET /open"):
            check_declared(bare)
        check_declared(api)


def needed_by(method: str, path: str) -> str:
    """The power a route declares: account where it needs a sign-in alone, nothing where it is open."""
    for _, router in api._routers:
        for template, view in router.path_operations.items():
            if f"/api{template}" == path:
                found = next(each for each in view.operations if method in each.methods)
                guard = found.auth_param
                if isinstance(guard, Needs):
                    return guard.power.value
                return "account" if isinstance(guard, SignedIn) else "nothing"
    raise LookupError(path)


FAQ = """{"@type": "FAQPage", "mainEntity": {"@type": "Question", "name": "How long?",
  "acceptedAnswer": {"@type": "Answer", "text": "Ten days."}}}"""
_BODY: dict[str, Any] = {
    "version": 1,
    "typed": "+44 117 496 0199",
    "to": "a@averilcycles.example",
    "paused": True,
    "keys": [],
    "kinds": [],
    "email": "x@averilcycles.example",
    "password": PASSWORD,
    "uid": "MQ",
    "token": "x-y",
    "channel": "x",
    "first": "2026-11-23",
    "visit": {},
    "what": "says",
    "text": "Yes.",
    "state": "done",
    "of": "draft",
    "language": "en",
    "on": True,
    "code": "000000",
    "answer": {},
}
_BODIES: dict[str, dict[str, Any]] = {
    "/api/asked-again/{number}": {"state": "open"},
    "/api/sites/{key}/answers": {"kind": "question"},
    "/api/sites/{key}/answers-groups": {"groups": []},
    "/api/sites/{key}/signposts/{signposts}/begins": {"doors": []},
    "/api/sites/{key}/answers-faq": {"source": FAQ},
    "/api/pictures/from": {"address": "https://averilcycles.example/a.png"},
    "/api/hears/{number}/{kind}": {"rate": "no"},
    "/api/hears/own": {"is_quiet": True, "quiet_from_min": 0, "quiet_until_min": 1},
    "/api/business/close": {"name": "X"},
    "/api/team/members/{number}": {"role": "maker"},
    "/api/team/invitations": {"role": "maker"},
    "/api/rota/closures": {"first_day": "2026-12-25"},
    "/api/rota/cover": {"weekday": 1, "start_min": 540, "end_min": 600},
    "/api/rota/holidays": {"days": ["2026-12-25"], "country": "GB"},
    "/api/rota/hours": {"whose": "shop"},
    "/api/rota/relief": {"code": "away_note"},
    "/api/sites/{key}/fitting/silent": {"files": True, "messages": True},
    "/api/doors/{key}/auto-reply": {"language": "en", "words": {}},
    "/api/doors/{key}/auto-reply/send": {"language": "en", "words": {}},
    "/api/guestbook-about": {"typed": "w@h.example"},
    "/api/guestbook-about.json": {"typed": "w@h.example"},
    "/api/guestbook-forget": {"typed": "w@h.example"},
    "/api/guestbook-kept": {"days": 30},
    "/api/guestbook-ready": {"answers": []},
    "/api/guestbook/{pk}/hand": {"whom": ""},
    "/api/guestbook/{pk}/opened": {"app": "sms", "seen": 0},
    "/api/hook": {"address": ""},
    "/api/website/read": {"address": "localhost"},
    "/api/website/hang": {"taken": {"name": "X", "ways": [{"app": "phone", "address": "+44 117 496 0199"}]}},
    "/api/sites/{key}/website/differs": {"rows": []},
    "/api/sites/{key}/website/take": {"kind": "colour", "value": {"colour": "#2e5a3a"}},
    "/api/rota/usual": {"whose": "shop", "days": ["2026-12-25"]},
}
"""What must stand in the body for the route to ask who it is."""
