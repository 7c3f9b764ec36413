"""The address of a page, as somebody types it."""

from .errors import Problem
from .fitting_words import NOT_FETCHED

NO_ADDRESS = "Type the address of a page, such as averilcycles.example/contact."


def typed_page(typed: str, host: str) -> str:
    """The address whole; what is left out is the scheme, or `host` before a path. Raises Problem."""
    text = typed.strip()
    if text.startswith("/") and host:
        return f"https://{host}{text}"
    scheme, mark, rest = text.partition("://")
    if mark:
        text = f"{scheme.lower()}://{rest}"
    if mark and not text.startswith(("http://", "https://")):
        raise Problem(422, "not_fetched", NOT_FETCHED["not_public"], field="typed")
    name, _, port = text.split("://")[-1].split("/")[0].partition(":")
    if not name or (port and not port.isdigit()):
        raise Problem(422, "not_fetched", NO_ADDRESS, field="typed")
    # Names of hosts have no case (RFC 4343); what follows may.
    whole = text if mark else f"https://{text}"
    scheme, _, rest = whole.partition("://")
    host_typed, slash, path = rest.partition("/")
    return f"{scheme}://{host_typed.lower()}{slash}{path}"
