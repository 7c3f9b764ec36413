"""Page rules while they are being made: what is typed, what it catches, whether an address shows."""

from django.http import HttpRequest
from ninja import Router

from kindknock.core.addresses import HostList
from kindknock.core.pages import place_of
from kindknock.core.pages.reading import pieces_of, read_page_rule, shows_on
from kindknock.core.pages.rules import pattern_matches
from kindknock.core.review.checks import cancelled_rules, useless_rules
from kindknock.core.setup import PageRule
from kindknock.core.visit.prepare import rules_of
from kindknock.sites.queries import allowed_hosts, heard_paths, held_facts

from .. import auth
from ..rule_words import pattern_words, rule_words
from ..schemas import PlacesIn, PlacesOut, WayOut

router = Router()


@router.post("/sites/{key}/places", response=PlacesOut)
def places(request: HttpRequest, key: str, body: PlacesIn) -> PlacesOut:
    """How page rules read, which never matter, whether they show on an address, and what something typed
    would single out.
    """
    site = auth.site(request, key)
    rules = rules_of(tuple(body.rules))
    test = body.test.strip()
    address = (
        test
        if "://" in test or not test
        else f"https://{test}"
        if not test.startswith("/")
        else f"https://{next(iter(allowed_hosts(site)), 'site.example')}{test}"
    )
    kind = str(held_facts(site, address).get("kind", "")) or next(
        (kind["kind"] for kind in site.kinds if pattern_matches(kind["pattern"], place_of(address).path)), ""
    )
    shows, decided, near = shows_on(rules, address, kind)
    reading = read_page_rule(body.typed, heard_paths(site))
    caveat = (
        f"{reading.host} isn't one of your web addresses."
        if reading.host and reading.host not in HostList(allowed_hosts(site))
        else ""
    )
    return PlacesOut(
        shows=shows,
        decided_by=decided,
        near_miss=near,
        says=_answer(body.rules, shows, decided, near) if test else "",
        useless=list(useless_rules(rules)),
        cancelled=list(cancelled_rules(rules)),
        rules=[rule_words(rule) for rule in body.rules],
        ways=[
            WayOut(
                kind=way.kind,
                value=way.value,
                catches=way.catches,
                says=rule_words(PageRule(effect=body.effect, kind=way.kind, value=way.value)),
            )
            for way in reading.ways
        ],
        explains=pattern_words(pieces_of(reading.ways[0].value))
        if reading.ways and reading.ways[0].kind == "pattern"
        else "",
        catches=list(reading.catches),
        misses=list(reading.misses),
        caveat=caveat,
    )


def _answer(rules: list[PageRule], shows: bool, decided: int | None, near: int | None) -> str:
    if decided is not None:
        return f"{'Yes' if shows else 'No'}. “{rule_words(rules[decided])}” decides."
    close = f" “{rule_words(rules[near])}” comes close." if near is not None else ""
    return ("Yes. No rule speaks of it." if shows else "No. It isn't among the pages you show it on.") + close
