"""Pictures of a business: logos, banners, marks and faces, stored once and re-encoded. Storage only."""

from typing import ClassVar

from django.db import models

from kindknock.accounts.models import Business


class Picture(models.Model):
    """One picture on a business's shelf. `digest` is of the bytes as uploaded, so that the same file is
    stored once.
    """

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="pictures")
    key = models.SlugField(max_length=24, unique=True)
    digest = models.CharField(max_length=64)
    name = models.CharField(max_length=120, blank=True)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    colours = models.JSONField(default=list)
    """Its main colours as `#rrggbb`, the most covering first."""
    came_bytes = models.PositiveIntegerField()
    at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True, blank=True)
    """Off the shelf; what shows it goes on showing it."""

    class Meta:
        ordering: ClassVar = ["-at", "-pk"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["business", "digest"], name="picture_once_a_business")
        ]


class PictureFile(models.Model):
    """A picture encoded once for a size and a kind: `size` is the longest side in px asked for, `kind` a
    MIME type.
    """

    picture = models.ForeignKey(Picture, on_delete=models.CASCADE, related_name="files")
    size = models.PositiveIntegerField()
    kind = models.CharField(max_length=20)
    body = models.BinaryField()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["picture", "size", "kind"], name="picture_file_once")
        ]
