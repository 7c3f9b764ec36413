"""Trials: private links that show a site's doors on its own pages, and what those pages report."""

from datetime import datetime

from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.core.addresses import HostList
from kindknock.core.addresses.hosts import host_of
from kindknock.core.fitting import Sight, likeliest
from kindknock.core.formats.qr import qr_svg
from kindknock.core.pages.rules import path_of
from kindknock.core.words.moments import clock_of, day_and_time
from kindknock.doors.actions.begin_trial import begin_trial, end_trial
from kindknock.doors.models import Showing, Trial
from kindknock.onsite.showing import SIGN
from kindknock.onsite.trial_words import OF, as_whom
from kindknock.sites.models import Site
from kindknock.sites.queries import allowed_hosts, heard_paths
from kindknock.standins.alias import to_local

from .. import auth
from ..errors import Problem
from ..fitting_words import SILENT, met_words, sight_words
from ..guard import DOORS, user_of
from ..schemas import MetOut, SilentIn, SilentOut, StageVisit, TrialIn, TrialOut
from ..tasks import SIGHT
from ..typed_page import typed_page
from .fitting import look_of

router = Router()
NOT_LISTED = "{host} isn’t on this site’s list of web addresses. Allow it first, then nothing else is needed."
UNHEARD = (
    "The line hasn’t been heard on that page yet: without it, nothing shows there. Check the page to be sure."
)


@router.get("/sites/{key}/trials", response=list[TrialOut], auth=DOORS)
def trials(request: HttpRequest, key: str) -> list[TrialOut]:
    """Those that still work, the newest first, without their links."""
    site = auth.site(request, key)
    return [_out(trial) for trial in site.trials.filter(until__gt=clock.now())]


@router.post("/sites/{key}/trials", response=TrialOut, auth=DOORS)
def begin(request: HttpRequest, key: str, body: TrialIn) -> TrialOut:
    """A new link to a page of the site. It works for a day, on any device."""
    site = auth.site(request, key)
    hosts = allowed_hosts(site)
    address = typed_page(body.typed, next((host for host in hosts if not host.startswith("*")), ""))
    if host_of(address) not in HostList(hosts):
        raise Problem(422, "not_listed", NOT_LISTED.format(host=host_of(address)), field="typed")
    trial = begin_trial(
        site,
        of=Showing.Of(body.of),
        visit=_pretended(body.visit),
        by=user_of(request),
        at=clock.now(),
    )
    warns = "" if path_of(address) in heard_paths(site) else UNHEARD
    return _out(trial, link=f"{to_local(address.partition('#')[0])}#kk{SIGN}{trial.token}", warns=warns)


@router.delete("/sites/{key}/trials/{token}", response=list[TrialOut], auth=DOORS)
def end(request: HttpRequest, key: str, token: str) -> list[TrialOut]:
    """Its link shows nothing any more."""
    end_trial(auth.site(request, key), token)
    return trials(request, key)


@router.post("/sites/{key}/fitting/silent", response=SilentOut, auth=DOORS)
def silent(request: HttpRequest, key: str, body: SilentIn) -> SilentOut:
    """A page that was opened to be watched told nothing: the likeliest cause."""
    site = auth.site(request, key)
    asked = look_of(site, body.look) if body.look is not None else None
    sight: Sight | None = SIGHT.validate_python(asked.sight) if asked and asked.sight else None
    says, how = SILENT[likeliest(sight.code if sight else None, files=body.files, messages=body.messages)]
    if says.endswith(":") and sight and asked:
        words = sight_words(sight, host=host_of(asked.final))
        return SilentOut(says=f"{says} {words.says[:1].lower()}{words.says[1:]}", how=words.how)
    return SilentOut(says=says, how=how)


def _pretended(visit: StageVisit | None) -> dict[str, object]:
    if visit is None:
        return {}
    found = {name: getattr(visit, name) for name in ("country", "languages", "returning", "referrer", "zone")}
    found["at"] = visit.at.isoformat() if visit.at else ""
    return {name: value for name, value in found.items() if value}


def _out(trial: Trial, *, link: str = "", warns: str = "") -> TrialOut:
    return TrialOut(
        token=trial.token,
        of="live" if trial.of == Showing.Of.LIVE else "draft",
        says=f"{OF[trial.of]}. {_as_whom(trial, trial.site)}",
        link=link,
        qr=qr_svg(link) if link else "",
        until=trial.until,
        is_here_only=settings.ENV.is_loopback,
        warns=warns,
        met=_met(trial),
    )


def _as_whom(trial: Trial, site: Site) -> str:
    at = trial.visit.get("at")
    moment = day_and_time(datetime.fromisoformat(at), clock_of(site.business.zone)) if at else ""
    return as_whom(trial.visit, moment)


def _met(trial: Trial) -> MetOut | None:
    if trial.met is None or trial.met_at is None:
        return None
    words = met_words(trial.met)
    return MetOut(
        at=trial.met_at, address=trial.met["address"], state=words.state, says=words.says, how=words.how
    )
