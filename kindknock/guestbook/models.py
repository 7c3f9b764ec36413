"""Notes that visitors left while nobody was in. Storage only."""

from typing import ClassVar

from django.db import models

from kindknock.accounts.models import User
from kindknock.sites.models import Site


class LeftNote(models.Model):
    """One note. `client_id` is made by the button and makes a retry harmless; `reach` is an email or a
    number in E.164.
    """

    class State(models.TextChoices):
        NEW = "new"
        READ = "read"
        ANSWERED = "answered"
        DONE = "done"

    client_id = models.UUIDField(unique=True)
    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="left_notes")
    door = models.CharField(max_length=16)
    name = models.CharField(max_length=120, blank=True)
    reach = models.CharField(max_length=254)
    text = models.TextField(max_length=5000)
    address = models.CharField(max_length=2000, blank=True)
    title = models.CharField(max_length=300, blank=True)
    language = models.CharField(max_length=35, blank=True)
    privacy_words = models.CharField(max_length=2000, blank=True)
    """The notice the visitor was shown, or agreed to."""
    state = models.CharField(max_length=10, choices=State, default=State.NEW)
    answer = models.TextField(blank=True)
    answered_by = models.ForeignKey(User, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()

    class Meta:
        ordering: ClassVar = ["-at", "-pk"]
        indexes: ClassVar = [models.Index(fields=["site", "-at"], name="left_note_site_at")]
