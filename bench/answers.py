"""How soon a few typed words find their answer among two thousand, and how soon a card gets its list..

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
from kindknock.core.setup import setup_from
from kindknock.core.visit import compile_setup, visit_from
from kindknock.core.visit.reading import Wanted, read

ANSWERS, WORDS, ASKED = 2_000, 6_000, 200


def _serve(answers: list[Findable], chance: random.Random, loop_ms: float) -> None:
    """The list, a search and one answer as the server gives them, a third of them on some pages only."""
    way = {"key": "w", "app": "whatsapp", "address": "+441174960123"}
    setup = setup_from(
        {
            "business": {"name": "Averil Cycle Works"},
            "site": {"key": "k", "hosts": ["averilcycles.example"]},
            "doors": [{"key": "d", "channels": [way]}],
            "answers": [
                {
                    "key": each.key,
                    "title": {"en": each.title},
                    "body": {"en": [{"runs": [{"text": each.words}]}]},
                    "pages": [{"effect": "show", "kind": "below", "value": f"/p{n % 50}"}]
                    if n % 3 == 0
                    else [],
                }
                for n, each in enumerate(answers)
            ],
        }
    )
    compiled = compile_setup(setup)
    read(compiled, visit_from({"address": "https://averilcycles.example/p1"}), Wanted("found", typed="warm"))
    for name, wanted in (
        ("the list", lambda n: Wanted()),
        ("a search", lambda n: Wanted("found", typed=chance.choice(answers[n].title.split()))),
        ("an answer", lambda n: Wanted("answer", key=str(n))),
    ):
        took = []
        for n in range(ASKED):
            visit = visit_from({"address": f"https://averilcycles.example/p{n % 50}"})
            began = time.perf_counter()
            read(compiled, visit, wanted(n))
            took.append((time.perf_counter() - began) * 1000)
        loops = median(took) / loop_ms
        print(f"{name}: {median(took):.1f} ms median, {max(took):.1f} at most, {loops:.0f} fixed loops")


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
    _serve(answers, chance, loop_ms)
    print(f"{ANSWERS:,} answers of 150 words made ready in {ready_s:.1f} s")
    print(
        f"found in {median(took):.2f} ms median, {max(took):.1f} at most (wanted 20): "
        f"{median(took) / loop_ms:.0f} and {max(took) / loop_ms:.0f} fixed loops"
    )


if __name__ == "__main__":
    main()
