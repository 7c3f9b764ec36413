"""What page an address is: its path as rules compare it, and as people read it.

Where RULES are silent: an address that can't be read at all is the home page.
"""

import re
import unicodedata
from urllib.parse import unquote, urlsplit

_INDEX = re.compile(r"/(?:index|default)\.(?:html?|php|aspx?|jsp)$", re.IGNORECASE)
MAX_PATH = 2000


def path_of(address: str) -> str:
    """The path of an address as rules compare it (RULES 3): no scheme, host, query or fragment.

    A fragment that is a route (`#/…`) stays. Percent-decoded, NFC, case-folded, slashes collapsed,
    closing slash and index files dropped.
    """
    try:
        parts = urlsplit(address.strip())
    except ValueError:
        return "/"
    path = parts.path or "/"
    if parts.fragment.startswith("/"):
        path = path.rstrip("/") + "/#" + parts.fragment
    return normal_path(path)


def normal_path(path: str) -> str:
    """A path in the form in which paths are compared."""
    text = unicodedata.normalize("NFC", unquote(path[:MAX_PATH], errors="replace")).casefold()
    text = re.sub(r"[\x00-\x1f\x7f]", "", unicodedata.normalize("NFC", text))
    text = re.sub(r"/{2,}", "/", "/" + text)
    text = _INDEX.sub("/", text)
    return text.rstrip("/") or "/"
