"""Takes the pictures in docs/screenshots, from the demo data, on a database of its own.

.venv/bin/python scripts/screenshots.py [NAME …]
"""

import base64
import sys
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page

from machine import ROOT
from stack import Studio, standing

OUT = ROOT / "docs" / "screenshots"


def sign_in(at: Studio) -> Page:
    page = at.page()
    page.goto(at.origin + "/sign-in")
    page.get_by_text("This is the button, working.").wait_for()
    return page


# Tuesday 22 December 2026, 14:20 in London: a week with days on which everything is closed.
CHRISTMAS_WEEK = "at=1797949200"


def rehearsing(at: Studio, page: Page) -> Page:
    """The desk on a working day of the usual hours, whatever the clock here says."""
    at.keep_hours("usual")
    page.goto(
        f"{at.origin}/doors/averil7q?{CHRISTMAS_WEEK}"
        "&page=https://averilcycles.example/workshop/wheel-building"
    )
    page.get_by_text("can answer until").wait_for()
    page.frame_locator("iframe").locator("kk-door").locator("button.door").wait_for()
    return page


def desk(at: Studio) -> Page:
    page = rehearsing(at, at.signed_in())
    at.card_on_stage(page)
    page.get_by_role("button", name="Reach us by: WhatsApp").click()
    return page


def desk_says(at: Studio) -> Page:
    page = at.signed_in()
    at.keep_hours("usual")
    page.goto(
        f"{at.origin}/doors/averil7q?{CHRISTMAS_WEEK}&page=https://averilcycles.example/shop/cargo-rear"
    )
    page.get_by_text("can answer until").wait_for()
    page.get_by_role("button", name="Words: “Knock”").click()
    page.get_by_role("tab", name="Português").click()
    box = page.get_by_label("Their message on a sale")
    box.fill("Olá, {product|a roda} ainda está a {sale_price}?")
    page.locator(".said", has=box).get_by_text("Reads here").wait_for()
    page.locator(".said", has=box).evaluate(
        "one => { const rows = one.closest('.rows'); rows.scrollTop += one.getBoundingClientRect().top - "
        "rows.getBoundingClientRect().top - 210 }"
    )
    page.wait_for_timeout(600)
    return page


def desk_looks(at: Studio) -> Page:
    page = rehearsing(at, at.signed_in())
    page.get_by_role("button", name="Looks: Arch").click()
    page.get_by_role("radio", name="Square").click()
    page.get_by_role("radio", name="Wheel", exact=True).click()
    page.get_by_role("button", name="More our colours").click()
    page.get_by_role("button", name="Change one of them").click()
    page.get_by_label("Mark: any colour").fill("#7d3b52")
    page.get_by_text("too faint").wait_for()
    page.get_by_role("region", name="Shades").first.evaluate(
        "one => { one.closest('.rows').scrollTop = one.offsetTop - 180 }"
    )
    return page


FOUR_LOOKS: tuple[dict[str, object], ...] = (
    {"colour": "#5e1f38"},
    {
        "colour": "#0f5c73",
        "shape": "square",
        "glyph": "anchor",
        "banner": "/k/shelf/banner-harbour.svg",
        "font": "kk:literata",
    },
    {"colour": "#55561b", "shape": "bar", "glyph": "leaf", "density": "close", "font": "kk:figtree"},
    {
        "colour": "#e0a030",
        "shape": "tab",
        "height": "middle",
        "glyph": "bell",
        "scheme": "dark",
        "density": "roomy",
    },
)
_SAVE = """async ([site, looks]) => {
  const token = document.cookie.split('; ').find((one) => one.startsWith('kk_csrf=')).slice(8)
  const headers = { 'content-type': 'application/json', 'X-CSRFToken': token }
  const send = (method, path, body) =>
    fetch(path, { method, headers, body: JSON.stringify(body) }).then((answer) => answer.json())
  const desk = await (await fetch('/api/sites/' + site)).json()
  const door = desk.doors[0]
  await send('PATCH', '/api/doors/' + door.key, { version: door.version, looks })
  await send('POST', '/api/sites/' + site + '/publish', {})
}"""


def side_by_side(at: Studio, shots: list[bytes], width: int, height: int) -> Page:
    page = at.page(width, height)
    drawn = "".join(f'<img src="data:image/png;base64,{base64.b64encode(shot).decode()}">' for shot in shots)
    page.set_content(
        '<body style="margin:0;padding:16px;background:#f6efe6;display:grid;'
        f'grid-template-columns:repeat({3 if len(shots) == 3 else 2},1fr);gap:16px">'
        f"<style>img{{width:100%;border-radius:8px}}</style>{drawn}"
    )
    return page


def card_looks(at: Studio) -> Page:
    """Four looks on the shop: arch, square with a banner, a bar, a tab with a dark card."""
    owner, shots = at.signed_in(), []
    for looks in FOUR_LOOKS:
        owner.evaluate(_SAVE, ["averil7q", looks])
        visitor = at.page(900, 640)
        visitor.goto(at.shop + "/workshop/wheel-building")
        visitor.locator("kk-door").locator("button.door").click()
        visitor.get_by_label("Note").wait_for()
        visitor.wait_for_timeout(2800)
        shots.append(visitor.screenshot())
        visitor.context.close()
    owner.evaluate(_SAVE, ["averil7q", {"colour": "#5e1f38"}])
    return side_by_side(at, shots, 1280, 940)


def desk_where(at: Studio) -> Page:
    page = rehearsing(at, at.signed_in())
    page.get_by_role("combobox", name="Page on the stage").fill("averilcycles.example/checkout")
    page.keyboard.press("Enter")
    page.get_by_text("Not shown here.").wait_for()
    page.get_by_role("button", name="Pages: Every page").click()
    page.get_by_text("decides here").wait_for()
    return page


def desk_phone(at: Studio) -> Page:
    page = at.page(390, 844, is_mobile=True, has_touch=True, device_scale_factor=2)
    page.goto(at.origin + "/sign-in")
    page.get_by_role("button", name="sign in as its owner").click()
    return rehearsing(at, page)


def doors(at: Studio) -> Page:
    page = at.signed_in()
    page.goto(at.origin + "/sites/averil7q")
    page.get_by_role("button", name="Hang another door").click()
    page.get_by_text("Or start from what suits").wait_for()
    page.wait_for_timeout(2500)
    return page


def review(at: Studio) -> Page:
    page = rehearsing(at, at.signed_in())
    page.get_by_role("button", name="Phone", exact=True).click()
    page.get_by_role("button", name="Appears: At once").click()
    page.get_by_label("After seconds").fill("4")
    page.get_by_role("button", name="Done").click()
    page.get_by_role("button", name="Reach us by: WhatsApp").click()
    page.get_by_placeholder("Paste a number, handle or link").fill("+44 1234567890")
    page.get_by_role("button", name="Add", exact=True).click()
    page.locator(".channel").nth(4).wait_for()
    page.get_by_role("button", name="Done").click()
    page.get_by_role("button", name="Review", exact=True).click()
    page.get_by_text("thing to mend first").wait_for()
    page.get_by_role("group", name="What the stage shows").get_by_role("button", name="Both").click()
    page.wait_for_timeout(2500)
    return page


def team(at: Studio) -> Page:
    """Who may come in and who hears of what; and a site maker on the way to another business."""
    owner = at.signed_in()
    owner.goto(at.origin + "/at/averil/business/team")
    owner.get_by_text("the week in four lines").wait_for()
    maker = at.page()
    maker.goto(at.origin + "/sign-in")
    maker.locator("input[type=email]").fill("nils@varga-sites.example")
    maker.locator("input[type=password]").fill("brass knocker on wine")
    maker.locator("button[type=submit]").first.click()
    maker.wait_for_url("**/businesses")
    maker.goto(at.origin + "/at/averil/doors/averil7q")
    maker.get_by_role("heading", name="Front door").wait_for()
    maker.wait_for_timeout(2500)
    maker.locator("button.business").click()
    maker.get_by_role("menuitem", name="Harbour Hire").wait_for()
    maker.wait_for_timeout(700)  # it fades in
    return side_by_side(at, [owner.screenshot(), maker.screenshot()], 1280, 430)


def rota(at: Studio) -> Page:
    """Christmas week: closed days, a day cut short, gaps by real knocks."""
    page = at.signed_in()
    at.keep_hours("usual")
    page.goto(at.origin + "/rota?first=2026-12-21")
    page.get_by_role("button", name="Amara Oduya Sales").click()
    page.get_by_role("heading", name="Hours with nobody in").wait_for()
    return page


def fitting(at: Studio) -> Page:
    """A page looked at that a policy keeps the line from, with the words to add."""
    page = at.signed_in()
    page.goto(at.origin + "/fitting/averil7q")
    page.get_by_label("The page", exact=True).fill("averilcycles.example/rough/fitted-policy-script")
    page.get_by_role("button", name="Check it").click()
    page.get_by_text("Once the line works").wait_for()
    page.evaluate("scrollTo(0, 420)")
    return page


def footfall(at: Studio) -> Page:
    """Four weeks against the four before."""
    page = at.signed_in()
    page.goto(at.origin + "/footfall")
    page.locator(".crowd").wait_for()
    page.get_by_role("row").nth(5).wait_for()
    page.set_viewport_size({"width": 1280, "height": 1000})
    page.wait_for_timeout(400)
    return page


def people(at: Studio) -> Page:
    page = at.signed_in()
    at.keep_hours("usual")
    page.goto(at.origin + "/people")
    page.get_by_role("button", name="Tomasz Wren").click()
    page.get_by_text("At these doors").wait_for()
    return page


def away_phone(at: Studio) -> Page:
    owner = at.signed_in()
    owner.goto(at.origin + "/rota")
    owner.get_by_role("button", name="Tomasz Wren Hire").click()
    owner.get_by_role("button", name="Their own page on the phone").click()
    link = owner.locator(".phone code").inner_text()
    page = at.page(390, 844, is_mobile=True, has_touch=True, device_scale_factor=2)
    page.goto(link)
    page.get_by_role("link", name="1 hour").tap()
    page.get_by_text("Visitors will see").wait_for()
    return page


def phones(at: Studio) -> Page:
    """On a phone: the desk, saying oneself away, and away."""
    desk = desk_phone(at)
    desk.wait_for_timeout(900)
    shots = [desk.screenshot()]
    at.keep_hours("open")
    away = away_phone(at)
    shots.append(away.screenshot())
    away.get_by_label("A word for the others").fill("Out on a test ride")
    away.get_by_role("button", name="I’m away until").tap()
    away.get_by_role("button", name="I’m back").wait_for()
    shots.append(away.screenshot())
    away.get_by_role("button", name="I’m back").tap()
    away.get_by_role("heading", name="I’m away until…").wait_for()
    return side_by_side(at, shots, 1280, 940)


def asks(at: Studio) -> Page:
    """What the hire desk asks first, and what came of it on the pretend phone."""
    owner = at.signed_in()
    owner.goto(at.origin + "/sites/averilhire")
    owner.get_by_role("link", name="Hire desk").first.click()
    owner.get_by_role("button", name="Asks first: “Which day?”").click()
    owner.frame_locator("iframe").get_by_label("Which day?").wait_for()
    owner.get_by_text("Their answers go").evaluate(
        "one => { one.closest('.rows').scrollTop = one.offsetTop - 420 }"
    )
    owner.wait_for_timeout(900)
    visitor = at.page()
    visitor.goto(at.shop.replace("//", "//hire.") + "/hire/tandem")
    visitor.locator("kk-door").locator("button.door").click()
    visitor.get_by_label("Note").fill("Hello, I'd like to hire the tandem, both days.")
    visitor.get_by_role("link", name="WhatsApp").click()
    visitor.get_by_label("Which day?").fill("2026-12-19")
    visitor.get_by_role("textbox", name="How many bicycles?").fill("1")
    visitor.get_by_label("Your name").fill("Marta Reis")
    with visitor.expect_popup() as opened:
        visitor.get_by_role("link", name="Go on in WhatsApp").click()
    phone = opened.value
    phone.get_by_role("button", name="Send").click()
    phone.get_by_text("Which day? Saturday").first.wait_for()
    return side_by_side(at, [owner.screenshot(), phone.screenshot()], 1280, 430)


def answers(at: Studio) -> Page:
    """An answer being written, with the card beside it."""
    page = at.signed_in()
    page.goto(at.origin + "/answers/averil7q/wheel")
    page.frame_locator("iframe").get_by_role("heading", name="How long does a wheel take?").wait_for()
    return page


def signposts(at: Studio) -> Page:
    """The outline of the front door, walked to its second step."""
    at.set_demo("--begins", "signposts")
    page = at.signed_in()
    page.goto(at.origin + "/signposts/averil7q/front")
    page.frame_locator("iframe").get_by_role("button", name="Hire").click()
    page.frame_locator("iframe").get_by_role("button", name="Another day").wait_for()
    page.evaluate("scrollTo(0, 0)")
    at.set_demo("--begins", "note")
    return page


def guestbook(at: Studio) -> Page:
    page = at.signed_in()
    page.get_by_role("link", name="Guestbook").click()
    page.get_by_role("heading", name="Marta Reis").wait_for()
    return page


def website(at: Studio) -> Page:
    """What the café's website tells, before there is an account."""
    page = at.page()
    page.goto(at.origin + "/try?of=thetinwhistle.example")
    page.frame_locator("iframe").get_by_label("Note").wait_for()
    page.wait_for_timeout(900)
    return page


PICTURES: dict[str, Callable[[Studio], Page]] = {
    "sign-in": sign_in,
    "desk": desk,
    "desk-says": desk_says,
    "desk-looks": desk_looks,
    "desk-where": desk_where,
    "doors": doors,
    "team": team,
    "rota": rota,
    "fitting": fitting,
    "footfall": footfall,
    "people": people,
    "phones": phones,
    "answers": answers,
    "signposts": signposts,
    "guestbook": guestbook,
    "asks": asks,
    "card-looks": card_looks,
    "website": website,
    "review": review,  # last: it leaves something to mend behind
}


def main(names: list[str]) -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    with standing("pictures") as at:
        for name, take in PICTURES.items():
            if not names or name in names:
                page = take(at)
                page.wait_for_timeout(900)
                page.screenshot(path=OUT / f"{name}.png")
                print(Path("docs/screenshots") / f"{name}.png")
                page.context.close()
                at.keep_hours("open")


if __name__ == "__main__":
    main(sys.argv[1:])
