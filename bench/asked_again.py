"""How long 20,000 questions take to be put together, beside a fixed loop in the same run. Wanted: under 5 s.

.venv/bin/python bench/asked_again.py
"""

import random
import sys
import time
from datetime import UTC, datetime, timedelta
from pathlib import Path

sys.path[:0] = [str(Path(__file__).resolve().parents[1])]

from fixed_loop import loop, measured

from kindknock.core.asked_again import Asked, group

MANY = 20_000
GOODS = (
    "wheel hub rim spoke tandem harbour bell hire friday morning brake chain saddle light repair price refund"
)
MORE = "deliver portugal ireland size stock silver black carbon steel tyre tube pump lock basket child seat"


def main() -> None:
    words = [*GOODS.split(), *MORE.split()]
    chance, start = random.Random(7), datetime(2026, 1, 1, tzinfo=UTC)
    asked = [
        Asked(
            str(n),
            f"Hello, do you have a {' '.join(chance.choices(words, k=chance.randint(1, 6)))}, please?",
            chance.choice(("en", "en", "pt", "de")),
            start + timedelta(minutes=n),
        )
        for n in range(MANY)
    ]
    began = time.monotonic()
    found = group(asked)
    took = time.monotonic() - began
    each = took / MANY / measured(loop)
    print(f"{MANY:,} questions in {took:.2f} s, {len(found.groups):,} groups; each {each:.1f} fixed loops")


if __name__ == "__main__":
    main()
