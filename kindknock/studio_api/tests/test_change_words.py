"""A review hides nothing: each box of a setup, changed alone, is told by its name."""

import types
import typing
from collections.abc import Iterator
from typing import Any

from annotated_types import Ge
from django.test import SimpleTestCase
from hypothesis import given, settings
from pydantic import BaseModel
from pydantic.fields import FieldInfo

from kindknock.core import setup as core
from kindknock.core.drafts import changes_between
from kindknock.core.tests.builders import a_channel, a_door, a_setup
from kindknock.core.tests.test_matters import SETUPS

from ..change_labels import LABEL
from ..change_words import change_details, change_line

RULE = {"effect": "hide", "kind": "below", "value": "/basket"}
TEXTS = {"de": "Klopfen", "ar": "اطرق"}


def others(annotation: Any, field: FieldInfo) -> Iterator[Any]:
    """Values that differ from a field's default, as JSON has them."""
    origin, inside = typing.get_origin(annotation), typing.get_args(annotation)
    if origin is typing.Annotated:
        yield from others(inside[0], field)
    elif origin is typing.Literal:
        yield from (value for value in inside if value != field.default)
    elif origin in (types.UnionType, typing.Union):
        yield from (value for each in inside if each is not type(None) for value in others(each, field))
        yield from () if field.default is None else (None,)
    elif origin is dict:
        names = typing.get_args(inside[0]) if typing.get_origin(inside[0]) is typing.Literal else ()
        shades = {name: f"#12345{i}" for i, name in enumerate(names)}
        yield {"send": TEXTS} if "dict" in str(inside[1]) else shades or TEXTS
    elif origin is tuple:
        yield from tuples(inside[0], field)
    else:
        yield from plain(annotation, field)


def plain(annotation: Any, field: FieldInfo) -> Iterator[Any]:
    if annotation is bool:
        yield not field.default
    elif annotation is int:
        low = next((int(str(mark.ge)) for mark in field.metadata if isinstance(mark, Ge)), 1)
        yield from (value for value in (low, low + 1) if value != field.default)
    elif annotation is str:
        rules = str(field.metadata)
        yield "EUR" if "{3}" in rules else "CV" if "pattern" in rules or "max_length=4)" in rules else "else"
    else:
        yield from ({name: value} for name, value in boxes(annotation))


def tuples(item: Any, field: FieldInfo) -> Iterator[Any]:
    if item is core.PageRule:
        yield [RULE]
    elif isinstance(item, type) and issubclass(item, BaseModel) and "key" in item.model_fields:
        for name, value in boxes(item):
            yield [{"key": "k", name: value}]
    elif typing.get_origin(item) is typing.Literal:
        yield [typing.get_args(item)[0]] if field.default != typing.get_args(item)[:1] else []
    else:
        yield ["PT"]


def boxes(model: type[BaseModel]) -> Iterator[tuple[str, Any]]:
    for name, field in model.model_fields.items():
        if name != "key":
            for value in others(field.annotation, field):
                yield name, value


def details_of(live: core.Setup, draft: core.Setup) -> list[str]:
    return [line for change in changes_between(live, draft) for line in change_details(change, live, draft)]


class EveryBox(SimpleTestCase):
    def each(self) -> Iterator[tuple[str, core.Setup, core.Setup]]:
        """(what is changed, the setup before, the setup after), of every box there is."""
        live = a_setup(a_door(channels=[a_channel(key="w")]))
        for name, value in boxes(core.DoorParts):
            before = a_door(channels=[a_channel(key="w")])
            if isinstance(value, list) and value and isinstance(value[0], dict) and "key" in value[0]:
                before = a_door(channels=[a_channel(key="w")], **{name: [{"key": "k"}]})
            yield name, a_setup(before), a_setup({**before, name: value})
        for name, value in boxes(core.Channel):
            yield f"channel.{name}", live, a_setup(a_door(channels=[{**a_channel(key="w"), name: value}]))
        for name, value in boxes(core.Person):
            some = {"key": "ines", "name": "Ines Tavares"}
            other = {**some, name: value}
            with_people = [
                live.model_copy(update={"people": (core.Person.model_validate(each),)})
                for each in (some, other)
            ]
            yield f"person.{name}", with_people[0], with_people[1]
        for name, value in boxes(core.Business):
            yield (
                f"business.{name}",
                live,
                live.model_copy(
                    update={
                        "business": core.Business.model_validate({**live.business.model_dump(), name: value})
                    }
                ),
            )

    def test_each_is_told_by_name_and_in_words(self) -> None:
        seen = 0
        for name, live, draft in self.each():
            with self.subTest(name, live=live, draft=draft):
                if live == draft:
                    continue
                lines = details_of(live, draft)
                self.assertTrue(lines)
                for line in lines:
                    self.assertRegex(line, r"^.+: .+[.”]$")
                    self.assertNotRegex(line, r"_|None|True|False|[{}\[\]]|: \.|: $")
                for change in changes_between(live, draft):
                    line = change_line(change, live, draft)
                    self.assertRegex(line, r"^(else|[^a-z]).+\.$")
                    self.assertNotRegex(line, r"_|None|[{}\[\]]|differ")
                seen += 1
        self.assertGreater(seen, len(LABEL))

    @settings(max_examples=60, deadline=None)
    @given(SETUPS, SETUPS)
    def test_what_came_or_went_or_moved_needs_no_details(self, live: core.Setup, draft: core.Setup) -> None:
        for change in changes_between(live, draft):
            details = change_details(change, live, draft)
            is_edited = change.what in ("channel_changed", "people_changed", *core.STORED_PARTS, "business")
            self.assertEqual(bool(details), is_edited, change)

    def test_how_it_reads(self) -> None:
        front = {"channels": [a_channel(key="w")]}
        long = "We are at the bench from nine, " * 6
        for before, after, wanted in (
            ({}, {"looks": {"size_px": 64}}, ["Height: 64 px. Before: 52 px."]),
            (
                {},
                {"looks": {"height": "middle"}},
                ["It stands: half way up the side. Before: in the lower corner."],
            ),
            (
                {},
                {"looks": {"phone_offset": {"side_px": 8, "foot_px": 20}}},
                [
                    "From the side, on phones: 8 px. Before: our place.",
                    "From below, on phones: 20 px. Before: our place.",
                ],
            ),
            (
                {"says": {"heading": {"en": "Bent rim?"}}},
                {"says": {"heading": {"en": "Bent rim? Knock.", "pt": "Bata."}}},
                [
                    "Heading on the card (English): “Bent rim? Knock.” Before: “Bent rim?”",
                    "Heading on the card (Portuguese): “Bata.” Before: nothing.",
                ],
            ),
            ({}, {"pages": [RULE]}, ["Pages: also hide on /basket and everything below it."]),
            (
                {},
                {"nudge": {"devices": ["phone"], "after_seconds": 1}},
                [
                    "The hint comes after: 1 second. Before: 20 seconds.",
                    "Devices the hint comes on: phones. Before: every device.",
                ],
            ),
            ({"says": {"away": {"en": long + "ten"}}}, {"says": {"away": {"en": long + "two"}}}, None),
        ):
            with self.subTest(after=after):
                lines = details_of(a_setup(a_door(**front, **before)), a_setup(a_door(**front, **after)))
                if wanted is None:
                    self.assertEqual(len(lines), 1)
                    self.assertIn("two” Before: “…", lines[0])
                    self.assertTrue(lines[0].endswith("ten”"))
                else:
                    self.assertEqual(lines, wanted)
