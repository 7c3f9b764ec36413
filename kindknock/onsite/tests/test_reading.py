"""What a page asks to read, and what it reports of reading."""

from typing import Any

from kindknock import clock
from kindknock.answers.actions.put_pieces import put_pieces
from kindknock.core.setup import Begins, Reads
from kindknock.core.tests.test_answers import a_tree, an_answer, arm
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.actions.put_doors import put_doors
from kindknock.doors.load import draft_of
from kindknock.footfall.models import Reading
from kindknock.guestbook.models import Entry, Message
from kindknock.onsite.cache import cache
from kindknock.sites.models import Site

from .asking import PAGE, AskedBase

TREE = a_tree(
    [arm("repair", "step", "s1"), arm("b", "words", says={"en": "Yes."})],
    [arm("wait", "tell"), arm("x", "tell")],
)


class ReadOnPages(AskedBase):
    def setUp(self) -> None:
        super().setUp()
        self.publish(
            answers=(
                an_answer(),
                an_answer("hire", pages=[{"effect": "show", "kind": "below", "value": "/hire"}]),
            )
        )

    def publish(self, **more: Any) -> None:
        site = Site.objects.select_related("business").get(pk=self.opened.site.pk)
        draft = draft_of(site).model_copy(update={"signposts": (TREE,), **more})
        reads = Reads(begins=(Begins(key="b", signposts="t"),))
        put_pieces(site, draft, at=clock.now())
        put_doors(
            site, tuple(door.model_copy(update={"reads": reads}) for door in draft.doors), at=clock.now()
        )
        publish_release(site, by=None, at=clock.now())
        cache.forget()

    def read(self, **more: Any) -> Any:
        return self.ask("/k/v1/read", {"site": self.opened.site.key, "address": PAGE, **more})[1]

    def test_titles_texts_and_searches_of_what_is_live_here(self) -> None:
        self.assertEqual([each["key"] for each in self.read()["titles"]], ["wheel"])
        self.assertEqual(self.read(key="wheel")["answer"]["title"], "How long?")
        self.assertEqual([each["key"] for each in self.read(typed="lnog")["found"]], [])
        self.assertEqual([each["key"] for each in self.read(typed="long")["found"]], ["wheel"])
        for more in (
            {"key": "hire"},
            {"key": "gone"},
            {"address": "https://elsewhere.example/"},
            {"site": "none"},
            {"site": 7},
        ):
            self.assertEqual(self.read(**more), {"v": 1}, more)
        self.assertEqual(self.verdict()["door"]["reads"], {"answers": "line", "signposts": "t"})
        strange: list[Any] = [
            {"key": 1},
            {"key": "x" * 90},
            {"typed": []},
            {"typed": "\ud800 \x00" * 300},
            {"wanted": {}},
        ]
        for each in strange:
            self.assertEqual(
                self.ask("/k/v1/read", {"site": self.opened.site.key, "address": PAGE, **each})[0], "200"
            )
        for body in (b"[]", b'"x"', b"7"):
            self.assertEqual(self.ask("/k/v1/read", body)[:2], ("200", {"v": 1}))

    def test_what_was_read_is_kept_once_and_by_nobody_uncounted(self) -> None:
        event = {
            "id": "0b6f1c52-8f5e-4a3a-9d0e-5d1c1b0e7a11",
            "kind": "read",
            "door": "d",
            "about": "wheel",
            "view": "v1",
        }
        body = {
            "site": self.opened.site.key,
            "address": PAGE,
            "events": [event, {**event, "id": "x", "kind": "ended", "end": "nope"}],
        }
        self.assertEqual(self.ask("/k/v1/heard", body)[1], {"kept": 2})
        self.ask("/k/v1/heard", body)
        self.wait_for(lambda: Reading.objects.count() >= 2)
        self.assertEqual(
            Reading.objects.filter(kind="read", about="wheel", view="v1", path="/workshop").count(), 1
        )
        robot = {"HTTP_USER_AGENT": "Examplebot/1.0"}
        before = Reading.objects.count()
        self.assertEqual(self.ask("/k/v1/heard", body, **robot)[1], {"kept": 0})
        self.assertEqual(
            self.ask("/k/v1/heard", {**body, "address": "https://elsewhere.example/"})[1], {"kept": 0}
        )
        for spoilt in ({"about": "a b"}, {"view": 7}, {"kind": "read "}, {"step": "x" * 90}):
            self.ask("/k/v1/heard", {**body, "events": [{**event, "id": "y", **spoilt}]})
        self.assertEqual(Reading.objects.count(), before)

    def test_tell_us_is_the_way_walked_and_nothing_a_browser_says(self) -> None:
        body = {
            "site": self.opened.site.key,
            "door": self.opened.door.key,
            "address": PAGE,
            "lang": "en",
            "seconds": 9,
            "signposts": "t",
            "way": [["s0", "repair"], ["s1", "wait"]],
            "name": "Marta <b>1",
            "note": "buy now https://spam.example",
            "reach": "spam@spam.example",
        }
        self.assertEqual(self.ask("/k/v1/note", body)[1], {"kept": True})
        message = Message.objects.get()
        self.assertEqual((message.text, message.name, message.email), ("repair › wait", "Marta b", ""))
        self.assertEqual(message.entry.state, Entry.State.WAITING)
        strange: tuple[dict[str, Any], ...] = (
            {"signposts": "gone"},
            {"way": []},
            {"way": [["s0", "repair"]]},
            {"way": [["s9", "q"]]},
            {"way": "x"},
            {"door": "gone"},
        )
        for spoilt in strange:
            self.assertEqual(self.ask("/k/v1/note", {**body, **spoilt})[1], {"kept": False}, spoilt)
        self.assertEqual(Message.objects.count(), 1)

    def test_a_searchs_words_lose_what_leads_to_a_person(self) -> None:
        """Words are kept of a search alone, struck; a knock only where the visit asked something before."""
        for event, kept in (
            ({"kind": "not_found", "words": "gift vouchers", "visit": "a1"}, [("gift vouchers", "a1")]),
            ({"kind": "not_found", "words": "call 0117 496 0123 or a@h.example"}, [("call … or …", "")]),
            ({"kind": "not_found", "words": "x" * 500}, [("x" * 200, "")]),
            ({"kind": "not_found", "words": {"a": 1}, "visit": "a1"}, [("", "a1")]),
            ({"kind": "not_found", "words": "v", "visit": "<b>"}, []),
            ({"kind": "not_found", "words": "v", "visit": "z" * 40}, [("v", "z" * 16)]),
            ({"kind": "knocked", "visit": "a1"}, [("", "a1")]),
            ({"kind": "knocked", "visit": ""}, []),
            ({"kind": "knocked"}, []),
        ):
            Reading.objects.all().delete()
            body = {
                "site": self.opened.site.key,
                "address": PAGE,
                "events": [{"door": self.opened.door.key, **event}],
            }
            self.ask("/k/v1/heard", body)
            self.assertEqual(list(Reading.objects.values_list("words", "visit")), kept, event)
