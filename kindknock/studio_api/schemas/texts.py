"""Words as they are being written: which win, how they read, what is missing, and the translator's table."""

from typing import Literal

from ninja import Field, Schema

from .stage import StageIn


class WordsIn(StageIn):
    """A visit on the stage, the language being written, and texts to try there by any name of the asker's
    (`field:…`).
    """

    language: str = Field(max_length=35)
    texts: dict[str, str] = Field(default_factory=dict, max_length=120)


class GuessOut(Schema):
    name: str
    nearest: str


class SampleOut(Schema):
    """A text filled here, with no facts, and with the product on sale; `letters` against the `room` its
    place has (0: any).
    """

    here: str
    bare: str
    sale: str
    unknown: list[GuessOut]
    letters: int
    room: int


class SpokenOut(Schema):
    """What a reader of the language gets: the text, the language it is in, and where it comes from."""

    field: str
    text: str
    language: str
    level: Literal["override", "door", "ours"]
    override: str
    sample: SampleOut


class WordsOut(Schema):
    """`missing` counts by language the written texts its readers get in another one; `fill_ins` are names
    with a value here or none; `small` are our own small words in the language that an owner may write
    otherwise; `falls_back` the order languages are tried in.
    """

    spoken: list[SpokenOut]
    samples: dict[str, SampleOut]
    missing: dict[str, int]
    fill_ins: dict[str, str]
    small: dict[str, str]
    direction: Literal["ltr", "rtl"]
    falls_back: list[str]
    is_ours: bool
    """Whether our small words are written in this language."""


class TextsBeginIn(Schema):
    language: str = Field(max_length=35)


class TextsFileIn(Schema):
    text: str = Field(max_length=4_000_000)


class TextChangeOut(Schema):
    path: str
    says: str
    language: str
    was: str
    now: str


class TextsFileOut(Schema):
    """What a translator's table would change, and what is to be known of it."""

    changes: list[TextChangeOut]
    notes: list[str]
