"""What one visitor gets on one page at one moment, with every reason.

`compile_setup` does once per release what need not be done per visit; `decide` is pure, total
and cheap. The public answer and the explained one come out of the same evaluation. Sentences
for people are made at the edge; the card's small words are handed in when compiling.
"""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from .apps import APPS
from .audience import direction_of, lookup
from .colour import palette_of, read_colour
from .geometry import DEVICES, Device, place_for
from .hosts import HostList
from .reasons import Ledger, Reason
from .recipes import Links, links_to
from .setup import Channel, Door, Looks, Setup
from .tracking import address_without_tracking
from .visit import Visit
from .wording import text_in

SmallWords = Mapping[str, Mapping[str, str]]
"""The card's own words: language → name → words. The first language is the last resort."""


@dataclass(frozen=True, slots=True)
class Live:
    """What holds at once, beside a release: hosts as listed now, doors paused now."""

    hosts: tuple[str, ...] | None = None
    paused: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True)
class CompiledDoor:
    key: str
    paused: bool
    channels_on: int
    plans: Mapping[tuple[Device, str], str]
    """(device, language) → the door's plan as JSON text, open at its end for what depends on the page."""
    channels: Mapping[Device, tuple[Channel, ...]]
    also_page: bool
    also_mark: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Compiled:
    setup: Setup
    release: int
    hosts: HostList
    host_count: int
    doors: tuple[CompiledDoor, ...]
    languages: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Verdict:
    """`shown` with the door, or not with the rule that stopped it (`stopped_by`).

    `answer` is the public JSON text: it carries no reasons and nothing that is not offered.
    """

    shown: bool
    door: str | None
    language: str
    device: Device
    stopped_by: str | None
    answer: str
    reasons: tuple[Reason, ...] = ()


def compile_setup(
    setup: Setup,
    *,
    live: Live | None = None,
    release: int = 0,
    small_words: SmallWords | None = None,
    links: Mapping[tuple[str, str, str], Links] | None = None,
) -> Compiled:
    """Make a setup cheap to ask. `links` replaces links by (app, address, device) at the edge."""
    live = live or Live()
    hosts = setup.site.hosts if live.hosts is None else live.hosts
    doors = tuple(
        _compile_door(door, setup, door.key in live.paused, small_words or {}, links or {})
        for door in setup.doors
    )
    return Compiled(setup, release, HostList(hosts), len(hosts), doors, setup.business.languages)


def decide(compiled: Compiled | None, visit: Visit, *, explain: bool = False) -> Verdict:
    """Judge one visit. Never raises; without a setup (site not known, nothing published) says so."""
    ledger = Ledger(explain)
    device = visit.device
    if compiled is None:
        ledger.note("site.known", False, fixes=("publish",))
        return Verdict(False, None, "", device, ledger.stopped_by, _hidden(0), tuple(ledger.reasons))
    language = _language(compiled, visit)
    go_on = ledger.note("site.known", True, met=compiled.setup.site.name)
    if go_on:
        listed = visit.is_private_page or visit.host in compiled.hosts
        go_on = ledger.note(
            "host.listed", listed, met="" if visit.is_private_page else visit.host,
            facts={"private_page": visit.is_private_page, "listed": compiled.host_count},
            fixes=("allow_host",) if visit.host else ("open_on_site",),
        )
    door = None
    if go_on:
        door, go_on = _pick_door(compiled, ledger)
    channels: tuple[Channel, ...] = ()
    if door is not None and go_on:
        channels = door.channels[device]
        ledger.note(
            "channels.left", bool(channels), met=str(len(channels)), subject=door.key,
            facts={"device": device, "on": door.channels_on},
            fixes=("switch_on_channel", "add_channel") if not door.channels_on else ("add_channel",),
        )
    if ledger.stopped_by is not None or door is None:
        return Verdict(False, None, language, device, ledger.stopped_by, _hidden(compiled.release), tuple(ledger.reasons))
    answer = _shown(compiled, door, visit, language)
    return Verdict(True, door.key, language, device, None, answer, tuple(ledger.reasons))


def _pick_door(compiled: Compiled, ledger: Ledger) -> tuple[CompiledDoor | None, bool]:
    """The first door in the owner's order that is live."""
    for door in compiled.doors:
        if not door.paused:
            return door, ledger.note("door.live", True, subject=door.key)
    paused = compiled.doors[0] if compiled.doors else None
    go_on = ledger.note(
        "door.live", False, met="paused" if paused else "none", subject=paused.key if paused else "",
        fixes=("resume_door",) if paused else ("make_door",),
    )
    return paused, go_on


def _language(compiled: Compiled, visit: Visit) -> str:
    wanted = (visit.page_language, *visit.languages) if visit.page_language else visit.languages
    return lookup(wanted, compiled.languages) or compiled.languages[0]


def _hidden(release: int) -> str:
    return f'{{"v":1,"show":false,"release":{release}}}'


def _shown(compiled: Compiled, door: CompiledDoor, visit: Visit, language: str) -> str:
    added = []
    if door.also_page and visit.address:
        added.append(f'{{"kind":"page","text":{json.dumps(address_without_tracking(visit.address))}}}')
    if mark := door.also_mark.get(language):
        added.append(f'{{"kind":"mark","text":{json.dumps(mark)}}}')
    count = "false" if visit.is_private_page else "true"
    return (f'{{"v":1,"show":true,"release":{compiled.release},"count":{count},'
            f'"door":{door.plans[visit.device, language]},"added":[{",".join(added)}]}}}}')


def _compile_door(
    door: Door, setup: Setup, paused: bool, small_words: SmallWords,
    links: Mapping[tuple[str, str, str], Links],
) -> CompiledDoor:
    on = tuple(c for c in door.channels if c.on and c.address and c.app in APPS)
    languages, default = setup.business.languages, setup.business.languages[0]
    plans = {
        (device, language): _plan(door, on, setup, device, language, default, small_words, links)
        for device in DEVICES for language in languages
    }
    marks = {
        language: text_in(door.also.mark_words, language, default)
        or _words_for(language, small_words).get("mark", "") if door.also.mark else ""
        for language in languages
    }
    return CompiledDoor(door.key, paused, len(on), plans, dict.fromkeys(DEVICES, on), door.also.page, marks)


def _plan(
    door: Door, channels: tuple[Channel, ...], setup: Setup, device: Device, language: str,
    default: str, small_words: SmallWords, links: Mapping[tuple[str, str, str], Links],
) -> str:
    """The door's plan as JSON text without its closing brace."""
    words = dict(_words_for(language, small_words))
    label = text_in(door.says.label, language, default) or words.get("label", "")
    heading = text_in(door.says.heading, language, default) or words.get("heading", "")
    place = place_for(door.looks.corner, door.looks.size_px, device)
    plan: dict[str, Any] = {
        "key": door.key,
        "lang": language,
        "dir": direction_of(language),
        "label": label,
        "heading": heading,
        "note": text_in(door.says.note, language, default),
        "words": words,
        "privacy": setup.business.privacy_link,
        "looks": {"shape": door.looks.shape, "corner": place.corner, "size": place.size_px,
                  "side": place.side_px, "foot": place.foot_px, "colours": colours_of(door.looks)},
        "by": [_channel_plan(c, device, language, default, links) for c in channels],
    }
    return json.dumps(plan, ensure_ascii=False, separators=(",", ":")).replace("<", "\\u003c")[:-1]


def _channel_plan(
    channel: Channel, device: Device, language: str, default: str,
    links: Mapping[tuple[str, str, str], Links],
) -> dict[str, Any]:
    to = links.get((channel.app, channel.address, device)) or links_to(
        channel.app, channel.address, computer=device == "computer")
    return {
        "key": channel.key,
        "app": channel.app,
        "name": text_in(channel.name, language, default) or APPS[channel.app].name,
        "bare": to.bare,
        "text": to.with_text,
        "limit": to.limit,
        "copy": to.copy,
        "copies": to.copies,
    }


def colours_of(looks: Looks) -> dict[str, str]:
    """The palette of some looks; a colour that can't be read falls back to the product's own."""
    brand = read_colour(looks.colour) or "#5e1f38"
    return dict(_palette(brand, read_colour(looks.label_colour) if looks.label_colour else None))


@lru_cache(maxsize=1024)
def _palette(brand: str, label: str | None) -> Mapping[str, str]:
    palette = palette_of(brand, label)
    return {name: getattr(palette, name) for name in palette.__slots__}


def _words_for(language: str, small_words: SmallWords) -> Mapping[str, str]:
    found = lookup((language,), tuple(small_words))
    return small_words[found] if found else next(iter(small_words.values()), {})
