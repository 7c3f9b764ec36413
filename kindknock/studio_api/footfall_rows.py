"""The table of Footfall: one dimension, each row now against before."""

from collections.abc import Iterable
from dataclasses import asdict, dataclass, field
from urllib.parse import quote

from babel import Locale

from kindknock.core.addresses import APPS
from kindknock.core.counts import Comparison, Rate, compare, is_too_small, rate
from kindknock.doors.models import Channel, Door
from kindknock.footfall.models import Dimension as Sums
from kindknock.footfall.sums import KINDS, Counts, Named, by_name, total
from kindknock.people.models import Assistant
from kindknock.sites.models import Site
from kindknock.sites.queries import allowed_hosts

from . import footfall_words as say
from .footfall_present import Looked
from .schemas import (
    CrowdOut,
    OutOut,
    OutRowOut,
    RangeOut,
    ShareRowOut,
    ShareTableOut,
)
from .schemas.footfall import Act, Dimension
from .words import language_name

MOST_ROWS = 60
PLACES = ("country", "language", "came_from", "campaign")
OF_KNOCKS = ("way", "person")
WHAT = {"page": "pages", "came_from": "places", "campaign": "campaigns"}


NOTHING = Counts()


@dataclass(frozen=True, slots=True)
class Row:
    """One name with its counts; `key` empty where names are joined."""

    key: str
    name: str
    more: str
    site: Site | None
    now: Counts = NOTHING
    before: Counts = NOTHING


@dataclass(slots=True)
class Names:
    """What the keys in the sums are called today. Three queries at most."""

    looked: Looked
    of: Dimension
    _kept: dict[str, tuple[str, str]] = field(default_factory=dict)

    def __post_init__(self) -> None:
        business = self.looked.business
        if self.of == "person":
            for person in Assistant.objects.filter(business=business, removed_at=None):
                self._kept[person.key] = (person.name, "")
        elif self.of == "door":
            for door in Door.objects.filter(site__business=business).select_related("site"):
                taken = door.removed_at is not None
                self._kept[door.key] = (door.name, say.DOOR_GONE if taken else "")
        elif self.of == "way":
            rows = Channel.objects.filter(door__site__business=business, removed_at=None)
            for way in rows.select_related("door"):
                name = next(iter(way.name.values()), "") or APPS[way.app].name
                self._kept[way.key] = (name, way.door.name)

    def of_name(self, named: Named) -> tuple[str, str, str]:
        """The key to ask for more with, the name, and what stands beside it."""
        text = named.text
        if text is None:
            return "", say.ELSEWHERE, ""
        if self.of == "page":
            return text, text or say.UNKNOWN["page"], ""
        if self.of == "person":
            if not text:
                return "", say.NOBODY_NAMED, ""
            name, more = self._kept.get(text, (say.SOMEBODY_LEFT, ""))
            return text if text in self._kept else "", name, more
        if self.of == "way":
            if not text:
                return "", say.WAYS[""], ""
            name, more = self._kept.get(text, (say.WAY_GONE, ""))
            return text if text in self._kept else "", name, more
        if self.of == "door":
            name, more = self._kept.get(text, (say.DOOR_GONE, ""))
            return text if text in self._kept else "", name, more
        if not text:
            return "", say.UNKNOWN[self.of], ""
        return text, _plain_name(self.of, text), ""


def _plain_name(of: Dimension, text: str) -> str:
    if of == "language":
        return language_name(text)
    if of == "country":
        return str(Locale("en").territories.get(text, text))
    return say.DEVICES.get(text, text) if of == "device" else text


def rows_of(looked: Looked, of: Dimension) -> list[Row]:
    """All of one dimension, the most knocks first; small places joined."""
    names = Names(looked, of)
    sites = {site.pk: site for site in looked.sites}
    found: dict[tuple[str, str, str, int], Row] = {}
    spans = [(looked.period.now, True)] + ([(looked.period.before, False)] if looked.period.before else [])
    counted = [
        (by_name(looked.site_ids, Sums[of.upper()], span.start, span.end), is_now) for span, is_now in spans
    ]
    # The same page of two sites is two pages.
    per_site = of == "page" and len({named.site_id for each, _ in counted for named in each}) > 1
    for each, is_now in counted:
        for named, counts in each.items():
            key, name, more = names.of_name(named)
            site = sites[named.site_id] if of == "page" else None
            beside = more or (site.name if site and per_site else "")
            at = (key, name, more, named.site_id if per_site else 0)
            row = found.get(at, Row(key, name, beside, site))
            now = row.now + counts if is_now else row.now
            before = row.before if is_now else row.before + counts
            found[at] = Row(row.key, row.name, row.more, row.site, now, before)
    rows = list(found.values())
    if of in PLACES:
        rows = _joined(rows)
    return sorted(rows, key=lambda row: (-row.now.knocked, -row.now.seen, row.name))


def _joined(rows: Iterable[Row]) -> list[Row]:
    """Places that so few came from that somebody might be made out become one."""
    kept, small = [], []
    for row in rows:
        cells = (row.now.seen, row.now.knocked, row.before.seen, row.before.knocked)
        if row.key and is_too_small(cells):
            small.append(row)
        else:
            kept.append(row)
    if not small:
        return kept
    other = next((row for row in kept if row.name == say.ELSEWHERE), None)
    if other is not None:
        kept.remove(other)
        small.append(other)
    now = sum((row.now for row in small), Counts())
    before = sum((row.before for row in small), Counts())
    return [*kept, Row("", say.ELSEWHERE, "", None, now, before)]


def table_of(looked: Looked, of: Dimension) -> ShareTableOut:
    """The first rows, and in words what the rest comes to."""
    rows = rows_of(looked, of)
    bases = _bases(looked, of)
    shown, rest = rows[:MOST_ROWS], rows[MOST_ROWS:]
    knocked = sum(row.now.knocked for row in rest)
    return ShareTableOut(
        dimension=of,
        of="knocks" if of in OF_KNOCKS else "visits",
        rows=[row_out(row, looked, of, bases) for row in shown],
        rest=say.some_more(len(rest), knocked, WHAT.get(of, "rows")) if rest else "",
    )


Bases = tuple[Counts, Counts | None]


def _bases(looked: Looked, of: Dimension) -> Bases:
    """All knocks, which ways and people have a share of."""
    if of not in OF_KNOCKS:
        return Counts(), None
    now, before = looked.period.now, looked.period.before
    return (
        total(looked.site_ids, now.start, now.end),
        total(looked.site_ids, before.start, before.end) if before else None,
    )


def rates_of(row: Row, looked: Looked, of: Dimension, bases: Bases) -> tuple[Rate | None, Rate | None]:
    """The row's share now and before: of visits, or of all knocks."""
    if of in OF_KNOCKS:
        then = rate(row.before.knocked, bases[1].knocked) if bases[1] is not None else None
        return rate(row.now.knocked, bases[0].knocked), then
    now = rate(row.now.knocked, max(row.now.seen, row.now.knocked))
    before = rate(row.before.knocked, max(row.before.seen, row.before.knocked))
    return now, before if looked.period.before else None


def row_out(row: Row, looked: Looked, of: Dimension, bases: Bases) -> ShareRowOut:
    now, before = rates_of(row, looked, of, bases)
    found: Comparison | None = compare(now, before) if looked.period.before else None
    code, word = say.word_of(found)
    act, to = _act(row, of, looked)
    return ShareRowOut(
        key=row.key,
        site=row.site.key if row.site else "",
        name=row.name,
        more=row.more,
        now=_range(now, row.now.knocked),
        before=_range(before, row.before.knocked),
        range=say.range_words(now),
        before_range=say.range_words(before) if looked.period.before else "",
        code=code,
        word=word,
        missed=row.now.missed,
        act=act,
        to=to,
    )


def _range(found: Rate | None, hits: int) -> RangeOut | None:
    if found is None:
        return None
    return RangeOut(share=found.share, low=found.low, high=found.high, hits=hits, seen=found.seen)


def _act(row: Row, of: Dimension, looked: Looked) -> tuple[Act, str]:
    """The one thing to do about a row."""
    if row.now.missed > row.now.knocked:
        return "rota", "/rota"
    if of == "page" and row.key:
        site = row.site or (looked.sites[0] if looked.sites else None)
        if site is None or not (hosts := allowed_hosts(site)):
            return "", ""
        page = quote(f"https://{hosts[0]}{row.key}", safe="")
        return "desk", f"/doors/{site.key}?page={page}"
    if of == "person" and row.key:
        return "people", "/people"
    return "", ""


HEAD = (
    "Name",
    "Beside it",
    "Seen",
    "Opened",
    "Knocked",
    "Missed",
    "Knocked in 100",
    "from",
    "to",
    "Seen before",
    "Knocked before",
    "Compared",
)


def table_lines(looked: Looked, of: Dimension) -> list[tuple[str, ...]]:
    """The whole dimension as rows of a table, its head first. Shares are of knocks for ways and people."""
    bases = _bases(looked, of)
    lines: list[tuple[str, ...]] = [HEAD]
    for row in rows_of(looked, of):
        now, before = rates_of(row, looked, of, bases)
        found = compare(now, before) if looked.period.before else None
        lines.append(
            (
                row.name,
                row.more,
                *(str(getattr(row.now, kind)) for kind in KINDS),
                *(f"{100 * share:.1f}" for share in ((now.share, now.low, now.high) if now else ())),
                *(("", "", "") if now is None else ()),
                *((str(row.before.seen), str(row.before.knocked)) if looked.period.before else ("", "")),
                say.word_of(found)[1],
            )
        )
    return lines


def out_of(looked: Looked, of: Dimension) -> OutOut:
    """The same for another system."""
    now, bases = looked.period.now, _bases(looked, of)
    rows = []
    for row in rows_of(looked, of):
        found, before = rates_of(row, looked, of, bases)
        rows.append(
            OutRowOut(
                key=row.key,
                name=row.name,
                site=row.site.key if row.site else "",
                share=found.share if found else None,
                low=found.low if found else None,
                high=found.high if found else None,
                compared=compare(found, before) if looked.period.before else None,
                **asdict(row.now),
            )
        )
    return OutOut(
        business=looked.business.name,
        zone=looked.zone,
        first=now.first,
        last=now.last,
        by=of,
        total=CrowdOut(**asdict(total(looked.site_ids, now.start, now.end))),
        rows=rows,
    )
