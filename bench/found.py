"""How long it takes to read what a website tells, for pages of three megabytes of one thing each.

    .venv/bin/python bench/found.py

Wanted: 400 ms each. Also told as so many of the fixed loop, as the machine is not always as quick.
"""

import sys
import time
from collections.abc import Callable
from datetime import date
from pathlib import Path

sys.path[:0] = [str(Path(__file__).resolve().parents[1])]

from fixed_loop import loop, measured

from kindknock.core.found import found
from kindknock.core.found.page import Source

BYTES, WANTED_MS, TIMES = 3_000_000, 400, 3
THING = '{"@type":"Store","name":"x","telephone":"+441174960123","openingHours":"Mo-Fr 09:00-17:00"}'
PIECES = {
    "words": "<p>Some words of a shop about bicycles and tea and such things.</p>",
    "a timetable of buses": "<tr><td>Bus 7</td><td>07:15 – 08:20</td></tr>",
    "hours": "<li>Mon 9:00-17:00</li>",
    "numbers": "<p>Call 0117 496 0123 now or 0117 496 0124</p>",
    "links to one number": "<a href='tel:+441174960123'>call</a> ",
    "links to an app": "<a href='https://wa.me/441174960123'>write</a> ",
    "elements within elements": "<div>",
    "markup as JSON-LD": f'<script type="application/ld+json">{THING}</script>',
    "markup as microdata": "<div itemscope itemtype='http://schema.org/Store'><b itemprop=name>x</b></div>",
    "styles of buttons": "<style>.btn{background:#2e5a3a}a.button{background-color:var(--x,#123)}</style>",
    "a team": "<div class=team><h3>Nia Pugh</h3><p>Kitchen</p></div>",
    "digits": "1234567890 ",
}


def took(act: Callable[[], object]) -> float:
    """The shortest of some times, in seconds."""
    times = []
    for _ in range(TIMES):
        began = time.perf_counter()
        act()
        times.append(time.perf_counter() - began)
    return min(times)


def main() -> int:
    unit, slowest = measured(loop), 0.0
    for name, piece in PIECES.items():
        html = "<html lang=en-GB><body>" + piece * (BYTES // len(piece))
        sources = [Source("https://averilcycles.example/", html)]
        seconds = took(lambda sources=sources: found(sources, today=date(2026, 11, 29)))  # type: ignore[misc]
        slowest = max(slowest, seconds)
        print(f"{name:26} {seconds * 1000:5.0f} ms, {seconds / unit:,.0f} of the fixed loop")
    print(f"slowest {slowest * 1000:.0f} ms (wanted {WANTED_MS})")
    return 0 if slowest * 1000 <= WANTED_MS else 1


if __name__ == "__main__":
    sys.exit(main())
