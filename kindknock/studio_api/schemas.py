"""What the studio and the API say to each other. The studio's types are generated from these."""

from datetime import datetime
from typing import Any, Literal

from ninja import Field, Schema

from kindknock.core import setup as core


class Problem(Schema):
    """RFC 9457 problem details; `title` is one sentence for the person."""

    type: str
    status: int
    title: str
    code: str
    field: str | None = None


class Done(Schema):
    done: bool = True


class DemoOut(Schema):
    email: str
    password: str


class ChoiceOut(Schema):
    value: str
    label: str


class HelloOut(Schema):
    """Who is here. `button_key` is the site whose button lives on the sign-in page, if any."""

    signed_in: bool
    email: str = ""
    name: str = ""
    initials: str = ""
    business: str = ""
    site: str = ""
    sites: list[ChoiceOut] = Field(default_factory=list)
    demo: DemoOut | None = None
    button_key: str = ""
    pretend: bool = False


class SignUpIn(Schema):
    email: str = Field(max_length=254)
    password: str = Field(max_length=200)


class EmailIn(Schema):
    email: str = Field(max_length=254)


class TokenIn(Schema):
    uid: str = Field(max_length=64)
    token: str = Field(max_length=128)


class ResetIn(TokenIn):
    password: str = Field(max_length=200)


class AccountIn(Schema):
    """Change one's own email or password; the present password must come along."""

    password: str = Field(max_length=200)
    new_email: str = Field("", max_length=254)
    new_password: str = Field("", max_length=200)


class AppOut(Schema):
    key: str
    name: str
    initials: str


class ReadIn(Schema):
    typed: str = Field(max_length=4000)
    app: str | None = None
    country: str = Field("", max_length=2)


class ReadingOut(Schema):
    """How something typed was read. `says` is the reading, `more` what to know about it."""

    ok: bool
    app: str | None
    canonical: str
    shown: str
    fits: list[AppOut]
    says: str
    more: str
    state: Literal["open", "ajar", "barred"]
    code: str


class OpenIn(Schema):
    name: str = Field(max_length=200)
    typed: str = Field(max_length=4000)
    apps: list[str] = Field(default_factory=list, max_length=20)
    country: str = Field("", max_length=2)
    zone: str = Field("UTC", max_length=64)
    language: str = Field("en", max_length=35)


class OpenedOut(Schema):
    site: str
    is_live: bool


class BusinessOut(Schema):
    name: str
    country: str
    zone: str
    currency: str
    languages: list[str]
    privacy_link: str
    version: int


class BusinessIn(Schema):
    version: int
    name: str | None = Field(None, max_length=120)
    country: str | None = Field(None, max_length=2)
    zone: str | None = Field(None, max_length=64)
    currency: str | None = Field(None, max_length=3)
    languages: list[str] | None = None
    privacy_link: str | None = Field(None, max_length=2000)


class ChoicesOut(Schema):
    """What can be chosen on the business page, named in English, sorted by name."""

    countries: list[ChoiceOut]
    zones: list[ChoiceOut]
    currencies: list[ChoiceOut]
    languages: list[ChoiceOut]


class HostOut(Schema):
    id: int
    name: str
    shown: str
    state: str
    paths: list[str]
    heard_at: datetime | None
    for_testing: bool


class HostIn(Schema):
    typed: str = Field(max_length=2000)


class HostKeptOut(Schema):
    host: HostOut
    says: str


class ChannelOut(Schema):
    key: str
    app: str
    app_name: str
    initials: str
    address: str
    shown: str
    on: bool
    name: dict[str, str]
    carries_text: bool
    note: str
    state: Literal["open", "ajar", "shut", "barred"]


class ChannelIn(Schema):
    typed: str = Field(max_length=4000)
    app: str | None = None


class ChannelChange(Schema):
    typed: str | None = Field(None, max_length=4000)
    app: str | None = None
    on: bool | None = None
    name: dict[str, str] | None = None


class OrderIn(Schema):
    keys: list[str] = Field(max_length=200)


class CountsOut(Schema):
    seen: int
    opened: int
    knocked: int


class DoorOut(Schema):
    key: str
    name: str
    version: int
    says: core.Says
    also: core.Also
    looks: core.Looks
    paused_at: datetime | None
    channels: list[ChannelOut]
    today: CountsOut
    not_live: list[str]


class DoorChange(Schema):
    version: int
    name: str | None = Field(None, max_length=80)
    says: core.Says | None = None
    also: core.Also | None = None
    looks: core.Looks | None = None


class PauseIn(Schema):
    paused: bool


class ChangeOut(Schema):
    what: str
    door: str
    channel: str
    says: str


class ReleaseOut(Schema):
    number: int
    at: datetime
    by: str


class PageOut(Schema):
    """A page the stage can stand on."""

    address: str
    title: str


class DeskOut(Schema):
    """Everything the desk shows of one site."""

    site: str
    name: str
    line: str
    show_link: str
    show_on_phone: bool
    hosts: list[HostOut]
    pages: list[PageOut]
    doors: list[DoorOut]
    changes: list[ChangeOut]
    release: ReleaseOut | None
    language: str
    languages: list[str]
    business: str
    small_words: dict[str, str]
    new_notes: int


class StageVisit(Schema):
    address: str = Field("", max_length=2000)
    title: str = Field("", max_length=300)
    lang: str = Field("", max_length=35)
    languages: list[str] = Field(default_factory=list, max_length=20)
    device: Literal["phone", "tablet", "computer"] = "computer"


class StageIn(Schema):
    """Ask about the draft, with what is being typed and not saved yet laid over it."""

    door: str
    says: core.Says | None = None
    also: core.Also | None = None
    looks: core.Looks | None = None
    visit: StageVisit


class ReasonOut(Schema):
    rule: str
    outcome: str
    met: str
    subject: str
    fixes: list[str]


class ContrastOut(Schema):
    """How the label reads on the button: `ratio` to one, and the nearest colour that reads."""

    ratio: float
    reads: bool
    nearest: str
    seen: float
    seen_reads: bool
    seen_nearest: str
    colour: str | None


class StageOut(Schema):
    shown: bool
    title: str
    more: str
    answer: dict[str, Any]
    reasons: list[ReasonOut]
    contrast: ContrastOut


class TryIn(Schema):
    channel: str
    note: str = Field("", max_length=5000)
    address: str = Field("", max_length=2000)


class TryOut(Schema):
    """What a visitor's press would do: the link, the words in it, a QR code of it as SVG."""

    link: str | None
    text: str
    copied: bool
    qr: str
    real_link: str


class EmailLineIn(Schema):
    to: str = Field(max_length=254)


class NoteOut(Schema):
    """A note a visitor left. `by_email` says whether it can be answered from here; else `call` and `text` are links."""

    id: int
    name: str
    reach: str
    by_email: bool
    call: str
    text_link: str
    text: str
    address: str
    title: str
    language: str
    direction: str
    state: str
    answer: str
    answered_by: str
    at: datetime


class NotesOut(Schema):
    notes: list[NoteOut]
    kept_days: int


class AnswerIn(Schema):
    text: str = Field(max_length=5000)


class MarkIn(Schema):
    state: Literal["new", "read", "answered", "done"]


class QrOut(Schema):
    svg: str
