"""A visitor's country comes from a proxy that is named, or from a file; never from what a stranger writes."""

import tempfile
from pathlib import Path

from django.test import SimpleTestCase
from mmdb_writer import MMDBWriter
from netaddr import IPSet  # type: ignore[import-untyped]

from kindknock.accounts.network import trusted_from
from kindknock.core.visit import visit_from
from kindknock.onsite.countries import Countries

VISITOR, PROXY, STRANGER = "198.51.100.7", "127.0.0.1", "203.0.113.9"


class Told(SimpleTestCase):
    def setUp(self) -> None:
        writer = MMDBWriter(ip_version=6, ipv4_compatible=True, database_type="Country")
        writer.insert_network(IPSet(["198.51.100.0/24"]), {"country": {"iso_code": "CV"}})
        writer.insert_network(IPSet(["2001:db8::/32"]), {"country": {"iso_code": "PT"}})
        writer.insert_network(IPSet(["203.0.113.0/24"]), {"continent": "EU"})
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.file = str(Path(folder.name) / "countries.mmdb")
        writer.to_db_file(self.file)

    def test_by_header_by_file_or_not_at_all(self) -> None:
        # fmt: off
        for name, header, file, peer, hops, written, wanted in (
            ("nothing set", "", "", PROXY, VISITOR, "GB", ""),
            ("the proxy's header", "X-Country", "", PROXY, VISITOR, "gb", "GB"),
            ("a stranger's header", "X-Country", "", STRANGER, "", "GB", ""),
            ("not known to the proxy", "X-Country", "", PROXY, VISITOR, "XX", ""),
            ("written as a word", "X-Country", "", PROXY, VISITOR, "Britain", ""),
            ("the file, behind the proxy", "", self.file, PROXY, VISITOR, "GB", "CV"),
            ("the file, straight", "", self.file, VISITOR, "", "", "CV"),
            ("the file, six", "", self.file, "2001:db8::7", "", "", "PT"),
            ("the file knows no country", "", self.file, STRANGER, "", "", ""),
            ("the file doesn't know", "", self.file, "192.0.2.1", "", "", ""),
            ("no address", "", self.file, "", "", "", ""),
            ("an odd hop", "", self.file, PROXY, "unknown", "", ""),
            ("header first", "X-Country", self.file, PROXY, VISITOR, "PT", "PT"),
            ("header silent, file speaks", "X-Country", self.file, PROXY, VISITOR, "", "CV"),
        ):
            # fmt: on
            with self.subTest(name):
                found = Countries(header, file, trusted_from(PROXY)).of(
                    {"REMOTE_ADDR": peer, "HTTP_X_FORWARDED_FOR": hops, "HTTP_X_COUNTRY": written}
                )
                self.assertEqual(found, wanted)

    def test_what_is_known_wins_over_what_is_sent(self) -> None:
        sent = {"country": "GB", "zone": "Europe/Lisbon"}
        self.assertEqual([visit_from(sent, country=c).country for c in ("CV", "")], ["CV", "GB"])
        self.assertEqual(visit_from({"zone": "Europe/Lisbon"}).country, "PT")
