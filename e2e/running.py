"""The real thing, started for the journeys: server, job worker and demo shop on a database of their own."""

import os
import sys
import unittest
from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, datetime
from multiprocessing import parent_process
from multiprocessing.util import Finalize
from pathlib import Path
from typing import Any

from django.db import connections
from django.test import SimpleTestCase
from playwright.sync_api import (
    Browser,
    BrowserContext,
    FrameLocator,
    Locator,
    Page,
    Playwright,
    expect,
    sync_playwright,
)

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT / "scripts"))

from demo.people import stand_open, stand_shut
from demo.seed import demo_site
from kindknock import clock
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.models import Door
from kindknock.footfall.models import Event
from kindknock.sites.models import Site
from machine import any_free_port
from processes import Processes, serve

from .prepared import lay_copy, prepare

os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = (
    "1"  # Playwright's loop runs in this thread; the ORM is only used between its calls
)
AXE = ROOT / "node_modules" / "axe-core" / "axe.min.js"
PHONE: dict[str, Any] = {
    "viewport": {"width": 390, "height": 844},
    "has_touch": True,
    "is_mobile": True,
    "device_scale_factor": 2,
}
# headless browsers are not counted
PERSON = "Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140 Safari/537.36"
PATIENCE_MS = 45_000  # a busy machine is slow, not wrong
expect.set_options(timeout=PATIENCE_MS)
RULES = {
    "runOnly": {
        "type": "tag",
        "values": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"],
    }
}


CHROMIUM = [
    "--no-sandbox",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
]


def door_on(page: Page | FrameLocator) -> Locator:
    return page.locator("kk-door").locator(".door")


@dataclass
class Standing:
    """Server, job worker, demo shop and browser of this process, on its database."""

    processes: Processes
    playwright: Playwright
    browser: Browser
    origin: str
    shop: str

    @classmethod
    def start(cls) -> "Standing":
        port, shop_port = any_free_port(), any_free_port()
        origin, shop = f"http://localhost:{port}", f"http://averilcycles.localhost:{shop_port}"
        db = connections["default"].settings_dict
        env = {
            **os.environ,
            "DATABASE_URL": "postgres://{USER}:{PASSWORD}@{HOST}:{PORT}/{NAME}".format_map(db),
            "KK_PORT": str(port),
            "KK_SHOP_PORT": str(shop_port),
            "KK_ORIGIN": origin,
            "KK_PRETEND": "1",
        }
        processes = Processes(env, name=f"journeys-{os.getpid()}")
        _at_the_end(processes.stop, priority=10)
        serve(processes, port=port, shop_port=shop_port, workers=1)
        playwright = sync_playwright().start()
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=CHROMIUM)

        def end() -> None:
            connections.close_all()  # while Playwright runs, Django keeps a connection apart for it
            browser.close()
            playwright.stop()
            _fall()

        _at_the_end(end, priority=20)
        return cls(processes, playwright, browser, origin, shop)


def _at_the_end(stop: Callable[[], object], *, priority: int) -> None:
    """In a worker of the pool as it ends, without atexit; alone, before the database is dropped."""
    end = Finalize(None, stop, exitpriority=priority)
    if parent_process() is None:
        unittest.addModuleCleanup(end)


_standing: Standing | None = None


def _fall() -> None:
    global _standing
    _standing = None


def standing() -> Standing:
    """What stands for the journeys of this process; started by the first of them."""
    global _standing
    if _standing is None:
        prepare()
        _standing = Standing.start()
    return _standing


class Journey(SimpleTestCase):
    """One whole task of a real person, on a copy of the prepared database. `page(...)` opens a browser of
    its own.
    """

    databases = {"default"}  # noqa: RUF012 - as Django declares it

    def __getstate__(self) -> dict[str, Any]:
        """What goes to a worker of the pool, and back with a failed subtest: all but what stands and runs."""
        apart = ("standing", "browser", "_outcome", "_subtest")
        kept = {name: value for name, value in self.__dict__.items() if name not in apart}
        return {**kept, "_outcome": None, "_subtest": None, "_cleanups": []}

    def setUp(self) -> None:
        self.standing = standing()
        self.browser, self.origin, self.shop = (
            self.standing.browser,
            self.standing.origin,
            self.standing.shop,
        )
        lay_copy()
        self.noise: list[str] = []

    def page(self, **more: Any) -> Page:
        context: BrowserContext = self.browser.new_context(
            **{
                "viewport": {"width": 1280, "height": 800},
                "locale": "en-GB",
                "timezone_id": "Europe/London",
                "permissions": ["clipboard-read", "clipboard-write"],
                "user_agent": PERSON,
                "reduced_motion": "reduce",
                **more,
            }
        )
        self.addCleanup(context.close)
        if os.environ.get("KK_TEST_AHEAD_S"):
            context.clock.install(time=datetime.now(UTC))  # Python's clock is moved, the browser's is not yet
        context.set_default_timeout(PATIENCE_MS)
        page = context.new_page()
        page.on("pageerror", lambda error: self.noise.append(str(error)))
        return page

    def wait_for(self, done: Callable[[], bool], page: Page) -> None:
        """Until something outside the page has happened."""
        for _ in range(PATIENCE_MS // 100):
            if done():
                return
            page.wait_for_timeout(100)
        self.fail("did not happen in time")

    def listen(self, page: Page) -> None:
        """Keep every text the page shows from now on, so that what passes in seconds is not missed on a
        busy machine.
        """
        page.evaluate(
            "() => { window.said = []; new MutationObserver(() => said.push(document.body.innerText))"
            ".observe(document.body, { subtree: true, childList: true, characterData: true }) }"
        )

    def assert_said(self, page: Page, words: str) -> None:
        page.wait_for_function("words => said.some((text) => text.includes(words))", arg=words)

    def sign_in(self, page: Page) -> None:
        page.goto(self.origin + "/sign-in")
        page.get_by_role("button", name="sign in as its owner").click()
        page.wait_for_url("**/doors/averil7q")

    def assert_accessible(self, page: Page, where: str) -> None:
        """axe-core finds nothing, in the page and in the button's shadow."""
        page.get_by_role("heading").first.wait_for()
        page.wait_for_timeout(300)  # whatever fades in has come in: axe measures colours as they stand
        page.evaluate(AXE.read_text(encoding="utf-8"))
        found = page.evaluate("rules => axe.run(document, {...rules, iframes: false})", RULES)
        faults = [
            f"{fault['id']}: {fault['help']} at {[node['target'] for node in fault['nodes']][:3]} "
            f"{fault['nodes'][0]['failureSummary'][:300]}"
            for fault in found["violations"]
        ]
        self.assertEqual(faults, [], where)

    def set_shop(self, *, is_open: bool) -> None:
        """Everybody is in round the clock from now on, or nobody is until tomorrow at nine."""
        (stand_open if is_open else stand_shut)(demo_site().business)

    def front(self) -> Door:
        return Door.objects.get(name="Front door", site__key="averil7q")

    def publish(self, **parts: Any) -> None:
        """Change the front door and make it live."""
        door = self.front()
        change_door(door, parts, version=door.version)
        publish_release(Site.objects.get(key="averil7q"), by=None, at=clock.now())

    def kinds(self) -> list[str]:
        return sorted(Event.objects.values_list("kind", flat=True))

    def tearDown(self) -> None:
        self.assertEqual(self.noise, [], "errors in a page")
