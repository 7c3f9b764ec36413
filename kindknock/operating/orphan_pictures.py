"""Pictures that were taken off the shelf and that nothing shows any more."""

from datetime import datetime, timedelta

from django.db import connection
from django.db.models import QuerySet

from kindknock.pictures.models import Picture

KEPT = timedelta(days=30)
# Every document that may name a picture by its key: what is live or was, drafts and their steps, people,
# answers. A key is random letters enough to be found by in any text.
_NAMES_IT = """
select exists (select from doors_release r join sites_site s on s.id = r.site_id
    where s.business_id = %(business)s and r.setup::text like %(key)s)
  or exists (select from doors_door d join sites_site s on s.id = d.site_id
    where s.business_id = %(business)s and d.parts::text like %(key)s)
  or exists (select from doors_channel c join doors_door d on d.id = c.door_id
    join sites_site s on s.id = d.site_id where s.business_id = %(business)s and c.more::text like %(key)s)
  or exists (select from doors_draftstep t join sites_site s on s.id = t.site_id
    where s.business_id = %(business)s and (t.before::text like %(key)s or t.after::text like %(key)s))
  or exists (select from answers_piece p join sites_site s on s.id = p.site_id
    where s.business_id = %(business)s and p.value::text like %(key)s)
  or exists (select from people_assistant a where a.business_id = %(business)s and a.picture like %(key)s)
  or exists (select from people_timetableversion v
    where v.business_id = %(business)s and v.document::text like %(key)s)
"""


def orphans(at: datetime) -> "QuerySet[Picture]":
    """Those taken off 30 days ago and more that no document of their business names. One query each."""
    found = []
    with connection.cursor() as cursor:
        for number, business, key in Picture.objects.filter(removed_at__lt=at - KEPT).values_list(
            "pk", "business_id", "key"
        ):
            cursor.execute(_NAMES_IT, {"business": business, "key": f"%{key}%"})
            row = cursor.fetchone()
            if row and not row[0]:
                found.append(number)
    return Picture.objects.filter(pk__in=found)
