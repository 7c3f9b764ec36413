"""Who answers when: a Saturday nobody saw, holidays from a list, leave from a calendar file, away from the
phone, clocks that change.
"""

from datetime import date, datetime, time, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory
from zoneinfo import ZoneInfo

from playwright.sync_api import Page, Route, expect

from demo.people import keep_usual_hours
from kindknock import clock
from kindknock.people.actions.phone_page import phone_page
from kindknock.people.actions.set_hours import clear_hours, set_hours
from kindknock.people.models import Absence, Assistant, Closure, Whose

from .running import PHONE, Journey, demo_site, door_on

CALENDAR = (
    "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//EN\r\nBEGIN:VEVENT\r\nUID:1\r\n"
    "DTSTART;VALUE=DATE:{first:%Y%m%d}\r\nDTEND;VALUE=DATE:{last:%Y%m%d}\r\n"
    "SUMMARY:Walking the coast\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
)


LONDON = ZoneInfo("Europe/London")


def first_monday_of_next_month() -> date:
    first = (clock.now().date().replace(day=1) + timedelta(days=32)).replace(day=1)
    return first + timedelta(days=-first.weekday() % 7)


def day_words(day: date) -> str:
    """`3 December`; with the year where it isn't this one."""
    return f"{day.day} {day:%B}{'' if day.year == clock.now().year else f' {day.year}'}"


class WhoAnswersWhen(Journey):
    def rota(self, first: str = "") -> Page:
        page = self.page()
        self.sign_in(page)
        page.goto(f"{self.origin}/rota{f'?first={first}' if first else ''}")
        expect(page.get_by_role("heading", name="Who answers when")).to_be_visible()
        return page

    def test_a_saturday_shift_on_a_shop_that_shuts_then_is_noticed(self) -> None:
        """Typed with a slip, read as typed, told where it stands that it never takes effect; then drawn
        right by keys.
        """
        business = demo_site().business
        keep_usual_hours(business, None)
        set_hours(
            business,
            Whose.SHOP,
            week={day: [["09:00", "17:30"]] for day in ("mon", "tue", "wed", "thu", "fri")},
            by=None,
            at=clock.now(),
        )
        monday = first_monday_of_next_month()
        thursday = f"Thursday {day_words(monday + timedelta(days=3))}: 10–12"
        page = self.rota(monday.isoformat())
        page.get_by_role("button", name="Rhys Pell").click()
        box = page.get_by_label("Hours, Rhys Pell")
        box.fill("Thu 10-16, Sat 9")
        expect(page.get_by_text("A start or an end is missing.", exact=False)).to_be_visible()
        box.fill("Thu 10-16, Sat 9-1")
        expect(
            page.get_by_text(
                "Reads as Thu 10–16, Sat 9–13, closed Monday, Tuesday, Wednesday, Friday and Sunday."
            )
        ).to_be_visible()
        box.fill("Thu 10-16, Sat 9-1, Sat 12-3pm")
        expect(page.get_by_text("That reads in two ways. Press the one you mean.")).to_be_visible()
        expect(page.get_by_role("button", name="Use these hours")).to_be_disabled()
        page.get_by_role("button", name="Thu 10–16, Sat 12–15").click()
        expect(box).to_have_value("Thu 10-16, Sat 12-15")
        box.fill("Thu 10-16, Sat 9-1")
        page.get_by_role("button", name="Use these hours").click()
        expect(page.get_by_text("Saturday 9–13 never takes effect: the shop is shut then.")).to_be_visible()
        self.assert_accessible(page, "the rota")
        page.get_by_role("button", name="Set them by dragging").click()
        page.get_by_role("button", name="Saturday off").click()
        end = page.get_by_role("slider", name="Thursday, until")
        end.press("ArrowRight")
        end.press("Shift+ArrowRight")
        expect(box).to_have_value("Thu 10:00-16:20")
        page.get_by_role("button", name="Use these hours").click()
        expect(page.get_by_role("row", name="Rhys Pell")).not_to_contain_text("never takes effect")
        expect(page.get_by_role("row", name="Rhys Pell")).to_contain_text("10–16:20")
        page.get_by_role("radio", name=f"only {monday.day}").click()
        box.fill("Thu 10-12")
        page.get_by_role("button", name="Use these hours").click()
        expect(page.get_by_role("listitem").get_by_text(thursday)).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_text(thursday)).to_have_count(0)
        page.get_by_role("radio", name="Month").click()
        self.assert_accessible(page, "a month of the rota")
        page.get_by_role("button", name=f"Monday {monday.day + 7} ").click()
        expect(page.get_by_role("columnheader", name=f"Mon {monday.day + 7}")).to_be_visible()

    def test_nobody_on_a_sunday_is_mended_from_why(self) -> None:
        """The ledger offers longer hours for whoever comes nearest; one press holds at once and can be
        taken back; Find leads there and away.
        """
        keep_usual_hours(demo_site().business, None)
        today = clock.now().astimezone(LONDON).date()
        sunday = datetime.combine(today + timedelta(days=13 - today.weekday()), time(11, 30), LONDON)
        page = self.rota()
        page.keyboard.press("Control+k")
        page.get_by_role("combobox", name="Find").fill("front door")
        page.get_by_role("option").first.click()
        page.wait_for_url("**/doors/**")
        page.goto(f"{page.url.partition('?')[0]}?why=1&at={int(sunday.timestamp())}")
        page.get_by_role("button", name="Sundays 11–12 too").click()
        expect(page.get_by_text("Longer hours apply from now on.")).to_be_visible()
        expect(page.get_by_role("button", name="Sundays 11–12 too")).to_have_count(0)
        page.get_by_role("button", name="Undo", exact=True).last.click()
        expect(page.get_by_role("button", name="Sundays 11–12 too")).to_be_visible()
        page.get_by_role("button", name=f"Look at Sunday {sunday.day} {sunday:%B}").click()
        expect(page.get_by_role("columnheader", name=f"Sun {sunday.day}")).to_be_visible()

    def test_bank_holidays_from_a_list_and_leave_from_a_calendar_file(self) -> None:
        business = demo_site().business
        keep_usual_hours(business, None)
        Closure.objects.filter(business=business).delete()
        page = self.rota()
        page.get_by_role("button", name="Public holidays").click()
        days = page.locator(".days").get_by_role("checkbox")
        for which in (0, 1):
            days.nth(which).check()
        page.get_by_role("button", name="Close on these 2 days").click()
        expect(page.get_by_role("button", name="Open again")).to_have_count(2)
        first = clock.now().date() + timedelta(days=(7 - clock.now().weekday()))
        page.get_by_role("button", name="Bring in a calendar").click()
        page.get_by_label("Whose").click()
        page.get_by_role("option", name="Ines Calder").click()
        with TemporaryDirectory() as folder:
            wrong, right = Path(folder) / "notes.ics", Path(folder) / "leave.ics"
            wrong.write_text("not a calendar at all, but long enough")
            right.write_bytes(CALENDAR.format(first=first, last=first + timedelta(days=5)).encode())
            chooser = page.locator("section.card input[type=file]")
            chooser.set_input_files(wrong)
            expect(page.get_by_role("alert")).to_contain_text("That isn't a calendar.")
            chooser.set_input_files(right)
            expect(page.get_by_text("It would close one time:")).to_be_visible()
            self.assert_accessible(page, "a calendar looked at")
            page.get_by_role("button", name="Take them").click()
        expect(page.get_by_text("Walking the coast, Ines Calder")).to_be_visible()
        page.get_by_role("button", name="A week on").click()
        expect(page.get_by_role("row", name="Ines Calder").get_by_text("Walking the coast")).to_have_count(5)
        self.assertEqual(
            (Closure.objects.filter(whose="shop").count(), Closure.objects.get(whose="person").key),
            (2, "ines"),
        )

    def test_away_from_the_phone_while_a_visitor_has_the_page_open(self) -> None:
        """Said in two taps with no account, met on a fresh load within five seconds; said offline, kept
        and sent; back again.
        """
        page = self.rota()
        page.get_by_role("button", name="Ines Calder").click()
        page.get_by_role("button", name="Their own page on the phone").click()
        link = page.locator(".phone code").inner_text()
        visitor = self.page()
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        expect(visitor.get_by_role("radio", name="Ines Calder")).to_be_checked()
        phone = self.page(**PHONE)
        phone.goto(link)
        expect(phone.get_by_text("You’re in")).to_be_visible()
        self.assert_accessible(phone, "away on the phone")
        phone.get_by_role("link", name="2 hours").tap()
        expect(phone.get_by_text("Tomasz Wren, Amara Oduya", exact=False)).to_be_visible()
        phone.get_by_role("button", name="I’m away until").tap()
        expect(phone.get_by_role("heading", name="Back in, or longer?")).to_be_visible()
        fresh = self.page()
        fresh.goto(self.shop + "/workshop")
        door_on(fresh).click()
        expect(fresh.locator("kk-door").locator(".to label").first).not_to_contain_text(
            "Ines Calder", timeout=5000
        )
        expect(fresh.locator("kk-door").locator(".to label", has_text="Ines Calder")).to_contain_text("back")
        phone.context.set_offline(True)
        phone.get_by_role("button", name="I’m back").tap()
        expect(
            phone.get_by_text("Kept on this phone.")
            .or_(phone.get_by_role("heading", name="Back in, or longer?"))
            .first
        ).to_be_visible()
        self.assertTrue(Absence.objects.filter(until__gt=clock.now()).exists())
        phone.context.set_offline(False)
        expect(phone.get_by_role("heading", name="I’m away until…")).to_be_visible()
        self.assertFalse(Absence.objects.filter(until__gt=clock.now()).exists())
        page.reload()
        page.get_by_role("button", name="Somebody is away…").click()
        page.get_by_role("radio", name="Tomasz Wren").click()
        page.get_by_role("radio", name="the rest of today").click()
        page.get_by_label("A word for the team").fill("Out on a test ride")
        page.get_by_role("button", name="Say so").click()
        expect(page.get_by_text("“Out on a test ride”")).to_be_visible()
        page.get_by_role("button", name="Back now: Tomasz Wren").click()
        expect(page.get_by_text("Nobody is away.")).to_be_visible()

    def test_what_the_phone_saw_last_is_said_to_be_so(self) -> None:
        """Shown without a line, the page says so; with one it asks for the newest, throwing nothing away."""
        tomasz = Assistant.objects.get(business=demo_site().business, key="tomasz")
        link = f"{self.origin}/in/{phone_page(tomasz)}"
        phone = self.page(**PHONE, service_workers="block")
        lines = iter([False, False, True])

        def answer(route: Route) -> None:
            if route.request.method == "HEAD":
                if next(lines, True):
                    route.continue_()
                else:
                    route.abort()
            else:
                got = route.fetch()
                route.fulfill(response=got, body=got.text().replace("<body ", "<body data-seen ", 1))

        phone.route(link, answer)
        phone.goto(link)
        expect(phone.get_by_text("No line just now. This is what this phone saw last.")).to_be_visible()
        phone.get_by_label("A word for the others").fill("Out on a test ride")
        expect(phone.get_by_text("There is a line again. What stands here may be older.")).to_be_visible()
        expect(phone.get_by_label("A word for the others")).to_have_value("Out on a test ride")
        phone.unroute(link)
        phone.get_by_label("A word for the others").fill("")
        expect(phone.locator(".kept")).to_be_hidden()

    def test_amara_in_mindelo_across_londons_clock_change(self) -> None:
        """Her own eight to four reads an hour later on the shop's clock in summer than in winter, on the
        rota and on the stage's ribbon.
        """
        keep_usual_hours(demo_site().business, None)
        clear_hours(demo_site().business, Whose.SHOP, by=None, at=clock.now())
        page = self.rota("2027-03-22")
        row = page.get_by_role("row", name="Amara Oduya")
        expect(row).to_contain_text("9–17")
        expect(row).to_contain_text("8–16 there")
        expect(page.get_by_role("columnheader", name="Sun 28")).to_contain_text("clocks go on")
        page.get_by_role("button", name="A week on").click()
        expect(row).to_contain_text("10–18")
        expect(row).to_contain_text("8–16 there")

    def test_people_added_opened_and_taken_off(self) -> None:
        page = self.page()
        self.sign_in(page)
        page.get_by_role("link", name="People").click()
        page.get_by_role("button", name="Add somebody").click()
        page.get_by_label("Person or desk").fill("Wilma Tarn")
        page.get_by_label("What they do").fill("Deliveries")
        page.get_by_role("button", name="Add", exact=True).click()
        page.get_by_label("Paste a number, name or link of their own").fill("+44 117 496 0155")
        page.get_by_role("button", name="Phone call").click()
        expect(page.get_by_role("button", name="Remove Phone call")).to_be_visible()
        page.get_by_role("button", name="Front door, averilcycles.example").click()
        expect(page.get_by_role("button", name="Front door, averilcycles.example")).to_have_attribute(
            "aria-pressed", "true"
        )
        page.get_by_role("button", name="Choose a picture").click()
        page.get_by_role("button", name="Somebody with a bun").click()
        self.assert_accessible(page, "people")
        page.goto(self.origin + "/doors/averil7q")
        expect(page.get_by_text("changes not live yet")).to_be_visible()
        page.keyboard.press("Control+Enter")
        page.get_by_role("dialog", name="Review and publish").get_by_role("button", name="Publish").click()
        expect(page.get_by_text("Release 2 is live.")).to_be_visible()
        visitor = self.page()
        visitor.goto(self.shop + "/workshop")
        door_on(visitor).click()
        row = visitor.locator("kk-door").locator(".to label", has_text="Wilma Tarn")
        expect(row.locator("img")).to_be_visible()
        page.goto(self.origin + "/people")
        page.get_by_role("button", name="Wilma Tarn").click()
        for _ in range(2):  # asked once more, in the same words
            page.get_by_role("button", name="Remove", exact=True).click()
        expect(page.get_by_role("button", name="Wilma Tarn")).to_have_count(0)
