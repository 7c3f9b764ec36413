"""People over the API: added, changed, reached, put on doors and taken off; many at once."""

from kindknock import clock
from kindknock.people.models import Assistant
from kindknock.sites.actions.hear import Heard, keep_heard

from .test_api import Base

CALENDAR = (
    "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//EN\r\nBEGIN:VEVENT\r\nUID:1\r\n"
    "DTSTART;VALUE=DATE:{day}\r\nDTEND;VALUE=DATE:{end}\r\nSUMMARY:Harbour week\r\n"
    "END:VEVENT\r\nEND:VCALENDAR\r\n"
)


class People(Base):
    def test_added_changed_reached_put_on_doors_and_taken_off(self) -> None:
        people = self.call("POST", "/api/people", {"name": " Hire desk ", "role": "Bicycles"})[1]["people"]
        desk = people[0]
        at = f"/api/people/{desk['key']}"
        self.assertEqual(
            (desk["name"], desk["role"], self.call("POST", "/api/people", {"name": " "})[0]),
            ("Hire desk", {"en": "Bicycles"}, 422),
        )
        changed = self.call(
            "PATCH",
            at,
            {
                "picture": "/k/shelf/sign-key.svg",
                "languages": ["en"],
                "keeps_own_hours": True,
                "is_named": False,
                "has_initials": False,
                "note": {"en": "For the desk: "},
                "pages": [{"effect": "show", "kind": "below", "value": "/hire"}],
            },
        )[1]["people"][0]
        self.assertEqual(
            [changed[name] for name in ("picture", "keeps_own_hours", "is_named", "has_initials")]
            + [changed["pages"][0]["value"]],
            ["/k/shelf/sign-key.svg", True, False, False, "/hire"],
        )
        reached = self.call("POST", at + "/addresses", {"typed": "+44 (0)117 496 0141", "app": "phone"})[1][
            "people"
        ][0]
        self.assertEqual(
            [(address["app"], address["shown"]) for address in reached["addresses"]],
            [("phone", "+44 117 496 0141")],
        )
        added = reached["addresses"][0]
        self.assertEqual((added["used"], [door["name"] for door in added["lacking"]]), ([], ["Front door"]))
        led = self.call("POST", at + "/addresses/phone/way", {"door": self.opened.door.key})[1]["people"][0]
        self.assertEqual((led["addresses"][0]["used"], led["addresses"][0]["lacking"]), (["Front door"], []))
        self.call("POST", self.site + "/undo")
        self.assertEqual(
            self.call("POST", at + "/addresses/email/way", {"door": self.opened.door.key})[1]["code"],
            "address_blank",
        )
        for body, code in (
            ({"typed": "12"}, "too_short"),
            ({"typed": "x", "app": "carrier-pigeon"}, "unknown_app"),
        ):
            status, answer = self.call("POST", at + "/addresses", body)
            self.assertEqual((status, answer["code"]), (422, code))
        stood = self.call("POST", at + "/doors", {"door": self.opened.door.key, "on": True})[1]["people"][0]
        self.assertEqual(
            (stood["doors"][0]["on"], stood["loses"][0]), (True, "Nobody would answer at Front door.")
        )
        self.assertIn("TEL", self.client.get("/api/people.vcf").content.decode())
        self.assertEqual(self.call("DELETE", at + "/addresses/phone")[1]["people"][0]["addresses"], [])
        gone = self.call("DELETE", at)[1]
        self.assertEqual(
            (gone["people"], self.call("DELETE", at)[0], Assistant.objects.get().removed_at is not None),
            ([], 404, True),
        )
        self.assertEqual(self.call("POST", self.site + "/undo")[0], 200)
        self.assertIn(
            "Hire desk is new.",
            [change["says"] for change in self.call("GET", self.site + "/review")[1]["changes"]],
        )
        self.call("POST", self.site + "/publish")
        self.call("PATCH", at, {"role": {"en": "Tandems"}})
        for name in ("Ines Calder", "Tomasz Wren"):
            self.call("POST", "/api/people", {"name": name})
        self.assertEqual(
            [change["says"] for change in self.call("GET", self.site + "/review")[1]["changes"]],
            ["Ines Calder and Tomasz Wren are new. Hire desk is changed.", "Others answer at Front door."],
        )
        self.call("DELETE", at)
        self.assertIn(
            "Ines Calder and Tomasz Wren are new. Hire desk goes.",
            [change["says"] for change in self.call("GET", self.site + "/review")[1]["changes"]],
        )
        self.call("POST", self.site + "/undo")
        for item in self.call("GET", "/api/people")[1]["people"][1:]:
            self.call("DELETE", f"/api/people/{item['key']}")
        self.assertEqual(
            [
                (person["name"], person["doors"][0]["on"])
                for person in self.call("GET", "/api/people")[1]["people"]
            ],
            [("Hire desk", True)],
        )

    def test_many_at_once_and_pages_nobody_covers_first(self) -> None:
        text = (
            "Ines Calder, Workshop, 0117 496 0123\nHire desk, hello@averilcycles.example\nIn Es, nonsense 12"
        )
        self.assertEqual(
            [
                person["reaches"]
                for person in self.call("POST", "/api/people-many/preview", {"text": text})[1]["people"]
            ],
            [["0117 496 0123"], ["hello@averilcycles.example"], []],
        )
        people = self.call("POST", "/api/people-many", {"text": text})[1]["people"]
        self.assertEqual(
            [[address["app"] for address in person["addresses"]] for person in people],
            [["phone"], ["email"], []],
        )
        self.assertEqual(len(self.call("POST", "/api/people-many", {"text": text})[1]["people"]), 3)
        self.assertEqual(self.call("POST", "/api/people-many", {"text": "12 34"})[1]["code"], "not_people")
        keep_heard(
            [
                Heard(self.opened.site.key, "averilcycles.example", path, "", clock.now())
                for path in ("/", "/hire")
            ]
        )
        pages = self.call("GET", "/api/people")[1]["pages"]
        self.assertEqual(
            [
                (page["people"], page["doors"], page["is_anybody"], page["is_gap"], page["host"])
                for page in pages
            ],
            [([person["key"] for person in people], ["Front door"], False, False, "")] * 2,
            "whoever is new joins the only door",
        )
        self.call(
            "POST", f"/api/people/{people[2]['key']}/doors", {"door": self.opened.door.key, "on": False}
        )
        for person in people[:2]:
            self.call(
                "PATCH",
                f"/api/people/{person['key']}",
                {"pages": [{"effect": "show", "kind": "exact", "value": "/"}]},
            )
            self.call(
                "POST", f"/api/people/{person['key']}/doors", {"door": self.opened.door.key, "on": True}
            )
        self.assertEqual(
            [
                (page["path"], len(page["people"]), page["is_gap"])
                for page in self.call("GET", "/api/people")[1]["pages"]
            ],
            [("/hire", 0, True), ("/", 2, False)],
        )
