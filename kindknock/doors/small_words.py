"""The card's own small words in the languages we write ourselves, one file a language in words/. English
is the last resort.

Words with an underscore in front are used to write other texts and never sent by themselves.
None but English was read by a native reader yet (docs/languages.md says so).
"""

import json
from pathlib import Path

from kindknock.core.addresses import APPS
from kindknock.core.setup import Door
from kindknock.core.visit.prepare import uses_of
from kindknock.core.words.message import text_in

LANGUAGES = ("en", "pt", "ar", "nl", "de", "fr", "es", "it")
SMALL_WORDS: dict[str, dict[str, str]] = {
    tag: json.loads((Path(__file__).parent / "words" / f"{tag}.json").read_text(encoding="utf-8"))
    for tag in LANGUAGES
}
OWN_FIELDS = frozenset(["label", "heading", "away", "left", "mark", "hint", "agree"])
"""Those for which the door has a text of its own."""
NAMES_OF_WAYS = frozenset(["_phone", "_sms", "_email", "_map", "_form", "_link"])
"""Written where the way is."""
WRITABLE: tuple[str, ...] = tuple(
    name for name in SMALL_WORDS["en"] if name not in OWN_FIELDS and name not in NAMES_OF_WAYS
)
"""Those an owner may write otherwise, by the door's `small`."""
_OF_LEFT_NOTES = frozenset(
    ["leave", "name", "reach", "send", "not_sent", "kept", "need_reach", "need_note", "or", "privacy_note"]
) | {"_answer_subject"}
_OF_READING = frozenset(name for name in SMALL_WORDS["en"] if name.startswith("_read_"))
_OF_HOURS = frozenset(["_tomorrow", "_in_until", "_back", "_back_today", "_your_time"])


def appearing(door: Door, *, has_hours: bool, has_answers: bool = False) -> tuple[str, ...]:
    """Those of WRITABLE that a visitor of this door can come to read, in order. `has_hours` is whether
    anybody's hours ever end, `has_answers` whether there are any to be read.
    """
    on = [channel for channel in door.channels if channel.on]
    apps = [APPS[channel.app] for channel in on if channel.app in APPS]
    uses = uses_of(door, [])
    leaves = door.takes_notes and door.when_nobody != "hide"
    on_computers = not door.for_whom.devices or "computer" in door.for_whom.devices
    never: set[str] = set()
    for names, can in (
        (_OF_LEFT_NOTES, leaves),
        (_OF_HOURS, has_hours),
        ({"to"}, bool(door.people)),
        ({name for name in SMALL_WORDS["en"] if name.startswith("ask")}, door.asks.when != "never"),
        ({"_ask_keeps"}, door.asks.when != "never" and door.asks.keeps),
        ({"_ask_mails"}, door.asks.keeps and door.asks.mails == "asked"),
        ({"_ask_mails_to"}, door.asks.keeps and door.asks.mails == "named"),
        ({"_reply_why"}, door.asks.keeps and any(door.asks.reply.values())),
        (_OF_READING, bool(door.reads.begins) or (has_answers and door.reads.answers != "no")),
        ({"tick"}, door.press.privacy == "agree"),
        ({"calls", "reads"}, any(app.key == "phone" for app in apps)),
        ({"by_phone", "scan", "back"}, on_computers),
        ({"nothing", "copy"}, door.press.shows_numbers),
        ({"also", "page"}, door.also.page or door.also.mark),
        ({"_replies"}, door.reply_minutes is not None),
        ({"_good_morning", "_good_afternoon", "_good_evening"}, "greeting" in uses),
        ({"_in_stock", "_sold_out", "_preorder"}, "stock" in uses),
    ):
        never |= set() if can else set(names)
    return tuple(name for name in WRITABLE if name not in never)


def written(name: str, door: Door | None, language: str, default: str) -> str:
    """One of our words as a door says it in a language: the owner's, else ours, else English."""
    own = text_in(door.says.small.get(name, {}), language, default) if door else ""
    return own or SMALL_WORDS.get(language.split("-")[0], SMALL_WORDS["en"])[name]
