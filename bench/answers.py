"""How soon a few typed words find their answer among two thousand..

    .venv/bin/python bench/answers.py

Wanted: 20 ms at most, in memory; made ready once a release.
"""

import random
import string
import sys
import time
from pathlib import Path
from statistics import median

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench")]

from fixed_loop import loop, measured

from kindknock.core.answers import Findable, found, index_of

ANSWERS, WORDS, ASKED = 2_000, 6_000, 200


def main() -> None:
    chance = random.Random(15)
    words = ["".join(chance.choices(string.ascii_lowercase, k=chance.randint(3, 10))) for _ in range(WORDS)]
    answers = [
        Findable(str(n), " ".join(chance.choices(words, k=7)), " ".join(chance.choices(words, k=150)))
        for n in range(ANSWERS)
    ]
    began = time.perf_counter()
    index = index_of(answers, "en")
    ready_s = time.perf_counter() - began
    took = []
    for n in range(ASKED):
        typed = " ".join(chance.choices(words, k=1 + n % 4))
        if n % 2:
            typed = typed[:-2] + typed[-1]
        began = time.perf_counter()
        found(index, typed)
        took.append((time.perf_counter() - began) * 1000)
    loop_ms = measured(loop) * 1000
    print(f"{ANSWERS:,} answers of 150 words made ready in {ready_s:.1f} s")
    print(
        f"found in {median(took):.2f} ms median, {max(took):.1f} at most (wanted 20): "
        f"{median(took) / loop_ms:.0f} and {max(took) / loop_ms:.0f} fixed loops"
    )


if __name__ == "__main__":
    main()
