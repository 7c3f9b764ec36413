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


class Reading(models.Model):
    """One thing that happened while somebody read on the card, once (docs/rules.md 15, 16).

    `about` is the answer or the signposts, `step` the step an arm stands on, `arm` the arm. `view` is a
    random mark of one page view, so that a walk can be followed to its end; it names nobody.
    """

    class Kind(models.TextChoices):
        READ = "read"
        HELPED = "helped"
        NOT_QUITE = "not_quite"
        NOT_FOUND = "not_found"
        BEGUN = "begun"
        WENT = "went"
        ENDED = "ended"

    class End(models.TextChoices):
        PERSON = "person"
        WORDS = "words"
        PAGE = "page"

    client_id = models.UUIDField(unique=True)
    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="readings")
    kind = models.CharField(max_length=10, choices=Kind)
    door = models.CharField(max_length=16)
    about = models.CharField(max_length=64, blank=True)
    step = models.CharField(max_length=64, blank=True)
    arm = models.CharField(max_length=64, blank=True)
    end = models.CharField(max_length=10, choices=End, blank=True)
    """How a walk ended; of ENDED alone."""
    view = models.CharField(max_length=16, blank=True)
    path = models.CharField(max_length=500, blank=True)
    device = models.CharField(max_length=10, blank=True)
    language = models.CharField(max_length=35, blank=True)
    at = models.DateTimeField()

    class Meta:
        indexes: ClassVar = [models.Index(fields=["site", "at"], name="reading_site_at")]
