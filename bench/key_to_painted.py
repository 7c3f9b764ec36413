"""From a key pressed in *Says* to the button repainted on the stage, asked of the real server.

    .venv/bin/python bench/key_to_painted.py

The wanted figure is 150 ms at the median (LOOK, the stage). Beside it stands a fixed loop's time,
so that a slow machine shows as such.
"""

import statistics
import sys
import time
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "scripts"))

from stack import standing  # noqa: E402

WORDS = "Bent rim, squeaky wheel, a box for the beach? "


def main() -> None:
    began = time.perf_counter()
    sum(range(10_000_000))
    loop_ms = (time.perf_counter() - began) * 1000
    with standing("keys") as at:
        page = at.signed_in()
        at.card_on_stage(page)
        page.get_by_role("button", name="Says: “Knock”").click()
        heading = page.get_by_label("On top of the card")
        heading.fill("")
        page.wait_for_timeout(500)
        page.evaluate("performance.clearMeasures()")
        heading.press_sequentially(WORDS * 2, delay=180)
        page.wait_for_timeout(500)
        took = sorted(page.evaluate("performance.getEntriesByName('key to painted').map(one => one.duration)"))
    p95 = took[int(len(took) * 0.95)]
    print(f"key to painted: median {statistics.median(took):.0f} ms, p95 {p95:.0f} ms, worst {took[-1]:.0f} ms of {len(took)} keys "
          f"(summing ten million numbers took {loop_ms:.0f} ms in the same run)")


if __name__ == "__main__":
    main()
