"""Which country a visitor's network is in, where the owner of this server set a way to know: a header that a
named proxy sets, or a country file. Neither is kept; where neither knows, the browser's time zone tells.
"""

from collections.abc import Mapping
from pathlib import Path
from typing import Any

import maxminddb

from kindknock.accounts.network import Network, client_address, is_trusted


class Countries:
    """`header` as in a request, such as `X-Country`; `file` in the open MaxMind DB format."""

    def __init__(self, header: str, file: str, trusted: tuple[Network, ...]) -> None:
        self._name = "HTTP_" + header.upper().replace("-", "_") if header else ""
        self._file = maxminddb.open_database(Path(file)) if file else None
        self._trusted = trusted

    def of(self, environ: Mapping[str, Any]) -> str:
        """The ISO code, empty where it isn't known. A header is believed from a named proxy only."""
        if self._name and is_trusted(str(environ.get("REMOTE_ADDR", "")), self._trusted):
            code = _code(environ.get(self._name))
            if code:
                return code
        if self._file is None:
            return ""
        try:
            found = self._file.get(client_address(environ, self._trusted))
        except (ValueError, maxminddb.InvalidDatabaseError):
            return ""
        country = found.get("country") if isinstance(found, dict) else None
        return _code(country.get("iso_code")) if isinstance(country, dict) else ""


def _code(value: Any) -> str:
    """Two letters; what proxies write for *not known* (`XX`, `T1`) is none."""
    text = value.strip().upper() if isinstance(value, str) else ""
    return text if len(text) == 2 and text.isascii() and text.isalpha() and text != "XX" else ""
