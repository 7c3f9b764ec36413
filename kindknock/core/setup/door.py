"""One door of a setup, and the table of its parts.

Every part is a field of `DoorParts`, with the sentence of the desk it belongs to. Changes, undo, revert,
what is left out of a release, what a row stores and what the studio may send all follow from `DOOR_PARTS`;
nothing else lists them.
"""

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from .answers import Reads
from .asks import Asks
from .behaviour import Arrives, ForWhom, Nudge, OpensItself, Plate, Press
from .channel import Channel
from .looks import Looks
from .values import Key, PageRules, Value
from .words import Also, Override, Says

Sentence = Literal[
    "name",
    "reach",
    "who",
    "when",
    "where",
    "whom",
    "arrives",
    "says",
    "nudges",
    "press",
    "reads",
    "asks",
    "plates",
    "looks",
]
"""The sentences in which the desk tells a door. `name` stands above them."""


@dataclass(frozen=True, slots=True)
class Of:
    """Marks the sentence that a field belongs to."""

    sentence: Sentence


class DoorFrame(Value):
    """What a door is known by, and its channels, which come, go and move one by one."""

    key: Key
    name: Annotated[str, Field(max_length=80), Of("name")] = ""
    """For the owner only."""
    channels: Annotated[tuple[Channel, ...], Field(max_length=200), Of("reach")] = ()


class DoorParts(Value):
    """The parts of a door that are saved, compared and put back whole."""

    says: Annotated[Says, Of("says")] = Says()
    also: Annotated[Also, Of("says")] = Also()
    looks: Annotated[Looks, Of("looks")] = Looks()
    pages: Annotated[PageRules, Of("where")] = ()
    for_whom: Annotated[ForWhom, Of("whom")] = ForWhom()
    people: Annotated[tuple[Key, ...], Field(max_length=200), Of("who")] = ()
    """Who answers here, in order; empty means nobody in particular: shop hours decide."""
    arrives: Annotated[Arrives, Of("arrives")] = Arrives()
    nudge: Annotated[Nudge, Of("nudges")] = Nudge()
    opens_itself: Annotated[OpensItself, Of("nudges")] = OpensItself()
    press: Annotated[Press, Of("press")] = Press()
    reads: Annotated[Reads, Of("reads")] = Reads()
    asks: Annotated[Asks, Of("asks")] = Asks()
    when_nobody: Annotated[Literal["hide", "away", "apps"], Of("when")] = "away"
    """No button; the away note with the channels that need nobody; or the away note and all apps stay."""
    off_duty: Annotated[Literal["shown", "left_out"], Of("who")] = "shown"
    takes_turns: Annotated[bool, Of("who")] = False
    """Whether those who are in come first by turns, from visit to visit; else as the owner has them."""
    reply_minutes: Annotated[Annotated[int, Field(ge=1, le=10_080)] | None, Of("when")] = None
    """How soon somebody usually answers while in; None says nothing."""
    takes_notes: Annotated[bool, Of("when")] = True
    """Whether a note can be left while nobody is in."""
    remembers: Annotated[bool, Of("whom")] = True
    """Whether the visitor's browser may remember anything of it."""
    plates: Annotated[tuple[Plate, ...], Field(max_length=50), Of("plates")] = ()
    overrides: Annotated[tuple[Override, ...], Field(max_length=50), Of("says")] = ()


class Door(DoorParts, DoorFrame):
    """One floating button: its frame and its parts."""


@dataclass(frozen=True, slots=True)
class DoorPart:
    """One part of a door. `is_keyed` is compared and put back item by item, by their keys; else as a
    whole.
    """

    name: str
    sentence: Sentence
    is_keyed: bool = False


def _part(name: str) -> DoorPart:
    marks = [mark for mark in Door.model_fields[name].metadata if isinstance(mark, Of)]
    if not marks:
        raise TypeError(f"Door.{name} belongs to no sentence: mark it with Of(...)")
    return DoorPart(name, marks[0].sentence, is_keyed=name == "channels")


DOOR_PARTS = tuple(_part(name) for name in Door.model_fields if name != "key")
"""Every part of a door but its key, in the order in which changes are told."""
STORED_PARTS = tuple(DoorParts.model_fields)
"""The parts a draft stores as one value each."""
CHANNEL_MORE = tuple(
    name for name in Channel.model_fields if name not in ("key", "app", "address", "on", "name")
)
"""What a channel has of its own beside what it is known by; left empty, it is as the door has it."""
