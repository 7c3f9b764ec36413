"""Four tasks by keyboard alone, as who can't or won't use a pointer does them: nothing is reached but by Tab,
arrows, letters, Enter, Space and Escape, and the focus is always somewhere one sees.
"""

import re
from datetime import timedelta

from playwright.sync_api import Page, expect

from kindknock import clock
from kindknock.doors.models import Release
from kindknock.people.models import Absence, Assistant, WorkingHours

from .running import Journey

MOST_STOPS = 160
# The name of what has the focus, as a reader says it; whether it is to be seen, and not covered whole.
FOCUSED = """() => {
  const e = document.activeElement
  if (!e || e === document.body) return { name: '', seen: false }
  const copy = e.cloneNode(true)
  for (const silent of copy.querySelectorAll('[aria-hidden="true"]')) silent.remove()
  const label = e.getAttribute('aria-label') || [...(e.labels || [])].map((l) => l.textContent).join(' ')
    || copy.textContent || e.placeholder || e.title || ''
  const box = e.getBoundingClientRect()
  return { name: label.trim().replace(/\\s+/g, ' '), tag: e.localName,
    seen: box.width > 0 && box.bottom > 0 && box.top < innerHeight }
}"""


class ByKeyboard(Journey):
    def focused(self, page: Page) -> str:
        found = page.evaluate(FOCUSED)
        self.assertTrue(found["name"] or found["seen"], "the focus is nowhere")
        return str(found["name"])

    def tab_to(self, page: Page, name: str, *, back: bool = False) -> None:
        """Press Tab until what is called so has the focus."""
        seen = []
        for _ in range(MOST_STOPS):
            page.keyboard.press("Shift+Tab" if back else "Tab")
            found = page.evaluate(FOCUSED)
            seen.append(found["name"][:40])
            if re.match(name, found["name"]):
                self.assertTrue(found["seen"], f"{name} has the focus out of sight")
                return
        self.fail(f"{name} is not reached; stops: {seen}")

    def press(self, page: Page, name: str, key: str = "Enter") -> None:
        self.tab_to(page, name)
        page.keyboard.press(key)

    def settled(self, page: Page) -> str:
        """What has the focus once a press has done its work; never the page itself."""
        page.wait_for_timeout(700)
        is_somewhere = "document.activeElement && document.activeElement !== document.body"
        self.wait_for(lambda: bool(page.evaluate(is_somewhere)), page)
        return self.focused(page)

    def test_up_to_a_door_of_ones_own(self) -> None:
        page = self.page()
        page.goto(self.origin + "/sign-up")
        page.get_by_role("heading").first.wait_for()
        page.keyboard.type("nadia@averilcycles.example")  # the first box has the focus
        self.tab_to(page, "Choose a password")
        page.keyboard.type("salt and thirty-six spokes")
        page.keyboard.press("Enter")
        page.get_by_role("heading", name="Let’s hang your door.").wait_for()
        self.settled(page)
        self.press(page, "I have no website yet")
        self.settled(page)
        page.keyboard.type("Port Averil Sail Loft")
        self.tab_to(page, "How do people reach you")
        page.keyboard.type("+44 (0)117 496 0188")
        page.get_by_text("Reads as").first.wait_for()
        page.keyboard.press("Enter")
        page.get_by_text("Ready, not on a site yet").first.wait_for()
        self.press(page, "Go to the desk")
        page.wait_for_url("**/doors/**")
        self.assertEqual(self.settled(page), "Front door")
        expect(page).to_have_title("Front door, Port Averil Sail Loft")

    def test_hides_on_a_page(self) -> None:
        page = self.page()
        self.sign_in(page)
        page.get_by_role("heading", name="Front door").wait_for()
        self.press(page, "Pages: Every page")
        self.tab_to(page, "Paste or type an address")
        page.keyboard.type("/journal")
        page.keyboard.press("Enter")
        row = page.get_by_text("/journal").first
        row.wait_for()
        self.settled(page)
        page.keyboard.press("Escape")
        self.assertRegex(self.settled(page), "^Pages: Every page")
        expect(page.get_by_role("button", name="Pages: /journal")).to_be_visible()
        # The last rule goes: the focus stays in the editor, at what is there.
        page.keyboard.press("Enter")
        for _ in range(3):
            self.press(page, "Remove this rule")
            self.assertNotEqual(self.settled(page), "")
        page.keyboard.press("Control+Enter")
        self.wait_for(lambda: Release.objects.filter(site__key="averil7q").count() == 2, page)

    def test_a_person_their_hours_and_away(self) -> None:
        page = self.page()
        self.sign_in(page)
        self.press(page, "People")
        page.get_by_role("heading", name="People").wait_for()
        self.assertEqual(self.settled(page), "People")
        expect(page).to_have_title("People, Averil Cycle Works")
        self.press(page, "Add somebody")
        self.assertRegex(self.settled(page), "^Person or desk")
        page.keyboard.type("Wilma Tarn")
        self.tab_to(page, "What they do")
        page.keyboard.type("Wheels")
        page.keyboard.press("Enter")
        page.get_by_role("button", name="Wilma Tarn").wait_for()
        self.settled(page)
        self.tab_to(page, "Rota", back=True)
        page.keyboard.press("Enter")
        page.get_by_role("heading", name="Who answers when").wait_for()
        self.settled(page)
        wilma = Assistant.objects.get(name="Wilma Tarn")
        self.press(page, "Wilma Tarn")
        self.tab_to(page, "Hours, Wilma Tarn")
        page.keyboard.type("Mon-Fri 9-12")
        page.get_by_text("Reads as Mon–Fri 9–12").wait_for()
        self.press(page, "Use these hours")
        wilma = Assistant.objects.get(name="Wilma Tarn")
        self.wait_for(lambda: WorkingHours.objects.filter(whose="person", key=wilma.key).exists(), page)
        self.settled(page)
        self.press(page, "Somebody is away")
        self.assertRegex(self.settled(page), "^(Ines|Tomasz|Amara|Rhys|Nadia|Wilma|Who)")
        while not self.focused(page).startswith("Wilma"):
            page.keyboard.press("ArrowRight")
        self.tab_to(page, "an hour")
        self.press(page, "Say so")
        self.wait_for(
            lambda: Absence.objects.filter(
                assistant=wilma, until__gt=clock.now() + timedelta(minutes=50)
            ).exists(),
            page,
        )
        self.settled(page)

    def test_an_arabic_greeting_goes_out(self) -> None:
        page = self.page()
        self.sign_in(page)
        page.get_by_role("heading", name="Front door").wait_for()
        self.press(page, "Words: ")
        page.get_by_role("tab", name="English").wait_for()
        self.tab_to(page, "English")
        for _ in range(2):
            page.keyboard.press("ArrowRight")
        self.assertRegex(self.focused(page), "^العربية")
        self.tab_to(page, "On top of the card")
        page.keyboard.press("Control+a")
        page.keyboard.type("أهلاً بكم")
        page.keyboard.press("Control+Enter")

        def is_out() -> bool:
            release = Release.objects.filter(site__key="averil7q").order_by("number").last()
            return bool(release and "أهلاً بكم" in str(release.setup))

        self.wait_for(is_out, page)
        expect(page.get_by_text("is live.").first).to_be_visible()
