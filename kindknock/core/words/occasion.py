"""Facts of the moment that words may carry: next opening, closing time, reply time, a greeting by the hour.

Also how a person's *in until* and *back at* are said, on the shop's clock and on the visitor's where
that reads otherwise (docs/rules.md 4). Deciding who is in is `availability`'s matter.

Where docs/rules.md is silent: mornings end at 12, afternoons at 18 on the visitor's clock; a next opening is
told only while nobody is in, a reply time only while somebody is; today's closing is the end of the
shop's last span today, and nothing once that is over.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import UTC, datetime, time, tzinfo
from zoneinfo import ZoneInfo

from ..time.hours import Hours, is_zone, moment, open_spans
from .moments import clock_of, end_of_day, length_text, shows_same, time_text, when_text

TIME_FACTS = frozenset({"next_opening", "closing_today", "reply_time", "greeting"})
NOON, EVENING = 12, 18


@dataclass(frozen=True, slots=True)
class Occasion:
    """A moment, seen from the shop's clock and the visitor's; hashable, so that what was said can be kept."""

    now: datetime
    shop: tzinfo
    visitor: tzinfo
    language: str

    def time_words(self, at: datetime, words: Mapping[str, str]) -> str:
        """A moment on the shop's clock, and in brackets on the visitor's where that reads otherwise."""
        text = when_text(at, self.now, self.shop, self.language, words)
        if shows_same(self.shop, self.visitor, at):
            return text
        same_day = _days_ahead(at, self.now, self.shop) == _days_ahead(at, self.now, self.visitor)
        theirs = (
            time_text(at, self.visitor, self.language)
            if same_day
            else when_text(at, self.now, self.visitor, self.language, words)
        )
        pattern = words.get("_your_time", "")
        return f"{text} ({pattern.replace('{time}', theirs)})" if pattern else text


def _days_ahead(at: datetime, now: datetime, clock: tzinfo) -> int:
    return (at.astimezone(clock).date() - now.astimezone(clock).date()).days


def occasion_of(
    at: datetime | None, shop_zone: str, language: str, visitor_zone: str | None, offset_min: int | None
) -> Occasion:
    """An occasion; a visitor whose clock isn't told reads the shop's. Seconds are cut, so that one serves
    a minute.
    """
    shop = ZoneInfo(shop_zone) if is_zone(shop_zone) else UTC
    visitor = clock_of(visitor_zone, offset_min) if visitor_zone or offset_min is not None else shop
    now = at or datetime(1970, 1, 1, tzinfo=UTC)
    return Occasion(now.replace(second=0, microsecond=0), shop, visitor, language)


def part_of_day(occasion: Occasion) -> str:
    """`morning`, `afternoon` or `evening` on the visitor's clock."""
    hour = occasion.now.astimezone(occasion.visitor).hour
    return "morning" if 4 <= hour < NOON else "afternoon" if NOON <= hour < EVENING else "evening"


def next_wording_change(occasion: Occasion, *, greets: bool) -> datetime:
    """When words about the moment read otherwise by themselves: at midnight of either clock, or as a
    greeting changes.
    """
    changes = [end_of_day(occasion.now, clock) for clock in (occasion.shop, occasion.visitor)]
    if greets:
        local = occasion.now.astimezone(occasion.visitor)
        changes += [
            datetime.combine(local.date(), time(hour), occasion.visitor) for hour in (4, NOON, EVENING)
        ]
    return min(change.astimezone(UTC) for change in changes if change > occasion.now)


def time_facts(
    names: frozenset[str],
    occasion: Occasion,
    words: Mapping[str, str],
    *,
    somebody: bool,
    opening: datetime | None,
    shop: Hours | None,
    reply_minutes: int | None,
) -> dict[str, str]:
    """Those of the facts in `names` that there are, as texts in the visitor's language."""
    out: dict[str, str] = {}
    if "next_opening" in names and not somebody and opening is not None:
        out["next_opening"] = occasion.time_words(opening, words)
    if "closing_today" in names and (closing := closing_today(shop, occasion)) is not None:
        out["closing_today"] = time_text(closing, occasion.shop, occasion.language)
    if "reply_time" in names and somebody and reply_minutes:
        out["reply_time"] = length_text(reply_minutes, occasion.language)
    if "greeting" in names and (greeting := words.get(f"_good_{part_of_day(occasion)}")):
        out["greeting"] = greeting
    return out


def closing_today(shop: Hours | None, occasion: Occasion) -> datetime | None:
    """The end of the shop's last span that begins today; None without hours, on a closed day, round the
    clock, or once over.
    """
    if shop is None:
        return None
    day = occasion.now.astimezone(occasion.shop).date()
    start = int(datetime.combine(day, time(), occasion.shop).timestamp())
    end = int(end_of_day(occasion.now, occasion.shop).timestamp())
    spans = [span for span in open_spans(shop, start, end + 86_400) if start <= span[0] < end]
    if not spans or spans[-1][1] >= end + 86_400:
        return None
    closing = moment(spans[-1][1])
    return closing if closing > occasion.now else None
