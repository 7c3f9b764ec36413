"""How soon the stage follows a keystroke, how much the first desk loads, how many presses a few tasks
take. Writes docs/performance.md.

    .venv/bin/python bench/stage.py

Wanted: key to painted at most 150 ms at the median; scripts and styles of the first load, fonts apart, at
most 260 kB gz.
"""

import sys
from pathlib import Path
from statistics import median, quantiles

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "scripts")]

from playwright.sync_api import Page, expect

from stack import Studio, standing

KEYS = "Bent rim, wobbly wheel or a squeak that won't go? Knock and ask Ines about it today."


def key_to_painted(at: Studio) -> tuple[list[float], int]:
    """Milliseconds from each keystroke in the greeting to the frame that has it, and how many answers came
    out of turn.
    """
    page = at.signed_in()
    at.card_on_stage(page)
    page.get_by_role("button", name="Words: “Knock”").click()
    box = page.get_by_label("On top of the card")
    box.fill("")
    page.wait_for_timeout(800)
    page.evaluate("performance.clearMeasures('key to painted')")
    heading = page.frame_locator(".room iframe").locator("kk-door").locator("h2, [role=heading]").first
    stale = 0
    for at_ in range(len(KEYS)):
        box.press_sequentially(KEYS[at_])
        page.wait_for_timeout(260)
        shown = heading.inner_text()
        stale += not KEYS.startswith(shown.replace("\n", " ").strip())
    times = page.evaluate("performance.getEntriesByName('key to painted').map((one) => one.duration)")
    page.context.close()
    return [float(time_) for time_ in times], stale


def first_load(at: Studio) -> dict[str, int]:
    """Bytes over the wire until the desk stands, by kind, for somebody signed in whose cache is empty."""
    page = at.signed_in()
    state = page.context.storage_state()
    page.context.close()
    page = at.page(storage_state=state)
    sizes: dict[str, int] = {}
    session = page.context.new_cdp_session(page)
    kinds: dict[str, str] = {}
    session.send("Network.enable")
    session.on("Network.responseReceived", lambda event: kinds.update({event["requestId"]: event["type"]}))
    session.on(
        "Network.loadingFinished",
        lambda event: sizes.update(
            {
                kinds.get(event["requestId"], "?"): sizes.get(kinds.get(event["requestId"], "?"), 0)
                + int(event["encodedDataLength"])
            }
        ),
    )
    page.goto(at.origin + "/doors/averil7q")
    page.get_by_text("Shows at once.").wait_for()
    page.wait_for_timeout(500)
    page.context.close()
    return sizes


def presses(at: Studio) -> dict[str, int]:
    """Presses and typed fields, from the desk with all shut to the task done in the draft."""
    counted = {"n": 0}

    def press(page: Page, name: str, role: str = "button") -> None:
        page.get_by_role(role, name=name).first.click()  # type: ignore[arg-type]
        counted["n"] += 1

    out: dict[str, int] = {}
    page = at.signed_in()
    press(page, "Pages: Every page")
    page.get_by_placeholder("Paste or type an address").fill("https://averilcycles.example/contact")
    page.keyboard.press("Enter")
    counted["n"] += 2
    expect(page.get_by_role("button", name="Remove this rule: /contact")).to_be_visible()
    out["hide on one page"], counted["n"] = counted["n"], 0
    page = at.signed_in()
    press(page, "Reach us by: WhatsApp")
    page.get_by_placeholder("Paste a number, handle or link").fill("https://m.me/averilcycles")
    page.keyboard.press("Enter")
    counted["n"] += 2
    expect(page.locator(".channel .what b").last).to_have_text("Messenger")
    out["add a second channel"], counted["n"] = counted["n"], 0
    page = at.signed_in()
    page.get_by_role("combobox", name="Page on the stage").fill("averilcycles.example/checkout")
    page.keyboard.press("Enter")
    counted["n"] += 2
    page.get_by_text("Not shown here.").wait_for()
    press(page, "Why?")
    press(page, "Remove")
    expect(page.locator(".verdict b")).to_contain_text("Shows")
    out["find and fix: not shown on a page"], counted["n"] = counted["n"], 0
    page.goto(at.origin + "/doors/averil7q?page=https://averilcycles.example/shop/touring-pair")
    press(page, "In-page buttons:")
    press(page, "Pick a spot on the stage")
    page.frame_locator(".room iframe").get_by_role("button", name="Add to basket").dispatch_event("click")
    counted["n"] += 1
    page.get_by_text("Found once on this page.").wait_for()
    out["a button beside the buy button"], counted["n"] = counted["n"], 0
    page = at.signed_in()
    press(page, "Looks: Arch")
    page.get_by_label("Your colour").fill("hsl(194 77% 25%)")
    counted["n"] += 1
    page.get_by_text("not live yet").first.wait_for()
    press(page, "Publish")
    page.get_by_role("dialog", name="Review and publish").get_by_role("button", name="Publish").or_(
        page.get_by_text("is live.")
    ).first.wait_for()
    out["a pasted colour, published"] = counted["n"]
    return out | {"from a website's address to a live door": hanging(at)}


def hanging(at: Studio) -> int:
    """Presses and typed fields from an account without anything to a live door."""
    page = at.page()
    page.goto(at.origin + "/sign-up")
    page.get_by_label("Your email").fill("nia@thetinwhistle.example")
    page.get_by_label("Choose a password").fill("salt and thirty-six spokes")
    page.get_by_role("button", name="Make my account").click()
    acts = (
        lambda: page.get_by_label("Your website’s address").fill("thetinwhistle.example"),
        page.get_by_role("button", name="Look at it").click,
        page.get_by_role("button", name="Hang my door").click,
    )
    for act in acts:
        act()
    page.get_by_text("Ready for thetinwhistle.example", exact=True).wait_for()
    return len(acts)


def main() -> None:
    with standing("bench_stage") as at:
        times, stale = key_to_painted(at)
        loads = first_load(at)
        pressed = presses(at)
    p95 = quantiles(times, n=20)[18]
    first = loads.get("Script", 0) + loads.get("Stylesheet", 0)
    rows = [
        ("key to painted, median", f"{median(times):.0f} ms ({len(times)} keystrokes)", "≤ 150 ms"),
        ("key to painted, 95 of 100", f"{p95:.0f} ms", ""),
        ("answers shown out of turn", str(stale), "0"),
        (
            "first load of the desk, scripts and styles, gz",
            f"{first / 1000:.0f} kB (fonts {loads.get('Font', 0) / 1000:.0f} kB)",
            "≤ 260 kB",
        ),
        *((f"presses: {name}", str(number), "") for name, number in pressed.items()),
    ]
    table = (
        "<!-- stage -->\n| | measured | wanted |\n|---|---|---|\n"
        + "".join(f"| {' | '.join(row)} |\n" for row in rows)
        + "<!-- /stage -->"
    )
    file = ROOT / "docs" / "performance.md"
    text = file.read_text(encoding="utf-8")
    before, _, rest = text.partition("<!-- stage -->")
    file.write_text(
        before + table + rest.partition("<!-- /stage -->")[2]
        if rest
        else text.rstrip() + "\n\n## On the desk\n\n" + table + "\n\nBy `bench/stage.py`.\n",
        encoding="utf-8",
    )
    print(table)


if __name__ == "__main__":
    main()
