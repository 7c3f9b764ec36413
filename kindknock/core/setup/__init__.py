"""The setup of one site: everything that is published and exported, as one versioned value.

Rows become a Setup in `doors.load`; what the rules make of it is decided in `visit`. Hours, closures and
absences are not in it: they are live at once and travel beside it (`time.timetable`).
"""

from .asks import AskChoice, Asks, OnlyWhen, OtherQuestions, Question, QuestionSet
from .behaviour import Arrives, ForWhom, Nudge, OpensItself, Plate, Press
from .channel import Channel
from .door import CHANNEL_MORE, DOOR_PARTS, STORED_PARTS, Door, DoorPart, DoorParts, Sentence
from .looks import Looks, Offset
from .people import Person
from .site import VERSION, Business, KindPattern, Setup, Site, json_schema, setup_from
from .values import Device, Key, PageRule, Value
from .words import Also, Choice, Override, Says, Signpost

__all__ = [
    "CHANNEL_MORE",
    "DOOR_PARTS",
    "STORED_PARTS",
    "VERSION",
    "Also",
    "Arrives",
    "AskChoice",
    "Asks",
    "Business",
    "Channel",
    "Choice",
    "Device",
    "Door",
    "DoorPart",
    "DoorParts",
    "ForWhom",
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
    "Says",
    "Sentence",
    "Setup",
    "Signpost",
    "Site",
    "Value",
    "json_schema",
    "setup_from",
]
