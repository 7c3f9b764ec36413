"""The line handed on: a letter with the steps for whoever keeps a site, and a page, open without an account,
that shows when it is heard.
"""

import json
import secrets
from datetime import datetime, timedelta
from pathlib import Path
from typing import TypedDict

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from kindknock import clock
from kindknock.accounts.models import User
from kindknock.core.addresses import read_host
from kindknock.core.fitting import hearing_state
from kindknock.onsite.private_page import embed_line
from kindknock.sites.models import HandedOn, Host, Site
from kindknock.sites.queries import hosts_of

from .fitting_present import hearing_of
from .fitting_words import host_line

KEPT = timedelta(days=30)


class Steps(TypedDict):
    """The steps for one kind of site, as both ends read them."""

    code: str
    name: str
    steps: list[str]
    worked: str
    wrong: str
    drawn: str


STEPS: dict[str, Steps] = {
    kind["code"]: kind
    for kind in json.loads((Path(__file__).parent / "fitting_steps.en.json").read_text(encoding="utf-8"))
}


def hand_on(site: Site, *, kind: str, by: User, at: datetime) -> HandedOn:
    """A page about fitting this site's line, for a month; asked for again, the same one goes on."""
    found = site.handed_on.filter(kind=kind, until__gt=at).first()
    if found is not None:
        HandedOn.objects.filter(pk=found.pk).update(until=at + KEPT)
        return found
    return HandedOn.objects.create(
        site=site, kind=kind, by=by, token=secrets.token_urlsafe(11), at=at, until=at + KEPT
    )


def letter_of(handed: HandedOn, *, by: User, at: datetime) -> tuple[str, str]:
    """Subject and words of the letter that takes it there, for whoever sends it now."""
    site = handed.site
    steps = STEPS.get(handed.kind)
    parts = [
        "Hello,",
        "please put this one line on every page of our website, in the head or just before </body>:",
        embed_line(site.key),
        *(
            [f"{steps['name']}:\n{_numbered(steps['steps'])}", f"Often goes wrong: {steps['wrong']}"]
            if steps
            else []
        ),
        "It loads by itself without holding a page up, sets no cookie, and never needs to change. It adds a "
        f"button with which visitors can write to {site.business.name}.",
        "\n".join(["So far:", *(f"- {line}" for line in heard_lines(site, at))]),
        f"This page shows when it is heard; no account is needed:\n{address_of(handed)}",
        f"{by.email} asked us to send you this, from the studio of Kind Knock.",
    ]
    return f"One line for the website of {site.business.name}", "\n\n".join(parts) + "\n"


def heard_lines(site: Site, at: datetime) -> list[str]:
    """Each address on the list with how it is heard."""
    return [
        f"{read_host(host.name).shown or host.name}: {_heard(host, at)}"
        for host in hosts_of(site)
        if host.state == Host.State.ALLOWED
    ] or ["no web address is on the list yet."]


def address_of(handed: HandedOn) -> str:
    return f"{settings.ENV.origin}/fit/{handed.token}"


def fitting_page(request: HttpRequest, token: str) -> HttpResponse:
    """200 with the line, the steps and whether it is heard; 410 where the page has ended or never was."""
    at = clock.now()
    handed = HandedOn.objects.select_related("site__business").filter(token=token[:20], until__gt=at).first()
    if handed is None:
        response = render(request, "onsite/ended.html", status=410)
    else:
        hosts = [host for host in hosts_of(handed.site) if host.state == Host.State.ALLOWED]
        response = render(
            request,
            "studio_api/fit.html",
            {
                "business": handed.site.business.name,
                "line": embed_line(handed.site.key),
                "steps": STEPS.get(handed.kind),
                "hosts": [
                    (read_host(host.name).shown or host.name, _heard(host, at), bool(host.last_heard_at))
                    for host in hosts
                ],
                "is_heard": any(hearing_state(hearing_of(host), at) == "heard" for host in hosts),
            },
        )
    response["X-Robots-Tag"] = "noindex"
    response["Referrer-Policy"] = "no-referrer"
    return response


def _heard(host: Host, at: datetime) -> str:
    if host.last_heard_at is None:
        return "not heard yet."
    line = host_line(hearing_state(hearing_of(host), at), host.state, host.last_heard_at, at)
    return f"{line[:1].lower()}{line[1:]}"


def _numbered(steps: list[str]) -> str:
    return "\n".join(f"{n}. {step}" for n, step in enumerate(steps, 1))
