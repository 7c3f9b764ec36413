"""People who answer, whole: what is theirs, where they stand, what would go with them."""

from ninja import Field, Schema

from kindknock.core import setup as core


class TheirAddressOut(Schema):
    """`used` are the doors where visitors reach them by it, `lacking` those of theirs that don't have the
    app; `loses` says what nobody could be reached by without it.
    """

    app: str
    app_name: str
    shown: str
    used: list[str]
    lacking: list["TheirDoorOut"]
    loses: list[str]


class TheirDoorOut(Schema):
    key: str
    name: str
    site: str
    on: bool


class AssistantOut(Schema):
    """`doors` are all of the business's, `on` where they answer; `loses` says what nobody would cover
    without them.
    """

    key: str
    name: str
    role: dict[str, str]
    picture: str
    initials: str
    addresses: list[TheirAddressOut]
    languages: list[str]
    pages: list[core.PageRule]
    note: dict[str, str]
    keeps_own_hours: bool
    has_initials: bool
    is_named: bool
    hours: str
    hours_typed: str
    """As one would type them; empty for none of their own."""
    is_in: bool
    now: str
    notice_email: str
    hears_at_night: bool
    """Where notes for them are mailed; empty for nowhere. Live at once."""
    doors: list[TheirDoorOut]
    loses: list[str]


class PageCoverOut(Schema):
    """`people` are the keys of those offered there, `doors` the names of the doors that can show; `host`
    is empty where there is one site.
    """

    path: str
    host: str
    knocks: int
    people: list[str]
    doors: list[str]
    is_anybody: bool
    is_gap: bool


class TheirWayIn(Schema):
    door: str = Field(max_length=64)


class PeopleOut(Schema):
    """`pages` are those heard, the ones nobody covers first."""

    people: list[AssistantOut]
    pages: list[PageCoverOut]
    language: str
    languages: list[str]
    site: str
    sites: list["PeopleSiteOut"]


class PeopleSiteOut(Schema):
    key: str
    name: str


class PersonIn(Schema):
    name: str = Field(max_length=120)
    role: str = Field("", max_length=120)


class PersonChange(Schema):
    """What isn't sent stays."""

    name: str | None = Field(None, max_length=120)
    role: dict[str, str] | None = None
    picture: str | None = Field(None, max_length=2000)
    languages: list[str] | None = Field(None, max_length=40)
    pages: list[core.PageRule] | None = Field(None, max_length=400)
    note: dict[str, str] | None = None
    keeps_own_hours: bool | None = None
    has_initials: bool | None = None
    is_named: bool | None = None


class TheirAddressIn(Schema):
    typed: str = Field(max_length=4000)
    app: str | None = None


class NoticeIn(Schema):
    email: str = Field(max_length=254)
    at_night: bool = False


class TheirDoorIn(Schema):
    door: str = Field(max_length=16)
    on: bool


class ManyIn(Schema):
    text: str = Field(max_length=5_500_000)


class OneOfManyOut(Schema):
    name: str
    role: str
    reaches: list[str]
    is_here: bool


class ManyOut(Schema):
    people: list[OneOfManyOut]
    notes: list[str]
