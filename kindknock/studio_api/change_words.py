"""Every single thing that a change changes of what is live, in English.

`change_line` tells a change in a sentence; `change_details` the whole of it, box by box, so that a review
hides nothing. `LABEL` names every field of a setup and a test asks each for its name.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from kindknock.core.asks import sets_of
from kindknock.core.drafts import Change, people_between
from kindknock.core.drafts.changes import READ_CHANGES
from kindknock.core.drafts.leaves import Path, by_key, leaves
from kindknock.core.setup import STORED_PARTS, Door, PageRule, Setup
from kindknock.doors.small_words import SMALL_WORDS

from .change_labels import EMPTY, LABEL, NOTHING, SHADE, VALUE
from .read_words import first_text, read_differences, read_sentence, title_of
from .rule_words import DEVICES, KINDS, rule_words
from .words import app_name, change_sentence, channel_name, country_name, language_name, listed

_NAMELESS = "One without a name"
LONGEST = 90


@dataclass(frozen=True, slots=True)
class Detail:
    """One box that changed: its name, what is in it now, and what was; `was` is empty where `now` tells
    both (*also Ines*). `how` it changed where that tells more in a line than what is in it: a text, an
    address.
    """

    label: str
    now: str
    was: str = ""
    how: str = ""


MOST_IN_A_LINE = 2
"""So many boxes a line of the review names; the rest it counts."""


def change_line(change: Change, live: Setup | None, draft: Setup) -> str:
    """One unpublished change as a sentence: what was added, taken out or changed, by its name on the
    screen."""
    about = _about(change, live, draft)
    each = differences(change, live, draft) if about is not None else []
    if about is None or not each:
        is_read = change.what in READ_CHANGES or change.what == "groups"
        return (read_sentence if is_read else change_sentence)(change, live, draft)
    named = []
    for box in each[:MOST_IN_A_LINE]:
        label = _small(box.label) if about else box.label
        named.append(f"{label} {box.how}" if box.how else f"{label}: {box.now}")
    more = len(each) - len(named)
    words = "; ".join([*named, *([f"{more} more"] if more else [])])
    return _stopped(f"{about}, {words}" if about else words)


def _small(label: str) -> str:
    """Our own names begin small within a sentence, the owner's as they wrote them."""
    is_ours = label.startswith(tuple(LABEL.values()))
    return label[:1].lower() + label[1:] if is_ours and not label[1:2].isupper() else label


def _about(change: Change, live: Setup | None, draft: Setup) -> str | None:
    """What the boxes of such a change belong to; empty where they name it themselves, None where one sentence
    says more than its boxes.
    """
    if change.what not in BY_ITS_BOXES or live is None:
        return None
    if change.what == "people_changed":
        found = people_between(live, draft)
        return "" if found.changed and not (found.added or found.removed or found.is_reordered) else None
    if change.what == "business":
        return "Your business"
    door = next((door for door in draft.doors if door.key == change.door), None)
    if door is None:
        return None
    if change.what == "channel_changed":
        way = channel_name(door, change.channel)
        return way[:1].upper() + way[1:]
    return door.name


BY_ITS_BOXES = frozenset(
    (
        "says",
        "also",
        "looks",
        "nudge",
        "opens_itself",
        "press",
        "reads",
        "asks",
        "plates",
        "overrides",
        "channel_changed",
        "business",
        "people_changed",
    )
)
"""Changes that are told by what is in them."""


def change_details(change: Change, live: Setup | None, draft: Setup) -> list[str]:
    """What differs, a line each: `Height: 64 px. Before: 52 px.` Empty where it came or went as a whole."""
    return [
        f"{each.label}: {_stopped(each.now)}" + (f" Before: {_stopped(each.was)}" if each.was else "")
        for each in differences(change, live, draft)
    ]


def differences(change: Change, live: Setup | None, draft: Setup) -> list[Detail]:
    """Every box in which a change differs; none where it came or went as a whole."""
    if change.what in READ_CHANGES or change.what == "groups":
        return [Detail(*line) for line in read_differences(change, live, draft)]
    before, after = _values(change, live), _values(change, draft)
    if before is None or after is None:
        return []
    names = _names(draft) if live is None else {**_names(live), **_names(draft)}
    return [each for path, old, new in leaves(before, after) for each in _lines(path, old, new, names)]


def _values(change: Change, setup: Setup | None) -> dict[str, Any] | None:
    """The part of a setup that a change is about, under the name its labels begin with."""
    if setup is None:
        return None
    if change.what == "business":
        return {"business": setup.business.model_dump(mode="json")}
    if change.what == "people_changed":
        return {"person": [person.model_dump(mode="json") for person in setup.people]}
    if change.what == "kinds":
        return {"kinds": [f"{kind.pattern} is {KINDS[kind.kind]}" for kind in setup.site.kinds]}
    door = next((door for door in setup.doors if door.key == change.door), None)
    if door is None:
        return None
    if change.what == "channel_changed":
        channel = next((each for each in door.channels if each.key == change.channel), None)
        return {"channel": channel.model_dump(mode="json", exclude={"key"})} if channel else None
    if change.what not in STORED_PARTS:
        return None
    return {change.what: door.model_dump(mode="json", include={change.what})[change.what]}


def _names(setup: Setup) -> dict[str, str]:
    """What everything with a key is called."""
    doors, language = setup.doors, setup.business.languages[0]
    return {
        **{person.key: person.name for person in setup.people},
        **{c.key: first_text(c.name, language) or app_name(c.app) for d in doors for c in d.channels},
        **{each.key: first_text(each.label, language) for door in doors for each in door.plates},
        **{each.key: each.name for door in doors for each in door.overrides},
        **{tree.key: title_of(tree, setup.business.languages[0]) for tree in setup.signposts},
        **_names_asked(doors, language),
    }


def _names_asked(doors: Iterable[Door], language: str) -> dict[str, str]:
    """Questions and their choices, and each set of other questions by its first one."""
    out: dict[str, str] = {}
    for door in doors:
        for asked in sets_of(door.asks):
            for each in asked.questions:
                out[each.key] = first_text(each.label, language)
                out |= {choice.key: first_text(choice.words, language) for choice in each.choices}
        for other in door.asks.others:
            out[other.key] = out.get(other.questions[0].key, "") if other.questions else ""
    return out


def _lines(path: Path, old: Any, new: Any, names: Mapping[str, str]) -> Iterator[Detail]:
    field, item, rest = _field_of(path, names)
    label = _labelled(field, item, rest)
    if by_key(old) is not None and by_key(new) is not None and (old or new):
        yield from _items_lines(label, old, new, names)
    elif isinstance(old or new, list):
        yield from _list_lines(label, field, old or [], new or [], names)
    else:
        if ".questions.only_when" in field:
            old, new = (names.get(each, each) if isinstance(each, str) else each for each in (old, new))
        was, now = _apart(_value(field, old), _value(field, new))
        yield Detail(label, now, was, _how(field, old, new))


def _field_of(path: Path, names: Mapping[str, str]) -> tuple[str, str, tuple[str, ...]]:
    """(the field as `LABEL` has it, what it is of, what comes behind it: a language, an app, a shade)."""
    field, item, rest = "", "", []
    for name in path:
        longer = f"{field}.{name}" if field else name
        if longer in LABEL or any(each.startswith(longer + ".") for each in LABEL):
            field = longer
        elif f"says.{name}" in LABEL and field == "overrides.says":
            field = f"says.{name}"
        elif name == "says" and field == "overrides":
            field = "overrides.says"
        elif field.endswith(".questions.choices") and name in names:
            continue
        elif field == "asks.others.questions" or (
            field in ("plates", "overrides", "person", "asks.questions", "asks.others", "reads.begins")
            and not item
        ):
            item = names.get(name) or _NAMELESS
        else:
            rest.append(name)
    return field, item, tuple(rest)


def _labelled(field: str, item: str, rest: Sequence[str]) -> str:
    label = LABEL[field] if field in LABEL else LABEL["people"]
    if field == "looks.palette":
        label = f"{label} {SHADE.get(rest[0], rest[0])}"
    elif field == "person.addresses":
        label = f"{label} {app_name(rest[0])}"
    elif field == "says.small":
        label = f"“{SMALL_WORDS['en'].get(rest[0], rest[0])}”"
        rest = rest[1:]
        label += f" ({language_name(rest[0])})" if rest else ""
    elif rest:
        label = f"{label} ({language_name(rest[0])})"
    return f"{item}, {label[:1].lower()}{label[1:]}" if item else label


def _items_lines(label: str, old: list[Any], new: list[Any], names: Mapping[str, str]) -> Iterator[Detail]:
    """What came, what went, and whether the rest stand otherwise."""
    some, others = list(by_key(old) or ()), list(by_key(new) or ())
    yield from _came_and_went(label, some, others, lambda key: names.get(key) or _NAMELESS)


def _list_lines(
    label: str, field: str, old: list[Any], new: list[Any], names: Mapping[str, str]
) -> Iterator[Detail]:
    def in_words(item: Any) -> str:
        return _item(field, item, names)

    empty = EMPTY.get(field)
    if empty is None:
        yield from _came_and_went(label, old, new, in_words)
    else:
        was, now = (listed([in_words(item) for item in some]) if some else empty for some in (old, new))
        yield Detail(label, now, was)


def _came_and_went(
    label: str, old: list[Any], new: list[Any], in_words: Callable[[Any], str]
) -> Iterator[Detail]:
    came = [in_words(item) for item in new if item not in old]
    went = [in_words(item) for item in old if item not in new]
    if came:
        yield Detail(label, f"also {listed(came)}")
    if went:
        yield Detail(label, f"no longer {listed(went)}")
    if [item for item in new if item in old] != [item for item in old if item in new]:
        yield Detail(label, "in another order")
    elif not came and not went:
        yield Detail(label, str(len(new)), str(len(old)))


def _item(field: str, item: Any, names: Mapping[str, str]) -> str:
    """One of a list, as a person reads it."""
    if isinstance(item, Mapping) and "effect" in item:
        words = rule_words(PageRule.model_validate(item))
        return words[:1].lower() + words[1:]
    if field.endswith("devices"):
        return DEVICES.get(item, str(item))
    if field.endswith("countries"):
        return country_name(item) or str(item)
    if field.endswith("languages"):
        return language_name(item)
    return names.get(item) or str(item)


def _value(field: str, value: Any) -> str:
    """One value as a person reads it."""
    named = VALUE.get(field, {})
    if not isinstance(value, bool) and value in named:
        return named[value]
    if value is None or value == "":
        return next((words for start, words in NOTHING.items() if start in field), "nothing")
    if isinstance(value, dict):
        return " ".join(str(each) for each in value.values())
    if isinstance(value, bool):
        return "yes" if value else "no"
    unit = _unit(field)
    if unit:
        return f"{value} {unit if value != 1 else unit.removesuffix('s')}"
    if field in ("looks.glyph_picture", "looks.logo", "looks.banner", "channel.picture", "person.picture"):
        return str(value).rsplit("/", 1)[-1]
    if field == "business.country":
        return country_name(value) or str(value)
    return f"“{value}”" if _is_text(field) else str(value)


def _is_text(field: str) -> bool:
    return field != "looks.label" and (
        field.startswith(("says.", "also."))
        or field.endswith(
            (
                ".name",
                ".caption",
                ".note",
                ".role",
                ".words",
                ".label",
                ".says",
                ".css",
                ".title",
                ".hint",
                "_reply",
            )
        )
    )


def _how(field: str, old: Any, new: Any) -> str:
    if isinstance(old or new, bool) or not (_is_text(field) or field.endswith((".address", ".addresses"))):
        return ""
    return "is new" if old in (None, "") else "is gone" if new in (None, "") else "is changed"


def _unit(field: str) -> str:
    last = field.rsplit(".", 1)[-1]
    for end, unit in (("_px", "px"), ("seconds", "seconds"), ("_percent", "%"), ("_minutes", "minutes")):
        if last.endswith(end):
            return unit
    return ""


def _apart(was: str, now: str) -> tuple[str, str]:
    """Both, cut down to where they differ if they are long."""
    if max(len(was), len(now)) <= LONGEST:
        return was, now
    same = next(
        (at for at, (a, b) in enumerate(zip(was, now, strict=False)) if a != b), min(len(was), len(now))
    )
    start = max(0, same - 24)
    return _window(was, start), _window(now, start)


def _window(text: str, start: int) -> str:
    part = text[start : start + LONGEST]
    before = "“…" if start and text.startswith("“") else ""
    behind = "…”" if start + LONGEST < len(text) and text.endswith("”") else ""
    return before + part + behind


def _stopped(words: str) -> str:
    """With a full stop, but none after a text of the owner's."""
    return words if words.endswith(("”", "?", "!", ".")) else words + "."
