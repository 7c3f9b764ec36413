"""Hours as schema.org OpeningHoursSpecification, ready to stand in a page as JSON-LD."""

import json
from typing import Any

from ..time.hours import DAY_MIN, Closure, Week

DAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")


def hours_document(
    name: str, week: Week, closures: tuple[Closure, ...] = (), *, address: str = ""
) -> dict[str, Any]:
    """A LocalBusiness with its hours; days of equal spans share one specification.

    Whole-day closures that don't recur are special days that open and close at 00:00, as schema.org has it.
    """
    groups: dict[tuple[int, int], list[str]] = {}
    for day, spans in enumerate(week):
        for span in spans:
            groups.setdefault(span, []).append(DAYS[day])
    specifications: list[dict[str, Any]] = [
        {
            "@type": "OpeningHoursSpecification",
            "dayOfWeek": days,
            "opens": _clock(start),
            "closes": _clock(end),
        }
        for (start, end), days in groups.items()
    ]
    specifications += [
        {
            "@type": "OpeningHoursSpecification",
            "validFrom": closure.first.isoformat(),
            "validThrough": closure.last.fromordinal(closure.last.toordinal() - 1).isoformat(),
            "opens": "00:00",
            "closes": "00:00",
        }
        for closure in closures
        if closure.is_whole_day and not closure.yearly
    ]
    out: dict[str, Any] = {"@context": "https://schema.org", "@type": "LocalBusiness", "name": name}
    if address:
        out["url"] = address
    return {**out, "openingHoursSpecification": specifications}


def script_text(document: dict[str, Any]) -> str:
    """The document as the text of a script element: nothing in it can end the element."""
    return json.dumps(document, ensure_ascii=False, indent=1).replace("<", "\\u003c")


def _clock(minute: int) -> str:
    at = minute if minute < DAY_MIN else minute - DAY_MIN
    return "23:59" if minute == DAY_MIN else f"{at // 60:02}:{at % 60:02}"
