"""Trials: a site's doors on its own pages, by a private link."""

from datetime import datetime
from typing import Literal

from ninja import Field, Schema

from .stage import StageVisit


class TrialIn(Schema):
    """`typed` is a page of the site; of `visit` the moment and what is pretended of the visitor count."""

    typed: str = Field(max_length=2000)
    of: Literal["draft", "live"] = "draft"
    visit: StageVisit | None = None


class MetOut(Schema):
    """What the page of a trial last said of itself: whether a button stands, what keeps it from being seen,
    our addresses that were refused. `says` is all of it in a sentence, `how` the way to mend it.
    """

    at: datetime
    address: str
    state: Literal["open", "ajar", "barred"]
    says: str
    how: str


class TrialOut(Schema):
    """A link that works until it ends; `link` is given once, when it is made. `warns` of a page on which the
    line was not heard yet.
    """

    token: str
    of: Literal["draft", "live"]
    says: str
    link: str
    qr: str
    until: datetime
    is_here_only: bool
    warns: str
    met: MetOut | None = None
