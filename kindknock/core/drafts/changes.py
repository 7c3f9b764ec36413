"""What differs between two setups of one site, so that a person can read it, and one thing can be put back
alone.

One change is one part of one door (`setup.DOOR_PARTS`): all edits to its words are one change to *says*.
Of its channels, each that came, went or was edited is a change of its own, and so is another order. Empty
where the setups are equal. Putting one change back is decided in `going_back`.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from ..setup import DOOR_PARTS, Answer, Channel, Door, Person, Sentence, Setup, Signposts

Keyed = Door | Channel | Person | Answer | Signposts

SENTENCE_OF: dict[str, Sentence] = {part.name: part.sentence for part in DOOR_PARTS}
CHANNEL_CHANGES = frozenset({"channel_added", "channel_removed", "channel_changed", "channels_order"})
READ: dict[str, str] = {"answer": "answers", "signposts": "signposts"}
"""What visitors can read, as changes name it and as a setup does."""
READ_CHANGES = {
    f"{name}_{how}": (field, how)
    for name, field in READ.items()
    for how in ("added", "removed", "changed", "order")
}


@dataclass(frozen=True, slots=True)
class Change:
    """`what` is a part of a door; one of `CHANNEL_CHANGES`; `door_added`, `door_removed` or `doors_order`;
    or `business`, `kinds`, `people_changed` or `groups` of the whole site; or one of `READ_CHANGES`. `door`,
    `channel` and `about` (an answer or signposts) are keys, empty where the change is not in one.
    """

    what: str
    door: str = ""
    channel: str = ""
    about: str = ""

    @property
    def sentence(self) -> Sentence | None:
        """The desk's sentence the change belongs to; None where it belongs to none."""
        return "reach" if self.what in CHANNEL_CHANGES else SENTENCE_OF.get(self.what)


def changes_between(live: Setup | None, draft: Setup) -> tuple[Change, ...]:
    """Every change from live to draft, by door in the draft's order. Hosts are live at once: not here."""
    if live is None:
        doors = (Change("door_added", door.key) for door in draft.doors)
        return (*doors, *_read_changes(None, draft))
    out: list[Change] = []
    before = {door.key: door for door in live.doors}
    after = {door.key: door for door in draft.doors}
    if live.business != draft.business:
        out.append(Change("business"))
    if live.site.kinds != draft.site.kinds:
        out.append(Change("kinds"))
    if live.people != draft.people:
        out.append(Change("people_changed"))
    for key, door in after.items():
        if key not in before:
            out.append(Change("door_added", key))
        else:
            out.extend(_door_changes(before[key], door))
    out.extend(Change("door_removed", key) for key in before if key not in after)
    if order_differs(live.doors, draft.doors):
        out.append(Change("doors_order"))
    if live.groups != draft.groups:
        out.append(Change("groups"))
    return (*out, *_read_changes(live, draft))


def _read_changes(live: Setup | None, draft: Setup) -> list[Change]:
    """Answers and signposts that came, went, were edited or moved."""
    out: list[Change] = []
    for name, field in READ.items():
        before = {part.key: part for part in getattr(live, field)} if live else {}
        after = {part.key: part for part in getattr(draft, field)}
        for key, part in after.items():
            if key not in before:
                out.append(Change(f"{name}_added", about=key))
            elif part != before[key]:
                out.append(Change(f"{name}_changed", about=key))
        out.extend(Change(f"{name}_removed", about=key) for key in before if key not in after)
        if live is not None and order_differs(getattr(live, field), getattr(draft, field)):
            out.append(Change(f"{name}_order"))
    return out


def order_differs(some: Sequence[Keyed], others: Sequence[Keyed]) -> bool:
    """Whether those that both have stand in another order."""
    here, there = [each.key for each in some], [each.key for each in others]
    return [key for key in here if key in there] != [key for key in there if key in here]


@dataclass(frozen=True, slots=True)
class PeopleChange:
    """How the people of two setups differ: who came, who went, who is described otherwise, and whether those
    who stay changed places.
    """

    added: tuple[Person, ...]
    removed: tuple[Person, ...]
    changed: tuple[Person, ...]
    is_reordered: bool


def people_between(live: Setup, draft: Setup) -> PeopleChange:
    before = {person.key: person for person in live.people}
    after = {person.key: person for person in draft.people}
    return PeopleChange(
        added=tuple(person for key, person in after.items() if key not in before),
        removed=tuple(person for key, person in before.items() if key not in after),
        changed=tuple(person for key, person in after.items() if person != before.get(key, person)),
        is_reordered=order_differs(live.people, draft.people),
    )


def _door_changes(live: Door, draft: Door) -> list[Change]:
    out = _channel_changes(live, draft)
    for part in DOOR_PARTS:
        if not part.is_keyed and getattr(live, part.name) != getattr(draft, part.name):
            out.append(Change(part.name, draft.key))
    return out


def _channel_changes(live: Door, draft: Door) -> list[Change]:
    out: list[Change] = []
    before = {channel.key: channel for channel in live.channels}
    after = {channel.key: channel for channel in draft.channels}
    for key, channel in after.items():
        if key not in before:
            out.append(Change("channel_added", draft.key, key))
        elif channel != before[key]:
            out.append(Change("channel_changed", draft.key, key))
    out.extend(Change("channel_removed", draft.key, key) for key in before if key not in after)
    if order_differs(live.channels, draft.channels):
        out.append(Change("channels_order", draft.key))
    return out
