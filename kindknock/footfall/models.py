"""What happened at doors: seen, opened, knocked, missed. No addresses of people, no cookies."""

from typing import ClassVar

from django.db import models

from kindknock.sites.models import Site


class Event(models.Model):
    """One thing that happened, once: `client_id` is made by the button and makes a retry harmless."""

    class Kind(models.TextChoices):
        SEEN = "seen"
        OPENED = "opened"
        KNOCKED = "knocked"
        MISSED = "missed"

    client_id = models.UUIDField(unique=True)
    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="events")
    kind = models.CharField(max_length=10, choices=Kind)
    door = models.CharField(max_length=16)
    channel = models.CharField(max_length=16, blank=True)
    """Empty for all but a knock, and for a note left."""
    person = models.CharField(max_length=16, blank=True)
    campaign = models.CharField(max_length=100, blank=True)
    path = models.CharField(max_length=500, blank=True)
    device = models.CharField(max_length=10, blank=True)
    language = models.CharField(max_length=35, blank=True)
    at = models.DateTimeField()

    class Meta:
        indexes: ClassVar = [models.Index(fields=["site", "at"], name="event_site_at")]
