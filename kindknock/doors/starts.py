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
    key: str, name: str, what: str, *, says: dict[str, str], looks: dict[str, str], **more: Any
) -> Start:
    texts = {field: {"en": words} for field, words in says.items()}
    usual = {"shape": "arch", "corner": "right", "glyph": "knocker"}
    return Start(key, name, what, {"says": texts, "looks": usual | looks, **more})


STARTS: tuple[Start, ...] = (
    _start(
        "workshop",
        "Workshop",
        "Repairs and jobs: asks what is broken, answers within the hour.",
        says={
            "label": "Ask the workshop",
            "heading": "What needs mending?",
            "note": "Hello, I have something that needs mending: ",
            "away": "The bench is empty just now. Tell us what is wrong and we look at it first thing.",
        },
        looks={"colour": "#5e1f38", "glyph": "wrench"},
        reply_minutes=60,
    ),
    _start(
        "clinic",
        "Clinic",
        "Appointments and questions: asks for consent first, keeps notes short.",
        says={
            "label": "Reach the desk",
            "heading": "How can we help?",
            "note": "Hello, I'd like to ask about an appointment. ",
            "away": "The desk is shut. Leave a note without anything private in it, and we call you back.",
        },
        looks={"colour": "#1f4d46", "shape": "square", "glyph": "letter"},
        press={"privacy": "agree"},
        also={"page": False, "mark": True},
    ),
    _start(
        "cafe",
        "Café and bakery",
        "Tables and orders: quick, and nothing between the visitor and the phone.",
        says={
            "label": "Book or order",
            "heading": "A table, or a loaf to collect?",
            "note": "Hello, for today, please: ",
            "away": "The ovens are off. Write what you'd like and we answer when we open.",
        },
        looks={"colour": "#7a3b12", "shape": "round", "glyph": "cup"},
        press={"phone": "apps"},
        reply_minutes=15,
    ),
    _start(
        "lodging",
        "Lodging",
        "Nights and guests: asks for dates, stays open for those who are travelling.",
        says={
            "label": "Ask us anything",
            "heading": "When would you like to stay?",
            "note": "Hello, we'd like to stay from ",
            "away": "We are asleep too. Leave your dates and we write in the morning.",
        },
        looks={"colour": "#24406b", "shape": "tab", "glyph": "key"},
        arrives={"seconds": 4},
    ),
    _start(
        "tutor",
        "Tutor",
        "One person, one subject: friendly and unhurried.",
        says={
            "label": "Write to me",
            "heading": "What would you like to learn?",
            "note": "Hello, I'd like lessons in ",
            "away": "I am teaching right now. Leave a note and I answer tonight.",
        },
        looks={"colour": "#4a3156", "shape": "round", "glyph": "pencil"},
        reply_minutes=240,
    ),
    _start(
        "shop",
        "Shop",
        "Things for sale: the question names the product, and a hint helps the undecided.",
        says={
            "label": "Ask before you buy",
            "heading": "Not sure it fits? Ask.",
            "note": "Hello, I have a question. ",
            "away": "The shop is shut. Ask all the same; we answer in the morning.",
        },
        looks={"colour": "#2f5a2b", "shape": "bar", "glyph": "star"},
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
