"""Six months of believable visits to Averil's doors, the same for the same day however often they are made.

Something happened in them: a release after which more ask about touring wheels, a fair that brought many who
only looked, a week in which the shop was shut, a lamp's page on which nobody gets through any more, and hire
pages that hid their button while nobody was in, until that release.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime, time, timedelta
from random import Random
from uuid import NAMESPACE_URL, UUID, uuid5
from zoneinfo import ZoneInfo

from demo.shop.goods import GOODS
from demo.shop.wsgi import PAGES as PAGES_OF_SHOP
from kindknock.doors.models import Door, Release
from kindknock.footfall.actions.forget_old import forget_old
from kindknock.footfall.actions.keep_events import Happened, keep_events
from kindknock.footfall.models import Event
from kindknock.footfall.partitions import make_months
from kindknock.people.load import closure_document
from kindknock.people.models import Closure, TimetableVersion
from kindknock.sites.actions.hear import Heard, keep_heard
from kindknock.sites.models import Told

WEEKS, SEED = 26, 20261125
RELEASED, FAIR, SHUT, FAILS = 25, (44, 45), range(66, 73), 27
"""So many days ago: the second release, the days of the fair, the week shut, the lamp's page failing."""
LONDON = ZoneInfo("Europe/London")
BY_HOUR = (1, 1, 0, 0, 0, 1, 3, 6, 10, 14, 16, 15, 17, 14, 12, 13, 14, 13, 12, 14, 15, 12, 7, 3)
BY_DAY = (1.0, 0.95, 1.0, 1.05, 1.1, 1.35, 0.8)


@dataclass(frozen=True, slots=True)
class Page:
    """How often it is seen, how often a visit there opens the card, how often that goes through; `door` by
    its place.
    """

    path: str
    often: int
    opens: float
    knocks: float
    campaign: str = ""
    door: int = 0


PAGES = (
    Page("/", 30, 0.05, 0.35),
    Page("/workshop", 16, 0.16, 0.55),
    Page("/workshop/wheel-building", 12, 0.14, 0.5),
    Page("/shop", 14, 0.03, 0.3),
    Page("/shop/touring-pair", 12, 0.1, 0.4),
    Page("/shop/cargo-rear", 7, 0.18, 0.55, "winter-letter"),
    Page("/shop/harbour-lamp", 9, 0.24, 0.5),
    Page("/journal/salt-and-spokes", 8, 0.02, 0.3, "winter-letter"),
    Page("/contact", 6, 0.22, 0.6),
    Page("/hire", 14, 0.15, 0.5, door=1),
    Page("/pt/aluguer", 4, 0.12, 0.5),
)
HELPED = Page("/shop/touring-pair", 12, 0.3, 0.6)
FAILING = Page("/shop/harbour-lamp", 9, 0.24, 0.04)
APPS = (("whatsapp", 62), ("telegram", 9), ("phone", 17), ("email", 12))
DEVICES, LANGUAGES = (("phone", 61), ("computer", 32), ("tablet", 7)), (("en", 84), ("pt", 11), ("ar", 5))
COUNTRIES = (("GB", 80), ("PT", 8), ("IE", 5), ("DE", 2), ("", 5))
FROM = (("", 58), ("search.example", 26), ("cyclingnews.example", 9), ("maps.example", 7))
FAIR_GROUND = "harbourfair.example"


def lay_out(at: datetime) -> int:
    """Make the visits of the six months up to a moment; how many events. What is older than events are kept
    lives on in the sums.
    """
    doors = list(Door.objects.filter(site__key="averil7q").prefetch_related("channels").order_by("place"))
    business = doors[0].site.business
    _back_then(business.pk, at)
    month = at - timedelta(weeks=WEEKS)
    while month < at:
        make_months(at=month)
        month += timedelta(days=31)
    events = list(_events(doors, at))
    if Event.objects.filter(site=doors[0].site).exists():
        # Made before: the old ones are in the sums, where they can't be told from new ones.
        events = [event for event in events if event.at >= at - timedelta(days=Event.KEPT_DAYS)]
    for start in range(0, len(events), 500):
        keep_events(events[start : start + 500])
    forget_old(at=at)
    _hear(doors, at)
    return len(events)


def _back_then(business: int, at: datetime) -> None:
    """The hours have held all the time, but for the week in which the shop was shut."""
    Release.objects.filter(site__key="averilhire").update(at=at - timedelta(weeks=WEEKS))
    TimetableVersion.objects.filter(business_id=business).update(at=at - timedelta(weeks=WEEKS))
    today = at.astimezone(LONDON).date()
    first, last = (today - timedelta(days=back) for back in (SHUT[-1], SHUT[0]))
    closure, _ = Closure.objects.get_or_create(
        business_id=business, first_day=first, last_day=last, name="Autumn break"
    )
    for version in TimetableVersion.objects.filter(business_id=business):
        shop = version.document.get("shop") or {"zone": "", "week": None, "special": {}}
        shop["closures"] = [*shop.get("closures", []), closure_document(closure)]
        version.document["shop"] = shop
        version.save(update_fields=["document"])


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
        growth = 0.75 + 0.45 * (1 - back / (WEEKS * 7))
        busy = 3 if back in FAIR else 0.6 if back in SHUT else 1
        for number in range(max(int(random.gauss(58, 9) * BY_DAY[day.weekday()] * growth * busy), 5)):
            hour = random.choices(range(24), BY_HOUR)[0]
            when = datetime.combine(day, time(hour, random.randrange(60), random.randrange(60)), LONDON)
            visit = list(_visit(random, doors, when, back, f"{day}/{number}"))
            yield from (event for event in visit if event.at <= at)


def _page_then(page: Page, back: int) -> Page:
    if page.path == HELPED.path and back < RELEASED:
        return HELPED
    return FAILING if page.path == FAILING.path and back < FAILS else page


def _is_hire_desk_in(when: datetime) -> bool:
    return when.weekday() < 5 and 9 <= when.hour < 17


def _visit(random: Random, doors: list[Door], when: datetime, back: int, name: str) -> Iterator[Happened]:
    """One page seen, perhaps opened, perhaps gone through."""
    page = _page_then(random.choices(PAGES, [page.often for page in PAGES])[0], back)
    door = doors[page.door]
    device, country = _one_of(random, DEVICES), _one_of(random, COUNTRIES)
    language = "pt" if page.path.startswith("/pt") else _one_of(random, LANGUAGES)
    words = page.campaign if page.campaign and random.random() < 0.3 else ""
    came_from, opens = _one_of(random, FROM), page.opens * (1.2 if device == "phone" else 1)
    if back in FAIR and random.random() < 0.7:
        device, came_from, words, opens = "phone", FAIR_GROUND, "autumn-fair", opens / 4

    def event(kind: str, seconds: float, channel: str = "", person: str = "") -> Happened:
        return Happened(
            _id(f"{name}/{kind}"),
            "averil7q",
            kind,
            door.key,
            channel,
            page.path,
            device,
            language,
            when + timedelta(seconds=seconds),
            person,
            words,
            country,
            came_from,
        )

    if page.door == 1 and (back in SHUT or (back >= RELEASED and not _is_hire_desk_in(when))):
        yield event("missed", 0)
        return
    yield event("seen", 0)
    if random.random() < opens:
        yield event("opened", 6 + random.random() * 40)
        if random.random() < page.knocks:
            wanted = _one_of(random, APPS)
            channel = next((c.key for c in door.channels.all() if c.app == wanted), None)
            if channel is not None:
                person = random.choice(door.parts.get("people") or [""])
                yield event("knocked", 50 + random.random() * 90, channel, person)


def _one_of(random: Random, weighed: tuple[tuple[str, int], ...]) -> str:
    return random.choices([name for name, _ in weighed], [weight for _, weight in weighed])[0]


def _id(name: str) -> UUID:
    return uuid5(NAMESPACE_URL, f"kk-demo/{name}")
