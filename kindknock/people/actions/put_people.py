"""Make the people of a business's draft what a setup says: for imports and undos."""

from datetime import datetime

from django.db import transaction

from kindknock.accounts.models import Business
from kindknock.core import setup as core
from kindknock.sites.keys import new_key

from ..load import people_of
from ..models import Assistant


@transaction.atomic
def put_people(business: Business, people: tuple[core.Person, ...], *, at: datetime) -> dict[str, str]:
    """Only these people are left on the draft, in this order. Returns the key each has here, by the setup's:
    one that stands for somebody of another business gets a new one."""
    if people == people_of(business):
        return {person.key: person.key for person in people}
    keys: dict[str, str] = {}
    business.assistants.update(removed_at=at)
    for place, person in enumerate(people):
        elsewhere = Assistant.objects.filter(key=person.key).exclude(business=business).exists()
        key = keys[person.key] = new_key() if elsewhere else person.key
        values = person.model_dump(mode="json", exclude={"key"})
        Assistant.objects.update_or_create(
            key=key, defaults={**values, "business": business, "place": place, "removed_at": None}
        )
    return keys
