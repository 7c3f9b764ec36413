"""The owner's API, all routers together."""

from ninja import NinjaAPI

from .errors import add_handlers
from .guard import check_declared
from .parser import StorableParser
from .routers import (
    account,
    answers,
    answers_files,
    asked_again,
    asks,
    away,
    business,
    channels,
    closures,
    deeds,
    desk,
    doors,
    fitting,
    footfall,
    guestbook,
    hears,
    history,
    kept,
    looks,
    people,
    places,
    reading,
    review,
    rota,
    signing_in,
    stage,
    team,
    texts,
    trials,
    website,
)

api = NinjaAPI(
    title="Kind Knock",
    version="1",
    urls_namespace="studio",
    docs_url=None,
    parser=StorableParser(),
)
add_handlers(api)
for name, router in (
    ("account", account.router),
    ("account", signing_in.router),
    ("business", business.router),
    ("website", website.router),
    ("team", team.router),
    ("team", deeds.router),
    ("team", hears.router),
    ("reading", reading.router),
    ("desk", desk.router),
    ("doors", doors.router),
    ("channels", channels.router),
    ("stage", stage.router),
    ("places", places.router),
    ("fitting", fitting.router),
    ("fitting", trials.router),
    ("review", review.router),
    ("history", history.router),
    ("looks", looks.router),
    ("answers", answers.router),
    ("answers", answers_files.router),
    ("answers", asked_again.router),
    ("texts", texts.router),
    ("texts", asks.router),
    ("rota", rota.router),
    ("rota", closures.router),
    ("rota", away.router),
    ("people", people.router),
    ("footfall", footfall.router),
    ("guestbook", guestbook.router),
    ("guestbook", kept.router),
):
    api.add_router("", router, tags=[name])
check_declared(api)
