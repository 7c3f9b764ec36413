"""What pages on customers' sites send, with every value in it made hostile in turn: never a fault of
ours, and what is held does not grow. Run by `./test fuzz`, apart from `./test`.
"""

import resource
import uuid
from collections import Counter
from random import Random
from typing import Any

from kindknock.onsite.tests import test_front
from kindknock.studio_api.tests.test_hostile import HOSTILE

from .spoiling import spoilt

CALLS = 4000
MOST_GROWTH_KB = 150_000
NUMBERS = ("1e500000000", "9" * 9000, "-0", "NaN", "Infinity", "1e-999999", "٣٤", "½", "1,1,1", "0x1")
DATES = ("9999-12-31T23:59:59Z", "0001-01-01", "2026-02-30", "12026-01-01", "2026-01-01T00:00:00+99:99")


class Pages(test_front.Asked):
    """As the front's own tests have it: a live door on one listed host."""

    def a_page(self, random: Random) -> dict[str, Any]:
        number, day = random.choice(NUMBERS), random.choice(DATES)
        product = {"name": "Bell", "price": number, "sale": number, "currency": "GBP", "stock": "in_stock"}
        return {
            "site": self.opened.site.key,
            "address": test_front.PAGE,
            "title": "Workshop",
            "lang": "en",
            "languages": ["en", "pt"],
            "zone": "Europe/London",
            "offset": 60,
            "width": 1280,
            "height": 800,
            "coarse": False,
            "facts": {"kind": "product", "product": product, "until": day, "variants": [product] * 3},
            "remembers": {"seen": number, "at": day, "closed": {"nudge": day}},
            "referrer": "https://search.example/?q=" + number,
            "basket": {"things": [{"name": "Bell", "number": number}], "total": number},
            "id": str(uuid.uuid4()),
            "door": self.opened.door.key,
            "text": "Two spokes?",
            "reach": "wilma@harbourmail.example",
            "events": [{"id": str(uuid.uuid4()), "kind": "seen", "door": self.opened.door.key, "at": day}],
            "boxes": [[number, 1, 2, 3]],
            "since": number,
        }

    def test_no_page_makes_us_fall(self) -> None:
        random, met = Random(20_261_127), Counter[str]()
        before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
        for turn in range(CALLS):
            path = ("/k/v1/verdict", "/k/v1/heard", "/k/v1/note", "/k/v1/boxes")[turn % 4]
            body = self.a_page(random)
            for _ in range(random.randint(0, 3)):
                body = spoilt(body, random)
            with self.subTest(path, body=str(body)[:400]):
                status = self.ask(path, body if body not in HOSTILE else {"site": body})[0]
                self.assertIn(status, ("200", "400", "413", "429"))
                met[path + " " + status] += 1
        print("fuzz, pages:", dict(sorted(met.items())))
        self.assertGreater(met["/k/v1/verdict 200"], CALLS // 8)
        grown = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before
        self.assertLess(grown, MOST_GROWTH_KB, "what strangers send is held")
