"""What a thousand compiled sites weigh in one process, each asked on a few pages.

    .venv/bin/python bench/sites.py

Wanted: under 400 MB, oldest dropped first (the cache holds at most a thousand).
"""

import json
import resource
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench")]

from businesses import AT, compiled, large, typical

from kindknock.core.visit import decide, visit_from


def resident_mb() -> float:
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024


def main() -> None:
    before = resident_mb()
    held = []
    for at in range(1000):
        site = compiled(large() if at % 20 == 0 else typical())
        for page in range(8):
            for device in ("phone", "computer"):
                raw = {"address": f"https://averilcycles.example/page-{page}", "lang": "en", "device": device}
                assert json.loads(decide(site, visit_from(raw, at=AT)).answer)["show"]
        held.append(site)
    print(f"1,000 sites, one in twenty of them large: {resident_mb() - before:.0f} MB (under 400)")


if __name__ == "__main__":
    main()
