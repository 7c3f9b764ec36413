"""What a guestbook of 50,000 entries costs: its list, its search, an entry, a thousand rows scrolled.

    .venv/bin/python bench/guestbook.py

Wanted: the list and any search within 300 ms in the browser. Writes docs/performance.md.
"""

import subprocess
import sys
import time
from pathlib import Path
from statistics import median

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "scripts")]

from playwright.sync_api import Page
from rota import TIMED

from machine import PYTHON
from stack import Studio, standing

MANY, TIMES = 50_000, 20
FILL = f"""
from datetime import timedelta
from random import Random
from uuid import UUID
from kindknock import clock
from kindknock.accounts.models import Business
from kindknock.core.guests.searching import searchable
from kindknock.guestbook.models import Entry, Message
business = Business.objects.get(name="Averil Cycle Works")
site, now, chance = business.sites.first(), clock.now(), Random(21)
WORDS = "wheel hub rim spoke tandem harbour bell hire Friday morning brake chain saddle light repair".split()
rows = []
for n in range({MANY}):
    text = " ".join(chance.choices(WORDS, k=40))
    at = now - timedelta(minutes=n * 2 + 5)
    name, mail = f"Guest {{n}}", f"guest{{n}}@harbourmail.example"
    rows.append(Entry(business=business, name=name, email=mail, state=n % 3, unread=False, first_at=at,
        last_at=at, touched_at=at, begins=text[:200], path="/workshop",
        search=searchable(name, mail, text, "The workshop", "https://averilcycles.example/workshop")))
made = Entry.objects.bulk_create(rows, batch_size=2000)
Message.objects.bulk_create([Message(entry=entry, client_id=UUID(int=entry.pk), site=site, text=entry.begins,
    email=entry.email, name=entry.name, at=entry.last_at, language="en") for entry in made], batch_size=2000)
from django.db import connection
with connection.cursor() as cursor:
    cursor.execute("ANALYZE guestbook_entry")
"""
ASKED = (
    ("the first lines", ""),
    ("a common word", "spoke"),
    ("one of them", "guest 4711"),
    ("an email", "guest31337@harbourmail.example"),
    ("two letters", "ub"),
    ("nobody", "zzz"),
)


def typed_search(page: Page, at: Studio) -> list[float]:
    """Milliseconds from a key to the list that answers it, on the screen, the breath before asking in it."""
    out = []
    page.goto(at.origin + "/guestbook")
    page.locator("[data-entry]").first.wait_for()
    for n in range(TIMES):
        words = f"guest{4000 + n * 7}@"
        began = time.monotonic()
        page.get_by_label("Search names").fill(words)
        page.wait_for_function(
            "name => [...document.querySelectorAll('[data-entry] b')].map(b => b.innerText).join() === name",
            arg=f"Guest {4000 + n * 7}",
        )
        out.append((time.monotonic() - began) * 1000)
    return out


def scrolled(page: Page, at: Studio) -> tuple[int, float]:
    """How many lines stood after scrolling to the end thirty times, and the median wait for more."""
    page.goto(at.origin + "/guestbook")
    page.locator("[data-entry]").first.wait_for()
    waits = []
    for _ in range(20):
        before = page.locator("[data-entry]").count()
        began = time.monotonic()
        page.evaluate("scrollTo(0, document.documentElement.scrollHeight)")
        page.wait_for_function("n => document.querySelectorAll('[data-entry]').length > n", arg=before)
        waits.append((time.monotonic() - began) * 1000)
    return page.locator("[data-entry]").count(), median(waits)


def main() -> None:
    rows = []
    with standing("bench_guestbook") as at:
        subprocess.run([str(PYTHON), "manage.py", "shell", "-c", FILL], cwd=ROOT, check=True, env=at.env)
        page = at.signed_in()
        bare = median(page.evaluate(TIMED, ["/api/hello", TIMES]))
        for what, words in ASKED:
            took = page.evaluate(TIMED, [f"/api/guestbook?search={words}", TIMES])
            rows.append(
                (what, f"{median(took):.0f} ms, {median(took) / bare:.1f} × the emptiest route", "≤ 300 ms")
            )
        keys = typed_search(page, at)
        rows.append(
            (
                "from a key to the list on the screen",
                f"{median(keys):.0f} ms, most {max(keys):.0f}",
                "≤ 300 ms",
            )
        )
        count, wait = scrolled(page, at)
        rows.append((f"sixty more lines, up to {count:,} on the screen", f"{wait:.0f} ms", "≤ 300 ms"))
    head = "| 50,000 entries | measured, median of 20 | wanted |\n|---|---|---|\n"
    table = (
        "<!-- guestbook -->\n"
        + head
        + "".join(f"| {' | '.join(row)} |\n" for row in rows)
        + "<!-- /guestbook -->"
    )
    file = ROOT / "docs" / "performance.md"
    text = file.read_text(encoding="utf-8")
    before, _, rest = text.partition("<!-- guestbook -->")
    whole = before + table + rest.partition("<!-- /guestbook -->")[2] if rest else ""
    new = text.rstrip() + "\n\n## The guestbook\n\n" + table + "\n\nBy `bench/guestbook.py`.\n"
    file.write_text(whole or new, encoding="utf-8")
    print(table)


if __name__ == "__main__":
    main()
