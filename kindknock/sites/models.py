"""A business's websites, the web addresses the button may run on, what the line was heard to say, pages
held for the stage.
"""

from typing import ClassVar

from django.db import models

from kindknock.accounts.models import Business, User


class Site(models.Model):
    """One website. `key` stands in the embed line.

    `kinds` are the owner's patterns for kinds of page, a value of core's Setup; part of the draft.
    """

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="sites")
    key = models.SlugField(max_length=16, unique=True)
    name = models.CharField(max_length=120)
    kinds = models.JSONField(default=list)
    created_at = models.DateTimeField(auto_now_add=True)


class Host(models.Model):
    """One web address, as core reads it. Only an allowed one shows the button."""

    class State(models.TextChoices):
        ALLOWED = "allowed"
        HEARD = "heard"
        NOT_OURS = "not_ours"

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="hosts")
    name = models.CharField(max_length=260)
    state = models.CharField(max_length=10, choices=State, default=State.ALLOWED)
    first_heard_at = models.DateTimeField(null=True, blank=True)
    last_heard_at = models.DateTimeField(null=True, blank=True)
    added_at = models.DateTimeField(auto_now_add=True)
    fetched_at = models.DateTimeField(null=True, blank=True)
    """When our file was last fetched by a page there."""
    other_key_at = models.DateTimeField(null=True, blank=True)
    """When a line with another site's key was last heard there."""
    heard_days = models.JSONField(default=list)
    """The last days it was heard on, as ISO dates in UTC, the newest first."""
    MOST_DAYS = 14

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["site", "name"], name="host_once_a_site")]


class HeardPath(models.Model):
    """A path the line was heard from, kept once a host and bounded in number."""

    MOST_A_HOST = 500

    host = models.ForeignKey(Host, on_delete=models.CASCADE, related_name="paths")
    path = models.CharField(max_length=500)
    title = models.CharField(max_length=300, blank=True)
    kind = models.CharField(max_length=20, blank=True)
    """What kind of page its own markup said it is, when last it said so."""
    last_heard_at = models.DateTimeField()
    door = models.CharField(max_length=16, blank=True)
    """The door shown there when last one was."""
    looks = models.PositiveIntegerField(default=0)
    """How often it was looked whether a button shows there: once an hour at most, by whoever came first."""
    shown = models.PositiveIntegerField(default=0)
    """How often one did."""

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["host", "path"], name="path_once_a_host")]


class HeldPage(models.Model):
    """A page of the site as fetched for the stage, kept for a while. `html` is empty where it could not be
    had, `why` says so.
    """

    MOST_A_SITE = 100
    KEPT_DAYS = 30

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="held_pages")
    digest = models.CharField(max_length=64)
    address = models.CharField(max_length=2000)
    html = models.TextField(blank=True)
    why = models.CharField(max_length=20, blank=True)
    facts = models.JSONField(default=dict)
    """What the page tells of itself, as a visit takes it: title, lang, kind, facts."""
    links = models.JSONField(default=list)
    """Paths of its own host that it links to."""
    at = models.DateTimeField()

    class Meta:
        ordering: ClassVar = ["-at"]
        constraints: ClassVar = [models.UniqueConstraint(fields=["site", "digest"], name="held_page_once")]


class HeardBoxes(models.Model):
    """What of a page stays in a visitor's window where the button stands, such as a cookie bar, and whether
    it keeps the button from being seen, as last heard from a real visit.

    `boxes` are [left, top, width, height] in CSS px of a window of `width` by `height`. Nothing in it says
    who it was.
    """

    MOST_A_SITE = 300
    KEPT_DAYS = 90

    class Trouble(models.TextChoices):
        """Why a visitor could not see the button, although it stood there."""

        COVERED = "covered"
        OUTSIDE = "outside"
        HIDDEN = "hidden"

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="heard_boxes")
    path = models.CharField(max_length=500)
    device = models.CharField(max_length=10)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    boxes = models.JSONField()
    trouble = models.CharField(max_length=10, choices=Trouble, blank=True)
    forms = models.JSONField(default=list)
    """What is odd about the line itself there: codes of `onsite.boxes.FORMS`."""
    at = models.DateTimeField()

    class Meta:
        ordering: ClassVar = ["-at"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["site", "path", "device"], name="boxes_once_a_page_and_device")
        ]


class PageLook(models.Model):
    """A page somebody asked to have looked at; a job fetches it and writes what it saw.

    `why` says why it could not be had. `sight` and `made` are core's `fitting.Sight` and `Made`; `final`
    the address where the page was in the end.
    """

    KEPT_DAYS = 2

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="looks")
    by = models.ForeignKey(User, on_delete=models.CASCADE, related_name="+")
    address = models.CharField(max_length=2000)
    at = models.DateTimeField()
    done_at = models.DateTimeField(null=True)
    why = models.CharField(max_length=20, blank=True)
    final = models.CharField(max_length=2000, blank=True)
    sight = models.JSONField(null=True)
    made = models.JSONField(null=True)


class Told(models.Model):
    """That the owners were told something of a site by mail: once, whatever comes after. `key` says of what,
    such as a host.
    """

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="told")
    code = models.CharField(max_length=20)
    key = models.CharField(max_length=300, blank=True)
    at = models.DateTimeField()

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["site", "code", "key"], name="told_once")]


class PrintedSheet(models.Model):
    """A hand-over sheet as PDF, made by a job and kept for a while. With `masked`, without numbers."""

    KEPT_DAYS = 2

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="sheets")
    by = models.ForeignKey(User, on_delete=models.CASCADE, related_name="+")
    masked = models.BooleanField(default=False)
    at = models.DateTimeField()
    pdf = models.BinaryField(null=True)


class HandedOn(models.Model):
    """A page about fitting a site's line, for somebody without an account; `kind` names the steps on it."""

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="handed_on")
    kind = models.CharField(max_length=20, blank=True)
    token = models.CharField(max_length=20, unique=True)
    by = models.ForeignKey(User, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()
    until = models.DateTimeField()


class PinnedFile(models.Model):
    """A file of the button kept as it was, for lines that name its digest."""

    name = models.CharField(max_length=40, unique=True)
    body = models.BinaryField()
    until = models.DateTimeField()
