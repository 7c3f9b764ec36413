"""Who answers, and when: assistants, hours, closures, absences, and every version of the timetable.
Storage only.
"""

from typing import ClassVar

from django.db import models

from kindknock.accounts.models import Business, User


class Assistant(models.Model):
    """A person, or a neutral desk, who answers. Draft until published, but for hours and absences."""

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="assistants")
    key = models.SlugField(max_length=16, unique=True)
    name = models.CharField(max_length=120, blank=True)
    role = models.JSONField(default=dict)
    addresses = models.JSONField(default=dict)
    languages = models.JSONField(default=list)
    pages = models.JSONField(default=list)
    note = models.JSONField(default=dict)
    keeps_own_hours = models.BooleanField(default=False)
    picture = models.CharField(max_length=2000, blank=True)
    has_initials = models.BooleanField(default=True)
    is_named = models.BooleanField(default=True)
    place = models.PositiveIntegerField(default=0)
    removed_at = models.DateTimeField(null=True, blank=True)
    notice_email = models.CharField(max_length=254, blank=True)
    """Where notes for this person are mailed; live at once."""
    hears_at_night = models.BooleanField(default=False)
    """Whether such mails come at night too, and not only at eight."""
    phone_token = models.CharField(max_length=20, unique=True, null=True, blank=True)
    """Opens the person's own phone page; whoever has it can say this person away, and no more."""

    class Meta:
        ordering: ClassVar = ["place", "pk"]


class Whose(models.TextChoices):
    """Whom hours and closures are of. The key beside it is a person's or a channel's, empty for the shop."""

    SHOP = "shop"
    PERSON = "person"
    CHANNEL = "channel"


class WorkingHours(models.Model):
    """A usual week with single special days, as core's timetable has them. No row means always."""

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="hours")
    whose = models.CharField(max_length=10, choices=Whose)
    key = models.CharField(max_length=16, blank=True)
    zone = models.CharField(max_length=64, blank=True)
    week = models.JSONField(null=True)
    special = models.JSONField(default=dict)

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["business", "whose", "key"], name="hours_once")
        ]


class Closure(models.Model):
    """Nobody answers: on whole days `[first_day, last_day)`, or between two readings of the wall if timed."""

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="closures")
    whose = models.CharField(max_length=10, choices=Whose, default=Whose.SHOP)
    key = models.CharField(max_length=16, blank=True)
    first_day = models.DateField()
    last_day = models.DateField()
    from_time = models.TimeField(null=True, blank=True)
    until_time = models.TimeField(null=True, blank=True)
    yearly = models.BooleanField(default=False)
    name = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering: ClassVar = ["first_day", "pk"]
        constraints: ClassVar = [
            models.CheckConstraint(
                condition=models.Q(last_day__gte=models.F("first_day")), name="closure_forward"
            ),
            models.CheckConstraint(
                condition=models.Q(from_time__isnull=True, until_time__isnull=True)
                | models.Q(from_time__isnull=False, until_time__isnull=False),
                name="closure_timed_both_ends",
            ),
        ]


class Absence(models.Model):
    """An assistant is away, at once and without publishing."""

    assistant = models.ForeignKey(Assistant, on_delete=models.CASCADE, related_name="absences")
    since = models.DateTimeField()
    until = models.DateTimeField()
    word = models.CharField(max_length=200, blank=True)
    is_told = models.BooleanField(default=False)
    """Whether visitors may read the word too."""
    by = models.ForeignKey(User, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        ordering: ClassVar = ["since", "pk"]
        constraints: ClassVar = [
            models.CheckConstraint(condition=models.Q(until__gt=models.F("since")), name="absence_forward")
        ]


class TimetableVersion(models.Model):
    """What held from a moment on: the whole timetable as core's document, who changed what, and when."""

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="timetable_versions")
    number = models.PositiveIntegerField()
    what = models.JSONField()
    document = models.JSONField()
    by = models.ForeignKey(User, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()

    class Meta:
        ordering: ClassVar = ["-number"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["business", "number"], name="timetable_number_once")
        ]
