"""Who wrote and what of it, without a database."""

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from kindknock.core.guests import folded, likeness_of, name_for_reply, search_words
from kindknock.core.guests.searching import searchable


class Searching(SimpleTestCase):
    def test_words_are_found_however_they_are_typed(self) -> None:
        whole = searchable(
            "Núria Çelik", "+44 117 496 0388", "الدراجة\u200f الترادفية", "/workshop/Wheel-Building"
        )
        for typed in (
            "nuria",
            "CELIK",
            "0117 496 0388",
            "(0117) 496-0388",
            "+441174960388",
            "4960388",
            "الدراجة",
            "wheel-build",
            "núria 496",
            "",
            "   ",
        ):
            self.assertTrue(all(word in whole for word in search_words(typed)), typed)
        for typed in ("nuria wren", "0117 496 0389", "zzz"):
            self.assertFalse(all(word in whole for word in search_words(typed)), typed)

    @given(st.text())
    def test_folding_twice_is_folding_once_and_what_is_typed_is_found(self, typed: str) -> None:
        self.assertEqual(folded(folded(typed)), folded(typed))
        if not any(letter.isdigit() for letter in typed):
            self.assertTrue(all(word in searchable(typed) for word in search_words(typed)))


class Alike(SimpleTestCase):
    def test_what_is_alike(self) -> None:
        offer = "We can bring you to the first page of every search machine for 299 pounds."
        for first, second, are_alike in (
            (offer, offer.replace("299", "349").upper(), True),
            (offer, offer + " Call Bob now.", False),
            ("See https://cheap.example/a?x=1", "Look: www.cheap.example, today", True),
            ("See https://averilcycles.example/a", "And https://averilcycles.example/b", False),
            ("Hello", "hello!", False),
        ):
            prints = [likeness_of(text, own_hosts={"averilcycles.example"}) for text in (first, second)]
            self.assertEqual(bool(prints[0]) and prints[0] == prints[1], are_alike, first)

    @given(st.text())
    def test_any_text_has_a_likeness_that_fits(self, text: str) -> None:
        self.assertLessEqual(len(likeness_of(text)), 64)


class Names(SimpleTestCase):
    def test_only_a_name_goes_into_a_reply(self) -> None:
        for typed, name in (
            ("Marta", "Marta"),
            ("  Marta   Reis ", "Marta Reis"),
            ("Anne-Lise O’Dowd", "Anne-Lise O’Dowd"),
            ("يوسف حداد", "يوسف حداد"),
            ("नीला", "नीला"),
            ("M. Reis", ""),
            ("win at cheap.example", ""),
            ("Marta 2", ""),
            ("Marta\nBuy now", "Marta Buy now"),
            ("Buy our very cheap pills", ""),
            ("a" * 41, ""),
            ("a" * 40, "a" * 40),
            ("Marta\u202eReis", ""),
            ("<b>Marta</b>", ""),
            ("{business}", ""),
            ("", ""),
        ):
            self.assertEqual(name_for_reply(typed), name, typed)

    @given(st.text(max_size=200))
    def test_nothing_but_letters_and_what_joins_them(self, typed: str) -> None:
        kept = name_for_reply(typed)
        self.assertTrue(all(letter.isalpha() or letter in " '’-" or not letter.isascii() for letter in kept))
        self.assertLessEqual(len(kept), 80)
