"""What one of each weighs in the database, as the sums of docs/growing.md *On paper* take it.

    .venv/bin/python bench/weights.py

Two hundred sites of an ordinary size: thirty pages, ninety days of events, entries in the guestbook, a
release each. Wanted: nothing; it tells bytes, indexes included. Writes nothing.
"""

import time
from datetime import UTC, datetime, timedelta
from typing import Any

from emptied import emptied
from footfall import DAYS, FILL

SITES, EVENTS, PAGES, ENTRIES = 200, 3000, 30, 50
WEIGHS = (
    "select coalesce(sum(pg_total_relation_size(oid)), 0), coalesce(sum(pg_relation_size(oid)), 0) "
    "from pg_class where relkind = 'r' and relname ~ %s"
)


def weighed(cursor: Any, names: str) -> tuple[int, int]:
    """Bytes of all tables so named: with their indexes, and without."""
    cursor.execute(WEIGHS, [names])
    whole, rows = cursor.fetchone()
    return int(whole), int(rows)


def main() -> None:
    with emptied():
        weigh()


def laid_out(now: datetime) -> list[Any]:
    """Sites with a release, and entries with what was written, each."""
    from uuid import uuid4

    from businesses import large, typical

    from kindknock.accounts.models import Business
    from kindknock.core.guests.searching import searchable
    from kindknock.doors.models import Release
    from kindknock.guestbook.models import Entry, Message
    from kindknock.sites.models import Site

    setups = [each[0].model_dump(mode="json") for each in (typical(), large())]
    text = "Is the grey tandem free on Friday morning? We are two, one of us has never ridden one. " * 3
    sites = []
    for n in range(SITES):
        business = Business.objects.create(name=f"Bench {n}", zone="Europe/London", country="GB")
        site = Site.objects.create(business=business, name=f"site{n}", key=f"site{n}")
        Release.objects.create(site=site, number=1, setup=setups[n % 20 == 0], at=now)
        sites.append(site)
        for m in range(ENTRIES):
            mail = f"guest{m}@harbourmail.example"
            entry = Entry.objects.create(
                business=business, name=f"Guest {m}", email=mail, first_at=now, last_at=now, touched_at=now,
                begins=text[:200], path="/workshop", search=searchable(f"Guest {m}", mail, text),
            )  # fmt: skip
            Message.objects.create(
                entry=entry, client_id=uuid4(), site=site, text=text, email=mail, name=entry.name, at=now,
                language="en",
            )  # fmt: skip
    return sites


def weigh() -> None:
    from django.core.management import call_command
    from django.db import connection

    from kindknock.footfall.actions.sum_up import sum_up
    from kindknock.footfall.partitions import make_months

    call_command("migrate", verbosity=0)
    now = datetime.now(UTC)
    for back in range(DAYS, -1, -30):
        make_months(at=now - timedelta(days=back))
    sites = laid_out(now)
    with connection.cursor() as cursor:
        for site in sites:
            values = {"site": site.pk, "pages": PAGES, "start": now - timedelta(days=DAYS), "end": now}
            cursor.execute(FILL, values | {"count": EVENTS, "first": 0, "step": EVENTS})
        began = time.monotonic()
        sum_up()
        took = time.monotonic() - began
        cursor.execute("vacuum analyze")
        events, bare = weighed(cursor, "^footfall_event")
        sums, _ = weighed(cursor, "^footfall_(?!event|reading)")
        entries, _ = weighed(cursor, "^guestbook_(entry|message)$")
        releases, _ = weighed(cursor, "^doors_release$")
    every = SITES * EVENTS
    print(f"an event: {events / every:.0f} bytes, {(events - bare) / every:.0f} of them indexes")
    print(f"what {EVENTS:,} events of a site add up to: {sums / SITES / 1000:.0f} kB for {DAYS} days")
    print(f"an entry of the guestbook with what was written: {entries / SITES / ENTRIES:.0f} bytes")
    print(f"a release: {releases / SITES / 1000:.1f} kB, one in twenty large")
    print(f"added up: {every / took:,.0f} events a second")


if __name__ == "__main__":
    main()
