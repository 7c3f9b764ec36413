"""Add up what came: each event once, by its own UTC quarter hour and day, whenever it came in.

Where docs/rules.md is silent: of each dimension the first `FIRST` names of a site have sums of their own, and
then, up to `MOST`, those that come `ENOUGH` times at once; the rest is *elsewhere*, so that a crawler which
asks for a million pages fills nothing.
"""

from datetime import datetime

from django.db import connection, transaction

from ..models import DaySum, QuarterSum, SummedUp
from ..sums import day_of
from .keep_events import STORING

FIRST, MOST, ENOUGH = 300, 2000, 3
AT_ONCE = 50_000

_KINDS = ("seen", "opened", "knocked", "missed")
_COUNT = ", ".join(f"count(*) filter (where event.kind = '{kind}') as {kind}" for kind in _KINDS)
_TOTAL = ", ".join(f"sum({kind}) as {kind}" for kind in _KINDS)
_COLUMNS = f"site_id, dimension, at, name_id, {', '.join(_KINDS)}"
_DIMENSIONS = """
(values (0, ''), (1, event.path), (2, event.channel), (3, event.person), (4, event.door),
  (5, lower(split_part(event.language, '-', 1))), (6, event.device), (7, event.country), (8, event.campaign),
  (9, event.came_from)) as by (dimension, text)
"""
_QUARTER = "date_bin('15 minutes', event.at, timestamptz '2000-01-01 00:00+00')"
# Ways and people are of knocks alone.
_COUNTS = "(by.dimension not in (2, 3) or event.kind = 'knocked')"


def _into(table: str, select: str) -> str:
    more = ", ".join(f"{kind} = {table}.{kind} + excluded.{kind}" for kind in _KINDS)
    return (
        f"insert into {table} ({_COLUMNS}) {select} "
        f"on conflict (site_id, dimension, at, name_id) do update set {more}"
    )


_DAYS = f"""
select site_id, dimension, date_trunc('day', at at time zone 'UTC') at time zone 'UTC', name_id, {_TOTAL}
from added group by 1, 2, 3, 4
"""
_SUM = f"""
with fresh as materialized (
  select event.site_id, by.dimension, {_QUARTER} as at, by.text, {_COUNT}
  from footfall_event event cross join lateral {_DIMENSIONS}
  where event.id > %(after)s and event.id <= %(last)s and {_COUNTS}
  group by 1, 2, 3, 4),
heads as (
  select site_id, dimension, text, sum(seen + opened + knocked + missed) as often
  from fresh where dimension > 0 group by 1, 2, 3),
known as (
  select heads.*, name.id from heads left join footfall_countedname name using (site_id, dimension, text)),
room as (
  select site_id, dimension, count(*) as taken from footfall_countedname
  where site_id in (select site_id from heads) group by 1, 2),
admitted as (
  insert into footfall_countedname (site_id, dimension, text, since_id)
  select site_id, dimension, text, %(after)s + 1 from (
    select known.*, coalesce(room.taken, 0)
      + row_number() over (partition by site_id, dimension order by often desc, text) as place
    from known left join room using (site_id, dimension) where id is null) as wanted
  where place <= %(first)s or (place <= %(most)s and often >= %(enough)s)
  returning id, site_id, dimension, text),
names as (
  select id, site_id, dimension, text from known where id is not null
  union all select id, site_id, dimension, text from admitted),
added as materialized (
  select fresh.site_id, fresh.dimension, fresh.at, coalesce(names.id, 0) as name_id, {_TOTAL}
  from fresh left join names using (site_id, dimension, text) group by 1, 2, 3, 4),
quarters as ({_into("footfall_quartersum", f"select {_COLUMNS} from added")}),
days as ({_into("footfall_daysum", _DAYS)})
select coalesce(sum(seen + opened + knocked + missed), 0) from added where dimension = 0
"""
_ANEW = f"""
with added as materialized (
  select event.site_id, by.dimension, {_QUARTER} as at, coalesce(name.id, 0) as name_id, {_COUNT}
  from footfall_event event cross join lateral {_DIMENSIONS}
  left join footfall_countedname name on by.dimension > 0 and name.site_id = event.site_id
    and name.dimension = by.dimension and name.text = by.text and name.since_id <= event.id
  where event.at >= %(start)s and event.at < %(end)s and event.id <= %(last)s and {_COUNTS}
  group by 1, 2, 3, 4),
quarters as ({_into("footfall_quartersum", f"select {_COLUMNS} from added")})
{_into("footfall_daysum", _DAYS)}
"""


def sum_up(*, most: int | None = None, is_patient: bool = True) -> int:
    """Add up all events not added up yet, `AT_ONCE` a transaction, at most about `most`; how many were new.
    Who asks while another adds up waits for them, or, not patient, leaves it to them.
    """
    last = _last_stored()
    count = 0
    while (most is None or count < most) and (new := _one_step(last, is_patient)) is not None:
        count += new
    return count


def is_behind() -> bool:
    """Whether something came that isn't added up yet."""
    with connection.cursor() as cursor:
        cursor.execute("select max(id) from footfall_event")
        return (cursor.fetchone()[0] or 0) > _sums().last_id


def _last_stored() -> int:
    """The last id of all that is stored; no smaller one is still to be committed. Waits a moment for who is
    storing, as they then wait for us.
    """
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.execute("select max(id) from footfall_event")
        # Without anything new nobody has to wait.
        if (cursor.fetchone()[0] or 0) <= _sums().last_id:
            return 0
        cursor.execute("select pg_advisory_xact_lock(%s)", [STORING])
        cursor.execute("select max(id) from footfall_event")
        last: int = cursor.fetchone()[0] or 0
        return last


def _sums() -> SummedUp:
    return SummedUp.objects.first() or SummedUp()


def _one_step(last: int, is_patient: bool) -> int | None:
    """How many events were added up; None where all were, or another is at it."""
    with transaction.atomic():
        SummedUp.objects.get_or_create(pk=1)
        sums = SummedUp.objects.select_for_update(skip_locked=not is_patient).filter(pk=1).first()
        if sums is None:
            return None
        until = min(last, sums.last_id + AT_ONCE)
        if until <= sums.last_id:
            return None
        with connection.cursor() as cursor:
            cursor.execute(
                _SUM,
                {"after": sums.last_id, "last": until, "first": FIRST, "most": MOST, "enough": ENOUGH},
            )
            new = int(cursor.fetchone()[0])
        sums.last_id = until
        sums.save()
    return new


def add_up_anew(first: datetime, end: datetime) -> None:
    """Make the sums of whole UTC days from the events again, all of which must still be there."""
    start, stop = day_of(first), day_of(end)
    with transaction.atomic():
        sums = SummedUp.objects.select_for_update().filter(pk=1).first()
        for table in (QuarterSum, DaySum):
            table.objects.filter(at__gte=start, at__lt=stop).delete()
        with connection.cursor() as cursor:
            cursor.execute(_ANEW, {"start": start, "end": stop, "last": sums.last_id if sums else 0})
