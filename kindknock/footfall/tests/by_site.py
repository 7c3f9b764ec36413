"""Every query of events names its site, so that they can lie apart by site (docs/growing.md)."""

import re
from collections.abc import Callable
from contextlib import AbstractContextManager
from typing import Any

from django.db import connection

_OF_EVENTS = re.compile(r'\b(?:from|join|into|update)\s+"?footfall_(?:event|reading)\b(?!_)', re.IGNORECASE)
_OF_ALL = (
    re.compile(r"^\s*select max\(id\) from footfall_event\s*$", re.IGNORECASE),
    re.compile(r'^(?:delete from|update) "?footfall_reading"? .*"?at"? <[^=]', re.IGNORECASE | re.DOTALL),
)
"""How far is stored, and what is old: each part answers for itself."""


def _held_to(execute: Callable[..., Any], sql: Any, params: Any, many: bool, context: Any) -> Any:
    text = str(sql)
    if _OF_EVENTS.search(text) and "site_id" not in text and not any(each.search(text) for each in _OF_ALL):
        raise AssertionError(f"events are asked for without their site: {text[:400]}")
    return execute(sql, params, many, context)


def every_query_names_its_site() -> AbstractContextManager[None]:
    """For a test's `enterContext`."""
    return connection.execute_wrapper(_held_to)
