"""Page rules while they are being made: what is typed, what it catches, whether an address shows."""

from collections.abc import Sequence

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.core.addresses import HostList
from kindknock.core.addresses.hosts import host_of
from kindknock.core.drafts.both import both
from kindknock.core.pages import place_of
from kindknock.core.pages.kinds import judge_with_unknown_kind, kind_of
from kindknock.core.pages.reading import pieces_of, read_page_rule, shows_on
from kindknock.core.pages.rules import Rule
from kindknock.core.review.checks import cancelled_rules, useless_rules
from kindknock.core.setup import PageRule
from kindknock.core.setup.site import MOST_KINDS, KindPattern
from kindknock.core.visit.prepare import rules_of
from kindknock.doors.actions.keep_step import drafting
from kindknock.doors.at_hand import at_hand
from kindknock.sites.models import Site
from kindknock.sites.queries import allowed_hosts, heard_paths, told_kind, told_kinds

from .. import auth
from ..errors import Problem
from ..guard import DOORS, LOOK, user_of
from ..present import desk_of
from ..rule_words import pattern_words, rule_words
from ..schemas import DeskOut, KindsIn, PlacesIn, PlacesOut, WayOut

router = Router()


@router.post("/sites/{key}/places", response=PlacesOut, auth=LOOK)
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
    by_page = told_kind(site, address) if test else ""
    patterns = at_hand(site, at=clock.now()).draft.site.kinds
    place = place_of(address, host_of(address))
    kind = kind_of(place, patterns, by_page or "")
    shows, decided, near = shows_on(rules, address, kind.kind)
    is_unsure = by_page is None and not kind.by and judge_with_unknown_kind(rules, place) is None
    reading = read_page_rule(body.typed, heard_paths(site))
    caveat = (
        f"{reading.host} isn't one of your web addresses."
        if reading.host and reading.host not in HostList(allowed_hosts(site))
        else ""
    )
    return PlacesOut(
        shows=shows and not is_unsure,
        unsure=is_unsure,
        unseen=_unseen(rules, site, patterns),
        decided_by=None if is_unsure else decided,
        near_miss=near,
        says="" if not test else UNSURE if is_unsure else _answer(body.rules, shows, decided, near),
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


def _unseen(rules: Sequence[Rule], site: Site, patterns: tuple[KindPattern, ...]) -> list[int]:
    """The rules by kind of page that no page heard so far is of."""
    if not any(rule.kind == "page_kind" for rule in rules):
        return []
    kinds = {kind_of(place_of(path), patterns, by_page).kind for path, by_page in told_kinds(site).items()}
    return [
        at
        for at, rule in enumerate(rules)
        if rule.kind == "page_kind" and rule.value.strip().casefold() not in kinds
    ]


@router.put("/sites/{key}/kinds", response=DeskOut, auth=DOORS)
def put_kinds(request: HttpRequest, key: str, body: KindsIn) -> DeskOut:
    """Which pages are of which kind, where the pages themselves don't say; part of the draft."""
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        site.refresh_from_db(fields=["kinds"])
        stands = [KindPattern.model_validate(each) for each in site.kinds]
        kinds = both(stands, body.was, [kind for kind in body.kinds if kind.pattern.strip()])
        if len(kinds) > MOST_KINDS:
            raise Problem(422, "too_many", f"{MOST_KINDS} at most. Take one out first.", field="kinds")
        site.kinds = [kind.model_dump(mode="json") for kind in kinds]
        site.save(update_fields=["kinds"])
    return desk_of(site, by)


UNSURE = (
    "Can’t tell from here. A rule goes by the kind of page, and no visitor was on this one yet. "
    "Say below which page is what, or open it on the stage."
)


def _answer(rules: list[PageRule], shows: bool, decided: int | None, near: int | None) -> str:
    if decided is not None:
        return f"{'Yes' if shows else 'No'}. “{rule_words(rules[decided])}” decides."
    close = f" “{rule_words(rules[near])}” comes close." if near is not None else ""
    return ("Yes. No rule speaks of it." if shows else "No. It isn't among the pages you show it on.") + close
