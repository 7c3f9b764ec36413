"""How much one verdict costs, JSON in and out, in units of a fixed loop. No server.

    .venv/bin/python bench/decide.py

Wanted: typical business 1.7 loops (never over 2.2), large at most 3 × the typical.
"""

import json
import sys
import tracemalloc
from collections.abc import Callable
from datetime import timedelta, tzinfo
from itertools import count, cycle
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench")]

from businesses import AT, compiled, large, typical
from fixed_loop import in_loops, loop, measured

from kindknock.core.time import hours, hours_of, outlook, person_of
from kindknock.core.time.hours import DAY_S
from kindknock.core.time.rota import somebody_spans
from kindknock.core.visit import decide, visit_from
from kindknock.core.visit.verdict import Compiled

# Many pages and many visitors, since what was worked out for one is kept for the next.
QUESTIONS = cycle(
    [
        json.dumps(
            {
                "site": "averil7q",
                "address": f"https://averilcycles.example/wheels/wheel-{page}?utm_source=letter&v={visitor}",
                "title": "Wheel building · Averil Cycle Works",
                "lang": ("en-GB", "pt", "", "ar")[visitor % 4],
                "languages": (["en-GB", "en", "pt"], ["pt-PT"], ["de", "nl"])[visitor % 3],
                "pointer": ("fine", "coarse")[visitor % 2],
                "width": 1280 - visitor,
                "height": 800,
                "offset": 0,
            }
        ).encode()
        for page in range(30)
        for visitor in range(12)
    ]
)
NEW = count()


def once(setup: Compiled) -> bytes:
    return decide(setup, visit_from(json.loads(next(QUESTIONS)), at=AT)).answer.encode()


PRODUCTS = cycle(
    [
        json.dumps(
            {
                "site": "averil7q",
                "address": f"https://averilcycles.example/shop/thing-{page}",
                "title": "Touring pair",
                "lang": ("en-GB", "pt")[page % 2],
                "languages": ["en"],
                "pointer": "fine",
                "width": 1280,
                "height": 800,
                "facts": {
                    "product": f"Thing {page}",
                    "price": f"{page}.50",
                    "currency": "GBP",
                    "stock": "in_stock",
                },
            }
        ).encode()
        for page in range(30)
    ]
)


def on_a_product(setup: Compiled) -> bytes:
    return decide(setup, visit_from(json.loads(next(PRODUCTS)), at=AT)).answer.encode()


def on_a_new_page(setup: Compiled) -> bytes:
    visit = {
        "address": f"https://averilcycles.example/new/{next(NEW)}",
        "lang": "en",
        "pointer": "fine",
        "width": 1280,
        "height": 800,
    }
    return decide(setup, visit_from(visit, at=AT)).answer.encode()


def counted_conversions(work: Callable[[], object]) -> int:
    """How often an instant is moved into a zone while it works."""
    count = 0
    original = hours.offset_at

    def counting(info: tzinfo, second: int) -> int:
        nonlocal count
        count += 1
        return original(info, second)

    hours.offset_at = counting
    try:
        work()
    finally:
        hours.offset_at = original
    return count


def main() -> None:
    small, big = compiled(typical()), compiled(large())
    assert json.loads(once(small))["show"] and json.loads(once(big))["show"]
    for setup in (small, big):
        for _ in range(360):
            once(setup)
    print(f"the loop takes {measured(loop) * 1e6:.0f} µs here")
    typical_loops, large_loops = in_loops(lambda: once(small)), in_loops(lambda: once(big))
    print(f"typical  {typical_loops:.2f} loops (wanted 1.7, never over 2.2)")
    print(f"large    {large_loops:.2f} loops, {large_loops / typical_loops:.2f} x the typical (at most 3)")
    spoken = compiled(typical(note={"en": "About the {product}, at {price}: "}))
    for _ in range(60):
        on_a_product(spoken)
    product_loops = in_loops(lambda: on_a_product(spoken))
    print(
        f"product  {product_loops:.2f} loops, {product_loops / typical_loops:.2f} x the typical (at most 1.4)"
    )
    for name, made in (("typical", small), ("large", big)):
        print(
            f"on a page never asked for before, {name}   "
            f"{in_loops(lambda made=made: on_a_new_page(made)):.2f} loops"
        )  # type: ignore[misc]
    tracemalloc.start()
    before = tracemalloc.get_traced_memory()[0]
    held = compiled(large())
    once(held)
    print(
        f"memory   {(tracemalloc.get_traced_memory()[0] - before) / 1e6:.2f} MB for one compiled large "
        "setup (under 2)"
    )
    tracemalloc.stop()
    setup, table = large()
    people = [person_of(p.key, table, "Europe/London") for p in setup.people]
    shop = hours_of(table.shop, "Europe/London")
    assert shop is not None
    start = int(AT.timestamp())
    hours._periods_of_year.cache_clear()
    converted = counted_conversions(lambda: somebody_spans(people, shop, start, start + 365 * DAY_S))
    again = counted_conversions(lambda: somebody_spans(people, shop, start, start + 365 * DAY_S))
    print(
        f"zone conversions for that year   {converted} the first time (offset periods of 2 zones in 2 "
        f"years), {again} after"
    )
    print(
        "a year of 40 people   "
        f"{in_loops(lambda: somebody_spans(people, shop, start, start + 365 * DAY_S), 3):.0f} loops"
    )
    print(
        f"next opening, 370 days ahead   {in_loops(lambda: outlook(shop, AT + timedelta(days=1)), 3):.1f} "
        "loops"
    )


if __name__ == "__main__":
    main()
