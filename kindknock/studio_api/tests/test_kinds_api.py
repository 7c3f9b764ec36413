"""One kind for one address: tester, stage, cover and the live verdict agree; what isn't known is not
denied.
"""

from typing import Any

from kindknock import clock
from kindknock.doors.actions.change_door import change_door
from kindknock.sites.actions.hear import Heard, keep_heard

from .test_api import Base

HIDE_CHECKOUT = [{"effect": "hide", "kind": "page_kind", "value": "checkout"}]
HIDE_PRODUCTS = [{"effect": "hide", "kind": "page_kind", "value": "product"}]


class KindsOfPages(Base):
    def hear(self, path: str, kind: str = "") -> None:
        keep_heard([Heard(self.opened.site.key, "averilcycles.example", path, "", clock.now(), kind)])

    def places(self, rules: Any, path: str) -> dict[str, Any]:
        body = {"rules": rules, "test": f"https://averilcycles.example{path}"}
        found: dict[str, Any] = self.call("POST", self.site + "/places", body)[1]
        return found

    def on_stage(self, rules: Any, path: str) -> dict[str, Any]:
        found: dict[str, Any] = self.call(
            "POST",
            self.site + "/stage",
            {
                "door": self.opened.door.key,
                "parts": {"pages": rules},
                "visit": {"address": f"https://averilcycles.example{path}", "device": "computer"},
            },
        )[1]
        return found

    def test_usual_paths_the_owners_word_and_what_a_page_said(self) -> None:
        self.hear("/till", "checkout")
        self.hear("/bell")
        self.hear("/kasse")
        self.call("PUT", self.site + "/kinds", {"kinds": [{"kind": "checkout", "pattern": "/pay-here$"}]})
        for path, shows in (("/kasse", False), ("/till", False), ("/pay-here", False), ("/bell", True)):
            with self.subTest(path):
                self.assertEqual(self.places(HIDE_CHECKOUT, path)["shows"], shows)
                self.assertEqual(self.on_stage(HIDE_CHECKOUT, path)["shown"], shows)
        change_door(self.opened.door, {"pages": HIDE_CHECKOUT}, version=self.opened.door.version)
        covers = {page["path"]: bool(page["doors"]) for page in self.call("GET", "/api/people")[1]["pages"]}
        self.assertEqual(covers, {"/till": False, "/bell": True, "/kasse": False})

    def test_what_no_visitor_was_on_cant_be_told(self) -> None:
        found = self.places(HIDE_PRODUCTS, "/bell")
        self.assertEqual((found["unsure"], found["says"][:22]), (True, "Can’t tell from here. "))
        self.assertEqual(self.on_stage(HIDE_PRODUCTS, "/bell")["title"], "Can’t tell from here.")
        self.hear("/bell")
        self.assertEqual((self.places(HIDE_PRODUCTS, "/bell")["unsure"]), False)
        self.assertEqual(self.places(HIDE_PRODUCTS, "/products/bell")["shows"], False)

    def test_a_kind_no_page_is_of_says_so_beside_its_rule(self) -> None:
        self.hear("/basket")
        rules = [*HIDE_CHECKOUT, {"effect": "hide", "kind": "page_kind", "value": "basket"}]
        self.assertEqual(self.places(rules, "/")["unseen"], [0])

    def test_the_owners_word_is_drafted_and_undone(self) -> None:
        kinds = [{"kind": "basket", "pattern": "/bag$"}, {"kind": "basket", "pattern": "/bag/"}]
        desk = self.call("PUT", self.site + "/kinds", {"kinds": kinds})[1]
        self.assertEqual(desk["kinds"], kinds)
        self.assertIn("kinds", [change["what"] for change in desk["changes"]])
        till = {"kind": "checkout", "pattern": "/till"}
        added = self.call("PUT", self.site + "/kinds", {"kinds": [till], "was": []})[1]
        self.assertEqual(added["kinds"], [till, *kinds], "what somebody else put in meanwhile stays")
        many = [{"kind": "basket", "pattern": f"/{n}"} for n in range(58)]
        self.assertEqual(self.call("PUT", self.site + "/kinds", {"kinds": many, "was": []})[0], 422)
        self.call("POST", self.site + "/undo", {})
        self.assertEqual(self.call("POST", self.site + "/undo", {})[1]["kinds"], [])
