"""The card's core in another engine: opened, written in, sent, left, by mouse and by keyboard; and laid out
as in the first.
"""

import os
from typing import Any

from kindknock.guestbook.models import Message

from .running import Journey, door_on
from .second_engine import ESCAPE, TAB, Firefox, firefox

INSIDE = "document.querySelector('kk-door').shadowRoot"
DOOR, CARD, NOTE = (
    f"{INSIDE}.querySelector('{each}')" for each in (".door", ".card:not([hidden])", "textarea")
)
ACTIVE = f"{INSIDE}.activeElement"
LAID_OUT = """(() => {
  const root = document.querySelector('kk-door').shadowRoot
  const card = root.querySelector('.card').getBoundingClientRect()
  return ['h2', 'legend', 'label[for=kk-n]', 'textarea', '.by', '.way', '.small', '.x'].map((name) => {
    const box = root.querySelector(name).getBoundingClientRect()
    return [name, box.left - card.left, box.top - card.top].concat(name === '.small' ? [] : [box.width])
  })
})()"""
MOST_APART_PX = 8
"""Fonts of two engines differ by parts of a pixel a line; these add up toward the foot of the card."""


class SecondEngine(Journey):
    def opened(self, browser: Firefox, path: str) -> None:
        browser.go(self.shop + path)
        self.assertTrue(browser.wait(f"!!document.querySelector('kk-door') && !!{DOOR}"))
        browser.run("new Promise((go) => setTimeout(go, 1500))")
        browser.press(DOOR)
        self.assertTrue(browser.wait(f"!!{CARD}"))
        self.assertTrue(browser.wait(f"{ACTIVE} === {NOTE}"), "the note has the focus")

    def test_open_write_leave_and_the_keyboard(self) -> None:
        if os.environ.get("KK_TEST_AHEAD_S"):
            return  # this engine's clock can't be moved with Python's
        self.set_shop(is_open=True)
        with firefox() as browser:
            self.opened(browser, "/workshop")
            browser.keys("Can you true a wheel?")
            self.assertEqual(browser.run(f"{NOTE}.value"), "Can you true a wheel?")
            self.assertIn("true%20a%20wheel", browser.run(f"{INSIDE}.querySelector('a.way').href"))
            self.as_in_the_first(browser)
            browser.keys(ESCAPE)
            self.assertTrue(browser.wait(f"!{CARD} && {ACTIVE} === {DOOR}"), "and gives it back")
            # Driven so, this engine presses no button of any page by its keys; links it does.
            browser.run(f"({DOOR}.click(), 1)")
            self.assertTrue(browser.wait(f"!!{CARD} && {ACTIVE} === {NOTE}"))
            self.assertEqual(browser.run(f"{NOTE}.value"), "Can you true a wheel?")
            browser.keys(TAB)
            self.assertTrue(browser.run(f"{ACTIVE}.classList.contains('way')"), "By comes after the note")
            self.hard_pages(browser)
            self.set_shop(is_open=False)
            self.leaves_a_note(browser)

    def as_in_the_first(self, browser: Firefox) -> None:
        page = self.page()
        page.goto(self.shop + "/workshop")
        door_on(page).click()
        page.get_by_label("Note").fill("Can you true a wheel?")
        first: Any = page.evaluate(LAID_OUT)
        for here, there in zip(browser.run(LAID_OUT), first, strict=True):
            for one_side, other_side in zip(here[1:], there[1:], strict=True):
                self.assertLess(abs(one_side - other_side), MOST_APART_PX, (here, there))
        label, words = (
            browser.run(f"{each}.getBoundingClientRect().top")
            for each in (f"{INSIDE}.querySelector('label[for=kk-n]')", NOTE)
        )
        self.assertLess(abs(label - words), 3, "the word Note stands at its first line")

    def hard_pages(self, browser: Firefox) -> None:
        for name in ("turned-root", "variants", "deck"):
            self.opened(browser, f"/rough/{name}")
            # Scroll bars of this engine take room.
            apart = browser.run(
                "(r => [document.documentElement.clientWidth - r.right, "
                "document.documentElement.clientHeight - r.bottom].map(Math.round))"
                f"({DOOR}.getBoundingClientRect())"
            )
            self.assertEqual(apart, [24, 20], name)
            browser.keys(" /a")
            self.assertEqual(browser.run(f"{NOTE}.value.slice(-3)"), " /a", name)
            browser.run("sessionStorage.clear(), localStorage.clear()")

    def leaves_a_note(self, browser: Firefox) -> None:
        browser.go(self.shop + "/workshop")
        self.assertTrue(browser.wait("!!document.querySelector('kk-door')"))
        self.assertEqual(browser.run(f"{DOOR}.textContent"), "Leave a note")
        browser.run("new Promise((go) => setTimeout(go, 1500))")
        browser.press(DOOR)
        self.assertTrue(browser.wait(f"!!{CARD}?.querySelector('.leave') && {ACTIVE} === {NOTE}"))
        browser.keys("Two spokes broke." + TAB + "Wilma Tarn" + TAB + "wilma@harbourmail.example")
        browser.press(f"{INSIDE}.querySelector('.go')")
        self.assertTrue(browser.wait(f"{INSIDE}.querySelector('h2').textContent.startsWith('Thank you')"))
        note = Message.objects.get()
        self.assertEqual(
            (note.name, note.email, note.text),
            ("Wilma Tarn", "wilma@harbourmail.example", "Two spokes broke."),
        )
