"""Who is here, and their business."""

from datetime import datetime

from ninja import Field, Schema


class Problem(Schema):
    """RFC 9457 problem details; `title` is one sentence for the person."""

    type: str
    status: int
    title: str
    code: str
    field: str | None = None


class Done(Schema):
    done: bool = True


class LineSentOut(Schema):
    """`held` is the sender's own address, where the letter waits until they have pressed the link there."""

    held: str


class DemoOut(Schema):
    email: str
    password: str


class ChoiceOut(Schema):
    value: str
    label: str


class HeldOut(Schema):
    """A business somebody may come into, and as what."""

    key: str
    name: str
    role: str


class HelloOut(Schema):
    """Who is here. `business` and what follows is the business that is asked about, or the first they joined;
    `may` what they may do in it. `button_key` is the site whose button lives on the sign-in page, if any.
    """

    signed_in: bool
    email: str = ""
    is_proven: bool = False
    wanted_email: str = ""
    name: str = ""
    initials: str = ""
    business: str = ""
    business_key: str = ""
    businesses: list[HeldOut] = Field(default_factory=list)
    waits_for_code: bool = False
    """Whether a password or link was right, and the second step is still to come."""
    needs_step: bool = False
    """Whether the business demands a second step of them that they don't have."""
    role: str = ""
    closes_at: datetime | None = None
    goes_at: datetime | None = None
    """When it goes, where it is a copy of the demo that somebody looks in at."""
    demo_shop: str = ""
    """The demo shop with that copy's line."""
    may: list[str] = Field(default_factory=list)
    site: str = ""
    sites: list[ChoiceOut] = Field(default_factory=list)
    me: str = ""
    """The key of the person who answers that they are; empty where they are none."""
    unread: int = 0
    """How many entries of the guestbook nobody has read yet."""
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


class LinkIn(Schema):
    token: str = Field(max_length=600)


class ResetIn(TokenIn):
    password: str = Field(max_length=200)


class AccountIn(Schema):
    """Change one's own email or password; the present password must come along."""

    password: str = Field(max_length=200)
    new_email: str = Field("", max_length=254)
    new_password: str = Field("", max_length=200)


class OpenIn(Schema):
    name: str = Field(max_length=200)
    typed: str = Field(max_length=4000)
    apps: list[str] = Field(default_factory=list, max_length=20)
    country: str = Field("", max_length=2)
    zone: str = Field("UTC", max_length=64)
    language: str = Field("en", max_length=35)
    website: str = Field("", max_length=2000)
    """Where the button may run from the first; empty while there is none."""


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
    is_counting: bool
    closes_at: datetime | None = None
    """When all of it goes, where it was closed."""
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


class CloseIn(Schema):
    name: str = Field(max_length=200)
