"""What a site's maker hands over of the visitor's basket: its things, how many, and what they come to.

Where docs/rules.md is silent: at most eight things are named and the rest counted (`+ 3`); a thing more
than once says how often first (`2 × Bell`); an amount that can't be read is left out, never shown raw.
"""

import json
from collections.abc import Mapping
from typing import Any

MOST_THINGS, MOST_NAMED, MOST_NAME = 50, 8, 80
_BETWEEN = "\n"


def basket_facts(value: Any) -> dict[str, str]:
    """`basket` as handed over, as raw facts: `basket` the things, one a line, `basket_more` how many are
    not among them, `basket_total` the amount, `currency` its own.

    `value` is an object `{things, number, total, currency}`, or the same as JSON text; plain text is the
    things as they are to read. What is of the wrong kind is taken as not said.
    """
    found = _object(value)
    if found is None:
        return {"basket": " ".join(value.split())[:300]} if isinstance(value, str) and value.strip() else {}
    things = found.get("things")
    lines = [line for line in map(_thing, things[:MOST_THINGS] if isinstance(things, list) else []) if line]
    count = sum(_number(each) for each in things[:MOST_THINGS]) if isinstance(things, list) else 0
    number = found.get("number")
    given = number if isinstance(number, int) and not isinstance(number, bool) and 0 < number < 10_000 else 0
    named = sum(_number(each) for each in things[:MOST_NAMED]) if isinstance(things, list) else 0
    more = max(given, count) - named if lines else 0
    total = found.get("total")
    out = {
        "basket": _BETWEEN.join(lines[:MOST_NAMED]),
        "basket_more": str(more) if more > 0 else "",
        "basket_total": str(total)[:40] if isinstance(total, int | float | str) else "",
        "currency": currency[:3] if isinstance(currency := found.get("currency"), str) else "",
    }
    return {name: text for name, text in out.items() if text}


def written_things(things: str, more: str) -> str:
    """The things in one line, with how many more there are."""
    return ", ".join([*things.split(_BETWEEN), *([f"+ {more}"] if more else [])])


def _object(value: Any) -> Mapping[str, Any] | None:
    if isinstance(value, str) and value.lstrip().startswith("{"):
        try:
            value = json.loads(value[:8000])
        except (ValueError, RecursionError):
            return {}
    return value if isinstance(value, Mapping) else None


def _thing(value: Any) -> str:
    """`2 × Bell`, out of a name or an object with `name` and `number`."""
    name = value.get("name") if isinstance(value, Mapping) else value
    text = " ".join(name.split())[:MOST_NAME] if isinstance(name, str) else ""
    often = _number(value)
    return f"{often} × {text}" if text and often > 1 else text


def _number(value: Any) -> int:
    often = value.get("number", 1) if isinstance(value, Mapping) else 1
    return often if isinstance(often, int) and not isinstance(often, bool) and 0 < often < 1000 else 1
