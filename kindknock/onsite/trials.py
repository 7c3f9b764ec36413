"""A trial: a site's doors on its own pages, drafted or live, as the visitor and at the moment its maker
chose, for whoever has the key. What its page met is reported here.

All rules count as they do for visitors, hosts and pages too, so what shows is what would show. The answer
holds for seconds: what is drafted meanwhile follows.
"""

import json
from collections.abc import Mapping
from datetime import datetime, timedelta
from typing import Any
from urllib.parse import urlencode

from kindknock.accounts.addresses import studio_address
from kindknock.core.addresses.tracking import address_without_tracking
from kindknock.core.setup import Setup, setup_from
from kindknock.core.visit import Compiled, Visit, decide, visit_from
from kindknock.core.visit.fragments import instant
from kindknock.core.words.moments import clock_of, day_and_time, when_text
from kindknock.doors.actions.begin_trial import note_met
from kindknock.doors.at_hand import at_hand
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.models import Showing, Trial
from kindknock.doors.queries import last_release
from kindknock.standins.links import links_for

from .read import answer_to_read
from .reports import plain_text
from .showing import SIGN
from .trial_words import as_whom, shown_words

HOLDS = timedelta(seconds=10)
MET = ("covered", "outside", "hidden", "refused")
"""Something lies over the button; it stands outside the window; the page hides it; a request of ours was
refused.
"""
PRETENDED = ("country", "languages", "returning", "referrer", "zone")


def trial_of(key: str, at: datetime) -> Trial | None:
    """The trial whose `~token` this is; None where there is none, also once it has ended."""
    if not key.startswith(SIGN):
        return None
    return (
        Trial.objects.select_related("site__business", "by")
        .filter(token=key.removeprefix(SIGN), until__gt=at)
        .first()
    )


def trial_answer(trial: Trial, raw: Mapping[str, Any], *, at: datetime, country: str) -> bytes:
    """What the button gets on this page, as JSON, with what the strip beside it says."""
    moment = datetime.fromisoformat(trial.visit["at"]) if trial.visit.get("at") else at
    visit = _visit(trial, raw, at=at, country=country)
    compiled = _compiled(trial, at)
    verdict = decide(compiled, visit)
    clock = clock_of(trial.site.business.zone)
    said_for = {"_tomorrow": "tomorrow"}
    strip = {
        "says": shown_words(
            trial.of,
            verdict.shown,
            is_listed=compiled is not None and visit.host in compiled.hosts,
            has_any=compiled is not None,
        ),
        "as": as_whom(trial.visit, day_and_time(moment, clock) if moment != at else ""),
        "until": f"Nothing here is counted. It ends {when_text(trial.until, at, clock, 'en', said_for)}.",
        "why": studio_address(
            trial.site.business, f"/fitting/{trial.site.key}?{urlencode({'page': visit.address})}"
        ),
    }
    answer = json.loads(verdict.answer)
    answer |= {"until": instant(at + HOLDS), "holds": "address", "tag": "", "trial": strip}
    return json.dumps(answer, ensure_ascii=False).encode()


def trial_reads(key: str, raw: Any, *, at: datetime, country: str) -> bytes:
    """What can be read in the card of a trial, as its visitor and at its moment."""
    trial = trial_of(key, at)
    if trial is None or not isinstance(raw, Mapping):
        return b'{"v":1}'
    return answer_to_read(_compiled(trial, at), _visit(trial, raw, at=at, country=country), raw)


def _visit(trial: Trial, raw: Mapping[str, Any], *, at: datetime, country: str) -> Visit:
    """The visit that is pretended. First or again is always what was chosen: the tab remembers for its own
    sake only.
    """
    moment = datetime.fromisoformat(trial.visit["at"]) if trial.visit.get("at") else at
    pretended = {name: trial.visit[name] for name in PRETENDED if trial.visit.get(name)}
    return visit_from(
        {**raw, "returning": False, **pretended}, at=moment, country=pretended.get("country") or country
    )


def met_of(raw: Any) -> dict[str, Any] | None:
    """What the page of a trial says of itself; None where it says nothing that can be read."""
    if not isinstance(raw, Mapping) or not isinstance(raw.get("met"), list):
        return None
    return {
        "address": address_without_tracking(plain_text(raw.get("address"))),
        "stands": raw.get("stands") is True,
        "met": [code for code in MET if code in raw["met"]],
        "refused": [plain_text(item, 300) for item in raw.get("refused", [])[:8] if isinstance(item, str)]
        if isinstance(raw.get("refused"), list)
        else [],
    }


def keep_met(key: str, raw: Any, *, at: datetime) -> bool:
    """Keep what the page of a trial met. False where there is no such trial, or nothing to be read."""
    trial, met = trial_of(key, at), met_of(raw)
    if trial is None or met is None:
        return False
    note_met(trial, met, at=at)
    return True


def _compiled(trial: Trial, at: datetime) -> Compiled | None:
    """The site as the trial shows it; None where it shows what is live and nothing is."""
    here = at_hand(trial.site, at=at)
    setup: Setup | None = here.draft
    if trial.of == Showing.Of.LIVE:
        release = last_release(trial.site)
        setup = setup_from(release.setup) if release else None
    if setup is None:
        return None
    return compile_door_plans(setup, timetable=here.timetable, live=here.live, links=links_for(setup))
