"""Looks written as CSS: every pair of settings makes sound CSS, and an owner's own reaches nothing but our
parts.
"""

import re
from itertools import product
from typing import Any

import tinycss2
from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from kindknock.core.setup import Channel, Looks

from ..looks.colour import MARK_RATIO, ratio
from ..looks.css import FONTS, MOTIONS, as_plan, css_of, palette_for
from ..looks.geometry import DEVICES, Box, Device, Window, button_box, card_box, nearest_free, place_for
from ..looks.glyphs import GLYPHS
from ..looks.own_css import PARTS, read_own_css

LOOKS = st.builds(
    Looks,
    colour=st.sampled_from(["#5e1f38", "oklch(85% .15 90)", "no colour"]),
    scheme=st.sampled_from(["light", "dark", "page", "system"]),
    shape=st.sampled_from(["arch", "round", "square", "bar", "tab"]),
    height=st.sampled_from(["foot", "middle", "top"]),
    stays=st.booleans(),
    corner=st.sampled_from(["left", "right"]),
    label=st.sampled_from(["shown", "computer", "phone", "hidden"]),
    glyph=st.sampled_from([*GLYPHS, "", "no such"]),
    glyph_picture=st.one_of(st.just(""), st.text(max_size=60)),
    motion=st.sampled_from(["none", *MOTIONS]),
    font=st.one_of(st.sampled_from(["", *FONTS]), st.text(max_size=60)),
    text_px=st.integers(12, 20),
    density=st.sampled_from(["close", "usual", "roomy"]),
    css=st.text(max_size=120),
)


def faults(css: str) -> list[str]:
    """Whatever in a style sheet isn't a rule, or within a rule isn't a declaration."""
    out = []
    for rule in tinycss2.parse_stylesheet(css, skip_comments=True, skip_whitespace=True):
        if rule.type not in ("qualified-rule", "at-rule"):
            out.append(rule.type)
        elif rule.type == "qualified-rule":
            out += [
                content.type
                for content in tinycss2.parse_blocks_contents(
                    rule.content, skip_comments=True, skip_whitespace=True
                )
                if content.type != "declaration"
            ]
    return out


class Written(SimpleTestCase):
    @settings(max_examples=200)
    @given(LOOKS, st.sampled_from(DEVICES))
    def test_any_looks_make_sound_css_with_every_colour(self, looks: Looks, device: Device) -> None:
        css = css_of(looks, device, (Channel(key="wa", app="whatsapp", colour="teal"),))
        self.assertEqual(faults(css), [])
        for name in ("brand", "on_brand", "ring", "card", "word", "edge"):
            self.assertRegex(css, rf"--{name}:#[0-9a-f]{{6}}!important")
        self.assertIn('.way[data-k="wa"]', css)
        self.assertEqual(css.count("{"), css.count("}"))

    def test_what_is_pressed_has_an_edge_where_its_ground_is_as_its_card(self) -> None:
        colours = ("#ffffff", "#fdf6d8", "#ffd400", "#9fd8c8", "#5e1f38", "#24406b", "#111111")
        schemes = {"light": (False,), "dark": (True,), "page": (False, True), "system": (False, True)}
        for colour, (scheme, darks) in product(colours, schemes.items()):
            with self.subTest(colour=colour, scheme=scheme):
                looks = Looks.model_validate({"colour": colour, "scheme": scheme})
                palettes = [palette_for(looks, dark=dark) for dark in darks]
                pale = [item for item in palettes if ratio(item.brand, item.card) < MARK_RATIO]
                css = css_of(looks, "phone")
                self.assertEqual("--rim:" in css and "solid var(--rim)" in css, bool(pale))
                for item in pale:
                    self.assertRegex(css, rf"--rim:(light-dark\()?[^;]*{item.edge}")
                    self.assertGreaterEqual(ratio(item.edge, item.card), MARK_RATIO)
                plain = looks.model_copy(update={"colour": "#5e1f38"})
                own = css_of(plain, "phone", (Channel(key="wa", app="map", colour=colour),))
                self.assertEqual("solid var(--edge)" in own, bool(pale))

    def test_each_setting_does_its_part(self) -> None:
        cases: tuple[tuple[dict[str, Any], Device, str, str], ...] = (
            ({}, "computer", "", "prefers-color-scheme"),
            ({"scheme": "system"}, "phone", "@media(prefers-color-scheme:dark)", "light-dark"),
            ({"scheme": "page"}, "phone", ":host(.dark)", "prefers-color"),
            ({"shape": "round"}, "computer", "border-radius:50%", "min-width:168px"),
            ({"shape": "bar"}, "phone", "width:100%", "50%"),
            ({"shape": "bar", "height": "middle"}, "computer", "min-width:168px", "top:50%"),
            ({"shape": "tab", "corner": "left"}, "computer", "writing-mode:vertical-rl", "50%;translate"),
            ({"height": "middle"}, "phone", "top:50%", ".card{bottom"),
            ({"height": "middle"}, "computer", ".card{bottom:auto", "nothing"),
            ({"height": "top"}, "phone", ".door{bottom:auto;top:calc(var(--foot)", ".card{bottom"),
            ({"height": "top"}, "tablet", ".card{bottom:auto;top:calc(var(--foot) + var(--size)", "top:50%"),
            ({"height": "top", "shape": "bar"}, "tablet", "min-width:168px", "top:calc"),
            ({"width_px": 240}, "phone", "min-width:max(240px,var(--size))", "border-radius"),
            ({"width_px": 240, "shape": "round"}, "phone", "border-radius:50%", "240px"),
            ({"round_px": 4, "shape": "square"}, "phone", ".door{border-radius:4px}", "nothing"),
            ({"round_px": 30}, "phone", "border-radius:30px 30px min(30px,var(--b))", "nothing"),
            ({"round_px": 4, "shape": "round"}, "phone", "border-radius:50%", "radius:4px"),
            ({"round_px": 9, "shape": "tab", "corner": "left"}, "phone", "0 9px 9px 0", "nothing"),
            ({"label": "computer"}, "phone", ".label{position:absolute", "nothing"),
            ({"label": "computer"}, "tablet", "", ".label{position:absolute"),
            ({"label": "hidden"}, "tablet", ".label{position:absolute", "nothing"),
            ({"glyph": "bell"}, "phone", 'clip-path:path(evenodd,"', "display:none"),
            ({"glyph": ""}, "phone", ".ring{display:none}", "clip-path:path"),
            ({"glyph_picture": "/k/p/a"}, "phone", 'url("https://knock.example/k/p/a/96")', "clip-path:path"),
            ({"stays": True}, "phone", "position:absolute!important", "nothing"),
            ({"motion": "none"}, "phone", "", "kk-m"),
            ({"font": "kk:literata"}, "phone", '--font:"Literata"', "nothing"),
            ({"text_px": 18}, "computer", "textarea", "nothing"),
            ({"text_px": 15}, "phone", ".card,.nudge{font-size:15px", "textarea"),
            ({"density": "roomy"}, "phone", ".card{padding:28px 26px 20px}", "nothing"),
            ({"css": "door{border-radius:0} body{color:red}"}, "phone", ".door{border-radius:0}", "body"),
        )
        for looks, device, there, not_there in cases:
            with self.subTest(looks=looks, device=device):
                css = css_of(Looks.model_validate(looks), device, (), "https://knock.example")
                self.assertIn(there, css)
                self.assertNotIn(not_there, css)
        self.assertEqual(
            as_plan(Looks(font="kk:figtree"), "phone", (), "")["font"], ["Figtree", "figtree.woff2"]
        )
        bars = (
            place_for("left", 52, "phone", None, "bar"),
            place_for("left", 52, "computer", None, "bar"),
            place_for("left", 52, "computer", None, "tab"),
        )
        self.assertEqual([(bar.side_px, bar.foot_px) for bar in bars], [(0, 0), (24, 0), (0, 20)])

    def test_upper_corners_and_half_way_up(self) -> None:
        window, cookies = Window(1000, 600), Box(700, 0, 300, 80)
        place = place_for("right", 52, "computer", (24, 20), "arch", "top")
        button = button_box(place, window)
        self.assertEqual((button.top, button.covers(cookies)), (20, True))
        card = card_box(button, place, window, 900, "computer")
        self.assertEqual((card.top, card.bottom), (button.bottom + 12, 592))
        free = nearest_free(place, window, (cookies,))
        self.assertEqual(free and (free.height, free.foot_px), ("top", 88))
        middle = place_for("left", 52, "computer", None, "arch", "middle")
        self.assertEqual(button_box(middle, window).top, 274)
        self.assertEqual(nearest_free(middle, window, (cookies,)), middle)
        self.assertIsNone(nearest_free(middle, window, (Box(0, 280, 90, 20),)))
        self.assertEqual(place_for("left", 52, "phone", None, "bar", "top").height, "foot")

    def test_glyphs_are_paths_of_numbers(self) -> None:
        self.assertGreaterEqual(len(GLYPHS), 16)
        for name, path in GLYPHS.items():
            with self.subTest(name):
                self.assertRegex(path, r"^M[-0-9. MLHVCSAZmlhvcsaz]+$")
                self.assertIn(path[-1], "zZ")


class Own(SimpleTestCase):
    def test_what_is_let_through_and_what_is_told(self) -> None:
        for item, css, codes in (
            ("", "", []),
            ("door { border-radius: 0 }", ".door{border-radius:0}", []),
            (
                "card heading, way:hover { color: red!important; }",
                ".card h2, .way:hover{color:red!important}",
                [],
            ),
            ("note::placeholder{color:#999}", "textarea::placeholder{color:#999}", []),
            ("door:not(:hover){color:red}", ".door:not(:hover){color:red}", []),
            ("close{--x: 1}", ".x{--x:1}", []),
            (
                "@media (max-width: 400px) { card { padding: 4px } }",
                "@media (max-width: 400px){.card{padding:4px}}",
                [],
            ),
            ("body{color:red} door{color:red}", ".door{color:red}", ["not_a_part"]),
            (":host{color:red}", "", ["not_a_part"]),
            ("door:is(:host){color:red}", "", ["not_a_part"]),
            (":is(:host){color:red}", "", ["not_a_part"]),
            (":not(:is(:host)){color:red}", "", ["not_a_part"]),
            ("card:has(:root){color:red}", "", ["not_a_part"]),
            ("door:not(:hover){color:red}", ".door:not(:hover){color:red}", []),
            ("card:is(away){color:red}", "", ["not_a_part"]),
            (".door{color:red}", "", ["not_a_part"]),
            ("*{color:red}", "", ["not_a_part"]),
            ("#x{color:red}", "", ["not_a_part"]),
            ("door:has(body){color:red}", "", ["not_a_part"]),
            ("door:not([x]){color:red}", "", ["not_a_part"]),
            ("card{position:fixed;inset:0;color:red}", ".card{color:red}", ["not_here", "not_here"]),
            ("card{background:url(https://evil.example/x)}", "", ["outside"]),
            ('card{background:image-set("https://evil.example/x" 1x)}', "", ["outside"]),
            ("card{width:calc(1px + env(x))}", "", ["outside"]),
            ("@import 'x';", "", ["at_rule"]),
            ("@font-face{src:url(x)}", "", ["at_rule"]),
            ("door{color:red", ".door{color:red}", []),
            ("door{color}", "", ["unreadable"]),
            ("}", "", ["unreadable"]),
            ("door{color:red;@media x{y{z:1}}}", ".door{color:red}", ["at_rule"]),
            ("door{background:u\\72l(https://evil.example)}", "", ["outside"]),
            ("</style><script>alert(1)</script>{color:red}", "", ["not_a_part"]),
        ):
            with self.subTest(said=item):
                found = read_own_css(item)
                self.assertEqual((found.css, [code for _, code, _ in found.dropped]), (css, codes))

    @settings(max_examples=200)
    @given(st.text(alphabet="doractehwyurl{}():;.#*@!\\\"'/- \n0px", max_size=200))
    def test_nothing_typed_reaches_beyond_our_parts(self, typed: str) -> None:
        css = read_own_css(typed).css
        self.assertEqual(faults(css), [])
        self.assertNotRegex(css.lower(), r"url\(|@import|:host|position:")
        self.assertEqual(read_own_css("\n".join(f"{part}{{color:red}}" for part in PARTS)).dropped, ())
        for name in re.findall(r"\.([a-z]+)", css):
            self.assertIn(name, (*PARTS, "x"))
