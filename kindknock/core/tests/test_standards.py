"""Against what others published: standards' own examples and test data that packages ship."""

import doctest
import json
from datetime import UTC, datetime
from pathlib import Path

import phonenumbers
from django.test import SimpleTestCase
from phonenumbers import PhoneNumberFormat, PhoneNumberType

from ..addresses.phone import read_phone
from ..addresses.recipes import encode
from ..looks.colour import ratio
from ..pages.rules import pattern_matches, place_of
from ..time import spans as sp
from ..time.hours import Hours, offset_periods, open_spans
from ..words.language_tags import lookup
from ..words.languages import best_language
from .test_hours import DAY, ZONES, open_by_the_wall, second, week

VECTORS = json.loads((Path(__file__).parent / "vectors" / "standards.json").read_text(encoding="utf-8"))
DOCS = Path(__file__).resolve().parents[3] / "docs"


class Standards(SimpleTestCase):
    def test_every_regions_example_numbers_in_five_spellings(self) -> None:
        """The phonenumbers package's own example numbers (Apache 2.0)."""
        tried = 0
        for region in sorted(phonenumbers.SUPPORTED_REGIONS):
            for kind in (PhoneNumberType.FIXED_LINE, PhoneNumberType.MOBILE):
                number = phonenumbers.example_number_for_type(region, kind)
                if number is None:
                    continue
                wanted = phonenumbers.format_number(number, PhoneNumberFormat.E164)
                forms = [
                    phonenumbers.format_number(number, how)
                    for how in (
                        PhoneNumberFormat.INTERNATIONAL,
                        PhoneNumberFormat.RFC3966,
                        PhoneNumberFormat.NATIONAL,
                    )
                ]
                for typed in (wanted, "00" + wanted[1:], *forms):
                    self.assertEqual(read_phone(typed, region).e164, wanted, (region, typed))
                    tried += 1
        self.assertGreater(tried, 2000)

    def test_tables_of_the_standards(self) -> None:
        for wanted, have, found in VECTORS["rfc4647_lookup"]:
            self.assertEqual(lookup([wanted], have), found, wanted)
        for text, have, found in VECTORS["rfc9110_accept_language"]:
            self.assertEqual(best_language(text, have), found, text)
        for pattern, matching, other in VECTORS["rfc9309_paths"]:
            for path in matching:
                self.assertTrue(
                    pattern_matches(pattern, place_of(path).path, place_of(path).query), (pattern, path)
                )
            for path in other:
                self.assertFalse(
                    pattern_matches(pattern, place_of(path).path, place_of(path).query), (pattern, path)
                )
        for text, encoded in VECTORS["rfc3986_encoding"]:
            self.assertEqual(encode(text), encoded)
        for item, other, wanted in VECTORS["wcag_contrast"]:
            self.assertAlmostEqual(ratio(item, other), wanted, 2, (item, other))


class EveryClockChange(SimpleTestCase):
    def test_minute_by_minute_two_days_around_each_of_a_year_in_thirteen_zones(self) -> None:
        usual = week("Mon-Fri 0:15-2:30, 9-17:30; Sat 22:00-03:00; Sun 1:00-2:00, 2:15-3:45")
        start = second("2026-01-01T00:00Z")
        changes = 0
        for zone in ZONES:
            hours = Hours(zone, usual)
            for _, change, _ in offset_periods(zone, start, start + 365 * DAY)[:-1]:
                changes += 1
                spans = open_spans(hours, change - 2 * DAY, change + 2 * DAY)
                for minute in range(change - 2 * DAY, change + 2 * DAY, 60):
                    if sp.holds(spans, minute) != open_by_the_wall(
                        hours, datetime.fromtimestamp(minute, UTC)
                    ):
                        self.fail(f"{zone} at {datetime.fromtimestamp(minute, UTC)}")
        self.assertGreaterEqual(changes, 18)

    def test_hour_by_hour_through_the_year(self) -> None:
        usual = week("Mon-Fri 9-17:30, Sat 22:00-03:00")
        start = second("2026-01-01T00:30Z")
        for zone in ZONES:
            hours = Hours(zone, usual)
            spans = open_spans(hours, start, start + 365 * DAY)
            for hour in range(start, start + 365 * DAY, 3600):
                if sp.holds(spans, hour) != open_by_the_wall(hours, datetime.fromtimestamp(hour, UTC)):
                    self.fail(f"{zone} at {datetime.fromtimestamp(hour, UTC)}")


class Documents(SimpleTestCase):
    def test_every_example_in_the_rules_holds(self) -> None:
        result = doctest.testfile(str(DOCS / "rules.md"), module_relative=False)
        self.assertEqual(result.failed, 0)
        self.assertGreater(result.attempted, 40)
