"""What of a website's proposal is put before an owner, in the order of a door, and what of it comes ticked
(docs/rules.md 21).
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from . import Proposal
from .proposal import Found

Kind = Literal["who", "way", "hours", "closure", "colour", "hidden", "person"]
MOST_WAYS, MOST_TICKED, MOST_COLOURS, MOST_HIDDEN, MOST_OF_A_KIND = 8, 4, 3, 3, 6
ONLY_ONE: frozenset[Kind] = frozenset(("hours", "colour"))
"""Kinds of which a door can have only one."""
HIDES = ("checkout", "basket")
"""Kinds of pages a door may hide on."""


@dataclass(frozen=True, slots=True)
class Proposed:
    """One thing to take over: `who` {name, country, zone, languages}, `way` {apps, address}, `hours` {week},
    `closure` {first, last}, `colour` {colour}, `hidden` {path, kind}, `person` {name, role}.

    `found` tells where it stood; None where nothing told it and the value is what goes without. `on`: it
    comes ticked, as what is sure or likely does.
    """

    kind: Kind
    value: Mapping[str, Any]
    found: Found | None
    on: bool


@dataclass(frozen=True, slots=True)
class Where:
    """Where whoever asks is, as their browser tells: ISO 3166, IANA zone, BCP 47; each may be empty."""

    country: str = ""
    zone: str = ""
    language: str = ""


def proposed(proposal: Proposal, where: Where) -> list[Proposed]:
    """Who, how to reach them, when, closures, colours, where not, people. Of who, and of ways, hours and
    colours, there is always one, if only an empty one.
    """
    return [
        _who(proposal, where),
        *_ways(proposal),
        *_hours(proposal),
        *(_told("closure", dict(each.value), each) for each in proposal.closures[:MOST_OF_A_KIND]),
        *_colours(proposal),
        *_hidden(proposal),
        *(_told("person", dict(each.value), each) for each in proposal.people[:MOST_OF_A_KIND]),
    ]


def _told(kind: Kind, value: Mapping[str, Any], found: Found, *, also: bool = True) -> Proposed:
    return Proposed(kind, value, found, on=also and found.sure != "guess")


def _who(proposal: Proposal, where: Where) -> Proposed:
    """Of countries or zones that contradict, none: where whoever asks is says more."""
    name = proposal.names[0] if proposal.names else None
    value = {
        "name": str(name.value)[:120] if name else "",
        "country": proposal.country or where.country,
        "zone": proposal.zone or where.zone or "UTC",
        "languages": [str(each.value) for each in proposal.languages] or [where.language or "en"],
    }
    return Proposed("who", value, name, on=True)


def _ways(proposal: Proposal) -> Iterator[Proposed]:
    """One for each address, the main number first, then the surest; apps that share a number stand together,
    and so many come ticked as a card shows without being long.
    """
    by_address: dict[str, list[Found]] = {}
    for each in proposal.ways:
        by_address.setdefault(each.value["address"], []).append(each)
    order = sorted(by_address, key=lambda address: address != proposal.main)
    ticked = 0
    for address in order[:MOST_WAYS]:
        group = by_address[address]
        value = {"apps": [each.value["app"] for each in group], "address": address}
        way = _told("way", value, group[0], also=ticked < MOST_TICKED)
        ticked += way.on
        yield way
    if not order:
        yield Proposed("way", {"apps": [], "address": ""}, None, on=False)


def _hours(proposal: Proposal) -> Iterator[Proposed]:
    for each in proposal.hours[:MOST_OF_A_KIND]:
        yield _told("hours", {"week": each.value}, each)
    if not proposal.hours:
        yield Proposed("hours", {"week": None}, None, on=False)


def _colours(proposal: Proposal) -> Iterator[Proposed]:
    for number, each in enumerate(proposal.colours[:MOST_COLOURS]):
        yield _told("colour", {"colour": each.value}, each, also=number == 0)
    if not proposal.colours:
        yield Proposed("colour", {"colour": ""}, None, on=True)


def _hidden(proposal: Proposal) -> Iterator[Proposed]:
    """Whoever pays isn't disturbed; whoever looks over a basket may well have a question."""
    hides = [each for each in proposal.kinds if each.value["kind"] in HIDES]
    for each in hides[:MOST_HIDDEN]:
        yield _told("hidden", dict(each.value), each, also=each.value["kind"] == "checkout")
