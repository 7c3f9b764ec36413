"""Lists that two people change at once: nothing of either is lost."""

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from ..drafts.both import both

LISTS = st.lists(st.sampled_from("abcde"), unique=True)


class Both(SimpleTestCase):
    def test_what_each_did_stands(self) -> None:
        cases: tuple[tuple[str, str | None, str, str], ...] = (
            ("ab", None, "c", "c"),
            ("ab", "ab", "abc", "abc"),
            ("abx", "ab", "abc", "abcx"),
            ("b", "ab", "abc", "bc"),
            ("abx", "ab", "", "x"),
            ("abx", "", "x", "xab"),
        )
        for stands, was, mine, expected in cases:
            with self.subTest(stands=stands, was=was, mine=mine):
                self.assertEqual(
                    "".join(both(list(stands), None if was is None else list(was), list(mine))), expected
                )

    @given(was=LISTS, theirs=LISTS, mine=LISTS)
    def test_nothing_is_lost_and_nothing_comes_back(
        self, was: list[str], theirs: list[str], mine: list[str]
    ) -> None:
        found = both(theirs, was, mine)
        self.assertEqual(len(found), len(set(found)))
        self.assertLessEqual(set(mine) - set(was), set(found))
        self.assertLessEqual(set(theirs) - set(was), set(found))
        self.assertFalse({each for each in was if each not in theirs or each not in mine} & set(found))
