"""What Footfall costs with ten million events, beside a plain GROUP BY over them in the same run.

    .venv/bin/python bench/footfall.py [millions of events]

Wanted: any screen within a second, a day's new events added up within ten, storing as fast as with none.
Writes nothing; docs/performance.md has what came of it.
"""

import secrets
import sys
import time
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from statistics import median
from typing import Any
from uuid import UUID

from emptied import emptied

PAGE = "/page/3"
DAYS, PAGES, TIMES, BATCH = 90, 400, 3, 50
FILL = """
insert into footfall_event (client_id, site_id, kind, door, channel, person, campaign, path, device, language,
  country, came_from, at)
select (lpad(to_hex((extract(epoch from at) * 1000)::bigint >> 16), 8, '0')
    || right(replace(gen_random_uuid()::text, '-', ''), 24))::uuid, %(site)s, kind, 'door' || n %% 3,
  case when kind = 'knocked' then 'way' || n %% 4 else '' end,
  case when kind = 'knocked' then 'person' || n %% 8 else '' end,
  case when n %% 9 = 0 then 'campaign' || n %% 7 else '' end,
  '/page/' || floor(power(random(), 3) * %(pages)s),
  (array['phone', 'computer', 'tablet'])[1 + n %% 3], (array['en', 'pt', 'ar', 'de'])[1 + n %% 4],
  (array['GB', 'PT', 'IE', ''])[1 + n %% 4],
  case when n %% 5 = 0 then 'from' || n %% 11 || '.example' else '' end, at
from (select n, (array['seen','seen','seen','seen','seen','seen','opened','opened','knocked','missed'])
    [1 + floor(random() * 10)::int] as kind,
    %(start)s::timestamptz + n::float / %(count)s * (%(end)s::timestamptz - %(start)s::timestamptz) as at
  from generate_series(%(first)s::int + 1, %(first)s::int + %(step)s::int) as n) as made
"""
PLAIN = """
select path, count(*) filter (where kind = 'seen'), count(*) filter (where kind = 'knocked')
from footfall_event where site_id = %s and at >= %s and at < %s group by path
"""


def an_id() -> UUID:
    """As browsers make them: the minute, and 96 random bits."""
    return UUID(f"{int(time.time() * 1000) >> 16:08x}{secrets.token_hex(12)}")


def best(act: Callable[[], Any]) -> float:
    """Seconds of the middle try."""
    took = []
    for _ in range(TIMES):
        began = time.monotonic()
        act()
        took.append(time.monotonic() - began)
    return median(took)


def main() -> None:
    count = int(float(sys.argv[1] if len(sys.argv) > 1 else 10) * 1_000_000)
    with emptied():
        measure(count)


def measure(count: int) -> None:
    from django.core.management import call_command
    from django.db import connection

    from kindknock.accounts.models import Business
    from kindknock.footfall.actions.keep_events import Happened, keep_events
    from kindknock.footfall.actions.sum_up import sum_up
    from kindknock.footfall.partitions import make_months
    from kindknock.sites.models import Site

    call_command("migrate", verbosity=0)
    business = Business.objects.create(name="Averil Cycle Works", zone="Europe/London", country="GB")
    site = Site.objects.create(business=business, name="averilcycles.example", key="averil7q")
    now = datetime.now(UTC)
    for back in range(DAYS, -1, -30):
        make_months(at=now - timedelta(days=back))

    def store() -> None:
        for _ in range(100):
            keep_events(
                [
                    Happened(an_id(), site.key, "seen", "door1", "", "/page/1", "phone", "en", now)
                    for _ in range(BATCH)
                ]
            )

    store()
    empty = best(store)
    with connection.cursor() as cursor:
        began = time.monotonic()
        step = 1_000_000
        cursor.execute("set statement_timeout = 0")
        for start in range(0, count, step):
            values = {"site": site.pk, "pages": PAGES, "start": now - timedelta(days=DAYS), "end": now}
            cursor.execute(FILL, values | {"count": count, "first": start, "step": min(step, count - start)})
        cursor.execute("analyze")
    print(f"filled {count:,} events in {time.monotonic() - began:.0f} s")
    began = time.monotonic()
    sum_up()
    with connection.cursor() as cursor:
        # What a server does in quiet hours is not measured with what it does then.
        cursor.execute("vacuum analyze")
        cursor.execute("checkpoint")
    print(f"all of them added up in {time.monotonic() - began:.0f} s")
    full = best(store)
    print(f"storing {100 * BATCH / full:,.0f} events a second, {empty / full:.2f} x what it was with none")
    with connection.cursor() as cursor:
        values = {"site": site.pk, "pages": PAGES, "start": now - timedelta(days=1), "end": now}
        cursor.execute(FILL, values | {"count": count // DAYS, "first": 0, "step": count // DAYS})
    began = time.monotonic()
    new = sum_up()
    print(f"a day's {new:,} new events added up in {time.monotonic() - began:.2f} s")
    looked_back(business, site, now)


def looked_back(business: Any, site: Any, now: datetime) -> None:
    """The screens of three periods, beside the plain counting of the same days."""
    from django.db import connection

    from kindknock.studio_api.footfall_behind import behind_crowd, behind_hour, behind_row
    from kindknock.studio_api.footfall_present import footfall_of, looked_at
    from kindknock.studio_api.footfall_rows import table_of

    cursor = connection.cursor()
    for days in (28, DAYS, 365):
        first, since = (now - timedelta(days=days - 1)).date(), now - timedelta(days=days)

        def looked(first: Any = first) -> Any:
            return looked_at(business, [site], first, None, "before", at=datetime.now(UTC))

        def plainly(since: datetime = since) -> Any:
            return cursor.execute(PLAIN, [site.pk, since, now])

        def screen(found: Any) -> Any:
            return footfall_of(found, [site], [], sees_notes=True)

        acts: dict[str, Callable[[], Any]] = {
            "screen": lambda looked=looked: screen(looked()),  # type: ignore[misc]
            "by page": lambda looked=looked: table_of(looked(), "page"),  # type: ignore[misc]
            "by way": lambda looked=looked: table_of(looked(), "way"),  # type: ignore[misc]
            "behind a page": lambda looked=looked: behind_row(looked(), "page", PAGE),  # type: ignore[misc]
            "behind an hour": lambda looked=looked: behind_hour(looked(), 2, 11),  # type: ignore[misc]
            "behind all who saw": lambda looked=looked: behind_crowd(looked(), "seen"),  # type: ignore[misc]
            "plain GROUP BY by page": plainly,
        }
        took = {name: best(act) for name, act in acts.items()}
        shown = ", ".join(f"{name} {each * 1000:.0f} ms" for name, each in took.items())
        print(f"{days} days: {shown}; {took['by page'] / took['plain GROUP BY by page']:.3f} x")


if __name__ == "__main__":
    main()
