"""What a chosen door offers here and now: which channels, which people, in which words, until when.

Everything that doesn't differ from one visitor to the next is worked out once and kept with the door.
Whether a visitor gets a door at all is decided in `verdict`, who is there in `presence`, what it says in
`offer_plan`.
"""

from functools import lru_cache

from ..addresses.tracking import address_without_tracking
from ..words.fillins import ready_facts
from .offer_plan import Offer, OfferPlan
from .presence import Facts, Question, present
from .ready import MOST_ANSWERS, Compiled, CompiledDoor, OnPage, keep
from .visitor import Visit


def offer(compiled: Compiled, door: CompiledDoor, page: OnPage, visit: Visit, language: str) -> Offer:
    """What the door offers this visitor on this page; the same value as long as nothing differs."""
    second = int(visit.at.timestamp()) if visit.at is not None else 0
    state = compiled.availability.at(second)
    facts = carried(compiled, door, visit, language, door.texts.uses) if door.texts.uses else ()
    wording = None
    if door.tells_time:
        wording = compiled.wording_span(second, visit.zone or "", visit.offset_min)
    dice = visit.dice if door.value.takes_turns else 0
    key = (
        visit.device,
        language,
        state.since,
        page.bits,
        facts,
        wording and (wording.since, wording.clock),
        dice,
    )
    found = door.held.get(key)
    if found is None:
        question = Question(
            language=language,
            device=visit.device,
            state=state,
            second=second,
            wording=wording,
            facts=facts,
            dice=dice,
        )
        found = OfferPlan(compiled, page, question, present(compiled, page, question)).offer()
        keep(door.held, key, found, MOST_ANSWERS)
    return found


@lru_cache(maxsize=4096)
def _ready(raw: Facts, language: str) -> dict[str, str]:
    return ready_facts(dict(raw), language)


_without_tracking = lru_cache(maxsize=4096)(address_without_tracking)


def carried(
    compiled: Compiled, door: CompiledDoor, visit: Visit, language: str, uses: frozenset[str]
) -> Facts:
    """The facts that words with these fill-ins carry here, ready for a reader of the language; hashable, so
    that answers can be kept.
    """
    out = []
    if "page" in uses and visit.title:
        out.append(("page", visit.title))
    if "address" in uses:
        out.append(("address", _without_tracking(visit.address)))
    if "site" in uses:
        out.append(("site", compiled.setup.business.name))
    if visit.facts:
        for name, text in _ready(visit.facts, language).items():
            if name in uses:
                words = door.words[language] if name == "stock" else {}
                out.append((name, words.get("_" + text, text)))
    return tuple(out)
