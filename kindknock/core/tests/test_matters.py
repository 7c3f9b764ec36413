"""Each change alone: reverted, left out, in any order; the way home is exact."""

from random import Random

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from kindknock.core.setup import Setup, setup_from

from ..drafts.changes import changes_between
from ..drafts.going_back import undone, with_change_of, with_changes_of
from .builders import a_channel, a_door, a_setup

CHANNELS = st.lists(
    st.builds(lambda key, on: a_channel(key=key, on=on), st.sampled_from("abcde"), st.booleans()),
    max_size=5,
    unique_by=lambda build: build["key"],
)
DOORS = st.lists(
    st.builds(
        lambda key, channels, label, size: a_door(
            key=key, channels=channels, says={"label": {"en": label}}, looks={"size_px": size}
        ),
        st.sampled_from(["front", "hire", "late", "repairs"]),
        CHANNELS,
        st.sampled_from(["Knock", "Ask"]),
        st.sampled_from([52, 60]),
    ),
    max_size=4,
    unique_by=lambda build: build["key"],
)
SETUPS = st.builds(
    lambda doors, country, people: setup_from(
        {**a_setup(a_door(), country=country).model_dump(), "doors": doors, "people": people}
    ),
    DOORS,
    st.sampled_from(["GB", "CV"]),
    st.sampled_from([[], [{"key": "ines", "name": "Ines"}]]),
)


class GoingBack(SimpleTestCase):
    @settings(max_examples=150, deadline=None)
    @given(SETUPS, SETUPS, st.randoms())
    def test_every_change_reverted_in_any_order_leads_home(
        self, live: Setup, draft: Setup, random: Random
    ) -> None:
        changes = list(changes_between(live, draft))
        random.shuffle(changes)
        self.assertEqual(with_changes_of(draft, live, changes), live)

    @settings(max_examples=60, deadline=None)
    @given(SETUPS, SETUPS)
    def test_one_reverted_is_no_change_any_more_and_makes_none(self, live: Setup, draft: Setup) -> None:
        changes = changes_between(live, draft)
        for change in changes:
            left = changes_between(live, with_change_of(draft, live, change))
            self.assertNotIn(change, left)
            self.assertTrue(
                {
                    item
                    for item in left
                    if item.door == change.door or change.what not in ("door_added", "door_removed")
                }
                <= set(changes) | {item for item in left if item.what in ("doors_order", "channels_order")}
            )

    @settings(max_examples=100, deadline=None)
    @given(SETUPS, SETUPS, SETUPS)
    def test_undo_leads_home_and_redo_back(self, before: Setup, after: Setup, other: Setup) -> None:
        home = undone(after, before, after)
        self.assertEqual((home.setup, home.overtaken), (before, ()))
        self.assertEqual(undone(home.setup, after, before).setup, after)
        self.assertEqual(undone(other, after, after).setup, other, "a step that changed nothing")

    @settings(max_examples=100, deadline=None)
    @given(SETUPS, SETUPS, SETUPS)
    def test_undo_leaves_alone_what_somebody_changed_since(
        self, before: Setup, after: Setup, now: Setup
    ) -> None:
        found = undone(now, before, after)
        stepped = set(changes_between(before, after))
        self.assertLessEqual(set(found.overtaken), stepped)
        for door in now.doors:
            if not any(change.door == door.key or change.what == "doors_order" for change in stepped):
                self.assertIn(door, found.setup.doors)

    def test_each_kind(self) -> None:
        live = a_setup(a_door(channels=[a_channel(key=key) for key in "abc"]), a_door(key="hire"))
        for name, doors, left_out, wanted in (
            (
                "a channel back in its place",
                [a_door(channels=[a_channel(key="c"), a_channel(key="a")]), a_door(key="hire")],
                "channel_removed",
                ["c", "a", "b"],
            ),
            (
                "the order alone",
                [a_door(channels=[a_channel(key=key) for key in "cxba"]), a_door(key="hire")],
                "channels_order",
                ["a", "x", "b", "c"],
            ),
            (
                "a new one gone",
                [a_door(channels=[a_channel(key=key) for key in "axbc"]), a_door(key="hire")],
                "channel_added",
                ["a", "b", "c"],
            ),
        ):
            with self.subTest(name):
                draft = a_setup(*doors)
                change = next(item for item in changes_between(live, draft) if item.what == left_out)
                self.assertEqual(
                    [c.key for c in with_change_of(draft, live, change).doors[0].channels], wanted
                )
