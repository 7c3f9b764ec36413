"""Every page of the demo shop's rough corner, tried as a visitor and told as a table.

    .venv/bin/python bench/rough_corner.py [PAGE …]

*stands*: one button, at its place. *looks*: in its own colour and size. *harms nothing*: the page outside
the button is the same, pixel by pixel, as without the line, and says no error. *opens*: the card, with the
focus in it. *keeps*: words stay when the address changes. *hands over*: the app's link opens with the words
in it.
"""

import io
import sys
from collections.abc import Callable
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench"), str(ROOT / "scripts")]

from PIL import Image, ImageChops, ImageDraw
from playwright.sync_api import Error, Page, expect

from demo.shop.rough import PAGES
from demo.shop.rough_pages import PAGES as HARD
from stack import Studio, standing

WITHOUT_BUTTON = {
    "bare",
    "link",
    "csp-blocked",
    "frame",
    "sandbox",
    "plain-inside",
    "wait",
    "covered",
    "out-of-sight",
}
"""Pages that carry none of ours, forbid it, show it within a frame or on a press, or can't be helped."""
STILL_DRAWING = {
    "loader",
    "redraw",
    "rewritten",
    "root-redrawn",
    "late-language",
    "taken-over",
    "trap",
    "public",
}
"""Pages that change by themselves: their pixels aren't compared."""
SHADOW_PX = 46
COLOUR = "rgb(94, 31, 56)"


def shot(page: Page) -> Image.Image:
    return Image.open(io.BytesIO(page.screenshot())).convert("RGB")


def harms_nothing(at: Studio, name: str, page: Page, noise: list[str]) -> bool:
    if noise:
        return False
    if name in STILL_DRAWING:
        return True
    bare = at.page()
    bare.route("**/k.js", lambda route: route.abort())
    bare.goto(page.url)
    bare.wait_for_timeout(600)
    differs = ImageChops.difference(shot(page), shot(bare))
    bare.context.close()
    box = page.locator("kk-door .door").bounding_box()
    plates = [found.bounding_box() for found in page.locator("kk-plate").all()]
    for ours in [box, *plates]:
        if ours:
            corners = (
                ours["x"] - SHADOW_PX,
                ours["y"] - SHADOW_PX,
                ours["x"] + ours["width"] + SHADOW_PX,
                ours["y"] + ours["height"] + SHADOW_PX,
            )
            ImageDraw.Draw(differs).rectangle(corners, fill=(0, 0, 0))
    # A button in the page moves what is below it, as the owner asked.
    return bool(plates) or differs.getbbox() is None


def tried(at: Studio, name: str) -> dict[str, bool]:
    page, noise = at.page(), []
    page.set_default_timeout(12_000)
    page.on("pageerror", lambda error: noise.append(str(error)))
    page.goto(f"{at.shop}/rough/{name}")
    door, card = page.locator("kk-door .door"), page.locator("kk-door .card")
    note = card.locator("textarea")
    door.wait_for()
    page.wait_for_timeout(4500 if name in STILL_DRAWING else 1800)
    if name == "trap":
        page.get_by_role("button", name="No thanks").click()
        page.wait_for_timeout(1800)

    def stands() -> bool:
        box = door.bounding_box()
        place = box and (round(box["x"] + box["width"]), round(box["y"] + box["height"]))
        return place == (1256, 780) and page.locator("kk-door").count() == 1

    def looks() -> bool:
        paint = door.evaluate("one => [getComputedStyle(one).backgroundColor, one.offsetHeight]")
        return bool(paint == [COLOUR, 52])

    def opens() -> bool:
        door.click()
        expect(note).to_be_focused()
        return card.is_visible()

    def keeps() -> bool:
        note.fill("Is it blue?")
        page.evaluate("history.replaceState({}, '', location.pathname + '?colour=blue')")
        page.wait_for_timeout(1200)
        return card.is_visible() and note.evaluate("one => one.value") == "Is it blue?"

    def hands_over() -> bool:
        with page.expect_popup() as opened:
            card.locator("a.way").first.click()
        return "Is%20it%20blue" in opened.value.url

    out = {}
    for kind, check in (
        ("stands", stands),
        ("looks", looks),
        ("harms nothing", lambda: harms_nothing(at, name, page, noise)),
        ("opens", opens),
        ("keeps", keeps),
        ("hands over", hands_over),
    ):
        out[kind] = _try(check)
    page.context.close()
    return out


def _try(check: Callable[[], bool]) -> bool:
    try:
        return check()
    except (Error, AssertionError):
        return False


def main(names: list[str]) -> int:
    wanted = names or [name for name in [*PAGES, *HARD, "xhtml"] if name not in WITHOUT_BUTTON]
    failed = 0
    with standing("rough") as at:
        at.keep_hours("open")
        for name in wanted:
            found = tried(at, name)
            failed += list(found.values()).count(False)
            words = "  ".join(f"{kind if is_so else 'NOT ' + kind:13}" for kind, is_so in found.items())
            print(f"{name:16}{words}", flush=True)
    print(f"{len(wanted)} pages, {failed} amiss")
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
