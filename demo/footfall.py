"""Eight weeks of believable visits to Averil's doors, the same for the same day however often they are
made.
"""

from collections.abc import Iterator
from datetime import datetime, time, timedelta
from random import Random
from uuid import NAMESPACE_URL, UUID, uuid5
from zoneinfo import ZoneInfo

from demo.shop.goods import GOODS
from demo.shop.wsgi import PAGES as PAGES_OF_SHOP
from kindknock.doors.models import Door
from kindknock.footfall.actions.keep_events import Happened, keep_events
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.models import Told

WEEKS, SEED = 8, 20261125
LONDON = ZoneInfo("Europe/London")
BY_HOUR = (1, 1, 0, 0, 0, 1, 3, 6, 10, 14, 16, 15, 17, 14, 12, 13, 14, 13, 12, 14, 15, 12, 7, 3)
BY_DAY = (1.0, 0.95, 1.0, 1.05, 1.1, 1.35, 0.8)
# Path, how often seen, how often a visit there opens the card, how often that goes through, campaign, door.
PAGES = (
    ("/", 30, 0.05, 0.35, "", 0),
    ("/workshop", 16, 0.16, 0.55, "", 0),
    ("/workshop/wheel-building", 12, 0.14, 0.5, "", 0),
    ("/shop", 14, 0.03, 0.3, "", 0),
    ("/shop/touring-pair", 9, 0.14, 0.5, "", 0),
    ("/shop/cargo-rear", 7, 0.18, 0.55, "winter-letter", 0),
    ("/shop/harbour-lamp", 5, 0.2, 0.35, "", 0),
    ("/journal/salt-and-spokes", 8, 0.02, 0.3, "winter-letter", 0),
    ("/contact", 6, 0.22, 0.6, "", 0),
    ("/hire", 14, 0.15, 0.5, "", 1),
    ("/pt/aluguer", 4, 0.12, 0.5, "", 0),
)
APPS = (("whatsapp", 62), ("telegram", 9), ("phone", 17), ("email", 12))
DEVICES, LANGUAGES = (("phone", 61), ("computer", 32), ("tablet", 7)), (("en", 84), ("pt", 11), ("ar", 5))


def lay_out(at: datetime) -> int:
    """Make the visits of the eight weeks up to a moment; how many events."""
    doors = list(Door.objects.filter(site__key="averil7q").prefetch_related("channels").order_by("place"))
    events = list(_events(doors, at))
    for start in range(0, len(events), 500):
        keep_events(events[start : start + 500])
    _hear(doors, at)
    return len(events)


def _hear(doors: list[Door], at: datetime) -> None:
    """The line was heard on every page of the shop, one a few minutes after the other, the home page last;
    its owner was told so long ago.
    """
    front, hire = doors[0].key, doors[-1].key
    titles = {path: title for path, (_, title) in PAGES_OF_SHOP.items()} | {
        f"/shop/{good.slug}": good.name for good in GOODS
    }
    keep_heard(
        [
            Heard(
                "averil7q",
                "averilcycles.example",
                path,
                title,
                at - timedelta(minutes=7 * (len(titles) - number)),
                door="" if path == "/checkout" else hire if path.startswith("/hire") else front,
            )
            for number, (path, title) in enumerate(sorted(titles.items(), reverse=True))
        ]
    )
    site = doors[0].site
    for code in ("line_first", "first_visitor"):
        Told.objects.get_or_create(site=site, code=code, defaults={"at": at})


def _events(doors: list[Door], at: datetime) -> Iterator[Happened]:
    random = Random(SEED)
    today = at.astimezone(LONDON).date()
    for back in range(WEEKS * 7, -1, -1):
        day = today - timedelta(days=back)
        growth = 0.8 + 0.4 * (1 - back / (WEEKS * 7))
        for number in range(max(int(random.gauss(58, 9) * BY_DAY[day.weekday()] * growth), 5)):
            hour = random.choices(range(24), BY_HOUR)[0]
            when = datetime.combine(day, time(hour, random.randrange(60), random.randrange(60)), LONDON)
            visit = list(_visit(random, doors, when, f"{day}/{number}"))
            yield from (event for event in visit if event.at <= at)


def _visit(random: Random, doors: list[Door], when: datetime, name: str) -> Iterator[Happened]:
    """One page seen, perhaps opened, perhaps gone through."""
    path, _, opens, knocks, campaign, door_at = random.choices(PAGES, [page[1] for page in PAGES])[0]
    door = doors[door_at]
    device, language = (
        _one_of(random, DEVICES),
        "pt" if path.startswith("/pt") else _one_of(random, LANGUAGES),
    )
    words = campaign if campaign and random.random() < 0.3 else ""

    def event(kind: str, seconds: float, channel: str = "", person: str = "") -> Happened:
        return Happened(
            _id(f"{name}/{kind}"),
            "averil7q",
            kind,
            door.key,
            channel,
            path,
            device,
            language,
            when + timedelta(seconds=seconds),
            person,
            words,
        )

    yield event("seen", 0)
    if random.random() < opens * (1.2 if device == "phone" else 1):
        yield event("opened", 6 + random.random() * 40)
        if random.random() < knocks:
            wanted = _one_of(random, APPS)
            channel = next((c.key for c in door.channels.all() if c.app == wanted), None)
            if channel is not None:
                person = random.choice(door.parts.get("people") or [""])
                yield event("knocked", 50 + random.random() * 90, channel, person)


def _one_of(random: Random, weighed: tuple[tuple[str, int], ...]) -> str:
    return random.choices([name for name, _ in weighed], [weight for _, weight in weighed])[0]


def _id(name: str) -> UUID:
    return uuid5(NAMESPACE_URL, f"kk-demo/{name}")
