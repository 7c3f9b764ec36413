"""The setup of one site: everything that is published and exported, as one versioned value.

Rows become a Setup in `doors.load`; what the rules make of it is decided in `visit`. Hours, closures and
absences are not in it: they are live at once and travel beside it (`time.timetable`).
"""

from .answers import (
    Answer,
    Arm,
    Begins,
    Block,
    Document,
    Group,
    Reads,
    Run,
    Signposts,
    Step,
)
from .asks import AskChoice, Asks, OnlyWhen, OtherQuestions, Question, QuestionSet
from .behaviour import Arrives, ForWhom, Nudge, OpensItself, Plate, Press
from .channel import Channel
from .door import CHANNEL_MORE, DOOR_PARTS, STORED_PARTS, Door, DoorPart, DoorParts, Sentence
from .looks import Looks, Offset
from .people import Person
from .site import VERSION, Business, KindPattern, Setup, Site, json_schema, setup_from
from .values import Device, Key, PageRule, Value
from .words import Also, Override, Says

__all__ = [
    "CHANNEL_MORE",
    "DOOR_PARTS",
    "STORED_PARTS",
    "VERSION",
    "Also",
    "Answer",
    "Arm",
    "Arrives",
    "AskChoice",
    "Asks",
    "Begins",
    "Block",
    "Business",
    "Channel",
    "Device",
    "Document",
    "Door",
    "DoorPart",
    "DoorParts",
    "ForWhom",
    "Group",
    "Key",
    "KindPattern",
    "Looks",
    "Nudge",
    "Offset",
    "OnlyWhen",
    "OpensItself",
    "OtherQuestions",
    "Override",
    "PageRule",
    "Person",
    "Plate",
    "Press",
    "Question",
    "QuestionSet",
    "Reads",
    "Run",
    "Says",
    "Sentence",
    "Setup",
    "Signposts",
    "Site",
    "Step",
    "Value",
    "json_schema",
    "setup_from",
]
