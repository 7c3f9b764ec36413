"""The stage in English: the verdict in one sentence, its clock, what is missing and why."""

from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

from babel import Locale

from kindknock.core.setup import Setup
from kindknock.core.time.hours import is_zone
from kindknock.core.visit import Outcome, Reason
from kindknock.core.visit.missing import Missing
from kindknock.core.visit.ribbon import Stretch
from kindknock.core.words.moments import time_text

from .ledger_words import nobody_words
from .rule_words import arrival_words, devices_words, rule_words
from .scene import Glyph, Scene
from .words import channel_name, country_name, language_name, listed, some_of, told_apart

_LOCALE = Locale.parse("en")
OWN_WISH = frozenset(
    {
        "door.live",
        "door.pages",
        "door.device",
        "door.country",
        "door.language",
        "door.visitors",
        "door.came_from",
    }
)
"""Rules by which an owner hides a door on purpose: shut, not barred."""


def state_of(scene: Scene) -> Glyph:
    """The glyph: open, shut by the owner's own wish or hours, ajar where it waits, barred where something
    is amiss.
    """
    stopped = scene.verdict.stopped_by
    if stopped is None:
        return "ajar" if scene.waits_for_page else "open"
    if stopped in OWN_WISH or stopped == "door.first":
        return "shut"
    reason = next((reason for reason in scene.verdict.reasons if reason.rule == stopped), None)
    return (
        "shut"
        if stopped == "somebody.in" and reason is not None and not reason.facts.get("shop_open", True)
        else "barred"
    )


KIND_UNSURE = (
    "Can’t tell from here.",
    "A rule goes by the kind of page, and this page could not be seen. On your site it says so itself; or "
    "say under Pages which page is what.",
)


def verdict_line(scene: Scene) -> tuple[str, str]:
    """The verdict in one sentence, and one more about it."""
    stopped = next((reason for reason in scene.verdict.reasons if reason.outcome == Outcome.STOPS), None)
    if stopped is not None:
        return _stopped_line(scene, stopped)
    if scene.waits_for_page:
        return (
            "Not yet.",
            f"It waits for page {scene.door.arrives.page} of a visit, and this is page {scene.page}.",
        )
    ways = listed([channel_name(scene.door, key) for key in scene.verdict.channels])
    somebody = next((reason for reason in scene.verdict.reasons if reason.rule == "somebody.in"), None)
    if somebody is not None and somebody.met == "nobody":
        back = scene.answer.get("door", {}).get("back_words", "")
        leaves = "visitors can leave a note" if scene.door.takes_notes else "visitors read your away note"
        when = f"{back}; " if back else ""
        writes = f", or write by {ways}" if ways else ""
        line = f"{when}{leaves}{writes}."
        return "Shows that nobody is in.", line[:1].upper() + line[1:]
    title = f"Shows {arrival_words(scene.door)}."
    people = _people_in(scene)
    where = "On a page of ours, until your site's address is known. " if scene.is_drawn else ""
    return title, where + (f"{people}." if people else f"Visitors reach you by {ways}.")


MOST_ENDS = 3
"""So many different ends of people's hours the verdict names; the rest it counts."""


def _people_in(scene: Scene) -> str:
    """`Ines and Amara can answer until 17:30, Tomasz from tomorrow 09:00`; empty where nobody in
    particular answers.
    """
    answer = scene.answer.get("door", {}).get("to", [])
    names = told_apart([(item["name"], item.get("role", "")) for item in answer])
    until: dict[str, list[str]] = {}
    later = []
    for name, item in zip(names, answer, strict=True):
        if item.get("in"):
            end = scene.when(datetime.fromisoformat(item["until"])) if item.get("until") else ""
            until.setdefault(end, []).append(name)
        elif item.get("back"):
            later.append(f"{name} from {scene.when(datetime.fromisoformat(item['back']))}")
    bits = [
        f"{some_of(here)}{' can answer' if i == 0 else ''}{' until ' + at if at else ' at any hour'}"
        for i, (at, here) in enumerate(list(until.items())[:MOST_ENDS])
    ]
    more = sum(len(here) for here in list(until.values())[MOST_ENDS:])
    if more:
        bits.append(f"{more} more")
    return ", ".join([*bits, *later[:2]]) if bits else ""


def _stopped_line(scene: Scene, stopped: Reason) -> tuple[str, str]:
    name = scene.door.name or "This door"
    rules, decided = scene.door.pages, stopped.facts.get("decided_by")
    rule = rule_words(rules[decided]) if isinstance(decided, int) and decided < len(rules) else ""
    whom = scene.door.for_whom
    countries = listed([country_name(code) for code in whom.countries[:3]])
    return {
        "host.listed": (
            "Not shown here.",
            f"{stopped.met or 'This address'} isn't on your list of web addresses.",
        ),
        "door.live": ("Not shown.", "You paused this door. Visitors see nothing of it until you resume it."),
        "door.pages": (
            "Not shown here.",
            f"You {rule[:1].lower() + rule[1:].replace('ide on', 'ide it on', 1)}."
            if rule
            else f"You show it on some pages only, and {stopped.met} isn't one of them.",
        ),
        "door.device": (
            "Not shown here.",
            f"You show it on {devices_words(whom.devices)}, not on a {stopped.met}.",
        ),
        "door.country": (
            "Not shown to them.",
            "It is only for countries you list, and none is listed yet."
            if whom.countries_mode == "only" and not whom.countries
            else f"You {'let in only' if whom.countries_mode == 'only' else 'keep out'} "
            f"{countries or 'no country yet'}; this visitor is in "
            f"{country_name(stopped.met) or 'another one'}.",
        ),
        "door.language": (
            "Not shown to them.",
            f"You show it to readers of {listed([language_name(tag) for tag in whom.languages])}.",
        ),
        "door.visitors": (
            "Not shown to them.",
            f"You show it to {'returning' if stopped.met == 'first' else 'first-time'} visitors only.",
        ),
        "door.came_from": (
            "Not shown to them.",
            f"You show it to those who come from {listed(list(whom.came_from[:3]))}.",
        ),
        "door.first": (
            "Another door shows here.",
            f"{scene.door_name(stopped.met)} stands before {name} and takes this visit.",
        ),
        "channels.left": ("Not shown.", "No way to reach you is left here: switch one on, or paste another."),
        "somebody.in": ("Not shown now.", f"{nobody_words(scene, stopped)}, and you hide the button then."),
    }.get(stopped.rule, ("Not shown.", "Nothing is published yet."))


def clock_line(scene: Scene, zone: str) -> str:
    """`Tuesday 22 December, 14:20 at the shop, 15:20 for this visitor. Next change at 17:30.`"""
    at = scene.visit.at
    assert at is not None
    there = at.astimezone(scene.clock)
    line = (
        f"{_LOCALE.days['format']['wide'][there.weekday()]} {there.day} "
        f"{_LOCALE.months['format']['wide'][there.month]}, {time_text(at, scene.clock, 'en')} at the shop"
    )
    if is_zone(zone) and ZoneInfo(zone).utcoffset(at.replace(tzinfo=None)) != there.utcoffset():
        line += f", {time_text(at, ZoneInfo(zone), 'en')} for this visitor"
    until = scene.shown.until
    if until is None:
        return line
    is_today = (until - at).total_seconds() < 86400 and until.astimezone(scene.clock).date() == there.date()
    return f"{line}. Next change {'at ' if is_today else ''}{scene.when(until)}"


def missing_words(scene: Scene, missing: Missing) -> tuple[str, str]:
    """What is missing from the card, and why, with when it comes back by itself."""
    back = f" until {scene.when(missing.back)}" if missing.back is not None else ""
    if missing.kind == "channel":
        channel = next((c for c in scene.door.channels if c.key == missing.key), None)
        return channel_name(scene.door, missing.key), {
            "off": "switched off",
            "blank": "has no address yet",
            "pages": "not on this page, by its own rules",
            "device": f"only on {devices_words(channel.devices if channel else ())}",
            "hours": "outside its own hours",
            "people": f"its people are out{back}",
            "nobody": "needs somebody in",
        }[missing.code]
    if missing.kind == "person":
        return scene.person(missing.key), {
            "pages": "doesn't answer on this page",
            "away": f"away{back}",
            "hours": f"out{back}",
            "left_out": "left out while off duty",
        }[missing.code]
    return scene.door_name(missing.key), {
        "paused": "paused",
        "pages": "not for this page",
        "whom": "not for this visitor",
        "later": "comes after the one that shows",
    }[missing.code]


def day_name(day: date) -> str:
    """`Tue 22`."""
    return f"{_LOCALE.days['format']['abbreviated'][day.weekday()]} {day.day}"


def stretch_words(setup: Setup, stretch: Stretch, clock: ZoneInfo) -> str:
    """`Tuesday 09:00 to 17:30: Ines and Tomasz in`, `Friday: closed, Christmas Day`."""
    since, until = (
        datetime.fromtimestamp(at, UTC).astimezone(clock) for at in (stretch.since, stretch.until)
    )
    day = _LOCALE.days["format"]["wide"][since.weekday()]
    end = "24:00" if (until.hour, until.minute) == (0, 0) else f"{until:%H:%M}"
    names = [next((p.name for p in setup.people if p.key == key), "") or "Somebody" for key in stretch.people]
    what = {
        "in": f"{some_of(names)} in" if names else "somebody in",
        "nobody": "nobody in",
        "closed": f"closed{', ' + stretch.name if stretch.name else ''}",
    }[stretch.state]
    return f"{day} {since:%H:%M} to {end}: {what}"
