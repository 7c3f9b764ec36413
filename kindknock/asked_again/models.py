"""Questions as they came, without what leads to a person, and the groups of those that mean the same."""

from typing import ClassVar

from django.db import models

from kindknock.accounts.models import User
from kindknock.guestbook.models import Message
from kindknock.sites.models import Site


class QuestionGroup(models.Model):
    """Questions that mean the same, in one language. Its number is its name, however it grows."""

    class State(models.TextChoices):
        OPEN = "open"
        ANSWERED = "answered"
        ON_PAGE = "on_page"
        NOT_WORTH = "not_worth"

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="question_groups")
    language = models.CharField(max_length=35)
    state = models.CharField(max_length=10, choices=State, default=State.OPEN)
    piece = models.CharField(max_length=64, blank=True)
    """The answer that was begun for it."""
    done_at = models.DateTimeField(null=True, blank=True)
    done_by = models.ForeignKey(User, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")


class Question(models.Model):
    """One question of somebody's. One that came with a note goes with it; all go after `KEPT_DAYS`.

    `who` tells different people apart within a group and nothing else: a visit's random mark, forgotten
    after a day, or the entry of a note.
    """

    KEPT_DAYS: ClassVar = 90
    LONGEST: ClassVar = 300

    class Source(models.TextChoices):
        WROTE = "wrote"
        SEARCHED = "searched"
        NOT_QUITE = "not_quite"

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="questions")
    group = models.ForeignKey(
        QuestionGroup, null=True, blank=True, on_delete=models.CASCADE, related_name="questions"
    )
    source = models.CharField(max_length=10, choices=Source)
    text = models.CharField(max_length=LONGEST, blank=True)
    """Empty where it counts for nothing: it means nothing, or the same visit asked it before."""
    language = models.CharField(max_length=35, blank=True)
    path = models.CharField(max_length=500, blank=True)
    at = models.DateTimeField()
    who = models.CharField(max_length=40, blank=True)
    knocked = models.BooleanField(default=False)
    """Whether they wrote, or went on to knock."""
    message = models.OneToOneField(
        Message, null=True, blank=True, on_delete=models.CASCADE, related_name="question"
    )
    reading_id = models.BigIntegerField(null=True, blank=True, unique=True)

    class Meta:
        indexes: ClassVar = [models.Index(fields=["site", "at"], name="question_site_at")]


class QuestionsTaken(models.Model):
    """Up to which message and reading a site's questions were taken."""

    site = models.OneToOneField(Site, on_delete=models.CASCADE, related_name="questions_taken")
    message_id = models.BigIntegerField(default=0)
    reading_id = models.BigIntegerField(default=0)
