"""The ledger in English: every rule with the value it met, and what would change it."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from babel import Locale

from kindknock.core.visit import Outcome, Reason

from .rota_words import WEEKDAY, short
from .rule_words import DEVICES, arrival_words, devices_words, rule_words
from .scene import Scene
from .words import channel_name, country_name, language_name, listed, some_of

_LOCALE = Locale.parse("en")
LineOutcome = Literal["passes", "stops", "would_pass", "would_stop", "waits"]


@dataclass(frozen=True, slots=True)
class Line:
    """One row of the ledger. `sentence` is the desk's sentence it belongs to; `fixes` are (code, words,
    value).
    """

    matter: str
    rule: str
    says: str
    outcome: LineOutcome
    sentence: str
    fixes: tuple[tuple[str, str, str], ...] = ()


SENTENCE = {
    "host.listed": "on",
    "door.live": "",
    "door.pages": "where",
    "door.device": "whom",
    "door.country": "whom",
    "door.language": "whom",
    "door.visitors": "whom",
    "door.came_from": "whom",
    "door.first": "",
    "channels.left": "reach",
    "somebody.in": "who",
    "arrival": "arrives",
    "published": "",
}


MATTER = {
    "host.listed": "Site",
    "published": "Live",
    "door.live": "Paused",
    "door.pages": "Page",
    "door.device": "Device",
    "door.country": "Country",
    "door.language": "Language",
    "door.visitors": "Visitor",
    "door.came_from": "Came from",
    "door.first": "Doors",
    "channels.left": "Ways",
    "somebody.in": "People",
    "arrival": "Arrival",
}


def ledger_of(scene: Scene) -> list[Line]:
    """Every matter in the order it is decided, the value it met, and what would change it."""
    lines = []
    for reason in scene.verdict.reasons:
        if reason.rule == "site.known" or (
            reason.rule in ("door.visitors", "door.came_from") and not _narrows(reason)
        ):
            continue
        lines.append(
            Line(
                MATTER.get(reason.rule, reason.rule),
                reason.rule,
                _met(scene, reason),
                reason.outcome.value,
                SENTENCE.get(reason.rule, ""),
                tuple(_fix(scene, reason, code) for code in _fixes(scene, reason)),
            )
        )
        if reason.rule == "host.listed":
            lines.append(_published(scene, after_a_stop=reason.outcome == Outcome.STOPS))
    stops = any(line.outcome in ("stops", "would_stop") for line in lines)
    lines.append(
        Line(
            "Arrival",
            "arrival",
            arrival_words(scene.door)
            + (
                f"; this is page {scene.page}"
                if scene.door.arrives.page > 1
                else ", on any page of the visit"
            ),
            "waits" if scene.waits_for_page else "would_pass" if stops else "passes",
            "arrives",
            (("arrive_at_once", "Let it come on the first page", ""),) if scene.waits_for_page else (),
        )
    )
    return lines


def _narrows(reason: Reason) -> bool:
    return reason.facts.get("only") not in ((), "all", None)


def _published(scene: Scene, *, after_a_stop: bool) -> Line:
    if scene.release is None:
        return Line(
            "Live",
            "published",
            "not published yet: only you see it",
            "waits",
            "",
            (("publish", "Publish it now", ""),),
        )
    return Line(
        "Live",
        "published",
        f"published on {scene.release.astimezone(scene.clock).day} "
        f"{_LOCALE.months['format']['wide'][scene.release.astimezone(scene.clock).month]}",
        "would_pass" if after_a_stop else "passes",
        "",
    )


def _met(scene: Scene, reason: Reason) -> str:
    """What a stop of the ledger met on this visit, and what you ask for there."""
    words = MET.get(reason.rule)
    return words(scene, reason) if words else reason.met


def _passed(reason: Reason) -> bool:
    return reason.outcome in (Outcome.PASSES, Outcome.WOULD_PASS)


def _met_host(scene: Scene, reason: Reason) -> str:
    if reason.facts.get("private_page"):
        return "a page of ours, so it needs no listing"
    if _passed(reason):
        return f"{reason.met} is on your list"
    if reason.facts.get("listed"):
        return f"{reason.met or 'this address'} isn't on your list"
    return "you list no web address yet, so it shows nowhere"


def _met_pages(scene: Scene, reason: Reason) -> str:
    pages = scene.door.pages
    decided, near = (reason.facts.get(name) for name in ("decided_by", "near_miss"))
    if isinstance(decided, int) and decided < len(pages):
        return f"{reason.met}, by “{rule_words(pages[decided])}”"
    if _passed(reason):
        return f"{reason.met}, and {'no rule hides it' if pages else 'you show it on every page'}"
    close = ""
    if isinstance(near, int) and near < len(pages):
        close = f"; “{rule_words(pages[near])}” comes close"
    return f"{reason.met} isn't among the pages you show it on{close}"


def _met_somebody(scene: Scene, reason: Reason) -> str:
    if reason.met == "nobody":
        then = "you show the away note" if reason.facts.get("away_note") else "you hide the button then"
        return f"{nobody_words(scene, reason)}; {then}"
    here = [scene.person(key) for key in reason.met.split(", ") if key]
    if not here:
        return "the shop is open, and whoever is free answers"
    return f"{some_of(here)} {'is' if len(here) == 1 else 'are'} in"


def _met_visitors(scene: Scene, reason: Reason) -> str:
    names = {"first": "first-time"}
    met, wanted = (names.get(which, "returning") for which in (reason.met, scene.door.for_whom.visitors))
    return f"a {met} visitor, and you show it to {wanted} ones"


def _met_first(scene: Scene, reason: Reason) -> str:
    if _passed(reason):
        return "no door before this one takes the visit"
    return f"{scene.door_name(reason.met)} stands before this one and takes the visit"


MET: dict[str, Callable[[Scene, Reason], str]] = {
    "host.listed": _met_host,
    "door.live": lambda scene, reason: "not paused" if _passed(reason) else "you paused this door",
    "door.pages": _met_pages,
    "door.device": lambda scene, reason: (
        f"a {reason.met}, and you show it on {devices_words(scene.door.for_whom.devices)}"
    ),
    "door.country": lambda scene, reason: (
        f"{country_name(reason.met) or 'not known'}, and you "
        f"{_countries(scene) if reason.met else 'let in what is not known'}"
    ),
    "door.language": lambda scene, reason: (
        f"reads {language_name(reason.met)}, and you show it in "
        f"{listed([*map(language_name, scene.door.for_whom.languages)]) or 'every language of yours'}"
    ),
    "door.visitors": _met_visitors,
    "door.came_from": lambda scene, reason: (
        f"{reason.met or 'not told'}, and you show it to those from "
        f"{listed(list(scene.door.for_whom.came_from[:3]))}"
    ),
    "door.first": _met_first,
    "somebody.in": _met_somebody,
    "channels.left": lambda scene, reason: (
        f"{reason.met} way{'' if reason.met == '1' else 's'} to reach you on a {scene.visit.device}"
    ),
}


def _countries(scene: Scene) -> str:
    who = scene.door.for_whom
    names = listed([country_name(code) for code in who.countries[:3]]) + (
        f" and {len(who.countries) - 3} more" if len(who.countries) > 3 else ""
    )
    return {
        "all": "let in every country",
        "only": f"let in only {names or 'none yet'}",
        "not": f"keep out {names or 'none'}",
    }[who.countries_mode]


def _fixes(scene: Scene, reason: Reason) -> tuple[str, ...]:
    """The reason's own, with those that only the setup tells apart."""
    if reason.rule == "door.pages" and reason.fixes:
        return (
            ("remove_rule", "change_rule")
            if isinstance(reason.facts.get("decided_by"), int)
            else ("add_page", "change_rule")
        )
    if reason.rule == "channels.left" and reason.fixes:
        return (
            ("switch_on_channel", "add_channel")
            if any(not c.on for c in scene.door.channels)
            else ("add_channel",)
        )
    if reason.rule == "somebody.in" and reason.met == "nobody" and scene.remedies:
        found = tuple(remedy.code for remedy in scene.remedies)
        return (
            *found,
            *(code for code in reason.fixes if code != "longer_hours"),
            *(() if "closed" in found else ("rota",)),
        )
    return reason.fixes


def _remedy(scene: Scene, code: str) -> tuple[str, str, str] | None:
    """What would put somebody in, as a press: words, and the value the studio acts with."""
    words = next((remedy for remedy in scene.remedies if remedy.code == code), None)
    if code == "rota" or (words is not None and words.code == "closed"):
        assert scene.visit.at is not None
        day = scene.visit.at.astimezone(scene.clock).date()
        return (
            code,
            f"Look at {WEEKDAY[day.weekday()]} {day.day} {_LOCALE.months['format']['wide'][day.month]} on "
            "the rota",
            day.isoformat(),
        )
    if words is None:
        return None
    if words.code == "back":
        return code, f"Say {scene.person(words.person)} is back", words.person
    whose = f" for {scene.person(words.person)}" if words.person else ""
    return (
        code,
        f"Longer hours{whose}: {WEEKDAY[words.weekday]}s {short(words.start_min)}–{short(words.end_min)} too",
        f"{words.person}|{words.weekday}|{words.start_min}|{words.end_min}",
    )


def _fix(scene: Scene, reason: Reason, code: str) -> tuple[str, str, str]:
    if (remedy := _remedy(scene, code)) is not None:
        return remedy
    decided = reason.facts.get("decided_by")
    rule = scene.door.pages[decided] if isinstance(decided, int) and decided < len(scene.door.pages) else None
    off = next((c for c in scene.door.channels if not c.on), None)
    allowed = reason.facts.get("allowed")
    outside = next(
        (key for key in scene.door.people if not isinstance(allowed, tuple) or key not in allowed), ""
    )
    words = {
        "allow_host": (f"Allow {reason.met}", reason.met),
        "open_on_site": ("Add your web address", ""),
        "resume_door": ("Resume the door", ""),
        "remove_rule": (f"Remove “{rule_words(rule)}”" if rule else "Remove the rule", str(decided)),
        "change_rule": ("Look at the page rules", ""),
        "add_page": (f"Show it on {reason.met} too", reason.met),
        "allow_device": (f"Show it on {DEVICES.get(reason.met, reason.met)} too", reason.met),
        "change_countries": (
            f"Let in {country_name(reason.met)}" if reason.met else "Name a country",
            reason.met,
        ),
        "allow_language": (f"Show it in {language_name(reason.met)} too", reason.met),
        "change_visitors": ("Show it to every visitor", ""),
        "change_came_from": ("Show it wherever they come from", ""),
        "move_up": (f"Put {scene.door.name} first", scene.door.key),
        "narrow_earlier": (f"Open {scene.door_name(reason.met)}", reason.met),
        "switch_on_channel": (
            f"Switch on {channel_name(scene.door, off.key) if off else 'a way'}",
            off.key if off else "",
        ),
        "add_channel": ("Paste another way to reach you", ""),
        "show_away_note": ("Show the away note instead", ""),
        "let_answer_here": (f"Let {scene.person(outside)} answer here", outside)
        if outside
        else ("Look at who answers", ""),
        "add_channel_that_needs_nobody": ("Add a way that needs nobody, such as email", ""),
        "make_door": ("Hang a door", ""),
        "publish": ("Publish it now", ""),
    }.get(code, ("Look at it", ""))
    return code, words[0], words[1]


def closing_line(lines: Sequence[Line]) -> tuple[str, str]:
    """The last line of the ledger: whether anything else is in the way."""
    stops = [line for line in lines if line.outcome in ("stops", "would_stop")]
    if not stops:
        return (
            ("Nothing is in the way.", "")
            if not any(line.outcome == "waits" for line in lines)
            else ("Nothing hides it.", "It only waits, as marked.")
        )
    if len(stops) == 1:
        return "Only this one is in the way.", "Change it and the button shows."
    return f"{len(stops)} things are in the way.", "Each of them hides it by itself."


def nobody_words(scene: Scene, reason: Reason) -> str:
    back = reason.facts.get("back")
    until = f" until {scene.when(back)}" if isinstance(back, datetime) else ""
    if scene.door.people and not reason.facts.get("people"):
        return "Nobody of this door answers on this page"
    if not reason.facts.get("shop_open", True):
        return f"The shop is shut{until}"
    return f"Nobody is in{until}"
