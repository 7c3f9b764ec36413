"""docs/rules.md 2: which web addresses count as the site's own."""

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from ..addresses.hosts import HostList, host_of, read_host


class Hosts(SimpleTestCase):
    def test_what_is_kept_of_what_is_typed(self) -> None:
        for typed, kept in (
            ("https://www.AverilCycles.example/shop?x=1", "averilcycles.example"),
            ("averilcycles.example.", "averilcycles.example"),
            ("preview.averilcycles.example:8080", "preview.averilcycles.example:8080"),
            ("https://averilcycles.example:443/", "averilcycles.example"),
            ("*.averilcycles.example", "*.averilcycles.example"),
            ("bücher.example", "xn--bcher-kva.example"),
            ("localhost:3000", "localhost:3000"),
            ("127.0.0.1", "127.0.0.1"),
            ("http://[::1]:8000/", "[::1]:8000"),
            ("www.example", "www.example"),
        ):
            with self.subTest(typed=typed):
                self.assertEqual(read_host(typed).name, kept)
        self.assertEqual(read_host("https://www.averilcycles.example/a").dropped, ("scheme", "path", "www"))
        self.assertTrue(read_host("localhost").for_testing and read_host("10.0.0.1").for_testing)
        self.assertEqual(read_host("xn--bcher-kva.example").shown, "bücher.example")

    def test_what_is_refused(self) -> None:
        for typed, error in (
            ("", "empty"),
            ("averil cycles", "not_a_host"),
            ("averil", "not_a_host"),
            ("a.*.example", "star_not_in_front"),
            ("ines@averilcycles.example", "not_a_host"),
            ("averilcycles.example:port", "not_a_host"),
            ("999.1.1.1", "not_a_host"),
        ):
            with self.subTest(typed=typed):
                self.assertEqual(read_host(typed).error, error)

    def test_bare_and_www_count_as_one_and_subdomains_only_if_listed(self) -> None:
        listed = HostList(["averilcycles.example", "*.hire.example"])
        for address, inside in (
            ("https://averilcycles.example/x", True),
            ("http://www.averilcycles.example", True),
            ("https://shop.averilcycles.example", False),
            ("https://a.b.hire.example", True),
            ("https://hire.example", False),
            ("https://averilcycles.example.evil.example", False),
            ("file:///home/x.html", False),
            ("https://*.hire.example", False),
        ):
            with self.subTest(address=address):
                self.assertEqual(host_of(address) in listed, inside)
        self.assertNotIn("averilcycles.example", HostList([]))

    @given(st.text(max_size=80))
    def test_reading_twice_changes_nothing(self, typed: str) -> None:
        reading = read_host(typed)
        if reading.error is None:
            self.assertEqual(read_host(reading.name).name, reading.name)
        host_of("https://" + typed)
