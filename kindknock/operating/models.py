"""What whoever runs Kind Knock should know of it: backups that were made."""

from typing import ClassVar

from django.db import models


class BackupMade(models.Model):
    """One backup that was written to its end."""

    KEPT_DAYS: ClassVar = 365

    at = models.DateTimeField(db_index=True)
    bytes = models.BigIntegerField()
    is_encrypted = models.BooleanField()
    to = models.CharField(max_length=200, blank=True)
    """The folder, or the first word of the command it was handed to; empty for standard output."""
