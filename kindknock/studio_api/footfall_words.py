"""Sentences of Footfall. None claims more than the numbers carry."""

from collections.abc import Mapping
from datetime import date

from kindknock.core.counts import Comparison, Rate
from kindknock.core.counts.periods import Noted
from kindknock.core.counts.rates import FEW
from kindknock.footfall.reading_counts import ReadingTotals

from .schemas.footfall import ComparisonCode, Dimension, OtherCountOut

WORD: Mapping[str, str] = {
    "surely_more": "surely more",
    "likely_more": "likely more",
    "about_the_same": "about the same",
    "likely_fewer": "likely fewer",
    "surely_fewer": "surely fewer",
    "too_few": "too few to tell",
    "nothing": "",
}
AGAINST = {
    "week": "the week before",
    "year": "the same weekdays a year before",
    "nothing": "nothing",
}
NOTED: Mapping[Noted, str] = {
    "cut_at_today": "Days to come have no counts yet: shown up to now.",
    "cut_at_kept": "Counts are kept for two years: shown from where they begin.",
    "began_later": "Counting began later than the days to hold this against.",
    "against_not_kept": "The days to hold this against are no longer kept.",
}
MANY_CHANGES = "Only the last {count} changes are marked."
BEHIND = "What came last is still being added up: look again in a minute."
REFUSED = {
    "backwards": "The first day lies after the last one. Swap them.",
    "not_come": "Those days haven’t come yet. Choose some that have.",
}
DAY_NAMES = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
SHORT_DAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")
WAYS = {"": "A note left"}
NOBODY_NAMED, SOMEBODY_LEFT = "Nobody in particular", "Somebody who left"
WAY_GONE, DOOR_GONE = "A way taken off", "A door taken down"
ELSEWHERE = "Elsewhere"
NOT_SO_FAR = "What is behind a number is kept for ninety days: from {day} on."
UNKNOWN: Mapping[str, str] = {
    "language": "No language told",
    "device": "Not known",
    "country": "Not known",
    "campaign": "No campaign",
    "came_from": "Your own pages, or not told",
    "page": "Not told",
}
DEVICES = {"phone": "Phone", "computer": "Computer", "tablet": "Tablet"}
CROWD = {"seen": "Who saw the button", "opened": "Who opened the card", "knocked": "Who knocked"}
NO_BUTTON = "Pages with your line and no button"
DIMENSIONS: Mapping[Dimension, str] = {
    "page": "By page",
    "way": "By way",
    "person": "By person",
    "door": "By door",
    "language": "By language",
    "device": "By device",
    "country": "By country",
    "campaign": "By campaign",
    "came_from": "Where from",
}


def days_words(first: date, last: date, today: date) -> str:
    """24 November to 21 December; with years where they differ from today's."""
    if first == last:
        return "Today so far" if first == today else f"{_weekday(first)} {_day(first, today.year)}"
    if first.year != last.year:
        return f"{_day(first, 0)} to {_day(last, 0)}"
    if first.month == last.month:
        return f"{first.day} to {_day(last, today.year)}"
    start = f"{first.day} {first:%B}"
    return f"{start} to {_day(last, today.year)}"


def _day(day: date, this_year: int) -> str:
    return f"{day.day} {day:%B}" + ("" if day.year == this_year else f" {day.year}")


def _weekday(day: date) -> str:
    return DAY_NAMES[day.weekday()]


def against_words(against: str, days: int, is_running: bool, first: date) -> str:
    """What a period is held against."""
    if against == "nothing":
        return "nothing"
    if days == 1:
        part = "the same part of " if is_running else ""
        return f"{part}{_weekday(first)} {first.day} {first:%B}"
    if against != "before":
        return AGAINST[against]
    if days % 7 == 0 and days // 7 in COUNT_WORDS:
        weeks = days // 7
        return "the week before" if weeks == 1 else f"the {COUNT_WORDS[weeks]} weeks before"
    return f"the {days} days before"


COUNT_WORDS = {1: "one", 2: "two", 3: "three", 4: "four", 8: "eight", 12: "twelve", 13: "thirteen"}


def whole_hundred(found: Rate | None) -> tuple[int, int]:
    """The range in so many of a hundred, rounded."""
    return (round(found.low * 100), round(found.high * 100)) if found else (0, 0)


def range_words(found: Rate | None) -> str:
    """9 to 14 in 100."""
    if found is None:
        return "no visits"
    low, high = whole_hundred(found)
    if high == 0:
        return "under 1 in 100"
    return f"{low} in 100" if low == high else f"{low} to {high} in 100"


def heading(found: Rate | None) -> str:
    """Of every 100 who saw the button, 5 or 6 knocked."""
    if found is None:
        return "Nobody has seen the button in these days."
    if found.seen < FEW:
        return f"{found.seen} saw the button: too few to tell how many of a hundred knock."
    low, high = whole_hundred(found)
    if high == 0:
        return "Of every 100 who saw the button, fewer than one knocked."
    if low == high:
        many = str(low)
    elif high - low == 1:
        many = f"{low} or {high}"
    else:
        many = f"{low} to {high}"
    return f"Of every 100 who saw the button, {many} knocked."


def under(code: ComparisonCode, against: str, each: int, seen: int) -> str:
    """About the same as the four weeks before. One mark is 20 visits, drawn where it ended."""
    mark = f"One mark is {each} visits, drawn where it ended." if each > 1 else "Each mark is one visit."
    if not seen:
        return "Days with nothing are shown below, too."
    if code == "nothing":
        return mark
    word = WORD[code]
    than = {"about_the_same": "as", "too_few": ""}.get(code, "than")
    if code == "too_few":
        return f"Too few to tell it from {against}. {mark}"
    return f"{word.capitalize()} {than} {against}. {mark}"


def in_hundred(hits: int, seen: int) -> str:
    """15 in 100, of counts that are counted whole."""
    if not seen:
        return ""
    share = 100 * hits / seen
    return "under 1 in 100" if 0 < share < 1 else f"{round(share)} in 100"


def slot_words(weekday: int, hour: int, knocked: int, missed: int, is_nobody_in: bool) -> str:
    """Saturday 10 to 11: 6 knocked, 2 came while nobody was in."""
    parts = [f"{hour_words(weekday, hour)}: {knocked or 'nobody'} knocked"]
    if missed:
        parts.append(f"{missed} saw nothing, as nobody was in")
    elif is_nobody_in:
        parts.append("nobody in")
    return ", ".join(parts)


def hour_words(weekday: int, hour: int) -> str:
    return f"{DAY_NAMES[weekday]} {hour} to {hour + 1}"


def worst_words(weekday: int, start: int, end: int) -> str:
    return f"{DAY_NAMES[weekday]} {start}–{end}"


def minutes_words(minutes: float) -> str:
    """About how long an answer took."""
    if minutes < 1.5:
        return "a minute"
    if minutes < 90:
        return f"{round(minutes)} minutes"
    hours = minutes / 60
    return f"{round(hours)} hours" if hours < 36 else f"{round(hours / 24)} days"


def some_more(count: int, knocked: int, what: str) -> str:
    knocks = "one knock" if knocked == 1 else f"{knocked} knocks"
    return f"and {count} more {what}, {knocks} together"


def opened_words(opened: int, seen: int, left: int) -> str:
    """15 in 100, and 463 looked and left."""
    share = in_hundred(opened, seen)
    return f"{share}, and {left:,} looked and left" if share else ""


def of_them_words(knocked: int, opened: int) -> str:
    share = in_hundred(min(knocked, opened), opened)
    return f"{share} of them knocked" if share else ""


def release_words(number: int, name: str) -> str:
    return f"Published {name}" if name else f"Release {number} published"


def reading_lines(reads: ReadingTotals, site: str, kept: date | None) -> list[OtherCountOut]:
    """Answers that helped, searches with nothing found, where signposts ended."""
    lines = []
    if reads.read:
        lines.append(
            OtherCountOut(
                code="answers",
                says=f"{reads.helped:,} of {reads.read:,} answers read helped",
                more=(f"{reads.not_quite:,} said: not quite." if reads.not_quite else "") + kept_words(kept),
                act="See the answers",
                to=f"/answers/{site}",
            )
        )
    if reads.not_found:
        lines.append(
            OtherCountOut(
                code="not_found",
                says=f"{reads.not_found:,} searches found nothing",
                more="Somebody looked for words that no answer has." + kept_words(kept),
                act="Write an answer",
                to=f"/answers/{site}",
            )
        )
    if reads.begun:
        ends = f"{reads.person:,} came to a person, {reads.words + reads.page:,} to an answer or a page"
        lines.append(
            OtherCountOut(
                code="signposts",
                says=f"{reads.begun:,} walked along signposts",
                more=f"{ends}.{kept_words(kept)}",
                act="See where they left",
                to=f"/answers/{site}",
            )
        )
    return lines


def kept_words(since: date | None) -> str:
    """What stands behind a count of what is kept for less long than the days looked at."""
    return f" Only from {since.day} {since:%B} on: older ones are deleted." if since else ""


def took_words(middle: float | None, nine: float | None) -> str:
    """Half of them within 40 minutes, nine of ten within 5 hours."""
    if middle is None:
        return "Nobody has been answered yet."
    half = f"Half of them within {minutes_words(middle)}"
    return f"{half}, nine of ten within {minutes_words(nine)}." if nine is not None else f"{half}."


def word_of(code: Comparison | None) -> tuple[ComparisonCode, str]:
    found: ComparisonCode = code or "nothing"
    return found, WORD[found]
