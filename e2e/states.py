"""Every state of a screen or of the card that must be good for everybody, one row each: its name, where it
is, and what is pressed or typed there before it stands.

A new screen, editor or state of the card is one row.
"""

from collections.abc import Callable
from dataclasses import dataclass

from playwright.sync_api import FrameLocator, Page

from .running import door_on

Step = Callable[[Page], object]


@dataclass(frozen=True)
class State:
    name: str
    path: str
    steps: tuple[Step, ...] = ()


def press(name: str, *, role: str = "button", exact: bool = False, nth: int = 0) -> Step:
    def press_it(page: Page) -> None:
        page.get_by_role(role, name=name, exact=exact).nth(nth).click()  # type: ignore[arg-type]

    return press_it


def fill(label: str, text: str) -> Step:
    return lambda page: page.get_by_label(label).first.fill(text)


def type_in(label: str, text: str) -> Step:
    """Into the box itself, where its part is called the same."""
    return lambda page: page.get_by_role("textbox", name=label).fill(text)


def keys(*names: str) -> Step:
    def type_them(page: Page) -> None:
        for name in names:
            page.keyboard.press(name)

    return type_them


def see(text: str) -> Step:
    return lambda page: page.get_by_text(text).first.wait_for()


def on_stage(page: Page) -> FrameLocator:
    return page.frame_locator("iframe").first


def open_on_stage(page: Page) -> None:
    door_on(on_stage(page)).wait_for()
    page.wait_for_timeout(600)
    door_on(on_stage(page)).dispatch_event("click")
    on_stage(page).get_by_role("dialog").wait_for()


DESK = "/doors/averil7q"
OUTSIDE = (
    State("sign-in", "/sign-in"),
    State("sign-in, refused", "/sign-in", (fill("Your email", "x"), press("Sign in", exact=True))),
    State("sign-up", "/sign-up"),
    State("trying, nothing yet", "/try"),
    State("trying, what was found", "/try?of=thetinwhistle.example", (see("Read 4 pages"),)),
    State(
        "trying, a word changed",
        "/try?of=thetinwhistle.example",
        (see("Read 4 pages"), press("Change London time"), fill("Time zone", "cape"), see("Cape Verde")),
    ),
    State("trying, refused", "/try?of=nowhere.example", (see("No website answers"),)),
    State("trying, by hand", "/try?of=0117 496 0188", (see("Reads as"),)),
    State(
        "trying, kept",
        "/try?of=thetinwhistle.example",
        (see("Read 4 pages"), press("Keep it"), see("An account keeps it")),
    ),
    State("a forgotten password", "/forgot"),
    State("a link that is used up", "/come-in/x/y"),
    State("a confirmation that is used up", "/confirm/x"),
    State("an address called back", "/address-back/x"),
    State("nothing here", "/nowhere"),
)
EDITORS = (
    "reach",
    "who",
    "when",
    "where",
    "whom",
    "arrives",
    "says",
    "nudges",
    "press",
    "reads",
    "asks",
    "plates",
    "looks",
    "on",
)
DESKS = (
    State("the desk", DESK),
    *(State(f"the desk, {matter}", f"{DESK}?open={matter}") for matter in EDITORS),
    State("the desk, why", f"{DESK}?why=1"),
    State("the desk, review", f"{DESK}?review=1"),
    State("the desk, the card on the stage", DESK, (open_on_stage,)),
    State("the desk, other circumstances", DESK, (press("other circumstances"),)),
    State("the desk, a way opened", f"{DESK}?open=reach", (press("WhatsApp", nth=1),)),
    State("the desk, a way's menu", f"{DESK}?open=reach", (press("More for WhatsApp"),)),
    State("the desk, a way tried", f"{DESK}?open=reach", (press("Try it"),)),
    State("the desk, apps by name", f"{DESK}?open=reach", (press("Or choose an app by its name"),)),
    State(
        "the desk, something unreadable",
        f"{DESK}?open=reach",
        (fill("Paste a number", "12"), press("Add", exact=True)),
    ),
    State("the desk, a page rule", f"{DESK}?open=where", (press("Show it on", role="radio"),)),
    State("the desk, Arabic", f"{DESK}?open=says", (press("العربية", role="tab"),)),
    State("the desk, one more language", f"{DESK}?open=says", (press("Add a language"),)),
    State("the desk, the hint on", f"{DESK}?open=nudges", (press("Show a hint", role="checkbox"),)),
    State("the desk, its shades", f"{DESK}?open=looks", (press("More our colours"), press("Show each"))),
    State(
        "the desk, the website again",
        f"{DESK}?open=on",
        (press("Look at my website again"), see("Your site now says")),
    ),
    State("the desk, help", DESK, (press("Help"),)),
    State(
        "the desk, find",
        DESK,
        (keys("Control+k"), lambda page: page.get_by_role("combobox", name="Find").wait_for()),
    ),
    State("the desk, your account", DESK, (press("Your account"),)),
)
SCREENS = (
    State("doors", "/sites/averil7q"),
    State("doors, one more", "/sites/averil7q", (press("Hang another door"),)),
    State("releases", "/sites/averil7q/releases"),
    State("people", "/people"),
    State("people, one opened", "/people?who=ines"),
    State("people, one more", "/people", (press("Add somebody"),)),
    State("people, many", "/people", (press("Add many at once"),)),
    State("rota", "/rota"),
    State("rota, the month", "/rota?span=month"),
    State("rota, the fortnight", "/rota?span=fortnight"),
    State("rota, somebody away", "/rota", (press("Somebody is away"),)),
    State("rota, drawn", "/rota", (press("Set them by dragging"),)),
    State("answers", "/answers/averil7q/wheel"),
    State("answers, where", "/answers/averil7q/wheel", (press("Every page"),)),
    State("answers, under which heading", "/answers/averil7q/train", (press("Your visit"),)),
    State("answers, a link", "/answers/averil7q/wheel", (press("Link", exact=True),)),
    State("answers, an article in Arabic", "/answers/averil7q/spokes", (press("Arabic", role="radio"),)),
    State("answers, in and out", "/answers/averil7q/wheel", (press("In and out"),)),
    State("signposts", "/signposts/averil7q/front"),
    State("signposts, a choice", "/signposts/averil7q/front", (press("Another day"),)),
    State("signposts, a broken draft", "/signposts/averil7q/hirewhen", (press("What does it cost"),)),
    State("guestbook", "/guestbook"),
    State("guestbook, an entry", "/guestbook", (see("Your answer"),)),
    State("guestbook, given to somebody", "/guestbook", (see("Your answer"), press("Hand to someone"))),
    State(
        "guestbook, a next step",
        "/guestbook",
        (see("Your answer"), press("It is done"), press("Put one down")),
    ),
    State("guestbook, kept and gone", "/guestbook", (press("Kept and gone"), press("Your own systems"))),
    State("guestbook, ready answers", "/guestbook", (press("Kept and gone"), press("Ready answers"))),
    State("fitting", "/fitting/averil7q"),
    State(
        "fitting, a page checked",
        "/fitting/averil7q",
        (
            type_in("The page", "averilcycles.example/rough/fitted-policy-script"),
            press("Check it"),
            see("doesn’t let it"),
        ),
    ),
    State("footfall, nothing yet", "/footfall"),
    State("business", "/business"),
    State("languages", "/business/languages"),
    State("team", "/business/team"),
    State("team, somebody opened", "/business/team", (press("What Tomasz Wren may do"),)),
    State("team, handing over", "/business/team", (press("Hand the business over"),)),
    State("privacy and data", "/business/data"),
    State("history", "/business/history"),
    State("you", "/you"),
    State("businesses", "/businesses", (press("Another business"),)),
    State("pretend phone", "/pretend/phone/"),
    State("pretend mailbox", "/pretend/mail/"),
    State("pretend receiver", "/pretend/hook/"),
)


def open_card(page: Page) -> None:
    door_on(page).click()
    page.get_by_role("dialog").wait_for()


CHOICES = [{"key": key, "words": {"en": f"Choice {key}"}} for key in "abc"]
CARDS: tuple[tuple[State, dict[str, object]], ...] = (
    (State("the button", "/workshop", (lambda page: door_on(page).wait_for(),)), {}),
    (State("the card", "/workshop", (open_card,)), {}),
    (State("the card, Portuguese", "/pt", (open_card,)), {}),
    (State("the card, Arabic", "/ar", (open_card,)), {}),
    (State("the card, a product", "/shop/touring-pair", (open_card,)), {}),
    (
        State("the card, by phone", "/workshop", (open_card, press("WhatsApp", role="link"))),
        {"press": {"computer_by": "qr"}},
    ),
    (State("the card, asked to agree", "/workshop", (open_card,)), {"press": {"privacy": "agree"}}),
    (
        State("the card, not agreed", "/workshop", (open_card, press("WhatsApp", role="link"))),
        {"press": {"privacy": "agree"}},
    ),
    (
        State("the card, asking first", "/workshop", (open_card, press("WhatsApp", role="link"))),
        {
            "asks": {
                "when": "always",
                "questions": [
                    {
                        "key": kind,
                        "kind": kind,
                        "label": {"en": f"Something of {kind}"},
                        "needed": kind == "one",
                    }
                    | ({"choices": CHOICES} if kind in ("one", "some") else {})
                    for kind in ("words", "long", "one", "some", "yes", "email", "day", "time")
                ],
            }
        },
    ),
    (State("the card, dark", "/workshop", (open_card,)), {"looks": {"scheme": "dark"}}),
    (State("the card, only the apps", "/workshop", (open_card,)), {"press": {"computer": "apps"}}),
    (
        State("the hint", "/workshop", (see("Squeaky wheel?"),)),
        {
            "nudge": {
                "on": True,
                "words": {"en": "Squeaky wheel?"},
                "after_seconds": 0,
                "first_reply": {"en": "Can you mend mine this week?"},
            }
        },
    ),
)
"""The card on the demo shop, with what of the door is published before."""
