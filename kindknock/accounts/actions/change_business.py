"""Change what a business says about itself."""

from typing import Any
from zoneinfo import available_timezones

from babel import Locale
from django.db import transaction

from kindknock.core.addresses.links import read_link
from kindknock.core.words.language_tags import is_language

from ..models import Business

_LOCALE = Locale.parse("en")
FIELDS = ("name", "country", "zone", "currency", "languages", "privacy_link")


class BusinessRefused(Exception):
    def __init__(self, field: str, code: str) -> None:
        super().__init__(code)
        self.field, self.code = field, code


class BusinessMoved(Exception):
    """Somebody saved in between: `current` is how it stands."""

    def __init__(self, current: Business) -> None:
        super().__init__("business changed meanwhile")
        self.current = current


def change_business(business: Business, changes: dict[str, Any], *, version: int) -> Business:
    """Save the named fields. Raises BusinessRefused with the field, BusinessMoved if it changed meanwhile."""
    values = {field: _checked(field, changes[field]) for field in FIELDS if field in changes}
    with transaction.atomic():
        row = Business.objects.select_for_update().get(pk=business.pk)
        if row.version != version:
            raise BusinessMoved(row)
        for field, value in values.items():
            setattr(row, field, value)
        row.version += 1
        row.save()
    return row


def _checked(field: str, value: Any) -> Any:
    if field == "name" and not str(value).strip():
        raise BusinessRefused(field, "name_empty")
    if field == "zone" and value not in available_timezones():
        raise BusinessRefused(field, "zone_unknown")
    if field == "country" and value and value not in _LOCALE.territories:
        raise BusinessRefused(field, "country_unknown")
    if field == "currency" and value and value not in _LOCALE.currencies:
        raise BusinessRefused(field, "currency_unknown")
    if field == "languages" and (not value or not all(is_language(tag) for tag in value)):
        raise BusinessRefused(field, "language_unknown")
    if field == "privacy_link" and value:
        reading = read_link(value)
        if reading.error:
            raise BusinessRefused(field, reading.error)
        return reading.canonical
    return value.strip() if isinstance(value, str) else value
