"""Which query parameters of an address only follow people about, and an address without them."""

from collections.abc import Iterable
from urllib.parse import SplitResult, urlsplit, urlunsplit

_NAMES = frozenset(
    [
        "fbclid",
        "gclid",
        "gclsrc",
        "dclid",
        "gbraid",
        "wbraid",
        "msclkid",
        "twclid",
        "ttclid",
        "yclid",
        "igshid",
        "igsh",
        "mc_cid",
        "mc_eid",
        "_ga",
        "_gl",
        "_hsenc",
        "_hsmi",
        "mkt_tok",
        "oly_anon_id",
        "oly_enc_id",
        "vero_id",
        "wickedid",
        "s_cid",
        "ref_src",
        "ref_url",
        "mibextid",
        "epik",
        "li_fat_id",
        "rb_clickid",
        "srsltid",
        "__cft__",
        "__tn__",
        "si",
    ]
)
_PREFIXES = ("utm_", "pk_", "mtm_", "piwik_", "matomo_", "hsa_", "__cft__")


def is_tracking(name: str) -> bool:
    """Whether a query parameter is known to serve tracking only."""
    name = name.lower()
    return name in _NAMES or name.startswith(_PREFIXES)


def without_tracking(pairs: Iterable[tuple[str, str]]) -> list[tuple[str, str]]:
    """The pairs of a query, in order, less the tracking ones."""
    return [(name, value) for name, value in pairs if not is_tracking(name)]


def address_without_tracking(address: str) -> str:
    """An address with its tracking parameters cut out and all else left to the letter."""
    try:
        parts = urlsplit(address)
    except ValueError:
        return address
    if not parts.query:
        return address
    kept = [pair for pair in parts.query.split("&") if pair and not is_tracking(pair.split("=")[0])]
    return urlunsplit(SplitResult(parts.scheme, parts.netloc, parts.path, "&".join(kept), parts.fragment))
