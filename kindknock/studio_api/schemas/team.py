"""Who may come in, who was asked, and the page of an invitation."""

from datetime import datetime

from ninja import Field, Schema


class MemberOut(Schema):
    """Somebody who is in. `held` is how many businesses they look after in all."""

    id: int
    name: str
    email: str
    initials: str
    role: str
    is_me: bool
    held: int
    seen_at: datetime | None


class InvitedOut(Schema):
    id: int
    email: str
    role: str
    by: str
    until: datetime
    is_over: bool
    is_held: bool
    """Whether the letter waits until who sent it has confirmed their own address."""
    hands_over: bool


class TeamOut(Schema):
    members: list[MemberOut]
    invited: list[InvitedOut]
    answers_see_all: bool
    demands_step: bool
    is_last_owner: bool
    """Whether who asks is the only owner."""


class InviteIn(Schema):
    email: str = Field(max_length=254)
    role: str = Field(max_length=10)


class HandOverIn(Schema):
    """To whom, and whether who hands it over stays as a site maker."""

    email: str = Field(max_length=254)
    stays: bool = True


class RoleIn(Schema):
    role: str = Field(max_length=10)


class SeeAllIn(Schema):
    on: bool


class InvitationOut(Schema):
    """What an invitation says. `account` is theirs (signed in with its address), other (signed in with
    another), known (has one, not signed in) or none; `own` the address one is signed in with.
    """

    business: str
    by: str
    role: str
    email: str
    until: datetime
    hands_over: bool
    account: str
    own: str


class TakeIn(Schema):
    """The link's secret; a name and a password only where an account is made, which may go without one."""

    token: str = Field(max_length=100)
    name: str = Field("", max_length=80)
    password: str = Field("", max_length=200)


class AnotherIn(Schema):
    """One more business: its name, and the key of the business whose doors are its pattern, or none."""

    name: str = Field(max_length=120)
    like: str = Field("", max_length=16)
    country: str = Field("", max_length=2)
    zone: str = Field("UTC", max_length=64)
    language: str = Field("en", max_length=35)


class WaitsOut(Schema):
    """One thing that waits: a door glyph's state, the words, and the screen's path where it is mended."""

    state: str
    says: str
    path: str


class AskedInOut(Schema):
    """An invitation to the address of who is signed in."""

    id: int
    business: str
    by: str
    role: str
    hands_over: bool
    until: datetime


class BusinessesOut(Schema):
    held: "list[HeldBusinessOut]"
    asked: list[AskedInOut]


class HeldBusinessOut(Schema):
    key: str
    name: str
    role: str
    site: str
    waits: list[WaitsOut]


class KindOut(Schema):
    """One kind of news, and how often it can come."""

    kind: str
    rates: list[str]


class ReaderOut(Schema):
    """Somebody and what they hear: by kind no, at_once, daily, weekly or may_not. Minutes after midnight."""

    id: int
    name: str
    is_me: bool
    is_proven: bool
    rates: dict[str, str]
    is_quiet: bool
    quiet_from_min: int
    quiet_until_min: int
    zone: str
    language: str


class HearsOut(Schema):
    kinds: list[KindOut]
    readers: list[ReaderOut]


class HearIn(Schema):
    rate: str = Field(max_length=10)


class OwnLettersIn(Schema):
    """What is given changes, all else stays."""

    is_quiet: bool | None = None
    quiet_from_min: int | None = Field(None, ge=0, lt=1440)
    quiet_until_min: int | None = Field(None, ge=0, lt=1440)
    zone: str | None = Field(None, max_length=64)
    language: str | None = Field(None, max_length=35)


class LetterOut(Schema):
    subject: str
    text: str
    html: str
