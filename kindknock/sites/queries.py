"""Reads about sites."""

from django.db.models import QuerySet

from kindknock.accounts.models import Business

from .models import Host, Site


def site_for(business: Business, key: str) -> Site | None:
    """One of this business's sites; None for anybody else's, as if it did not exist."""
    return Site.objects.filter(business=business, key=key).first()


def allowed_hosts(site: Site) -> tuple[str, ...]:
    """The web addresses the button may run on, in the order they were added."""
    return tuple(site.hosts.filter(state=Host.State.ALLOWED).order_by("pk").values_list("name", flat=True))


def hosts_of(site: Site) -> "QuerySet[Host]":
    return site.hosts.order_by("pk").prefetch_related("paths")
