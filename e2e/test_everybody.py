"""Every state of `states.py` for everybody: axe-core, one heading and a named window, no sideways scroll from
320 px up, letters and targets large enough, in forced colours and with text spaced out (WCAG 2.2, 1.4.10,
1.4.12, 2.5.8).

`./test everybody` runs these alone. A class for each share of the table, so that they run side by side.
"""

from collections.abc import Iterator, Sequence

from playwright.sync_api import Page

from demo import guestbook
from demo.seed import demo_site
from kindknock import clock

from .everybody import heading_faults, misfits, violations
from .running import Journey
from .states import CARDS, DESKS, OUTSIDE, SCREENS, State

SIZES = ((1280, 800), (768, 900), (320, 640), (390, 844))
FINGER_PX = 44
SPACED = """* {
  line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important
}
p { margin-bottom: 2em !important }"""
CUT = """[...document.querySelectorAll('main button, main label, main p, main h2')].filter((e) =>
  e.checkVisibility() && e.scrollHeight > e.clientHeight + 4 && e.clientHeight > 8 && !e.title &&
  getComputedStyle(e).overflowY === 'hidden').map((e) => e.textContent.trim())"""


class States(Journey):
    """What every share has in common; holds no test itself."""

    def faults(self, page: Page, *, is_shop: bool) -> Iterator[str]:
        for width, height in SIZES:
            page.set_viewport_size({"width": width, "height": height})
            page.wait_for_timeout(200)
            least = FINGER_PX if width == 390 else 0
            found = misfits(page, least_height=least, only_ours=is_shop)
            if found:
                # A menu that stood open takes a moment to find its new place.
                page.wait_for_timeout(900)
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
                stands = page.locator("kk-door" if is_shop else "main h1").first
                stands.wait_for(state="attached")
                page.wait_for_timeout(500)
                for step in state.steps:
                    step(page)
                page.wait_for_timeout(250)
                self.assertEqual(list(self.faults(page, is_shop=is_shop)), [], state.name)


class Desk(States):
    def test_one_half_of_its_states(self) -> None:
        page = self.page()
        self.sign_in(page)
        self.look_at(page, self.origin, DESKS[::2])


class DeskFurther(States):
    def test_the_other_half_of_its_states(self) -> None:
        page = self.page()
        self.sign_in(page)
        self.look_at(page, self.origin, DESKS[1::2])


class Screens(States):
    def test_all_but_the_desk(self) -> None:
        guestbook.lay_out(demo_site(), clock.now())
        page = self.page()
        self.sign_in(page)
        self.look_at(page, self.origin, SCREENS)

    def test_before_signing_in(self) -> None:
        self.look_at(self.page(), self.origin, OUTSIDE)


class Card(States):
    def test_the_card(self) -> None:
        for state, parts in CARDS:
            if parts:
                self.publish(**parts)
            page = self.page()
            self.look_at(page, self.shop, [state], is_shop=True)
            page.context.close()

    def test_text_spaced_out_in_forced_colours(self) -> None:
        page = self.page(forced_colors="active")
        self.sign_in(page)
        for path in ("/doors/averil7q?open=where", "/rota", "/people?who=ines", "/business"):
            page.goto(self.origin + path)
            page.locator("main h1").wait_for()
            page.add_style_tag(content=SPACED)
            page.wait_for_timeout(300)
            with self.subTest(path):
                self.assertEqual([*misfits(page), *page.evaluate(CUT)], [])
