"""Whether an hour of a single-page application's use leaves anything behind: 1,000 changes of the address,
the card opened on every tenth.

    .venv/bin/python bench/address_changes.py [CHANGES]

Wanted: no more nodes, listeners or (within a tenth) memory at the end than after the first 250.
"""

import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench"), str(ROOT / "scripts")]

from playwright.sync_api import CDPSession, Page

from stack import standing

FIRST = 250
"""Until then the browser's own list of requests fills, and code that runs often is made quick."""
KINDS = {"Nodes": "nodes", "JSEventListeners": "listeners", "JSHeapUsedSize": "bytes of memory"}


def change(page: Page, number: int) -> None:
    page.evaluate("n => history.pushState({}, '', '/rough/spa/' + n)", number)
    page.wait_for_timeout(30)
    if number % 10 == 0:
        page.locator("kk-door .door").click()
        page.locator("kk-door .card").wait_for()
        page.keyboard.press("Escape")


def measured(client: CDPSession) -> dict[str, float]:
    """Counts with nothing on the way to be collected."""
    for _ in range(3):
        client.send("HeapProfiler.collectGarbage")
    found = {item["name"]: item["value"] for item in client.send("Performance.getMetrics")["metrics"]}
    return {name: found[name] for name in KINDS}


def main(changes: int) -> None:
    with standing("changes") as at:
        page = at.page()
        page.goto(at.shop + "/rough/spa")
        page.locator("kk-door .door").wait_for()
        page.wait_for_timeout(2500)
        client = page.context.new_cdp_session(page)
        client.send("Performance.enable")
        for number in range(FIRST):
            change(page, number)
        page.wait_for_timeout(1500)
        before = measured(client)
        for number in range(FIRST, FIRST + changes):
            change(page, number)
        page.wait_for_timeout(1500)
        after = measured(client)
        for name, words in KINDS.items():
            print(f"{words:16}{before[name]:12,.0f}{after[name]:12,.0f}   {after[name] / before[name]:.2f} x")


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 1000)
