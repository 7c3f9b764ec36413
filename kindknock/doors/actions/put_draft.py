"""Make the whole draft of a site what a setup of this very site says: going back, undoing, leaving out."""

from datetime import datetime

from django.db import transaction

from kindknock.answers.actions.put_pieces import put_pieces
from kindknock.core.setup import Setup
from kindknock.people.actions.put_people import put_people
from kindknock.sites.models import Site

from .put_doors import put_doors

FACTS = ("name", "country", "zone", "currency", "privacy_link")


@transaction.atomic
def put_draft(site: Site, setup: Setup, *, at: datetime) -> None:
    """Doors, people, what is read, kinds of page and the business's own facts. Hosts and hours are live at
    once and stay.
    """
    business = site.business
    words = {name: getattr(setup.business, name) for name in FACTS} | {
        "languages": list(setup.business.languages)
    }
    if any(getattr(business, name) != value for name, value in words.items()):
        for name, value in words.items():
            setattr(business, name, value)
        business.version += 1
        business.save()
    site.kinds = [kind.model_dump(mode="json") for kind in setup.site.kinds]
    site.save(update_fields=["kinds"])
    put_people(business, setup.people, at=at)
    put_doors(site, setup.doors, at=at)
    put_pieces(site, setup, at=at)
