"""Lines of the log: JSON, each with the id of its request, and without what people wrote, where they write
from, or keys that open something.
"""

import ipaddress
import logging
import re
import traceback
from datetime import UTC, datetime
from types import TracebackType
from typing import Any

from pythonjsonlogger.json import JsonFormatter

from kindknock import request_id

KNOWN = ("at", "level", "from", "says", "id", "route", "status", "ms", "error")
Fields = dict[str, Any]
Raised = tuple[type[BaseException], BaseException, TracebackType | None] | tuple[None, None, None]
_EMAIL = re.compile(r"[^\s@<>\"'(]+@[^\s@<>\"')]+")
_KEY = re.compile(r"(?=[A-Za-z0-9_:-]*\d)[A-Za-z0-9_:-]{14,}")
_NUMBER = re.compile(r"\+?\d[\d ()/-]{6,}\d")
_ADDRESS = re.compile(
    r"(?<![\w.:])(?:\d{1,3}(?:\.\d{1,3}){3}|[0-9a-fA-F:]*:[0-9a-fA-F:]*:[0-9a-fA-F:.]*)(?![\w:])"
)
_QUERY = re.compile(r"\?[^\s'\"]+")
_QUOTED = re.compile(r"(?:DETAIL|CONTEXT|LINE \d+):.*", re.DOTALL)
"""What PostgreSQL quotes of rows and statements."""


def masked(text: str) -> str:
    """A text without emails, numbers to call, networks, queries of addresses, and keys."""
    text = _QUOTED.sub("(left out)", text)
    text = _QUERY.sub("?…", text)
    text = _EMAIL.sub("(email)", text)
    text = _ADDRESS.sub(_address, text)
    text = _KEY.sub("(key)", text)
    return _NUMBER.sub("(number)", text)


def _address(found: re.Match[str]) -> str:
    try:
        ipaddress.ip_address(found.group())
    except ValueError:
        return found.group()
    return "(address)"


def where(raised: Raised) -> str:
    """The way to an error by files and lines, and what kind it is: its words may be somebody's, so they stay
    out.
    """
    _, error, trace = raised
    if error is None:
        return ""
    frames = [
        f"{_short(frame.filename)}:{frame.lineno} {frame.name}" for frame in traceback.extract_tb(trace)
    ]
    cause = error.__cause__ or (None if error.__suppress_context__ else error.__context__)
    kinds = [
        f"{type(each).__module__}.{type(each).__qualname__}" for each in (error, cause) if each is not None
    ]
    return " < ".join(kinds) + " at " + " > ".join(frames[-12:])


def _short(file: str) -> str:
    for folder in ("/site-packages/", "/kindknock/", "/lib/"):
        _, found, rest = file.rpartition(folder)
        if found:
            return (folder[1:] if folder == "/kindknock/" else "") + rest
    return file


class Lines(JsonFormatter):
    """`at`, `level`, `from`, `says`, `id`, and of what a line brings along what is known to be harmless."""

    def __init__(self) -> None:
        super().__init__("%(message)s", rename_fields={"message": "says", "exc_info": "error"})

    def add_fields(self, log_data: Fields, record: logging.LogRecord, message_dict: Fields) -> None:
        log_data |= {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname,
            "from": record.name,
        }
        super().add_fields(log_data, record, message_dict)
        if not log_data.get("id") and request_id.current.get():
            log_data["id"] = request_id.current.get()

    def process_log_record(self, log_data: Fields) -> Fields:
        known = {name: log_data[name] for name in KNOWN if name in log_data}
        return known | {"says": masked(str(known.get("says", "")))}

    def formatException(self, exc_info: Raised) -> str:  # logging's
        return where(exc_info)
