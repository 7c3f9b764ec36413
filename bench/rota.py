"""How soon visitors meet an absence, and what the rota of forty people costs. Writes docs/performance.md.

    .venv/bin/python bench/rota.py

Wanted: a fresh page load within 5 s, a visible open page within a minute; the week's answer at most 6
times the API's emptiest route.
"""

import json
import subprocess
import sys
import time
from pathlib import Path
from statistics import median

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "scripts")]

from playwright.sync_api import Page

from machine import PYTHON
from stack import Studio, standing

TIMES = 20
CALL = """async ([method, path, body]) => {
  const token = document.cookie.split('; ').find((one) => one.startsWith('kk_csrf=')).slice(8)
  const headers = { 'content-type': 'application/json', 'X-CSRFToken': token }
  return (await fetch(path, { method, headers, body: body ? JSON.stringify(body) : undefined })).json()
}"""
TIMED = """async ([path, times]) => {
  const out = []
  for (let i = 0; i < times; i++) {
    const at = performance.now()
    await (await fetch(path)).text()
    out.push(performance.now() - at)
  }
  return out
}"""


def shown(page: Page) -> str:
    return str(
        page.evaluate(
            "document.querySelector('kk-door')?.shadowRoot?.querySelector('.door')?.textContent || ''"
        )
    )


def fresh_loads(at: Studio, owner: Page) -> list[float]:
    """Seconds from saying the last person away (or back) to a fresh load that shows it, the load's own
    time in it.
    """
    out = []
    for turn in range(TIMES):
        away = turn % 2 == 0
        owner.evaluate(
            CALL,
            [
                "POST",
                f"/api/rota/people/ines/{'away' if away else 'back'}",
                {"minutes": 60} if away else None,
            ],
        )
        began = time.monotonic()
        page = at.page(800, 600)
        while time.monotonic() - began < 30:
            page.goto(at.shop + "/workshop")
            page.locator("kk-door").locator("button.door").wait_for()
            if ("Leave" in shown(page)) == away:
                break
        out.append(time.monotonic() - began)
        page.context.close()
    return out


def open_pages(at: Studio, owner: Page) -> list[float]:
    """Seconds until each of twenty visible open pages shows an absence by itself; they were opened over a
    minute.
    """
    browsers = [at.launch(["--no-sandbox", "--disable-background-networking"]) for _ in range(4)]
    pages = []
    for number in range(TIMES):
        page = browsers[number % 4].new_context(viewport={"width": 500, "height": 400}).new_page()
        page.goto(at.shop + "/workshop")
        page.locator("kk-door").locator("button.door").wait_for()
        pages.append(page)
        page.wait_for_timeout(1500)
    owner.evaluate(CALL, ["POST", "/api/rota/people/ines/away", {"minutes": 60}])
    began, took = time.monotonic(), {}
    while len(took) < TIMES and time.monotonic() - began < 150:
        for number, page in enumerate(pages):
            if number not in took and "Leave" in shown(page):
                took[number] = time.monotonic() - began
        time.sleep(0.5)
    for browser in browsers:
        browser.close()
    return list(took.values())


def week_cost(at: Studio, owner: Page) -> tuple[float, float]:
    """Median milliseconds of the week's answer for forty people, and of the API's emptiest route, in
    alternating slices.
    """
    names = "\n".join(f"Person {n}, Desk {n}, 0117 496 {n:04}" for n in range(100, 139))
    owner.evaluate(CALL, ["POST", "/api/people-many", {"text": names}])
    people = owner.evaluate(CALL, ["GET", "/api/people", None])["people"]
    for person in people:
        owner.evaluate(
            CALL,
            [
                "POST",
                "/api/rota/hours",
                {"whose": "person", "key": person["key"], "text": "Mon-Fri 9-13, 14-17:30, Sat 10-14"},
            ],
        )
    slices = [
        (median(owner.evaluate(TIMED, ["/api/rota", 5])), median(owner.evaluate(TIMED, ["/api/hello", 5])))
        for _ in range(9)
    ]
    return median(week for week, _ in slices), median(empty for _, empty in slices)


def main() -> None:
    with standing("bench_rota") as at:
        subprocess.run(
            [
                PYTHON,
                "manage.py",
                "shell",
                "-c",
                "from kindknock import clock; from kindknock.people.models import Assistant\n"
                "from kindknock.doors.models import Door, "
                "Release\n"
                "Assistant.objects.exclude(key='ines').update(removed_at='2026-01-01T00:00Z')\n"
                "from kindknock.doors.actions.publish_release import publish_release\n"
                "for d in Door.objects.all():\n    d.parts={**d.parts,'people':['ines']}; d.save()\n   "
                " publish_release(d.site, by=None, at=clock.now())",
            ],
            cwd=ROOT,
            env=at.env,
            check=True,
        )
        owner = at.signed_in()
        fresh = fresh_loads(at, owner)
        owner.evaluate(CALL, ["POST", "/api/rota/people/ines/back", None])
        opened = open_pages(at, owner)
        owner.evaluate(CALL, ["POST", "/api/rota/people/ines/back", None])
        week, empty = week_cost(at, owner)
    rows = [
        (
            "from away to a fresh page load that shows it",
            f"p50 {median(fresh):.1f} s, most {max(fresh):.1f} s of {len(fresh)}",
            "≤ 5 s",
        ),
        (
            "from away to an open page that changed by itself",
            f"p50 {median(opened):.0f} s, most {max(opened):.0f} s of {len(opened)}",
            "≤ 60 s",
        ),
        (
            "the rota's week for forty people against the API's emptiest route",
            f"{week / empty:.1f} ×",
            "≤ 6 ×",
        ),
    ]
    table = (
        "<!-- rota -->\n| | measured | wanted |\n|---|---|---|\n"
        + "".join(f"| {' | '.join(row)} |\n" for row in rows)
        + "<!-- /rota -->"
    )
    file = ROOT / "docs" / "performance.md"
    text = file.read_text(encoding="utf-8")
    before, _, rest = text.partition("<!-- rota -->")
    file.write_text(
        before + table + rest.partition("<!-- /rota -->")[2]
        if rest
        else text.rstrip() + "\n\n## Who answers when\n\n" + table + "\n\nBy `bench/rota.py`.\n",
        encoding="utf-8",
    )
    print(table, json.dumps([round(item, 1) for item in sorted(opened)]))


if __name__ == "__main__":
    main()
