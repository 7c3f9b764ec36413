"""What the pretend phone and the pretend mailbox hold. Nothing here leaves this machine."""

from typing import ClassVar

from django.db import models


class PhoneMessage(models.Model):
    """A message on the pretend phone, in the conversation with one address by one app."""

    app = models.CharField(max_length=20)
    address = models.CharField(max_length=2000)
    from_visitor = models.BooleanField(default=True)
    text = models.TextField()
    real_link = models.TextField(blank=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["at", "pk"]


class Letter(models.Model):
    """An email that would have been sent."""

    to = models.CharField(max_length=254)
    subject = models.CharField(max_length=300)
    text = models.TextField()
    html = models.TextField(blank=True)
    headers = models.JSONField(default=dict)
    reply_to = models.CharField(max_length=254, blank=True)
    files = models.JSONField(default=list)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["-at", "-pk"]


class Told(models.Model):
    """What the pretend receiver of one's own systems was told."""

    body = models.TextField()
    headers = models.JSONField(default=dict)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["-at", "-pk"]
