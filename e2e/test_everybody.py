"""Every state of `states.py` for everybody: axe-core, one heading and a named window, no sideways scroll from 320
px up, letters and targets large enough, in forced colours and with text spaced out (WCAG 2.2, 1.4.10, 1.4.12,
2.5.8).

`./test everybody` runs these alone and says how many states there are.
"""

from collections.abc import Iterator, Sequence

from playwright.sync_api import Page

from .everybody import heading_faults, misfits, violations
from .running import Journey
from .states import CARDS, DESKS, OUTSIDE, SCREENS, State

SIZES = ((1280, 800), (768, 900), (390, 844), (320, 640))
FINGER_PX = 44
SPACED = """* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important }
p { margin-bottom: 2em !important }"""


class Everybody(Journey):
    def faults(self, page: Page, *, is_shop: bool = False) -> Iterator[str]:
        for width, height in SIZES:
            page.set_viewport_size({"width": width, "height": height})
            page.wait_for_timeout(200)
            least = FINGER_PX if width <= 390 else 0
            found = misfits(page, least_height=least, only_ours=is_shop)
            if width in (1280, 390):
                found += violations(page)
            yield from (f"{width}: {fault}" for fault in found)
        if not is_shop:
            yield from heading_faults(page)

    def look_at(self, page: Page, base: str, states: Sequence[State], *, is_shop: bool = False) -> None:
        for state in states:
            with self.subTest(state.name):
                page.set_viewport_size({"width": 1280, "height": 800})
                page.goto(base + state.path)
                (page.locator("kk-door") if is_shop else page.locator("main")).first.wait_for(
                    state="attached"
                )
                page.wait_for_timeout(600)
                for step in state.steps:
                    step(page)
                page.wait_for_timeout(300)
                self.assertEqual(list(self.faults(page, is_shop=is_shop)), [], state.name)

    def half_of_the_desk(self, which: int) -> None:
        page = self.page()
        self.sign_in(page)
        self.look_at(page, self.origin, DESKS[which::2])

    def test_the_desk(self) -> None:
        self.half_of_the_desk(0)

    def test_the_desk_further(self) -> None:
        self.half_of_the_desk(1)

    def test_the_other_screens(self) -> None:
        page = self.page()
        self.sign_in(page)
        self.look_at(page, self.origin, SCREENS)

    def test_before_signing_in(self) -> None:
        self.look_at(self.page(), self.origin, OUTSIDE)

    def test_the_card(self) -> None:
        for state, parts in CARDS:
            if parts:
                self.publish(**parts)
            page = self.page()
            self.look_at(page, self.shop, [state], is_shop=True)
            page.context.close()

    def test_with_text_spaced_out_and_in_forced_colours(self) -> None:
        page = self.page(forced_colors="active")
        self.sign_in(page)
        for path in ("/doors/averil7q?open=where", "/rota", "/people?who=ines", "/business"):
            page.goto(self.origin + path)
            page.locator("main h1").wait_for()
            page.add_style_tag(content=SPACED)
            page.wait_for_timeout(300)
            with self.subTest(path):
                self.assertEqual(misfits(page), [])
                cut = page.evaluate(
                    "[...document.querySelectorAll('main button, main label, main p, main h2')].filter((e) => "
                    "e.checkVisibility() && e.scrollHeight > e.clientHeight + 4 && e.clientHeight > 8 && "
                    "getComputedStyle(e).overflowY === 'hidden' && !e.title).map((e) => e.textContent.trim())"
                )
                self.assertEqual(cut, [])
