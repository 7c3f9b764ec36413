"""What is alike among notes that nobody wants: the same link, or the same words with other numbers in them.

Made to be compared for equality. Short words of nobody in particular (*hello*) are like nothing.
"""

import hashlib
import re
from collections.abc import Collection
from urllib.parse import urlsplit

from .searching import folded

LEAST_LETTERS = 24
_LINK = re.compile(r"(?:https?://|www\.)[\w.\-]+(?::\d+)?", re.IGNORECASE)


def likeness_of(text: str, *, own_hosts: Collection[str] = ()) -> str:
    """At most 64 letters; empty for what is like nothing. A link to one of `own_hosts` says nothing."""
    for link in _LINK.findall(text):
        host = _host_of(link)
        if host and host not in own_hosts:
            return f"link {host}"[:64]
    words = re.sub(r"[\W\d_]+", " ", folded(text)).strip()
    if len(words) < LEAST_LETTERS:
        return ""
    return "words " + hashlib.sha256(words.encode()).hexdigest()[:40]


def _host_of(link: str) -> str:
    whole = link if "://" in link else "https://" + link
    try:
        host = urlsplit(whole).hostname or ""
    except ValueError:
        return ""
    return host.rstrip(".").removeprefix("www.").lower()
