"""Six starts for a door, by kind of business: words and looks of our own that an owner takes over and
changes.
"""

from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True, slots=True)
class Start:
    """`name` and `what` are for the owner; `parts` go into the door as they are."""

    key: str
    name: str
    what: str
    parts: dict[str, Any]


def _start(
    key: str,
    name: str,
    what: str,
    label: str,
    heading: str,
    note: str,
    away: str,
    colour: str,
    shape: str = "arch",
    glyph: str = "knocker",
    **more: Any,
) -> Start:
    says = {"label": {"en": label}, "heading": {"en": heading}, "note": {"en": note}, "away": {"en": away}}
    return Start(
        key,
        name,
        what,
        {
            "says": says,
            "looks": {"colour": colour, "shape": shape, "corner": "right", "glyph": glyph},
            **more,
        },
    )


STARTS: tuple[Start, ...] = (
    _start(
        "workshop",
        "Workshop",
        "Repairs and jobs: asks what is broken, answers within the hour.",
        "Ask the workshop",
        "What needs mending?",
        "Hello, I have something that needs mending: ",
        "The bench is empty just now. Tell us what is wrong and we look at it first thing.",
        "#5e1f38",
        glyph="wrench",
        reply_minutes=60,
    ),
    _start(
        "clinic",
        "Clinic",
        "Appointments and questions: asks for consent first, keeps notes short.",
        "Reach the desk",
        "How can we help?",
        "Hello, I'd like to ask about an appointment. ",
        "The desk is shut. Leave a note without anything private in it, and we call you back.",
        "#1f4d46",
        "square",
        "letter",
        press={"privacy": "agree"},
        also={"page": False, "mark": True},
    ),
    _start(
        "cafe",
        "Café and bakery",
        "Tables and orders: quick, and nothing between the visitor and the phone.",
        "Book or order",
        "A table, or a loaf to collect?",
        "Hello, for today, please: ",
        "The ovens are off. Write what you'd like and we answer when we open.",
        "#7a3b12",
        "round",
        "cup",
        press={"phone": "apps"},
        reply_minutes=15,
    ),
    _start(
        "lodging",
        "Lodging",
        "Nights and guests: asks for dates, stays open for those who are travelling.",
        "Ask us anything",
        "When would you like to stay?",
        "Hello, we'd like to stay from ",
        "We are asleep too. Leave your dates and we write in the morning.",
        "#24406b",
        "tab",
        "key",
        arrives={"seconds": 4},
    ),
    _start(
        "tutor",
        "Tutor",
        "One person, one subject: friendly and unhurried.",
        "Write to me",
        "What would you like to learn?",
        "Hello, I'd like lessons in ",
        "I am teaching right now. Leave a note and I answer tonight.",
        "#4a3156",
        "round",
        "pencil",
        reply_minutes=240,
    ),
    _start(
        "shop",
        "Shop",
        "Things for sale: the question names the product, and a nudge helps the undecided.",
        "Ask before you buy",
        "Not sure it fits? Ask.",
        "Hello, I have a question. ",
        "The shop is shut. Ask all the same; we answer in the morning.",
        "#2f5a2b",
        "bar",
        "star",
        nudge={
            "on": True,
            "after_seconds": 30,
            "words": {"en": "Not sure about the {product|size}? Ask us."},
            "how_often": "once_a_day",
            "pages": [{"effect": "show", "kind": "page_kind", "value": "product"}],
        },
    ),
)
STARTS_BY_KEY = {start.key: start for start in STARTS}
