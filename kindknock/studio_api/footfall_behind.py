"""What is behind a number of Footfall, by other dimensions. Cells under three are left out, so that nobody
can be made out.
"""

from collections import Counter
from collections.abc import Mapping
from datetime import date, timedelta
from urllib.parse import quote

from kindknock.core.counts import is_too_small
from kindknock.core.setup import setup_from
from kindknock.core.visit.page_cover import page_cover
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.queries import last_release
from kindknock.footfall.behind import InHour, knocks_behind
from kindknock.footfall.models import Dimension as Sums
from kindknock.footfall.models import Event
from kindknock.footfall.sums import Named, by_name
from kindknock.sites.models import HeardPath

from . import footfall_words as say
from .footfall_present import Looked
from .footfall_rows import Names
from .schemas import BehindOut, BehindPartOut, BehindRowOut
from .schemas.footfall import CrowdKind, Dimension

MOST, MOST_HEARD = 6, 200
COLUMNS: Mapping[Dimension, str] = {
    "page": "path",
    "way": "channel",
    "person": "person",
    "door": "door",
    "language": "language",
    "device": "device",
    "country": "country",
    "campaign": "campaign",
    "came_from": "came_from",
}
BEHIND: tuple[Dimension, ...] = ("page", "way", "door", "language", "device")
OF_A_VISIT: tuple[Dimension, ...] = ("page", "door", "language", "device")
"""What is known of who saw or opened: by which way comes with the knock."""


def behind_row(looked: Looked, of: Dimension, key: str) -> BehindOut:
    """The knocks behind one row, of the events that are still kept."""
    wanted = [by for by in BEHIND if by != of]
    return _of_knocks(looked, Names(looked, of).of_name(Named(0, key))[1], (COLUMNS[of], key), wanted)


def behind_hour(looked: Looked, weekday: int, hour: int) -> BehindOut:
    """The knocks behind an hour of the week (Monday 0), of the events that are still kept."""
    name = say.hour_words(weekday, hour)
    return _of_knocks(looked, name, InHour(weekday, hour, looked.zone), BEHIND)


def _of_knocks(
    looked: Looked,
    name: str,
    only: tuple[str, str] | InHour,
    wanted: "tuple[Dimension, ...] | list[Dimension]",
) -> BehindOut:
    now = looked.period.now
    since = max(now.start, looked.at - timedelta(days=Event.KEPT_DAYS - 1))
    found = knocks_behind(looked.site_ids, only, [COLUMNS[by] for by in wanted], since, now.end)
    first: date = since.astimezone(now.start.tzinfo).date()
    late = say.NOT_SO_FAR.format(day=say.days_words(first, first, looked.today))
    parts = [_part(looked, by, found[COLUMNS[by]]) for by in wanted]
    return BehindOut(
        name=name,
        since=first,
        noted=late if since > now.start else "",
        parts=[part for part in parts if part.rows],
    )


def behind_crowd(looked: Looked, kind: CrowdKind) -> BehindOut:
    """All who saw, opened or knocked, from the sums; of who saw also the pages on which nobody could."""
    now = looked.period.now
    parts = []
    for by in BEHIND if kind == "knocked" else OF_A_VISIT:
        counted: dict[str, int] = {}
        for named, counts in by_name(looked.site_ids, Sums[by.upper()], now.start, now.end).items():
            if named.text is not None:
                counted[named.text] = counted.get(named.text, 0) + getattr(counts, kind)
        parts.append(_part(looked, by, counted))
    if kind == "seen":
        parts.append(_without_button(looked))
    return BehindOut(
        name=say.CROWD[kind], since=now.first, noted="", parts=[part for part in parts if part.rows]
    )


def _without_button(looked: Looked) -> BehindPartOut:
    """Pages the line was heard on in these days on which no door that is live shows, whoever comes and when.
    Two queries a site.
    """
    rows: list[BehindRowOut] = []
    for site in looked.sites:
        release = last_release(site)
        if release is None:
            continue
        plans = compile_door_plans(setup_from(release.setup))
        now = looked.period.now
        heard = HeardPath.objects.filter(
            host__site=site, host__state="allowed", last_heard_at__gte=now.start, last_heard_at__lt=now.end
        ).order_by("-looks", "path")
        for host, path, kind in heard.values_list("host__name", "path", "kind")[:MOST_HEARD]:
            if len(rows) < MOST and not page_cover(plans, host, path, kind).doors:
                page = quote(f"https://{host}{path}", safe="")
                to = f"/doors/{site.key}?open=where&page={page}"
                rows.append(BehindRowOut(name=path, count=None, act="pages", to=to))
    return BehindPartOut(name=say.NO_BUTTON, rows=rows)


def _part(looked: Looked, by: Dimension, counted: Mapping[str, int]) -> BehindPartOut:
    names = Names(looked, by)
    most = sorted(counted.items(), key=lambda cell: -cell[1])[:MOST]
    cells = [(*names.of_name(Named(0, key))[1:], n) for key, n in most if n and not is_too_small([n])]
    alike = Counter(name for name, _, _ in cells)
    rows = [
        # Two ways of the same name are told apart by their doors.
        BehindRowOut(name=f"{name}, {more}" if more and alike[name] > 1 else name, count=n)
        for name, more, n in cells
    ]
    return BehindPartOut(name=say.DIMENSIONS[by], rows=rows)
