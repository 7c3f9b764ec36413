"""docs/rules.md 9: colours are read in any form, measured, and moved until they can be read."""

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from ..looks.colour import (
    MIXES,
    Palette,
    contrast,
    hand_set,
    nearest_colour,
    nearest_readable,
    pairs_of,
    palette_of,
    ratio,
    read_colour,
)

# fmt: off
TYPED = (
    ("0a7d4f", "#0a7d4f"), ("abc", "#aabbcc"), ("#0A7D4F;", "#0a7d4f"), ("rgb 10 125 79", "#0a7d4f"),
    ("10,125,79", "#0a7d4f"), ("(10 / 125 / 79)", "#0a7d4f"), ("colour: #fff", "#ffffff"), ("Weinrot", "#800020"),
    ("vert", "#008000"), ("rojo", "#ff0000"), ("blu", "#0000ff"), ("roxo", "#800080"), ("oranje", "#ffa500"),
    ("أزرق", "#0000ff"), ("tomato", "#ff6347"), ("hsl(120 50% 50%)", "#40bf40"), ("0a7d4", None),
    ("rgb(10 125 79", "#0a7d4f"), ("hello", None), ("10,125", None), ("256,0,0", None), ("", None),
)
NEAREST = (
    ("gren", "#008000"), ("burgandy", "#800020"), ("#0a7d4", "#0a7d44"), ("#0a7d4g", "#0a7d44"), ("o0ff00", "#00ff00"),
    ("rgb(10, 125, 79%", "#0a7d4f"), ("hello", None), ("green", None), ("", None), ("?", None),
)
# fmt: on


class Typed(SimpleTestCase):
    def test_colours_as_people_write_them(self) -> None:
        for text, colour in TYPED:
            self.assertEqual(read_colour(text), colour, text)

    def test_what_was_most_likely_meant_is_offered(self) -> None:
        for text, colour in NEAREST:
            self.assertEqual(nearest_colour(text), colour, text)


class Colours(SimpleTestCase):
    def test_any_written_form(self) -> None:
        for css, hexed in (
            ("#5E1F38", "#5e1f38"),
            ("rebeccapurple", "#663399"),
            ("rgb(94 31 56)", "#5e1f38"),
            ("rgb(94, 31, 56)", "#5e1f38"),
            ("hsl(0 100% 50%)", "#ff0000"),
            ("#fff8", "#ffffff"),
            ("rgb(0 0 0 / 50%)", "#808080"),
            ("oklch(0 0 0)", "#000000"),
            ("nonsense", None),
            ("", None),
            ("currentColor", None),
            ("transparent", None),
        ):
            with self.subTest(css=css):
                self.assertEqual(read_colour(css), hexed)

    def test_contrast_by_wcag(self) -> None:
        # WCAG 2.2 definitions: black on white is 21; #767676 is the lightest grey that reads on white.
        for text, ground, least, reads in (
            ("#000", "#fff", 21, True),
            ("#767676", "#fff", 4.54, True),
            ("#777", "#fff", 4.47, False),
            ("#e0a030", "#fffcf6", 2.2, False),
        ):
            found = contrast(text, ground)
            assert found is not None
            self.assertAlmostEqual(found.ratio, least, delta=0.05)
            self.assertEqual(found.reads, reads)
        self.assertIsNone(contrast("nothing", "#fff"))

    @settings(max_examples=60)
    @given(st.integers(0, 0xFFFFFF), st.integers(0, 0xFFFFFF))
    def test_there_is_always_a_nearest_that_reads(self, ink: int, paper: int) -> None:
        text, ground = f"#{ink:06x}", f"#{paper:06x}"
        near = nearest_readable(text, ground)
        self.assertGreaterEqual(ratio(near, ground), 4.5)
        if ratio(text, ground) >= 4.5:
            self.assertEqual(near, text)

    @settings(max_examples=300)
    @given(st.integers(0, 0xFFFFFF))
    def test_every_palette_reads(self, brand: int) -> None:
        for p in (palette_of(f"#{brand:06x}"), palette_of(f"#{brand:06x}", dark=True)):
            self.assert_reads(p)

    def test_ready_mixes_pass_and_a_pair_that_does_not_is_told_with_the_nearest(self) -> None:
        for name, mix in MIXES.items():
            with self.subTest(name):
                self.assertTrue(all(pair.contrast.reads for pair in pairs_of(palette_of(mix))))
                self.assert_reads(palette_of(mix))
        broken = hand_set(
            palette_of("#5e1f38"),
            (("ring", "#6b2a44"), ("muted", "rgb(200 190 190)"), ("nonsense", "red"), ("word", "no colour")),
        )
        faint = [pair for pair in pairs_of(broken) if not pair.contrast.reads]
        self.assertEqual(
            [(pair.name, pair.ink) for pair in faint],
            [("ring", "ring"), ("small", "muted"), ("small_on_tint", "muted")],
        )
        mended = hand_set(broken, tuple((pair.ink, pair.contrast.nearest) for pair in faint))
        self.assertTrue(all(pair.contrast.reads for pair in pairs_of(mended)))

    def assert_reads(self, p: Palette) -> None:
        for text, ground in (
            (p.on_brand, p.brand),
            (p.on_brand, p.hover),
            (p.word, p.card),
            (p.word, p.tint),
            (p.ink, p.card),
            (p.muted, p.card),
            (p.muted, p.tint),
        ):
            self.assertGreaterEqual(ratio(text, ground), 4.5, (p, text, ground))
        self.assertGreaterEqual(ratio(p.ring, p.brand), 3)
        self.assertGreaterEqual(ratio(p.edge, p.card), 3)
