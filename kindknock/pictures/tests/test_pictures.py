"""Pictures are encoded anew, stored once, refused with a reason, and nothing of an upload is ever served
as it came.
"""

import io
from typing import Any
from unittest.mock import patch

from django.db import connections
from django.test import SimpleTestCase, TestCase, TransactionTestCase
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image

from kindknock import clock
from kindknock.doors.tests.builders import a_business
from kindknock.onsite.front import Front
from kindknock.pictures.actions import keep_picture as keep_picture_module
from kindknock.pictures.actions.keep_picture import keep_picture, put_away
from kindknock.pictures.encoding import (
    AVIF,
    JPEG,
    MOST_BYTES,
    PNG,
    SVG,
    WEBP,
    Encoded,
    PictureRefused,
    encode,
)
from kindknock.pictures.queries import file_for, shelf_of
from kindknock.pictures.shelf import BANNERS, FACES, SHELF


def a_picture(
    width: int = 900,
    height: int = 600,
    mode: str = "RGB",
    colour: Any = (94, 31, 56),
    kind: str = "PNG",
    **more: Any,
) -> bytes:
    out = io.BytesIO()
    Image.new(mode, (width, height), colour).save(out, kind, **more)
    return out.getvalue()


def svg(body: str, **more: str) -> bytes:
    words = "".join(f' {name}="{value}"' for name, value in more.items())
    return f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"{words}>{body}</svg>'.encode()


class Encoding(SimpleTestCase):
    def test_each_size_in_each_kind_and_never_larger(self) -> None:
        found = encode(a_picture(900, 600))
        self.assertEqual((found.width, found.height, found.colours), (900, 600, ("#581838",)))
        sizes = {key: Image.open(io.BytesIO(body)).size for key, body in found.files.items()}
        self.assertEqual(
            sizes,
            {(size, kind): (size, size * 2 // 3) for size in (96, 384, 768) for kind in (AVIF, WEBP, JPEG)},
        )
        small = encode(a_picture(40, 40, "RGBA", (0, 0, 0, 0)))
        self.assertEqual({Image.open(io.BytesIO(body)).size for body in small.files.values()}, {(40, 40)})
        self.assertIn((96, PNG), small.files)

    def test_turned_as_held_and_without_its_metadata(self) -> None:
        exif = Image.Exif()
        exif[0x0112], exif[0x010E] = 6, "somewhere at home"
        found = encode(a_picture(60, 30, kind="JPEG", exif=exif))
        self.assertEqual((found.width, found.height), (30, 60))
        self.assertNotIn(b"somewhere", b"".join(found.files.values()))

    def test_what_is_refused_and_why(self) -> None:
        moving = io.BytesIO()
        Image.new("RGB", (20, 20)).save(
            moving, "GIF", save_all=True, append_images=[Image.new("RGB", (20, 20), (9, 9, 9))]
        )
        whole = a_picture()
        for body, code in (
            (b"", "not_a_picture"),
            (b"hello there", "not_a_picture"),
            (b"%PDF-1.7", "not_a_picture"),
            (b"x" * (MOST_BYTES + 1), "too_large"),
            (whole[: len(whole) // 2], "broken"),
            (moving.getvalue(), "animated"),
            (a_picture(4001, 4000, "1", 0), "too_many_pixels"),
            (a_picture(7071, 7071, "1", 0), "too_many_pixels"),
            (a_picture(8001, 8000, "L", 0, "JPEG"), "too_many_pixels"),
            (a_picture(4, 4), "too_small"),
            (b"<svg><g>", "broken"),
            (svg("<script>alert(1)</script>"), "script_in_it"),
            (svg('<rect onclick="x()"/>'), "script_in_it"),
            (svg("<foreignObject/>"), "script_in_it"),
            (svg('<image href="https://evil.example/x"/>'), "script_in_it"),
            (svg('<use href="https://evil.example/x#a"/>'), "script_in_it"),
            (svg("<style>@import 'x'</style>"), "script_in_it"),
            (svg('<rect fill="url(https://evil.example/x)"/>'), "script_in_it"),
            (b'<!DOCTYPE svg [<!ENTITY a "b">]>' + svg("&a;"), "script_in_it"),
            (svg("<rect/>" * 40_000), "too_large"),
            (svg("<style>rect{fill:u\\72l(https://evil.example/x)}</style>"), "script_in_it"),
            (svg('<rect style="fill:\\75rl(https://evil.example/x)"/>'), "script_in_it"),
            (
                svg(
                    '<g id="a0"><rect/></g>'
                    + "".join(f'<g id="a{n}">' + f'<use href="#a{n - 1}"/>' * 9 + "</g>" for n in range(1, 9))
                ),
                "too_many_pixels",
            ),
            (svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'), "too_many_pixels"),
            (svg('<a href="javascript:alert(1)"><rect/></a>'), "script_in_it"),
        ):
            with self.subTest(body=body[:60]), self.assertRaises(PictureRefused) as refused:
                encode(body)
            self.assertEqual(refused.exception.code, code)
        drawn = encode(
            svg(
                '<defs><clipPath id="a"/></defs><rect fill="#5e1f38" clip-path="url(#a)" width="9" '
                'height="9"/><use href="#a"/>'
            )
        )
        self.assertEqual(
            (drawn.width, drawn.height, list(drawn.files), drawn.colours), (40, 20, [(0, SVG)], ("#5e1f38",))
        )

    @settings(max_examples=60, deadline=None)
    @given(
        st.one_of(
            st.binary(max_size=300),
            st.builds(
                lambda at, byte: (lambda b: b[:at] + bytes([byte]) + b[at + 1 :])(a_picture(24, 24)),
                st.integers(0, 90),
                st.integers(0, 255),
            ),
            st.text(max_size=80).map(lambda item: svg(item)),
        )
    )
    def test_any_bytes_are_a_picture_or_refused(self, body: bytes) -> None:
        try:
            self.assertIsInstance(encode(body), Encoded)
        except PictureRefused as refused:
            self.assertTrue(refused.code)

    def test_what_stands_on_every_shelf_is_sound(self) -> None:
        self.assertEqual((len(FACES), len(BANNERS)), (12, 6))
        for name, drawing in SHELF.items():
            with self.subTest(name):
                self.assertGreater(len(encode(drawing.encode()).colours), 0)


class Shelf(TestCase):
    def test_stored_once_served_by_what_the_browser_takes_and_kept_when_put_away(self) -> None:
        business = a_business().business
        picture = keep_picture(business, a_picture(), name=" Logo.png ")
        self.assertEqual(
            (keep_picture(business, a_picture()), picture.name, picture.came_bytes),
            (picture, "Logo.png", len(a_picture())),
        )
        for size, accept, kind, side in (
            (34, "image/avif,image/webp,*/*", AVIF, 96),
            (200, "image/webp,*/*", WEBP, 384),
            (4000, "*/*", JPEG, 768),
        ):
            found = file_for(picture.key, size, accept)
            assert found is not None
            self.assertEqual((found[1], max(Image.open(io.BytesIO(found[0])).size)), (kind, side))
        largest = file_for(picture.key, 768, "image/avif")
        assert largest is not None
        self.assertLess(len(largest[0]), picture.came_bytes)
        put_away(picture, at=clock.now())
        self.assertEqual(shelf_of(business), [])
        self.assertIsNotNone(file_for(picture.key, 96, ""))
        self.assertEqual(keep_picture(business, a_picture()), picture)
        self.assertEqual(shelf_of(business), [picture])


class Line(TransactionTestCase):
    def test_who_waits_too_long_in_line_is_told_and_keeps_nothing(self) -> None:
        business = a_business().business
        other = connections["default"].copy()
        self.addCleanup(other.close)
        with other.cursor() as holds, patch.object(keep_picture_module, "PATIENCE_MS", 150):
            holds.execute("SELECT pg_advisory_lock(hashtext('kindknock.pictures'))")
            with self.assertRaises(PictureRefused) as refused:
                keep_picture(business, a_picture())
            self.assertEqual((refused.exception.code, business.pictures.count()), ("busy", 0))
            holds.execute("SELECT pg_advisory_unlock_all()")
        self.assertTrue(keep_picture(business, a_picture()).key)


class Served(TransactionTestCase):
    def test_the_front_serves_pictures_and_the_shelf_to_any_page(self) -> None:
        key = keep_picture(a_business().business, a_picture()).key
        front = Front(lambda environ, start: [b"django"])
        self.addCleanup(front.stop)
        for path, status, kind in (
            (f"/k/p/{key}/96", "200", AVIF),
            ("/k/shelf/face-ash.svg", "200", "image/svg+xml"),
            (f"/k/p/{key}/x", "404", ""),
            ("/k/p/nobody/96", "404", ""),
            ("/k/p/../96", "404", ""),
        ):
            with self.subTest(path):
                got: dict[str, Any] = {}
                list(
                    front(
                        {"REQUEST_METHOD": "GET", "PATH_INFO": path, "HTTP_ACCEPT": "image/avif"},
                        lambda status, headers, got=got: got.update(status=status, headers=dict(headers)),
                    )
                )
                self.assertEqual(got["status"][:3], status)
                self.assertEqual(got["headers"].get("Content-Type") if kind else kind, kind)
