"""Keep a version of the timetable and tell every server process: the last step of each change to it."""

from datetime import datetime
from typing import Any

from kindknock.accounts.models import Business, User
from kindknock.sites.notify import site_changed

from ..load import timetable_document
from ..models import TimetableVersion


def keep_version(
    business: Business, what: dict[str, Any], *, by: User | None, at: datetime
) -> TimetableVersion:
    """Number what holds now and notify all sites of the business. Call it inside the change's transaction.

    `what` is a code with facts, such as `{"what": "closure_added", "name": "Christmas"}`.
    """
    Business.objects.select_for_update().get(pk=business.pk)
    document = timetable_document(business, at=at)
    number = document["version"] + 1
    version = TimetableVersion.objects.create(
        business=business,
        number=number,
        what=what,
        document={**document, "version": number},
        by=by,
        at=at,
    )
    for key in business.sites.values_list("key", flat=True):
        site_changed(key)
    return version
