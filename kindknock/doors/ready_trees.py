"""Ready signposts, by kind of business: our own words that an owner takes over and changes. Every path ends
with a person, with words, or with a note to us, so that none has to be mended before it goes out.
"""

from typing import Any


def _texts(words: str) -> dict[str, str]:
    return {"en": words} if words else {}


def _arm(
    label: str, leads: str, to: str = "", *, says: str = "", note: str = "", asks_name: bool = False
) -> dict[str, Any]:
    key = "".join(letter for letter in label.lower() if letter.isalnum())[:16]
    return {
        "key": key,
        "label": _texts(label),
        "leads": leads,
        "to": to,
        "says": _texts(says),
        "note": _texts(note),
        "asks_name": asks_name,
    }


def _step(key: str, heading: str, *arms: dict[str, Any], says: str = "") -> dict[str, Any]:
    return {"key": key, "heading": _texts(heading), "says": _texts(says), "arms": list(arms)}


READY_TREES: dict[str, dict[str, Any]] = {
    "": {"name": "", "steps": [_step("start", "")]},
    "workshop": {
        "name": "What brings you here?",
        "steps": [
            _step(
                "start",
                "What brings you here?",
                _arm("A repair", "step", "repair"),
                _arm("A price", "person", note="I’d like a price for: "),
                _arm("It is ready, when can I come?", "person", note="I’d like to fetch: "),
            ),
            _step(
                "repair",
                "What is it about?",
                _arm("It is urgent", "person", note="It is urgent: "),
                _arm(
                    "It can wait", "tell", says="Thank you. We look at it and tell you a day.", asks_name=True
                ),
                _arm("I don’t know what is wrong", "person", note="Something is wrong with: "),
                says="A photograph says more than a name. You can send it in the app.",
            ),
        ],
    },
    "clinic": {
        "name": "How can we help?",
        "steps": [
            _step(
                "start",
                "How can we help?",
                _arm("An appointment", "step", "appointment"),
                _arm("A question before I come", "person", note="A question before I come: "),
                _arm(
                    "It hurts now",
                    "words",
                    says="Please call us. In an emergency, call the emergency number.",
                ),
                says="Please write nothing private here.",
            ),
            _step(
                "appointment",
                "A new one, or one you have?",
                _arm("A new one", "person", note="I’d like an appointment. Days that suit: "),
                _arm("Move it", "person", note="I’d like to move my appointment of: "),
                _arm("Call it off", "person", note="I have to call off my appointment of: "),
            ),
        ],
    },
    "cafe": {
        "name": "What would you like?",
        "steps": [
            _step(
                "start",
                "What would you like?",
                _arm("A table", "step", "table"),
                _arm("Something baked", "person", note="I’d like to order: "),
                _arm(
                    "I left something with you",
                    "tell",
                    says="Thank you. We look behind every chair.",
                    asks_name=True,
                ),
            ),
            _step(
                "table",
                "For how many?",
                _arm("Up to four", "person", note="A table for up to four, on: "),
                _arm("Five and more", "person", note="A table for more than four, on: "),
                _arm("Today", "person", note="A table today, at: "),
            ),
        ],
    },
    "lodging": {
        "name": "Before you stay",
        "steps": [
            _step(
                "start",
                "How can we help?",
                _arm("Is a room free?", "step", "room"),
                _arm("I have booked", "step", "booked"),
                _arm("I am here now", "person", note="I am in room: "),
            ),
            _step(
                "room",
                "For how long?",
                _arm("A night or two", "person", note="A room from … to …, for … people: "),
                _arm("A week and more", "person", note="A longer stay, from: "),
            ),
            _step(
                "booked",
                "What is it about?",
                _arm("When I arrive", "person", note="I’ll arrive at: "),
                _arm("Change my booking", "person", note="I’d like to change my booking: "),
                _arm(
                    "Coming by car",
                    "words",
                    says="Tell us your number plate when you arrive; we keep a place.",
                ),
            ),
        ],
    },
}
