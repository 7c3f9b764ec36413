"""The guestbook: who left a note or answered what was asked, what became of it, what was sent back. Storage
only.

Who has an entry, wrote a note about it or is told of its next step is kept as `whom`: `person:KEY` for
somebody who answers, `user:ID` for somebody who only signs in, empty for nobody (see whom.py).
"""

from typing import ClassVar

from django.contrib.postgres.indexes import GinIndex
from django.db import models

from kindknock.accounts.models import Business
from kindknock.people.models import Assistant
from kindknock.sites.models import Site

WHOM = 40


class Entry(models.Model):
    """One person who wrote, with all they wrote. The same person is the same email or the same number within
    the business, and only that.
    """

    class State(models.IntegerChoices):
        """In the order of the list."""

        WAITING = 0
        TAKEN = 1
        DONE = 2
        NOT_OURS = 3
        APART = 4

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="entries")
    name = models.CharField(max_length=120, blank=True)
    email = models.CharField(max_length=254, blank=True)
    phone = models.CharField(max_length=20, blank=True)
    """In E.164."""
    country = models.CharField(max_length=2, blank=True)
    language = models.CharField(max_length=35, blank=True)
    state = models.PositiveSmallIntegerField(choices=State, default=State.WAITING)
    unread = models.BooleanField(default=True)
    holder = models.CharField(max_length=WHOM, blank=True)
    asked = models.ForeignKey(Assistant, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    """Whom the newest words were for."""
    first_at = models.DateTimeField()
    last_at = models.DateTimeField()
    """Of the newest words of theirs."""
    touched_at = models.DateTimeField()
    """Of the last words on either side; days kept count from here."""
    late_told_at = models.DateTimeField(null=True, blank=True)
    """When it was last told that nobody had answered."""
    told_days = models.PositiveSmallIntegerField(default=90)
    """How long the card said the newest words are kept."""
    begins = models.CharField(max_length=200, blank=True)
    path = models.CharField(max_length=300, blank=True)
    app = models.CharField(max_length=20, blank=True)
    search = models.TextField(blank=True)
    """All words that can be searched, folded (core.guests.folded)."""
    likeness = models.CharField(max_length=64, blank=True)
    """The newest words, without what changes from one junk note to the next (core.guests.likeness_of)."""
    apart_until = models.DateTimeField(null=True, blank=True)
    next_text = models.CharField(max_length=300, blank=True)
    next_at = models.DateTimeField(null=True, blank=True)
    next_whom = models.CharField(max_length=WHOM, blank=True)
    next_told = models.BooleanField(default=False)
    open_by = models.CharField(max_length=WHOM, blank=True)
    open_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        indexes: ClassVar = [
            models.Index(fields=["business", "state", "-last_at", "-id"], name="entry_list"),
            models.Index(fields=["business", "holder"], name="entry_holder"),
            models.Index(
                fields=["next_at"],
                name="entry_next",
                condition=models.Q(next_told=False, next_at__isnull=False),
            ),
            GinIndex(fields=["search"], name="entry_search", opclasses=["gin_trgm_ops"]),
        ]


class Message(models.Model):
    """What came in, once. `client_id` is made by the button and makes a retry harmless."""

    class Kind(models.TextChoices):
        NOTE = "note"
        ASKED = "asked"

    entry = models.ForeignKey(Entry, on_delete=models.CASCADE, related_name="messages")
    client_id = models.UUIDField(unique=True)
    kind = models.CharField(max_length=10, choices=Kind, default=Kind.NOTE)
    site = models.ForeignKey(Site, null=True, on_delete=models.SET_NULL, related_name="+")
    door = models.CharField(max_length=16, blank=True)
    app = models.CharField(max_length=20, blank=True)
    """The app they went on in; empty for a left note."""
    person = models.ForeignKey(Assistant, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    name = models.CharField(max_length=120, blank=True)
    email = models.CharField(max_length=254, blank=True)
    phone = models.CharField(max_length=20, blank=True)
    text = models.TextField(blank=True)
    answers = models.JSONField(default=list)
    """[{label, answer}] in the order asked, as the visitor saw them."""
    address = models.CharField(max_length=2000, blank=True)
    title = models.CharField(max_length=300, blank=True)
    language = models.CharField(max_length=35, blank=True)
    country = models.CharField(max_length=2, blank=True)
    privacy_words = models.CharField(max_length=2000, blank=True)
    """The notice the visitor was shown, or agreed to."""
    told_days = models.PositiveSmallIntegerField(default=90)
    auto_reply = models.CharField(max_length=20, blank=True)
    """What became of the automatic reply: sent, often (that address had its own today), many (an hour's
    most); empty where there is none."""
    at = models.DateTimeField()

    class Meta:
        ordering: ClassVar = ["at", "pk"]
        indexes: ClassVar = [
            models.Index(fields=["email"], name="message_email", condition=~models.Q(email="")),
            models.Index(fields=["phone"], name="message_phone", condition=~models.Q(phone="")),
        ]


class Reply(models.Model):
    """What was sent back: by email from here, or opened in an app with these words begun."""

    class State(models.TextChoices):
        SENDING = "sending"
        SENT = "sent"
        REFUSED = "refused"
        IN_DOUBT = "in_doubt"
        OPENED = "opened"

    entry = models.ForeignKey(Entry, on_delete=models.CASCADE, related_name="replies")
    by = models.CharField(max_length=WHOM)
    app = models.CharField(max_length=20, default="email")
    to = models.CharField(max_length=254)
    subject = models.CharField(max_length=300, blank=True)
    text = models.TextField()
    below = models.TextField(blank=True)
    """Their words, quoted under the answer as it was sent."""
    reply_to = models.CharField(max_length=254, blank=True)
    state = models.CharField(max_length=10, choices=State, default=State.SENDING)
    error = models.CharField(max_length=300, blank=True)
    handed_at = models.DateTimeField(null=True, blank=True)
    """When it was handed to the mail server; found so by another try, nobody can tell whether it went."""
    at = models.DateTimeField()

    class Meta:
        ordering: ClassVar = ["at", "pk"]


class ReplyFile(models.Model):
    reply = models.ForeignKey(Reply, on_delete=models.CASCADE, related_name="files")
    name = models.CharField(max_length=150)
    kind = models.CharField(max_length=100)
    size = models.PositiveIntegerField()
    data = models.BinaryField()


class TeamNote(models.Model):
    """A note that only the team sees."""

    entry = models.ForeignKey(Entry, on_delete=models.CASCADE, related_name="notes")
    by = models.CharField(max_length=WHOM)
    text = models.TextField()
    at = models.DateTimeField()

    class Meta:
        ordering: ClassVar = ["at", "pk"]


class ReadyAnswer(models.Model):
    """Words to begin an answer with."""

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="ready_answers")
    name = models.CharField(max_length=80)
    text = models.TextField()
    place = models.PositiveSmallIntegerField(default=0)

    class Meta:
        ordering: ClassVar = ["place", "pk"]


class Hook(models.Model):
    """One address of a business's own systems that is told of what comes in."""

    business = models.OneToOneField(Business, on_delete=models.CASCADE, related_name="hook")
    address = models.CharField(max_length=2000)
    secret = models.CharField(max_length=64)
    is_on = models.BooleanField(default=True)
    failing_since = models.DateTimeField(null=True, blank=True)
    stopped_at = models.DateTimeField(null=True, blank=True)
    """When it was switched off by itself."""


class Delivery(models.Model):
    """One telling of a hook. Its body goes once it was taken or given up."""

    class State(models.TextChoices):
        WAITING = "waiting"
        TAKEN = "taken"
        GIVEN_UP = "given_up"

    hook = models.ForeignKey(Hook, on_delete=models.CASCADE, related_name="deliveries")
    entry = models.ForeignKey(Entry, null=True, on_delete=models.CASCADE, related_name="+")
    """What it tells of; with it goes what was not told yet."""
    what = models.CharField(max_length=20)
    body = models.TextField(blank=True)
    state = models.CharField(max_length=10, choices=State, default=State.WAITING)
    tries = models.PositiveSmallIntegerField(default=0)
    answer = models.CharField(max_length=200, blank=True)
    """How it was answered last."""
    at = models.DateTimeField()
    tried_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["-at", "-pk"]
