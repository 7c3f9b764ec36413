"""The whole thing standing with its demo, on a database of its own, for pictures and measurements."""

import os
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Browser, Page, Playwright, sync_playwright

from machine import LOCAL, PYTHON, ROOT, any_free_port, front_ends
from postgres import Server
from processes import Processes, serve

ARGS = ["--no-sandbox", "--disable-background-networking"]
PERSON = "Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140 Safari/537.36"


class Studio:
    """Where things stand, and one page of a browser after another."""

    def __init__(self, playwright: Playwright, origin: str, shop: str) -> None:
        self.playwright, self.origin, self.shop = playwright, origin, shop
        self.browser = self.launch(ARGS)
        self.env: dict[str, str] = {}

    def launch(self, args: list[str]) -> Browser:
        return self.playwright.chromium.launch(executable_path="/usr/bin/chromium", args=args)

    def page(self, width: int = 1280, height: int = 800, **more: object) -> Page:
        context = self.browser.new_context(
            viewport={"width": width, "height": height},
            user_agent=PERSON,
            **{"locale": "en-GB", "timezone_id": "Europe/London", **more},
        )  # type: ignore[arg-type]
        return context.new_page()

    def keep_hours(self, hours: str) -> None:
        """`open`, `shut` or `usual`, from now on."""
        self.set_demo("--hours", hours)

    def set_demo(self, *what: str) -> None:
        subprocess.run(
            [PYTHON, "manage.py", "kindknock_demo", *what],
            cwd=ROOT,
            env=self.env,
            check=True,
            stdout=subprocess.DEVNULL,
        )

    def signed_in(self) -> Page:
        page = self.page()
        page.goto(self.origin + "/sign-in")
        page.get_by_role("button", name="sign in as its owner").click()
        page.wait_for_url("**/doors/averil7q")
        page.get_by_text("Shows at once.").wait_for()
        page.frame_locator("iframe").locator("kk-door").locator("button.door").wait_for()
        return page

    def card_on_stage(self, page: Page) -> None:
        frame = page.frame_locator("iframe")
        frame.locator("kk-door").locator("button.door").dispatch_event("click")
        frame.get_by_label("Note").wait_for()


@contextmanager
def standing(name: str, *, hours: str = "open") -> Iterator[Studio]:
    """Start everything on a fresh database called `name`, the demo keeping these hours and its doors
    beginning with the note; stop it all at the end.
    """
    LOCAL.mkdir(exist_ok=True)
    front_ends()
    server = Server("pg-test", any_free_port(), quick=True)
    server.start()
    port, shop_port = any_free_port(), any_free_port()
    origin, base = f"http://localhost:{port}", server.url.rpartition("/")[0]
    env = {
        **os.environ,
        "DATABASE_URL": f"{base}/{name}",
        "KK_PORT": str(port),
        "KK_SHOP_PORT": str(shop_port),
        "KK_ORIGIN": origin,
    }
    processes = Processes(env)
    try:
        make = (
            "import psycopg,sys\nwith psycopg.connect(sys.argv[1]+'/postgres', autocommit=True) as c:\n"
            "    c.execute('drop database if exists '+sys.argv[2]); c.execute('create database "
            "'+sys.argv[2])\n"
        )
        subprocess.run([PYTHON, "-c", make, base, name], check=True)
        for command in (["migrate", "-v0"], ["kindknock_demo", "--hours", hours, "--begins", "note"]):
            subprocess.run(
                [PYTHON, "manage.py", *command], cwd=ROOT, env=env, check=True, stdout=subprocess.DEVNULL
            )
        serve(processes, port=port, shop_port=shop_port, workers=1)
        with sync_playwright() as playwright:
            studio = Studio(playwright, origin, f"http://averilcycles.localhost:{shop_port}")
            studio.env = env
            yield studio
            studio.browser.close()
    finally:
        processes.stop()
        server.stop()
