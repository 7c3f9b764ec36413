"""What came of the button: counts of a period against another, by one dimension at a time."""

from datetime import date, datetime
from typing import Literal

from ninja import Field, Schema

from kindknock.core.counts.periods import Against as Against

Dimension = Literal["page", "way", "person", "door", "language", "device", "country", "campaign", "came_from"]
TableBy = Literal[
    "page", "way", "person", "door", "language", "device", "country", "campaign", "came_from", "day", "hour"
]
CrowdKind = Literal["seen", "opened", "knocked"]
ComparisonCode = Literal[
    "surely_more", "likely_more", "about_the_same", "likely_fewer", "surely_fewer", "too_few", "nothing"
]
Act = Literal["", "desk", "rota", "people", "pages"]


class PeriodOut(Schema):
    """Days of the business's clock, both in it; `says` and `against` in words; `noted` what was made of
    what was asked for, a sentence each.
    """

    first: date
    last: date
    days: int
    says: str
    against: str
    before_first: date | None
    before_last: date | None
    is_running: bool
    today: date
    noted: list[str]


class CrowdOut(Schema):
    """How many saw, opened, knocked; how many came while nobody was in and saw nothing."""

    seen: int
    opened: int
    knocked: int
    missed: int


class MarksOut(Schema):
    """One mark stands for `each` visits; each is drawn once, where it ended."""

    each: int
    walked_on: int
    left: int
    knocked: int


class FootfallDayOut(CrowdOut):
    """A day; `before` are the knocks of the day it is held against, None without one."""

    day: date
    before: int | None


class MarkedChangeOut(Schema):
    """Something that changed on a day, to be marked on the time line."""

    day: date
    last: date
    kind: Literal["release", "closure", "absence"]
    says: str


class SlotOut(Schema):
    """An hour of the week; `says` is all of it in words."""

    knocked: int
    missed: int
    seen: int
    is_nobody_in: bool
    says: str


class WorstOut(Schema):
    """Hours of one weekday with nobody in that most knocked at or missed."""

    says: str
    count: int
    weekday: int
    start_min: int
    end_min: int


class OtherCountOut(Schema):
    """One of the other counts: a number in words, what it is of, and one thing to do."""

    code: Literal["missed", "answers", "signposts", "letters", "not_found"]
    says: str
    more: str
    act: str
    to: str


class FootfallOut(Schema):
    """Everything of the screen but the table."""

    is_counting: bool
    site: str
    sites: list["SiteChoiceOut"]
    period: PeriodOut
    crowd: CrowdOut
    before: CrowdOut | None
    marks: MarksOut
    heading: str
    under: str
    walked_on: str
    opened: str
    knocked: str
    code: ComparisonCode
    days: list[FootfallDayOut]
    changes: list[MarkedChangeOut]
    hours: list[list[SlotOut]]
    worst: WorstOut | None
    lines: list[OtherCountOut]
    dimensions: list[Dimension]


class SiteChoiceOut(Schema):
    key: str
    name: str


class RangeOut(Schema):
    """A share from 0 to 1 with its 95 % range, and of how many it is."""

    share: float
    low: float
    high: float
    hits: int
    seen: int


class ShareRowOut(Schema):
    """One page, way, person …; `now` or `before` None: no visits. `of` is a number in words (71 of 612),
    `range` the likely range (9 to 14 in 100), `word` the comparison. `key` is empty for what is joined.
    """

    key: str
    site: str
    name: str
    more: str
    now: RangeOut | None
    before: RangeOut | None
    range: str
    before_range: str
    code: ComparisonCode
    word: str
    missed: int
    act: Act
    to: str


class ShareTableOut(Schema):
    """`of` is what the share is of: visits, or knocks."""

    dimension: Dimension
    of: Literal["visits", "knocks"]
    rows: list[ShareRowOut]
    rest: str


class BehindPartOut(Schema):
    """One list behind a number: what it is by, and its rows with their counts."""

    name: str
    rows: list["BehindRowOut"]


class BehindRowOut(Schema):
    """One cell; `count` None where nothing was counted, and then one thing to do about it."""

    name: str
    count: int | None
    act: Act = ""
    to: str = ""


class BehindOut(Schema):
    """What is behind a number, by other dimensions: of what is still kept, from `since` on."""

    name: str
    since: date
    noted: str
    parts: list[BehindPartOut]


class CountingIn(Schema):
    is_counting: bool


class OutKeyIn(Schema):
    name: str = Field("", max_length=60)


class OutKeyOut(Schema):
    """A key for another system; `text` only in the answer that made it."""

    id: int
    name: str
    made_at: datetime
    used_at: datetime | None
    text: str


class OutRowOut(CrowdOut):
    """One name. Shares are from 0 to 1, None without visits; `compared` is a code, None with nothing to hold
    it against.
    """

    key: str
    name: str
    site: str
    share: float | None
    low: float | None
    high: float | None
    compared: ComparisonCode | None


class OutOut(Schema):
    """Counts for another system, days of the business's clock, both in it."""

    business: str
    zone: str
    first: date
    last: date
    by: Dimension
    total: CrowdOut
    rows: list[OutRowOut]
