"""What visitors meet on real, unkind pages, on a computer and on a phone, by mouse, touch and keyboard."""

import re

from playwright.sync_api import expect

from kindknock import clock
from kindknock.doors.actions.pause_door import pause_door
from kindknock.footfall.models import Event
from kindknock.guestbook.models import Message
from kindknock.sites.models import Site
from kindknock.standins.models import Letter

from .running import PHONE, Journey, door_on

PRETEND = "As the app opens it"


class Visitors(Journey):
    def test_asks_the_workshop(self) -> None:
        """Chooses who, writes, picks the app last; the app that doesn't open leaves the words and other
        ways; next time it is first.
        """
        page = self.page()
        page.goto(self.shop + "/shop/touring-pair")
        door_on(page).click()
        note = page.get_by_label("Note")
        expect(note).to_have_value("Hello, about the Touring pair, 36 spokes: ")
        page.get_by_role("radio", name="Amara Oduya").check(force=True)
        expect(page.get_by_role("link", name="Telegram")).to_have_attribute(
            "href", re.compile("amara_oduya_demo")
        )
        page.get_by_role("radio", name="Ines Calder").check(force=True)
        note.fill("Is a 32-hole pair possible?")
        with page.expect_popup() as popped:
            page.get_by_role("link", name="Telegram").click()
        expect(popped.value.get_by_label(PRETEND)).to_have_value(
            "Is a 32-hole pair possible?\n\nhttps://averilcycles.example/shop/touring-pair\nSent from our "
            "website"
        )
        popped.value.close()
        page.bring_to_front()
        page.wait_for_timeout(1000)
        page.evaluate("dispatchEvent(new Event('focus'))")
        expect(page.get_by_text("Nothing opened?")).to_be_visible()
        page.get_by_role("button", name="Copy averilcycles").click()
        expect(page.get_by_text("Copied. Paste it in Telegram.")).to_be_visible()
        self.assertEqual(
            (page.evaluate("navigator.clipboard.readText()"), note.input_value()),
            ("averilcycles", "Is a 32-hole pair possible?"),
        )
        self.assert_accessible(page, "after the press")
        page.goto(self.shop + "/workshop")
        door_on(page).click()
        expect(page.locator(".way").first).to_have_text("Telegram")
        self.wait_for(lambda: self.kinds() == ["knocked", "opened", "opened", "seen", "seen"], page)
        self.assertEqual(Event.objects.get(kind="knocked").person, "ines")
        phone = self.page(**PHONE)
        phone.goto(self.shop + "/hire/tandem")
        expect(door_on(phone)).to_have_text("Ask the hire desk")
        door_on(phone).tap()
        # One alone answers here: told, without a choice; a call keeps the note here to read out.
        expect(phone.get_by_role("radio")).to_have_count(0)
        expect(phone.get_by_role("dialog")).to_contain_text(re.compile(r"Tomasz Wren\s*Hire desk"))
        keeps = phone.get_by_text("A call: your note stays here to read out.")
        expect(keeps).to_be_visible()
        phone.get_by_label("Note").fill("")
        expect(keeps).to_be_hidden()
        phone.get_by_label("Note").fill("Hello, I'd like to hire two")
        with phone.expect_popup() as popped:
            phone.get_by_role("link", name="WhatsApp").tap()
        expect(popped.value.get_by_label(PRETEND)).to_have_value(re.compile("^Hello, I'd like to hire"))

    def test_comes_after_hours(self) -> None:
        """Nobody in: says when, takes a note that survives a dead server, is emailed, read and answered."""
        self.set_shop(is_open=False)
        page = self.page(timezone_id="Atlantic/Cape_Verde")
        page.goto(self.shop + "/workshop")
        expect(door_on(page)).to_have_text("Leave a note")
        door_on(page).click()
        card = page.get_by_role("dialog")
        # In the hour in which the two clocks are a day apart, the visitor's day is named; in summer they
        # are two hours apart.
        expect(card).to_contain_text(re.compile(r"Back tomorrow 09:00 \((\w+ )?0[78]:00 your time\)\."))
        expect(page.locator(".way")).to_have_text(["WhatsApp", "Email"])
        self.assert_accessible(page, "away note")
        page.get_by_role("button", name="Leave the note").click()
        expect(card.get_by_text("Write what it is about first.")).to_be_visible()
        page.get_by_label("Note").fill("Two spokes broke on the sea wall.")
        page.get_by_role("button", name="Leave the note").click()
        expect(card.get_by_text("Write an email or a number")).to_be_visible()
        page.get_by_label("Your name").fill("Wilma Tarn")
        page.get_by_label("Email or phone number").fill("wilma@harbourmail.example")
        dead = "**/k/v1/note"
        page.route(dead, lambda route: route.abort())
        # Looked at once more, and sent in a hurry: no robot for that.
        page.keyboard.press("Escape")
        door_on(page).click()
        page.get_by_role("button", name="Leave the note").click()
        expect(card.get_by_text("It didn't go out. Your words are kept here")).to_be_visible()
        page.unroute(dead)
        expect(card.get_by_role("heading", name="Thank you. Your note is with us.")).to_be_visible()
        expect(card.get_by_text("Leave a note and we answer")).to_have_count(0)
        self.assert_accessible(page, "note left")
        note = Message.objects.get()
        self.assertEqual(
            (note.name, note.email, note.text, note.address),
            (
                "Wilma Tarn",
                "wilma@harbourmail.example",
                "Two spokes broke on the sea wall.",
                "https://averilcycles.example/workshop",
            ),
        )
        letters = Letter.objects.filter(subject="A note for Averil Cycle Works")
        both = ["ines@averilcycles.example", "tomasz@averilcycles.example"]
        self.wait_for(lambda: sorted(letters.values_list("to", flat=True)) == both, page)
        self.wait_for(lambda: self.kinds() == ["knocked", "opened", "seen"], page)
        owner = self.page()
        self.sign_in(owner)
        owner.get_by_role("link", name="Guestbook").click()
        expect(owner.get_by_role("heading", name="Wilma Tarn")).to_be_visible()
        owner.get_by_label("Your answer").fill("Bring it on Friday.")
        owner.get_by_role("button", name="Send it").click()
        expect(owner.get_by_text("Ines Calder answered by email")).to_be_visible()
        self.wait_for(lambda: Letter.objects.filter(to="wilma@harbourmail.example").exists(), owner)
        expect(owner.get_by_text("Sent", exact=True)).to_be_visible()
        self.assert_accessible(owner, "an answered entry")
        owner.get_by_role("button", name="Delete").click()
        owner.get_by_role("button", name="Delete it").click()
        expect(owner.get_by_text("Nobody has written yet")).to_be_visible()

    def test_reads_arabic(self) -> None:
        """The card turns round, the corner stays; a page may say its language late; Portuguese has its own
        words.
        """
        page = self.page(**PHONE)
        page.goto(self.shop + "/ar")
        expect(door_on(page)).to_have_text("اطرق")
        door_on(page).tap()
        card = page.get_by_role("dialog")
        expect(card.get_by_role("heading")).to_have_text("عجلة تُصدر صريرًا؟ اطرق واسأل.")
        self.assertEqual(card.evaluate("card => getComputedStyle(card).direction"), "rtl")
        self.assert_accessible(page, "Arabic card")
        page = self.page()
        page.goto(self.shop + "/ar")
        box = door_on(page).bounding_box()
        assert box is not None
        self.assertGreater(box["x"], 1000)
        page.goto(self.shop + "/rough/late-language")
        expect(door_on(page)).to_have_text("Bater")
        page.goto(self.shop + "/pt/aluguer")
        door_on(page).click()
        expect(page.get_by_role("dialog").get_by_role("heading")).to_have_text(
            "A roda chia? Bata e pergunte."
        )

    def test_blocks_everything(self) -> None:
        """Storage, cookies and beacons refused: the button stands, links open, nothing is counted, nothing
        is said to fail.
        """
        page = self.page()
        page.add_init_script(
            "Object.defineProperty(window, 'localStorage', { get() { throw new DOMException('no', "
            "'SecurityError') } });"
            "Object.defineProperty(Document.prototype, 'cookie', { get() { throw new Error('read') }, "
            "set() { throw new Error('set') } })"
        )
        page.route("**/k/v1/heard", lambda route: route.abort())
        page.goto(self.shop + "/workshop")
        door_on(page).click()
        page.get_by_label("Note").fill("Hello")
        with page.expect_popup() as popped:
            page.get_by_role("link", name="WhatsApp").click()
        expect(popped.value.get_by_label(PRETEND)).to_have_value(re.compile("^Hello"))
        self.assertEqual(self.kinds(), [])
        asks_not = self.page()
        asks_not.add_init_script("Object.defineProperty(navigator, 'globalPrivacyControl', { value: true })")
        ours = self.page()
        ours.add_init_script("localStorage.setItem('kk.ours', '1')")
        for other in (asks_not, ours):
            other.goto(self.shop + "/workshop")
            door_on(other).click()
            expect(other.get_by_role("dialog")).to_be_visible()
            other.wait_for_timeout(500)
        self.assertEqual(self.kinds(), [], "who asks not to be counted isn't, nor is the team")

    def test_shop_redraws_itself(self) -> None:
        """A button in the page comes back with the buy button it stands beside, once; own tags and own
        links open the same card.
        """
        page = self.page()
        page.goto(self.shop + "/rough/redraw")
        expect(page.get_by_text("Add to basket 5")).to_be_visible()
        plate = page.locator("kk-plate").get_by_role("button")
        expect(plate).to_have_count(1)
        expect(plate).to_have_text("Ask about it")
        plate.click()
        expect(page.get_by_label("Note")).to_have_value("Hello, about the Patch tin: ")
        page.evaluate("draw()")  # the shop draws its button anew while the card is open
        expect(page.get_by_text("Add to basket 6")).to_be_visible()
        expect(plate).to_have_count(1)
        page.keyboard.press("Escape")
        expect(plate).to_be_focused()
        page.goto(self.shop + "/rough/narrow")
        tag = page.locator("kind-knock kk-plate").get_by_role("button")
        expect(tag).to_have_text("Ask about this")
        words = tag.locator("span").evaluate(
            "one => one.textContent.split(' ').every((word) => { const r = document.createRange(); "
            "r.setStart(one.firstChild, one.textContent.indexOf(word)); r.setEnd(one.firstChild, "
            "one.textContent.indexOf(word) + word.length); return r.getClientRects().length === 1 })"
        )
        self.assertTrue(words, "a word was broken")
        page.get_by_role("link", name="Write to us").click()
        expect(page.get_by_role("dialog")).to_be_visible()
        self.assertTrue(page.url.endswith("/rough/narrow"))
        for slug, note in (
            ("harbour-bell", "about the Harbour bell: "),
            ("track-pump", "about the Track pump: "),
            ("cargo-rear", "is the Cargo rear wheel still £189? "),
        ):
            page.goto(f"{self.shop}/shop/{slug}")
            expect(page.locator("kk-plate").get_by_role("button")).to_have_count(1)
            page.wait_for_timeout(700)  # microdata goes with a second question, at rest
            page.locator("kk-plate").get_by_role("button").click()
            expect(page.get_by_label("Note")).to_have_value("Hello, " + note)

    def test_the_rough_corner(self) -> None:
        """One button, whole and on screen, on each unkind page; on those that forbid it, nothing and no
        noise.
        """
        page = self.page()
        for name, count in (
            ("csp", 1),
            ("unset", 1),
            ("transform", 1),
            ("z-wars", 1),
            ("twice", 1),
            ("head", 1),
            ("loader", 1),
            ("own-name", 1),
            ("plain", 1),
            ("csp-blocked", 0),
        ):
            with self.subTest(name):
                page.goto(f"{self.shop}/rough/{name}")
                if not count:
                    page.wait_for_timeout(1500)
                    expect(page.locator("kk-door")).to_have_count(0)
                    continue
                door_on(page).wait_for()
                page.wait_for_timeout(400)
                expect(page.locator("kk-door")).to_have_count(1)
                box = door_on(page).bounding_box()
                assert box is not None
                self.assertEqual(
                    (round(box["x"] + box["width"]), round(box["y"] + box["height"]), round(box["height"])),
                    (1256, 780, 52),
                )
                self.assertEqual(
                    door_on(page).evaluate(
                        "one => [getComputedStyle(one).backgroundColor, getComputedStyle(one).fontSize]"
                    ),
                    ["rgb(94, 31, 56)", "15.5px"],
                )
                door_on(page).click()
                expect(page.get_by_role("link", name="WhatsApp")).to_be_visible()
        page.goto(self.shop + "/rough/frame")
        door_on(page).wait_for()
        page.wait_for_timeout(1200)
        self.assertEqual(
            (
                page.locator("kk-door").count(),
                page.frame_locator("iframe").locator("kk-door:visible").count(),
            ),
            (1, 0),
        )
        page.goto(self.shop + "/rough/focus")
        door_on(page).wait_for()
        page.wait_for_timeout(800)
        page.get_by_label("Search").focus()
        expect(door_on(page)).to_have_class(re.compile(r"\boff\b"))
        page.keyboard.press("Tab")
        expect(door_on(page)).not_to_have_class(re.compile(r"\boff\b"))
        small = self.page(viewport={"width": 320, "height": 480})
        small.goto(self.shop + "/workshop")
        door_on(small).click()
        small.wait_for_timeout(500)
        self.assertLessEqual(small.evaluate("document.scrollingElement.scrollWidth"), 320)
        flat = self.page(**{**PHONE, "viewport": {"width": 740, "height": 340}})
        flat.goto(self.shop + "/workshop")
        door_on(flat).tap()
        flat.wait_for_timeout(500)
        card = flat.get_by_role("dialog").bounding_box()
        assert card is not None
        self.assertTrue(card["y"] >= 0 and card["y"] + card["height"] <= 340 and card["x"] >= 0)
        page.goto(self.shop + "/workshop")
        door_on(page).wait_for()
        page.emulate_media(media="print")
        expect(door_on(page)).to_be_hidden()

    def test_a_page_that_changes_without_loading_and_a_visitor_who_hides_it(self) -> None:
        self.publish(pages=[{"effect": "hide", "kind": "below", "value": "/rough/spa/checkout"}])
        page = self.page()
        page.goto(self.shop + "/rough/spa")
        door_on(page).wait_for()
        page.wait_for_timeout(800)
        page.get_by_role("link", name="Checkout").click()
        expect(page.locator("kk-door")).to_have_count(0)
        page.go_back()
        expect(door_on(page)).to_be_visible()
        self.wait_for(lambda: self.kinds() == ["seen", "seen"], page)
        door_on(page).click()
        page.get_by_role("button", name="Hide this button for now").click()
        expect(door_on(page)).to_be_hidden()
        page.goto(self.shop + "/workshop")
        page.wait_for_timeout(1200)
        expect(door_on(page)).to_be_hidden()
        page.evaluate("KindKnock.show()")
        expect(door_on(page)).to_be_visible()

    def test_what_the_maker_may_call(self) -> None:
        page = self.page()
        page.goto(self.shop + "/rough/public")
        door_on(page).wait_for()
        page.get_by_role("button", name="Hide").click()
        expect(door_on(page)).to_be_hidden()
        page.get_by_role("button", name="Show").click()
        page.get_by_role("button", name="Set facts").click()
        page.wait_for_timeout(600)
        page.get_by_role("button", name="Open").click()
        expect(page.get_by_label("Note")).to_have_value("Hello, about the Reed basket: ")
        page.get_by_role("link", name="WhatsApp").click()
        expect(page.locator("#log")).to_contain_text(re.compile("shown.*opened.*knocked", re.DOTALL))
        self.assertTrue(page.evaluate("Object.isFrozen(KindKnock)"))
        page.goto(self.shop + "/rough/sample")  # the one in docs/embed.md
        door_on(page).wait_for()
        page.wait_for_timeout(600)
        page.get_by_role("button", name="Ask about this order").click()
        expect(page.get_by_label("Note")).to_have_value("Hello, about the Reed basket: ")
        expect(page.locator("#heard")).to_have_text(f"opened {self.front().key}")
        page.goto(self.shop + "/rough/wait")
        page.wait_for_timeout(900)
        expect(page.locator("kk-door")).to_have_count(0)
        page.get_by_role("button", name="Yes, load it").click()
        expect(door_on(page)).to_be_visible()

    def test_arrival_nudge_opening_and_the_three_presses(self) -> None:
        words = {"on": True, "words": {"en": "Need a hand?"}, "after_seconds": 1, "how_often": "every_page"}
        self.publish(arrives={"seconds": None, "scroll_percent": 40}, nudge=words)
        page = self.page()
        page.goto(self.shop + "/workshop/wheel-building")
        page.wait_for_timeout(1500)
        expect(page.locator("kk-door")).to_have_count(0)
        page.mouse.wheel(0, 5000)
        expect(door_on(page)).to_be_visible()
        expect(page.get_by_text("Need a hand?")).to_be_visible()
        self.assert_accessible(page, "nudge")
        page.get_by_role("status").get_by_role("button", name="Close").click()
        page.goto(self.shop + "/workshop/wheel-building")
        page.mouse.wheel(0, 5000)
        door_on(page).wait_for()
        page.wait_for_timeout(2000)
        expect(page.get_by_text("Need a hand?")).to_have_count(0)
        self.publish(
            arrives={},
            nudge={},
            opens_itself={"on": True, "seconds": 1, "tucks_away_after_seconds": 2},
            press={"computer": "apps", "phone": "straight", "ways": "row", "computer_by": "qr"},
        )
        fresh = self.page()
        fresh.goto(self.shop + "/contact")
        expect(fresh.get_by_role("dialog")).to_be_visible()
        expect(fresh.get_by_role("dialog")).to_have_count(0)
        door_on(fresh).click()
        expect(fresh.get_by_label("Note")).to_be_hidden()
        self.assert_accessible(fresh, "apps only")
        fresh.get_by_role("link", name="WhatsApp").click()
        expect(fresh.get_by_role("heading", name="Go on by phone")).to_be_visible()
        expect(fresh.locator(".code svg path")).to_have_count(1)
        self.assert_accessible(fresh, "go on by phone")
        fresh.get_by_role("button", name="Back to the note").click()
        expect(fresh.get_by_role("link", name="Telegram")).to_be_visible()
        front = self.front()
        front.channels.exclude(app="telegram").update(on=False)
        self.publish(people=[], press={"phone": "straight"})
        phone = self.page(**PHONE)
        phone.goto(self.shop + "/contact")
        expect(phone.get_by_role("link", name="Knock")).to_be_visible()
        with phone.expect_popup() as popped:
            door_on(phone).tap()
        expect(popped.value.get_by_label(PRETEND)).to_have_value(re.compile("averilcycles.example/contact"))

    def test_must_agree_first(self) -> None:
        self.publish(
            press={"privacy": "agree"},
            says={**self.front().parts["says"], "privacy": {"en": "We keep your note for ninety days."}},
        )
        page = self.page()
        page.goto(self.shop + "/workshop")
        door_on(page).click()
        page.get_by_role("link", name="WhatsApp").click()
        agrees = page.get_by_role("checkbox")
        expect(agrees).to_be_focused()
        # Right below the box, not at the card's foot.
        reminder = page.get_by_text("Please tick this first")
        expect(reminder).to_be_visible()
        boxes = [part.bounding_box() for part in (agrees, reminder, page.get_by_role("textbox", name="Note"))]
        tops = [box["y"] for box in boxes if box]
        self.assertEqual(tops, sorted(tops))
        agrees.check()
        self.assert_accessible(page, "must agree")
        with page.expect_popup():
            page.get_by_role("link", name="WhatsApp").click()
        page.reload()
        door_on(page).click()
        expect(agrees).to_be_checked()

    def test_fresh_within_seconds_and_kept_as_far_as_it_holds(self) -> None:
        """A change reaches an opened card; a dead server leaves a returning visitor the last answer, and
        nobody a button it was told to hide.
        """
        page = self.page()
        page.goto(self.shop + "/workshop")
        door_on(page).wait_for()
        page.wait_for_timeout(600)
        self.publish(says={**self.front().parts["says"], "heading": {"en": "Bent rim? Knock."}})
        page.wait_for_timeout(300)
        door_on(page).click()
        expect(page.get_by_role("heading", name="Bent rim? Knock.")).to_be_visible()
        self.set_shop(is_open=False)
        page.keyboard.press("Escape")
        page.wait_for_timeout(300)
        door_on(page).click()
        expect(page.get_by_role("heading", name="Nobody is in just now.")).to_be_visible()
        for name, answers in (
            ("dead", lambda route: route.abort()),
            ("rubbish", lambda route: route.fulfill(status=200, body="<html>")),
            ("error", lambda route: route.fulfill(status=503, body="{}")),
        ):
            with self.subTest(name):
                page.route("**/k/v1/*", answers)
                page.reload()
                expect(door_on(page)).to_be_visible()
                page.unroute("**/k/v1/*")
        page.route("**/k/v1/*", lambda route: route.abort())
        page.goto(self.shop + "/checkout")
        page.wait_for_timeout(1500)
        expect(page.locator("kk-door")).to_have_count(0)
        page.unroute("**/k/v1/*")
        stranger = self.page()
        stranger.route("**/k/v1/*", lambda route: route.abort())
        stranger.goto(self.shop + "/workshop")
        stranger.wait_for_timeout(1000)
        expect(stranger.locator("kk-door")).to_have_count(0)
        page.goto(self.shop + "/workshop")
        door_on(page).wait_for()
        pause_door(
            self.front(),
            by=Site.objects.get(key="averil7q").business.memberships.all()[0].user,
            paused=True,
            at=clock.now(),
        )
        page.wait_for_timeout(400)
        page.reload()
        expect(page.locator("kk-door")).to_have_count(0)
        page.route("**/k/v1/*", lambda route: route.abort())
        page.reload()
        page.wait_for_timeout(1000)
        expect(page.locator("kk-door")).to_have_count(0)

    def test_a_page_left_open_turns_over_within_the_minute_and_a_hidden_button_is_missed_once(self) -> None:
        page = self.page()
        page.clock.install()
        page.goto(self.shop + "/workshop")
        door_on(page).wait_for()
        page.clock.run_for(3000)
        page.wait_for_timeout(800)
        self.publish(says={**self.front().parts["says"], "label": {"en": "Ask us"}})
        page.wait_for_timeout(400)
        expect(door_on(page)).to_have_text("Knock")
        page.clock.run_for(76_000)
        expect(door_on(page)).to_have_text("Ask us")
        self.publish(when_nobody="hide")
        self.set_shop(is_open=False)
        page.wait_for_timeout(400)
        page.clock.run_for(76_000)
        expect(page.locator("kk-door")).to_have_count(0)
        self.wait_for(lambda: self.kinds() == ["missed", "seen"], page)
        page.clock.run_for(76_000)
        page.wait_for_timeout(500)
        self.assertEqual(self.kinds(), ["missed", "seen"])
        self.set_shop(is_open=True)
        page.wait_for_timeout(400)
        page.clock.run_for(76_000)
        expect(door_on(page)).to_be_visible()
