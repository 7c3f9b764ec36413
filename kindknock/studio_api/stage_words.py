"""The stage in English: the verdict in one sentence, its clock, the ledger of reasons, what is missing and
why.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime
from typing import Any, Literal
from zoneinfo import ZoneInfo

from babel import Locale, UnknownLocaleError

from kindknock.core.pages.reading import Piece
from kindknock.core.setup import Door, PageRule, Setup
from kindknock.core.time.hours import is_zone
from kindknock.core.time.remedies import Remedy
from kindknock.core.visit import Outcome, Reason, Verdict, Visit
from kindknock.core.visit.missing import Missing
from kindknock.core.visit.ribbon import Stretch
from kindknock.core.words.moments import time_text, when_text

from .rota_words import WEEKDAY, short
from .words import channel_name, country_name, listed

LineOutcome = Literal["passes", "stops", "would_pass", "would_stop", "waits"]
Glyph = Literal["open", "ajar", "shut", "barred"]

_LOCALE = Locale.parse("en")
KINDS = {
    "home": "the home page",
    "product": "product pages",
    "list": "list pages",
    "article": "articles",
    "basket": "the basket",
    "checkout": "the checkout",
    "contact": "the contact page",
}
DEVICES = {"phone": "phones", "tablet": "tablets", "computer": "computers"}
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


@dataclass(frozen=True, slots=True)
class Scene:
    """What a stage's sentences are about."""

    setup: Setup
    door: Door
    visit: Visit
    verdict: Verdict
    """About this door, explained."""
    shown: Verdict
    """What the visitor gets, this door or another."""
    answer: Mapping[str, Any]
    is_drawn: bool
    page: int
    release: datetime | None
    remedies: tuple[Remedy, ...] = ()
    """What would put somebody in, where nobody is."""

    @property
    def clock(self) -> ZoneInfo:
        return clock_of_business(self.setup)

    def when(self, at: datetime) -> str:
        assert self.visit.at is not None
        return when_text(at, self.visit.at, self.clock, "en", {"_tomorrow": "tomorrow"})

    def person(self, key: str) -> str:
        return next((one.name for one in self.setup.people if one.key == key), "") or "Somebody"

    def door_name(self, key: str) -> str:
        return next((one.name for one in self.setup.doors if one.key == key), "Another door")

    @property
    def waits_for_page(self) -> bool:
        return self.page < self.door.arrives.page


def rule_words(rule: PageRule) -> str:
    """One page rule as a sentence: `Hide on /basket and everything below it`."""
    at = {
        "exact": f"{rule.value} only",
        "below": "every page" if rule.value == "/" else f"{rule.value} and everything below it",
        "pattern": f"pages like {rule.value}",
        "page_kind": KINDS.get(rule.value, rule.value),
        "campaign": f"visits from the campaign {rule.value}",
    }[rule.kind]
    return f"{rule.effect.title()} on {at}{f', on {rule.host} alone' if rule.host else ''}"


def devices_words(devices: Sequence[str]) -> str:
    return (
        listed([DEVICES[one] for one in ("phone", "tablet", "computer") if one in devices])
        if devices and len(devices) < 3
        else "every device"
    )


def language_name(tag: str) -> str:
    try:
        return Locale.parse(tag.replace("-", "_")).get_display_name("en") or tag
    except (ValueError, UnknownLocaleError):
        return tag


def arrival_words(door: Door) -> str:
    """When it comes: `at once`, `after 4 seconds`, `after 4 seconds or 30 % of scrolling, from page 2 of a
    visit`.
    """
    arrives = door.arrives
    ways = [f"{arrives.seconds} second{'' if arrives.seconds == 1 else 's'}"] if arrives.seconds else []
    if arrives.scroll_percent is not None and arrives.seconds != 0:
        ways.append(f"{arrives.scroll_percent} % of scrolling")
    words = f"after {' or '.join(ways)}" if ways else "at once"
    return words + (f", from page {arrives.page} of a visit" if arrives.page > 1 else "")


def state_of(scene: Scene) -> Glyph:
    """The glyph: open, shut by the owner's own wish or hours, ajar where it waits, barred where something
    is amiss.
    """
    stopped = scene.verdict.stopped_by
    if stopped is None:
        return "ajar" if scene.waits_for_page else "open"
    if stopped in OWN_WISH or stopped == "door.first":
        return "shut"
    reason = next((one for one in scene.verdict.reasons if one.rule == stopped), None)
    return (
        "shut"
        if stopped == "somebody.in" and reason is not None and not reason.facts.get("shop_open", True)
        else "barred"
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
        when = f"{back[:1].upper()}{back[1:]}; " if back else ""
        writes = f", or write by {ways}" if ways else ""
        return "Shows that nobody is in.", f"{when}{leaves}{writes}."
    title = f"Shows {arrival_words(scene.door)}."
    people = _people_in(scene)
    where = "On a page of ours, until your site's address is known. " if scene.is_drawn else ""
    return title, where + (f"{people}." if people else f"Visitors reach you by {ways}.")


def _people_in(scene: Scene) -> str:
    """`Ines and Amara can answer until 17:30, Tomasz from tomorrow 09:00`; empty where nobody in
    particular answers.
    """
    told = scene.answer.get("door", {}).get("to", [])
    until: dict[str, list[str]] = {}
    for one in told:
        if one.get("in"):
            until.setdefault(
                scene.when(datetime.fromisoformat(one["until"])) if one.get("until") else "", []
            ).append(one["name"])
    if not until:
        return ""
    bits = [
        f"{listed(names)}{'' if at else ' at any hour'}{' until ' + at if at else ''}"
        for at, names in until.items()
    ]
    first, *rest = bits
    first = first.replace(
        listed(next(iter(until.values()))), listed(next(iter(until.values()))) + " can answer", 1
    )
    later = [
        f"{one['name']} from {scene.when(datetime.fromisoformat(one['back']))}"
        for one in told
        if not one.get("in") and one.get("back")
    ]
    return ", ".join([first, *rest, *later[:2]])


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
            f"You {'let in only' if whom.countries_mode == 'only' else 'keep out'} "
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
        "somebody.in": ("Not shown now.", f"{_nobody(scene, stopped)}, and you hide the button then."),
    }.get(stopped.rule, ("Not shown.", "Nothing is published yet."))


def _nobody(scene: Scene, reason: Reason) -> str:
    back = reason.facts.get("back")
    until = f" until {scene.when(back)}" if isinstance(back, datetime) else ""
    if scene.door.people and not reason.facts.get("people"):
        return "Nobody of this door answers on this page"
    if not reason.facts.get("shop_open", True):
        return f"The shop is shut{until}"
    return f"Nobody is in{until}"


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
    door, who, passed = (
        scene.door,
        scene.door.for_whom,
        reason.outcome in (Outcome.PASSES, Outcome.WOULD_PASS),
    )
    if reason.rule == "host.listed":
        if reason.facts.get("private_page"):
            return "a page of ours, so it needs no listing"
        return (
            f"{reason.met} is on your list"
            if passed
            else f"{reason.met or 'this address'} isn't on your list"
            if reason.facts.get("listed")
            else "you list no web address yet, so it shows nowhere"
        )
    if reason.rule == "door.pages":
        decided, near = (reason.facts.get(name) for name in ("decided_by", "near_miss"))
        if isinstance(decided, int) and decided < len(door.pages):
            return f"{reason.met}, by “{rule_words(door.pages[decided])}”"
        if passed:
            return (
                f"{reason.met}, and no rule hides it"
                if door.pages
                else f"{reason.met}, and you show it on every page"
            )
        close = (
            f"; “{rule_words(door.pages[near])}” comes close"
            if isinstance(near, int) and near < len(door.pages)
            else ""
        )
        return f"{reason.met} isn't among the pages you show it on{close}"
    if reason.rule == "somebody.in":
        if reason.met == "nobody":
            return (
                f"{_nobody(scene, reason)}; "
                f"{'you show the away note' if reason.facts.get('away_note') else 'you hide the button then'}"
            )
        here = [scene.person(key) for key in reason.met.split(", ") if key]
        return (
            f"{listed(here)} {'is' if len(here) == 1 else 'are'} in"
            if here
            else "the shop is open, and nobody in particular answers"
        )
    return {
        "door.live": "not paused" if passed else "you paused this door",
        "door.device": f"a {reason.met}, and you show it on {devices_words(who.devices)}",
        "door.country": f"{country_name(reason.met) or 'not known'}, and you "
        f"{_countries(scene) if reason.met else 'let in what is not known'}",
        "door.language": f"reads {language_name(reason.met)}, and you show it in "
        f"{listed([language_name(tag) for tag in who.languages]) or 'every language of yours'}",
        "door.visitors": f"a {'first-time' if reason.met == 'first' else 'returning'} visitor, and you "
        f"show it to {'first-time' if who.visitors == 'first' else 'returning'} ones",
        "door.came_from": f"{reason.met or 'not told'}, and you show it to those from "
        f"{listed(list(who.came_from[:3]))}",
        "door.first": f"{scene.door_name(reason.met)} stands before this one and takes the visit"
        if not passed
        else "no door before this one takes the visit",
        "channels.left": f"{reason.met} way{'' if reason.met == '1' else 's'} to reach you on a "
        f"{scene.visit.device}",
    }.get(reason.rule, reason.met)


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
        found = tuple(one.code for one in scene.remedies)
        return (
            *found,
            *(code for code in reason.fixes if code != "longer_hours"),
            *(() if "closed" in found else ("rota",)),
        )
    return reason.fixes


def _remedy(scene: Scene, code: str) -> tuple[str, str, str] | None:
    """What would put somebody in, as a press: words, and the value the studio acts with."""
    one = next((remedy for remedy in scene.remedies if remedy.code == code), None)
    if code == "rota" or (one is not None and one.code == "closed"):
        assert scene.visit.at is not None
        day = scene.visit.at.astimezone(scene.clock).date()
        return (
            code,
            f"Look at {WEEKDAY[day.weekday()]} {day.day} {_LOCALE.months['format']['wide'][day.month]} on "
            "the rota",
            day.isoformat(),
        )
    if one is None:
        return None
    if one.code == "back":
        return code, f"Say {scene.person(one.person)} is back", one.person
    whose = f" for {scene.person(one.person)}" if one.person else ""
    return (
        code,
        f"Longer hours{whose}: {WEEKDAY[one.weekday]}s {short(one.start_min)}–{short(one.end_min)} too",
        f"{one.person}|{one.weekday}|{one.start_min}|{one.end_min}",
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
        "remove_rule": (f"Take away “{rule_words(rule)}”" if rule else "Take the rule away", str(decided)),
        "change_rule": ("Look at the page rules", ""),
        "add_page": (f"Show it on {reason.met} too", reason.met),
        "allow_device": (f"Show it on {DEVICES.get(reason.met, reason.met)} too", reason.met),
        "change_countries": (f"Let in {country_name(reason.met)}", reason.met),
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


def missing_words(scene: Scene, one: Missing) -> tuple[str, str]:
    """What is missing from the card, and why, with when it comes back by itself."""
    back = f" until {scene.when(one.back)}" if one.back is not None else ""
    if one.kind == "channel":
        channel = next((c for c in scene.door.channels if c.key == one.key), None)
        return channel_name(scene.door, one.key), {
            "off": "switched off",
            "blank": "has no address yet",
            "pages": "not on this page, by its own rules",
            "device": f"only on {devices_words(channel.devices if channel else ())}",
            "hours": "outside its own hours",
            "people": f"its people are out{back}",
            "nobody": "needs somebody in",
        }[one.code]
    if one.kind == "person":
        return scene.person(one.key), {
            "pages": "doesn't answer on this page",
            "away": f"away{back}",
            "hours": f"out{back}",
            "left_out": "left out while off duty",
        }[one.code]
    return scene.door_name(one.key), {
        "paused": "paused",
        "pages": "not for this page",
        "whom": "not for this visitor",
        "later": "comes after the one that shows",
    }[one.code]


def clock_of_business(setup: Setup) -> ZoneInfo:
    zone = setup.business.zone
    return ZoneInfo(zone if is_zone(zone) else "UTC")


def day_name(day: date) -> str:
    """`Tue 22`."""
    return f"{_LOCALE.days['format']['abbreviated'][day.weekday()]} {day.day}"


def stretch_words(setup: Setup, one: Stretch, clock: ZoneInfo) -> str:
    """`Tuesday 09:00 to 17:30: Ines and Tomasz in`, `Friday: closed, Christmas Day`."""
    since, until = (datetime.fromtimestamp(at, UTC).astimezone(clock) for at in (one.since, one.until))
    day = _LOCALE.days["format"]["wide"][since.weekday()]
    end = "24:00" if (until.hour, until.minute) == (0, 0) else f"{until:%H:%M}"
    names = [next((p.name for p in setup.people if p.key == key), "") or "Somebody" for key in one.people]
    what = {
        "in": f"{listed(names)} in" if names else "somebody in",
        "nobody": "nobody in",
        "closed": f"closed{', ' + one.name if one.name else ''}",
    }[one.state]
    return f"{day} {since:%H:%M} to {end}: {what}"


PIECE = {
    "starts": "starts with “{}”",
    "then": "then “{}” anywhere after it",
    "ends": "ends with “{}”",
    "anything": "anything",
    "nothing_more": "and nothing more",
}


def pattern_words(pieces: Sequence[Piece]) -> str:
    """A pattern told: `Starts with “/shop/”, then “sale” anywhere after it, ends with “.html”.`"""
    said = ", ".join(PIECE[piece.code].format(piece.text) for piece in pieces)
    return said[:1].upper() + said[1:] + "." if said else ""
