"""Contact addresses, links that lead to them, and the web addresses a button may run on."""

from .apps import APPS
from .contacts import Reading, read_contact
from .hosts import HostList, read_host
from .recipes import Links, links_to

__all__ = ["APPS", "HostList", "Links", "Reading", "links_to", "read_contact", "read_host"]
