"""What happened at doors: seen, opened, knocked, missed. No addresses of people, no cookies."""

from typing import ClassVar

from django.db import models

from kindknock.accounts.models import Business
from kindknock.sites.models import Site

KNOCK_COLUMNS = (
    "path",
    "channel",
    "person",
    "door",
    "language",
    "device",
    "country",
    "campaign",
    "came_from",
)


class Event(models.Model):
    """One thing that happened, once: `client_id` is made by the button and makes a retry harmless.

    Its table is cut by months (`partitions.py`), each of which knows its own `client_id`s; rows are kept for
    `KEPT_DAYS`, what they add up to stays in the sums.
    """

    KEPT_DAYS: ClassVar = 90

    class Kind(models.TextChoices):
        SEEN = "seen"
        OPENED = "opened"
        KNOCKED = "knocked"
        MISSED = "missed"

    client_id = models.UUIDField()
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
    country = models.CharField(max_length=2, blank=True)
    """ISO 3166; empty where nobody tells."""
    came_from = models.CharField(max_length=100, blank=True)
    """The host of the page before, where it is another's."""
    at = models.DateTimeField()

    class Meta:
        indexes: ClassVar = [
            models.Index(fields=["site", "at"], name="event_by_site_at"),
            models.Index(fields=["id"], name="event_by_id"),
            # What is behind a number is asked of knocks alone, and answered from this index alone.
            models.Index(
                fields=["site", "at"],
                include=KNOCK_COLUMNS,
                condition=models.Q(kind="knocked"),
                name="event_knocks",
            ),
        ]


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
        KNOCKED = "knocked"
        """The visit that read or searched knocked afterwards."""

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
    words = models.CharField(max_length=200, blank=True)
    """What was searched for with nothing found, without emails and numbers."""
    visit = models.CharField(max_length=16, blank=True)
    """A random mark of one visit, so that what it asks counts once; forgotten after a day."""
    at = models.DateTimeField()

    class Meta:
        indexes: ClassVar = [models.Index(fields=["site", "at"], name="reading_site_at")]


class Dimension(models.IntegerChoices):
    """By what events are added up, one at a time."""

    ALL = 0
    PAGE = 1
    WAY = 2
    PERSON = 3
    DOOR = 4
    LANGUAGE = 5
    DEVICE = 6
    COUNTRY = 7
    CAMPAIGN = 8
    CAME_FROM = 9


class CountedName(models.Model):
    """A page, way, person … of a site that has a sum of its own; all others add up as `ELSEWHERE`.

    `since_id` is the first event that counts under it, so that adding up anew comes to the same.
    """

    ELSEWHERE: ClassVar = 0

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="+")
    dimension = models.SmallIntegerField(choices=Dimension)
    text = models.CharField(max_length=500, blank=True)
    since_id = models.BigIntegerField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["site", "dimension", "text"], name="counted_name_once")
        ]


class _Sum(models.Model):
    """How many of each kind; `at` is UTC. `name_id` is a `CountedName`, or `ELSEWHERE`."""

    pk = models.CompositePrimaryKey("site_id", "dimension", "at", "name_id")
    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="+", db_index=False)
    dimension = models.SmallIntegerField(choices=Dimension)
    at = models.DateTimeField()
    name_id = models.BigIntegerField()
    seen = models.IntegerField(default=0)
    opened = models.IntegerField(default=0)
    knocked = models.IntegerField(default=0)
    missed = models.IntegerField(default=0)

    class Meta:
        abstract = True


class QuarterSum(_Sum):
    """Of a quarter hour."""

    KEPT_DAYS: ClassVar = 730


class DaySum(_Sum):
    """Of a UTC day: the same events again, so that long periods are quick."""


class SummedUp(models.Model):
    """Up to which event the sums reach: one row."""

    last_id = models.BigIntegerField(default=0)


class OutKey(models.Model):
    """A key with which another system reads a business's counts, nothing else. Only its digest is kept."""

    MOST: ClassVar = 10

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="out_keys")
    name = models.CharField(max_length=60)
    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["pk"]
