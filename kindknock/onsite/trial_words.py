"""What the strip beside a trial says, in English: it is for the owner and whoever they hand the link to."""

from collections.abc import Mapping
from typing import Any

from kindknock.core.words.moments import locale_of

OF = {"draft": "The draft", "live": "What visitors have"}


def shown_words(of: str, shown: bool, *, is_listed: bool, has_any: bool) -> str:
    """What is tried, and whether a button stands."""
    what = OF.get(of, OF["draft"])
    if not has_any:
        return "Nothing is published yet, so there is nothing to see here."
    if not is_listed:
        return f"{what}: no button here, since this web address isn’t on the list."
    return f"{what}." if shown else f"{what}: no button on this page for this visitor."


def as_whom(visit: Mapping[str, Any], moment: str) -> str:
    """As whom and when, where that isn't simply whoever looks, now."""
    returning = visit.get("returning")
    parts = [
        "a visitor who was here before" if returning else "a first-time visitor",
        f"from {visit['country']}" if visit.get("country") else "",
        f"reading {_language(visit['languages'][0])}" if visit.get("languages") else "",
        f"coming from {visit['referrer']}" if visit.get("referrer") else "",
        f"on {moment}" if moment else "",
    ]
    return "As " + ", ".join(part for part in parts if part) + "."


def _language(tag: str) -> str:
    return str(locale_of(tag).get_display_name("en")) if locale_of(tag).language == tag[:2] else tag
