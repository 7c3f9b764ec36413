"""A site's draft, timetable and what is live at once, loaded once and kept for as long as no row of them
changes.

The stage asks on every keystroke. One query tells whether anything changed, by a digest over the very
rows, so that what is kept can't be older than the database; whatever is loaded comes through `load`.
"""

from collections import OrderedDict
from dataclasses import dataclass
from datetime import datetime

from django.db import connection

from kindknock.core.setup import Setup
from kindknock.core.time import Timetable
from kindknock.core.visit import Live
from kindknock.people.load import timetable_of
from kindknock.sites.models import Site

from .load import draft_of, live_of
from .queries import last_release

MOST_KEPT = 32
_kept: OrderedDict[str, "AtHand"] = OrderedDict()
_DIGEST = """
SELECT md5(concat_ws('#',
  (SELECT string_agg(d::text, '|' ORDER BY d.id) FROM doors_door d WHERE d.site_id = %(site)s),
  (SELECT string_agg(c::text, '|' ORDER BY c.id) FROM doors_channel c
    JOIN doors_door d ON d.id = c.door_id WHERE d.site_id = %(site)s),
  (SELECT string_agg(p::text, '|' ORDER BY p.id) FROM answers_piece p WHERE p.site_id = %(site)s),
  (SELECT string_agg(h.name || h.state, '|' ORDER BY h.id) FROM sites_host h WHERE h.site_id = %(site)s),
  (SELECT string_agg(a::text, '|' ORDER BY a.id) FROM people_assistant a WHERE a.business_id = %(business)s),
  (SELECT string_agg(w::text, '|' ORDER BY w.id) FROM people_workinghours w
    WHERE w.business_id = %(business)s),
  (SELECT string_agg(c::text, '|' ORDER BY c.id) FROM people_closure c WHERE c.business_id = %(business)s),
  (SELECT string_agg(x::text, '|' ORDER BY x.id) FROM people_absence x
    JOIN people_assistant a ON a.id = x.assistant_id WHERE a.business_id = %(business)s),
  (SELECT b::text FROM accounts_business b WHERE b.id = %(business)s),
  (SELECT s::text FROM sites_site s WHERE s.id = %(site)s),
  (SELECT max(r.number)::text FROM doors_release r WHERE r.site_id = %(site)s)))
"""


@dataclass(frozen=True, slots=True)
class AtHand:
    """`released_at` is when the current release was made; None while there is none."""

    draft: Setup
    timetable: Timetable
    live: Live
    released_at: datetime | None


def at_hand(site: Site, *, at: datetime) -> AtHand:
    """One query where nothing changed since it was last asked for in this process; else also those of
    `load`.
    """
    with connection.cursor() as cursor:
        cursor.execute(_DIGEST, {"site": site.pk, "business": site.business_id})
        digest = f"{site.pk}:{cursor.fetchone()[0]}"
    found = _kept.get(digest)
    if found is None:
        release = last_release(site)
        found = AtHand(
            draft_of(site), timetable_of(site.business, at=at), live_of(site), release.at if release else None
        )
        while len(_kept) >= MOST_KEPT:
            _kept.popitem(last=False)
        _kept[digest] = found
    return found
