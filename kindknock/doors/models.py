"""Doors and channels as drafted, and the releases that were published. Storage only."""

from typing import ClassVar

from django.db import models

from kindknock.accounts.models import User
from kindknock.sites.models import Site


class Door(models.Model):
    """One floating button as drafted.

    `paused_at` is live at once and not part of any release. A removed door stays, since the release may
    still have it: its pause must go on holding, and an undo brings it back.
    """

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="doors")
    key = models.SlugField(max_length=16, unique=True)
    name = models.CharField(max_length=80)
    place = models.PositiveIntegerField(default=0)
    parts = models.JSONField(default=dict)
    """Part → its value, of core's `setup.STORED_PARTS`; what isn't there is as core has it."""
    version = models.PositiveIntegerField(default=1)
    paused_at = models.DateTimeField(null=True, blank=True)
    paused_by = models.ForeignKey(User, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["place", "pk"]

    @property
    def people(self) -> list[str]:
        """Keys of who answers here, in order; empty means nobody in particular."""
        return list(self.parts.get("people", []))


class Channel(models.Model):
    """One way to reach the business, as drafted. A removed one can be brought back."""

    door = models.ForeignKey(Door, on_delete=models.CASCADE, related_name="channels")
    key = models.SlugField(max_length=16, unique=True)
    app = models.CharField(max_length=20)
    address = models.CharField(max_length=2000, blank=True)
    on = models.BooleanField(default=True)
    name = models.JSONField(default=dict)
    more = models.JSONField(default=dict)
    """caption, mark, same_page, pages, devices, needs_nobody, people, note: what isn't said takes the
    door's or the app's.
    """
    place = models.PositiveIntegerField(default=0)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["place", "pk"]


class Release(models.Model):
    """One published state of a site, kept for good: core's Setup as JSON."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="releases")
    number = models.PositiveIntegerField()
    name = models.CharField(max_length=80, blank=True)
    setup = models.JSONField()
    changes = models.JSONField(default=list)
    by = models.ForeignKey(User, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()

    class Meta:
        ordering: ClassVar = ["-number"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["site", "number"], name="release_number_once")
        ]


class DraftStep(models.Model):
    """One change of a site's draft, as core's Setup before and after, so that whoever made it can take it
    back.
    """

    MOST_A_PERSON = 200

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="steps")
    by = models.ForeignKey(User, on_delete=models.CASCADE, related_name="+")
    before = models.JSONField()
    after = models.JSONField()
    at = models.DateTimeField()
    is_undone = models.BooleanField(default=False)
    is_typing = models.BooleanField(default=False)

    class Meta:
        ordering: ClassVar = ["-pk"]
        indexes: ClassVar = [models.Index(fields=["site", "by", "-id"], name="steps_of_a_person")]


class Showing(models.Model):
    """A private address of ours that shows one door to whoever has it, as drafted or as live, until it
    ends. Never counted.
    """

    class Of(models.TextChoices):
        DRAFT = "draft"
        LIVE = "live"

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="showings")
    door = models.SlugField(max_length=16)
    of = models.CharField(max_length=5, choices=Of)
    token = models.CharField(max_length=20, unique=True)
    by = models.ForeignKey(User, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()
    until = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["site", "door", "of"], name="showing_once_a_door")
        ]


class Trial(models.Model):
    """A key that shows a site's doors on its own pages to whoever has it, as drafted or as live, as some
    visitor at some moment, until it ends. Never counted.

    `visit` holds what is pretended of the visitor: at, country, languages, returning, referrer, zone.
    `met` is what its page last reported of itself, codes of `onsite.trials`.
    """

    MOST_A_SITE = 20

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="trials")
    of = models.CharField(max_length=5, choices=Showing.Of)
    token = models.CharField(max_length=20, unique=True)
    visit = models.JSONField(default=dict)
    by = models.ForeignKey(User, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()
    until = models.DateTimeField()
    met = models.JSONField(null=True)
    met_at = models.DateTimeField(null=True)

    class Meta:
        ordering: ClassVar = ["-pk"]
