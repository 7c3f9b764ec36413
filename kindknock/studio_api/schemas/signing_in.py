"""The second step, passkeys, and where one is signed in."""

from datetime import datetime
from typing import Any

from ninja import Field, Schema


class CodeIn(Schema):
    code: str = Field(max_length=40)


class StepIn(Schema):
    """The present password once more; empty where the account has none."""

    password: str = Field("", max_length=200)


class StepBegunOut(Schema):
    """The secret to type, and the same as a QR code (SVG)."""

    secret: str
    qr: str


class CodesOut(Schema):
    """Recovery codes, shown this once."""

    codes: list[str]


class OptionsOut(Schema):
    """What the browser hands to a device (WebAuthn, in its JSON form)."""

    options: dict[str, Any]


class PasskeyIn(Schema):
    """What a device answered (WebAuthn, in its JSON form)."""

    answer: dict[str, Any]
    name: str = Field("", max_length=120)


class PasskeyOut(Schema):
    id: int
    name: str
    at: datetime
    used_at: datetime | None


class SessionOut(Schema):
    id: int
    browser: str
    at: datetime
    seen_at: datetime
    is_this: bool


class WayInOut(Schema):
    has_password: bool
    has_step: bool
    codes_left: int
    passkeys: list[PasskeyOut]
    sessions: list[SessionOut]


class DemandIn(Schema):
    """Whether owners must have a second step."""

    on: bool
