"""Answers and signposts over the API: written, published, undone, in and out as files, and what became of
them.
"""

import io
import json
import uuid
import zipfile
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile

from kindknock import clock
from kindknock.answers.files import folder
from kindknock.core.drafts import Change
from kindknock.core.review import Finding
from kindknock.core.tests.test_answers import a_tree, an_answer, arm
from kindknock.doors.actions.import_setup import export_setup, import_setup
from kindknock.doors.actions.read_setup_file import read_setup_file
from kindknock.doors.load import draft_of
from kindknock.footfall.actions.keep_readings import Read, keep_readings
from kindknock.footfall.reading_counts import answer_counts, not_found, walk_counts
from kindknock.pictures.tests.test_pictures import a_picture
from kindknock.sites.models import Site
from kindknock.studio_api.check_words import advice_words

from .test_api import Base

BODY = {"en": [{"kind": "text", "runs": [{"text": "Ten days.", "bold": True}]}]}
FAQ = json.dumps(
    {
        "@type": "FAQPage",
        "mainEntity": [
            {
                "@type": "Question",
                "name": "May my dog come in?",
                "acceptedAnswer": {"text": "<b>Of course.</b>"},
            },
            {"@type": "Question", "name": "How long?", "acceptedAnswer": {"text": "Ten days."}},
        ],
    }
)


class Answers(Base):
    def all(self) -> Any:
        return self.call("GET", self.site + "/answers")[1]

    def add(self, **more: Any) -> dict[str, Any]:
        body = {"kind": "question", "title": {"en": "How long?"}, "body": BODY, **more}
        found = self.call("POST", self.site + "/answers", body)[1]
        return dict(next(each for each in found["answers"] if each["key"] == found["added"]))

    def test_written_published_and_undone(self) -> None:
        made = self.add()
        self.assertEqual((made["is_live"], made["words"], made["where"]), (False, {"en": 2}, "on every page"))
        path = f"{self.site}/answers/{made['key']}"
        hostile = [{"kind": "text", "runs": [{"text": "press", "link": "javascript:alert(1)"}]}]
        pages = [{"effect": "show", "kind": "below", "value": "/hire", "host": ""}]
        status, found = self.call(
            "PATCH", path, {"version": 1, "typing": True, "body": {"en": hostile}, "pages": pages}
        )
        (now,) = found["answers"]
        self.assertEqual((status, now["version"], now["where"]), (200, 2, "on /hire and below"))
        self.assertEqual(now["body"]["en"][0]["runs"][0]["link"], "")
        self.assertEqual(self.call("PATCH", path, {"version": 1, "title": {}})[1]["code"], "moved")
        self.assertEqual(self.call("PATCH", path, {"version": 2, "body": {"en": BODY["en"] * 4000}})[0], 422)
        review = self.call("GET", self.site + "/review")[1]["changes"]
        self.assertIn("“How long?” is new.", [change["says"] for change in review])
        self.assertEqual(self.call("POST", self.site + "/publish")[0], 200)
        self.assertTrue(self.all()["answers"][0]["is_live"])
        self.call("DELETE", path)
        self.assertEqual(self.all()["answers"], [])
        self.assertEqual(len(self.call("POST", self.site + "/answers-undo")[1]["answers"]), 1)
        self.assertEqual(self.call("POST", self.site + "/answers-undo?redo=true")[1]["answers"], [])

    def test_left_out_and_brought_back(self) -> None:
        made = self.add()
        other = self.add(title={"en": "Which cards?"})
        left = {"what": "answer_added", "about": other["key"]}
        self.call("POST", self.site + "/publish", {"leave_out": [left]})
        self.assertEqual([each["is_live"] for each in self.all()["answers"]], [True, False])
        self.call("POST", self.site + "/revert", left)
        self.assertEqual([each["key"] for each in self.all()["answers"]], [made["key"]])
        self.call("DELETE", f"{self.site}/answers/{made['key']}")
        self.call("POST", self.site + "/publish")
        number = self.call("GET", self.site + "/releases")[1][1]["number"]
        self.call("POST", f"{self.site}/releases/{number}/bring-back")
        self.assertEqual([each["key"] for each in self.all()["answers"]], [made["key"]])

    def test_taken_off_while_another_writes_and_put_back(self) -> None:
        made, other = self.add(), self.add(title={"en": "Which cards?"})
        path, back = f"{self.site}/answers/{made['key']}", f"{self.site}/answers-back/{made['key']}"
        self.call("DELETE", path)
        self.assertEqual(self.call("PATCH", path, {"version": 1, "title": {"en": "When?"}})[0], 404)
        for _ in range(2):
            there = self.call("POST", back)[1]["answers"]
            self.assertEqual([each["key"] for each in there], [other["key"], made["key"]])
        changed = self.call("PATCH", path, {"version": 1, "title": {"en": "When?"}})[1]["answers"]
        self.assertEqual([each["title"]["en"] for each in changed], ["Which cards?", "When?"])
        self.assertEqual(self.call("POST", self.site + "/answers-back/nobodys")[0], 404)

    def test_headings_order_and_what_is_found(self) -> None:
        wheel, cards = self.add(), self.add(title={"en": "Which cards?"})
        group = self.call(
            "PUT", self.site + "/answers-groups", {"groups": [{"key": "", "title": {"en": "Pay"}}]}
        )
        key = group[1]["groups"][0]["key"]
        self.call("PATCH", f"{self.site}/answers/{cards['key']}", {"version": 1, "group": key})
        self.call("PUT", self.site + "/answers-order", {"keys": [cards["key"], wheel["key"]]})
        self.assertEqual(
            [(each["key"], each["group"]) for each in self.all()["answers"]],
            [(cards["key"], key), (wheel["key"], "")],
        )
        self.call("PUT", self.site + "/answers-groups", {"groups": [], "was": []})
        self.assertEqual([each["key"] for each in self.all()["groups"]], [key], "somebody else’s stays")
        self.call("PUT", self.site + "/answers-groups", {"groups": [], "was": [key]})
        self.assertEqual([each["group"] for each in self.all()["answers"]], ["", ""])
        found = self.call("POST", self.site + "/answers-found", {"typed": "crads"})[1]
        self.assertEqual(found["keys"], [cards["key"]])
        pasted = self.call("POST", self.site + "/answers-pasted", {"html": "<b>Yes</b><script>1</script>"})[1]
        self.assertEqual([run["text"] for run in pasted["blocks"][0]["runs"]], ["Yes"])
        self.assertEqual(pasted["abroad"], 0)
        html = '<p>Ten</p><img src="https://wheels.example/a.png" alt="A wheel">'
        pasted = self.call("POST", self.site + "/answers-pasted", {"html": html})[1]
        self.assertEqual(([each["kind"] for each in pasted["blocks"]], pasted["abroad"]), (["text"], 1))

    def test_files_out_and_in_again(self) -> None:
        made = self.add()
        picture = self.client.post("/api/pictures", {"file": SimpleUploadedFile("a.png", a_picture())}).json()
        body = {"en": [*BODY["en"], {"kind": "picture", "picture": picture["address"], "says": "A wheel"}]}
        path = f"{self.site}/answers/{made['key']}"
        self.call("PATCH", path, {"version": 1, "body": body})
        whole = self.client.get(self.site + "/answers.zip").content
        names = zipfile.ZipFile(io.BytesIO(whole)).namelist()
        self.assertIn("en/01-how-long.md", names)
        self.assertTrue(any(name.startswith("pictures/") for name in names))
        before = self.all()["answers"]
        came = self.client.post(
            self.site + "/answers-files", {"file": SimpleUploadedFile("a.zip", whole)}
        ).json()
        self.assertEqual((came["added"], came["changed"], came["left_out"]), (0, 1, []))
        after = self.all()["answers"]
        self.assertEqual(
            [(each["title"], [block["kind"] for block in each["body"]["en"]]) for each in after],
            [(each["title"], [block["kind"] for block in each["body"]["en"]]) for each in before],
        )
        single = self.client.get(path + "/markdown?language=en").content
        fresh = single.replace(made["key"].encode(), b"nobodys").replace(b"How long?", b"How long, really?")
        came = self.client.post(
            self.site + "/answers-files", {"file": SimpleUploadedFile("a.md", fresh)}
        ).json()
        self.assertEqual((came["added"], came["changed"]), (1, 0))
        abroad = (
            "---\nquestion: Ich?\nlanguage: de\n---\nJa\n",
            "# Me?\n\n![A](https://wheels.example/a.png)\nYes\n",
        )
        for text, counts, says in zip(
            abroad, ((0, 1), (1, 0)), ("German", "One picture of other"), strict=True
        ):
            file = SimpleUploadedFile("a.md", text.encode())
            came = self.client.post(self.site + "/answers-files", {"file": file}).json()
            self.assertEqual((came["added"], len(came["left_out"])), counts, came)
            self.assertIn(says, came["says"])
        self.assertNotIn("wheels.example", json.dumps(self.all()))
        for name, content in (("a.zip", b"PK\x03\x04half"), ("a.md", b"\xff\xfe"), ("a.md", b"\n")):
            refused = self.client.post(
                self.site + "/answers-files", {"file": SimpleUploadedFile(name, content)}
            )
            self.assertEqual(refused.status_code, 422, name)
            self.assertGreater(len(refused.json()["title"]), 20)

    def test_questions_of_a_page_there_and_back(self) -> None:
        self.add()
        came = self.call("POST", self.site + "/answers-faq", {"source": FAQ})[1]
        self.assertEqual((came["added"], came["left_out"]), (1, ["How long?"]))
        written = self.client.get(self.site + "/answers-faq").content.decode()
        self.assertIn("May my dog come in?", written)
        self.assertNotIn("</b>", written, "nothing in it ends the script")
        self.assertEqual(
            self.call("POST", self.site + "/answers-faq", {"source": "<p>no</p>"})[1]["code"], "nothing"
        )
        self.assertEqual(
            self.call("POST", self.site + "/answers-faq", {"address": "nowhere"})[1]["code"], "address"
        )

    def test_signposts_ready_begun_with_and_kept_shut(self) -> None:
        for ready in ("workshop", "clinic", "cafe", "lodging"):
            found = self.call("POST", self.site + "/signposts", {"ready": ready})[1]
            tree = next(each for each in found["signposts"] if each["key"] == found["added"])
            self.assertEqual([each["says"] for each in tree["amiss"] if each["blocks"]], [], ready)
        path = f"{self.site}/signposts/{tree['key']}"
        begun = self.call("PUT", path + "/begins", {"doors": [self.opened.door.key]})[1]
        self.assertEqual(begun["signposts"][-1]["begins"], ["Front door"])
        steps = [*tree["steps"]]
        steps[0]["arms"][0] |= {"leads": "", "to": ""}
        broken = self.call("PATCH", path, {"version": 1, "steps": steps})[1]["signposts"][-1]
        self.assertIn("leads nowhere yet.", " ".join(each["says"] for each in broken["amiss"]))
        self.assertEqual(self.call("POST", self.site + "/publish")[1]["code"], "blocked")
        self.call("PATCH", path, {"version": 2, "is_draft": True})
        blocked = self.call("POST", self.site + "/publish")[1]
        self.assertIn("kept back", blocked["title"])
        self.call("DELETE", path)
        self.assertEqual(self.call("POST", self.site + "/publish")[0], 200)
        self.assertEqual(
            self.call("POST", self.site + "/answers-undo")[1]["signposts"][-1]["begins"], ["Front door"]
        )

    def test_a_setup_file_carries_them_and_cleans_what_it_brings(self) -> None:
        self.add()
        site = Site.objects.select_related("business").get(pk=self.opened.site.pk)
        document = export_setup(site, at=clock.now())
        document["setup"]["answers"][0]["body"]["en"][0]["runs"][0]["link"] = "javascript:alert(1)"
        document["setup"]["signposts"] = [a_tree([arm("a", "step", "s0")]).model_dump(mode="json")]
        setup, _ = read_setup_file(json.dumps(document))
        import_setup(site, setup, at=clock.now())
        draft = draft_of(site)
        self.assertEqual(draft.answers[0].body["en"][0].runs[0].link, "")
        self.assertIn("in a circle", str(self.all()["signposts"][0]["amiss"]))

    def test_every_finding_about_them_has_its_sentence(self) -> None:
        setup = draft_of(self.opened.site).model_copy(
            update={"answers": (an_answer("a", title={}),), "signposts": (a_tree([arm("x", "")]),)}
        )
        codes = ("answer_blank", "picture_unsaid", "answer_long", "not_quite_gone")
        trees = (
            "signposts_nowhere",
            "signposts_loop",
            "signposts_draft",
            "signposts_few_arms",
            "signposts_deep",
        )
        worded = advice_words(
            setup,
            [
                *(Finding(code, about="a") for code in codes),
                *(Finding(code, about="t", found="s0:x") for code in trees),
            ],
        )
        self.assertEqual(len({item.says for item in worded}), len(codes) + len(trees))
        self.assertNotIn("Something is worth a look.", [item.says for item in worded])
        self.assertEqual({item.act for item in worded}, {"open_answer", "open_signposts"})

    def test_a_change_of_them_is_told_whole(self) -> None:
        from kindknock.studio_api.change_words import change_details, change_line

        live = draft_of(self.opened.site).model_copy(
            update={
                "answers": (an_answer("a"),),
                "signposts": (a_tree([arm("x", "words", says={"en": "A"})]),),
            }
        )
        draft = live.model_copy(
            update={
                "answers": (
                    an_answer(
                        "a", title={"en": "Which?"}, is_draft=True, devices=["phone"], found_by={"en": "x"}
                    ),
                ),
                "signposts": (a_tree([arm("x", "person"), arm("y", "tell")]),),
            }
        )
        answer, tree = (Change("answer_changed", about="a"), Change("signposts_changed", about="t"))
        self.assertEqual(change_line(answer, live, draft), "“Which?” is changed.")
        worded = " ".join(change_details(answer, live, draft) + change_details(tree, live, draft))
        for words in (
            "Question (English)",
            "Found by (English)",
            "Devices: phone",
            "Kept back: yes",
            "leads to whoever is in",
            "“y”: is new",
        ):
            self.assertIn(words, worded)

    def test_they_are_named_in_the_first_language_whatever_order_texts_are_stored_in(self) -> None:
        titles = {"ar": "كم يستغرق؟", "en": "How long?"}
        self.add(title=titles)
        arms = [arm("a", "", label={"ar": "إصلاح", "en": "A repair"})]
        tree = a_tree(arms).model_dump(mode="json")
        made = self.call("POST", self.site + "/signposts", {})[1]
        found = self.call(
            "PATCH", f"{self.site}/signposts/{made['added']}", {"version": 1, "steps": tree["steps"]}
        )[1]
        self.assertIn(
            "“A repair” leads nowhere yet.", [each["says"] for each in found["signposts"][0]["amiss"]]
        )
        review = self.call("GET", self.site + "/review")[1]["changes"]
        self.assertIn("“How long?” is new.", [change["says"] for change in review])

    def test_a_folder_is_bounded(self) -> None:
        self.assertEqual(zipfile.ZipFile(io.BytesIO(folder([], {}, lambda key: None))).namelist(), [])
        bomb = io.BytesIO()
        with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as archive:
            archive.writestr("a.md", b"0" * 70_000_000)
        file = SimpleUploadedFile("a.zip", bomb.getvalue())
        self.assertEqual(
            self.client.post(self.site + "/answers-files", {"file": file}).json()["code"], "large"
        )


class Counted(Base):
    def read(self, kind: str, *, view: str = "", **more: Any) -> Read:
        values: dict[str, Any] = dict.fromkeys(
            ("about", "step", "arm", "end", "path", "device", "language", "door"), ""
        )
        return Read(
            client_id=uuid.uuid4(),
            site_key=self.opened.site.key,
            kind=kind,
            view=view,
            at=clock.now(),
            **(values | more),
        )

    def test_helped_of_shown_and_walks_by_how_they_ended(self) -> None:
        went = {"about": "t", "step": "s0", "arm": "a"}
        same = self.read("read", about="w")
        keep_readings(
            [
                same,
                same,
                self.read("helped", about="w"),
                self.read("not_found"),
                *(self.read("begun", about="t", view=view) for view in "abc"),
                self.read("went", view="a", **went),
                self.read("ended", view="a", about="t", end="person"),
                self.read("went", view="b", **went),
                self.read("ended", view="b", about="t", end="words"),
                self.read("went", view="b", **went),
            ]
        )
        at = clock.now()
        counts = answer_counts(self.opened.site, at=at)["w"]
        self.assertEqual((counts.shown, counts.helped, not_found(self.opened.site, at=at)), (1, 1, 1))
        walks = walk_counts(self.opened.site, at=at)["t"]
        self.assertEqual((walks.begun, walks.person, walks.read, walks.left), (3, 1, 0, 2))
        self.assertEqual(walks.left_after, {("s0", "a"): 1, ("", ""): 1})
