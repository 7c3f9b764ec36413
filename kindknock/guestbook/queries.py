"""Reads of left notes for screens. Anybody else's note is as if it did not exist."""

from django.db.models import QuerySet

from kindknock.accounts.models import Business
from kindknock.sites.models import Site

from .models import LeftNote


def notes_of(site: Site) -> "QuerySet[LeftNote]":
    """Newest first."""
    return LeftNote.objects.filter(site=site).select_related("answered_by", "site")


def note_for(business: Business, pk: int) -> LeftNote | None:
    return (
        LeftNote.objects.select_related("site__business", "answered_by")
        .filter(site__business=business, pk=pk)
        .first()
    )


def new_notes(site: Site) -> int:
    return LeftNote.objects.filter(site=site, state=LeftNote.State.NEW).count()
