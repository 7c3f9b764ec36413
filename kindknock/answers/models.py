"""What visitors of a site can read, as drafted. Storage only."""

from typing import ClassVar

from django.db import models

from kindknock.sites.models import Site


class Piece(models.Model):
    """One answer, heading or set of signposts: `value` is core's, without its key. A removed one stays, since
    an undo brings it back.
    """

    class Sort(models.TextChoices):
        ANSWER = "answer"
        GROUP = "group"
        SIGNPOSTS = "signposts"

    site = models.ForeignKey(Site, on_delete=models.CASCADE, related_name="pieces")
    sort = models.CharField(max_length=10, choices=Sort)
    key = models.CharField(max_length=64)
    place = models.PositiveIntegerField(default=0)
    value = models.JSONField(default=dict)
    version = models.PositiveIntegerField(default=1)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["place", "pk"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["site", "sort", "key"], name="piece_once_a_site")
        ]
