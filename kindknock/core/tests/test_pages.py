"""docs/rules.md 3 and 7: which pages, what they are about, and the words that carry it."""

import json
from decimal import Decimal
from pathlib import Path

from django.test import SimpleTestCase
from hypothesis import example, given
from hypothesis import strategies as st

from kindknock.core.asking import TOPICS, answer
from kindknock.core.setup import KindPattern

from ..pages.kinds import judge_with_unknown_kind, kind_of
from ..pages.markup import read_page
from ..pages.prices import Money, machine_amount, read_price, write_price
from ..pages.rules import Rule, judge, matches, pattern_matches, place_of
from ..pages.titles import without_site_name
from ..words.fillins import fill, ready_facts

TABLES = Path(__file__).parent / "vectors"
VECTORS = json.loads((TABLES / "pages.json").read_text(encoding="utf-8"))
PRODUCTS = json.loads((TABLES / "product_pages.json").read_text(encoding="utf-8"))
PRICES = json.loads((TABLES / "prices.json").read_text(encoding="utf-8"))


class Placement(SimpleTestCase):
    def test_paths_are_compared_alike(self) -> None:
        for address, path in VECTORS["paths"]:
            with self.subTest(address):
                self.assertEqual(place_of(address).path, path)

    def test_single_rules(self) -> None:
        for kind, value, address, wanted in VECTORS["rules"]:
            with self.subTest(kind=kind, value=value, address=address):
                self.assertEqual(matches(Rule("show", kind, value), place_of(address)), wanted)
        self.assertTrue(matches(Rule("show", "page_kind", "Product"), place_of("/x", kind="product")))
        self.assertFalse(
            matches(Rule("show", "below", "/", host="hire.example"), place_of("/x", "averilcycles.example"))
        )

    def test_which_rule_decides(self) -> None:
        show, hide, blank = (
            Rule("show", "below", "/shop"),
            Rule("hide", "exact", "/shop/basket"),
            Rule("show", "exact", "  "),
        )
        for rules, address, wanted in (
            ([], "/x", (True, None)),
            ([blank], "/x", (True, None)),
            ([show], "/shop/a", (True, 0)),
            ([show], "/x", (False, None)),
            ([show, hide], "/shop/basket", (False, 1)),
            ([hide], "/x", (True, None)),
            ([blank, show], "/shop", (True, 1)),
        ):
            with self.subTest(address=address, rules=len(rules)):
                placing = judge(rules, place_of(address))
                self.assertEqual((placing.shows, placing.decided_by), wanted)
        self.assertEqual(judge([show], place_of("/shopping")).near_miss, 0)

    def test_fifty_stars_against_a_long_path_answer_at_once(self) -> None:
        self.assertFalse(pattern_matches("*a" * 50 + "c$", "/" + "a" * 1999))
        self.assertFalse(pattern_matches("/*" + "a*" * 50 + "b", "/" + "a" * 2000))

    @given(st.text("ab/*$", max_size=8), st.text("ab/", max_size=8))
    @example("/a*b$", "/ab/b")
    def test_patterns_agree_with_a_walk_of_every_way(self, pattern: str, path: str) -> None:
        def walk(wanted: str, text: str) -> bool:
            if not wanted:
                return True
            if wanted == "$":
                return not text
            if wanted[0] == "*":
                return any(walk(wanted[1:], text[at:]) for at in range(len(text) + 1))
            return bool(text) and text[0] == wanted[0] and walk(wanted[1:], text[1:])

        place = place_of("/" + path.strip("/"))
        shaped = "/" + pattern.strip("/").replace("$", "") + ("$" if pattern.endswith("$") else "")
        while "//" in shaped:
            shaped = shaped.replace("//", "/")
        wanted = walk(shaped, place.path) or (place.path != "/" and walk(shaped, place.path + "/"))
        self.assertEqual(pattern_matches(shaped, place.path), wanted, shaped)


class Kinds(SimpleTestCase):
    # fmt: off
    USUAL = (
        ("/", "home"), ("/de", "home"), ("/pt-br/", "home"), ("/index.php", "home"), ("/about", ""),
        ("/checkout", "checkout"), ("/checkout/payment", "checkout"), ("/shop/checkout.html", "checkout"),
        ("/kasse", "checkout"), ("/de/kasse", "checkout"), ("/paiement", "checkout"), ("/finalizar-compra", "checkout"),
        ("/pagamento", "checkout"), ("/afrekenen", "checkout"), ("/alla-cassa", "checkout"), ("/الدفع", "checkout"),
        ("/cart", "basket"), ("/basket/", "basket"), ("/Warenkorb", "basket"), ("/panier", "basket"),
        ("/carrito", "basket"), ("/carrello", "basket"), ("/carrinho", "basket"), ("/winkelmand", "basket"),
        ("/السلة", "basket"), ("/en-gb/cart", "basket"), ("/shop/cart?x=1", "basket"), ("/cartoons", ""),
        ("/contact-us", "contact"), ("/kontakt", "contact"), ("/contatti", "contact"), ("/contact/press/2020", ""),
        ("/products/bell", "product"), ("/products", "list"), ("/collections/wheels", "list"), ("/blog/rims", "article"),
        ("/blog", ""), ("/journal/cart-racing", "article"),
    )
    # fmt: on

    def test_usual_paths_in_eight_languages(self) -> None:
        for address, kind in self.USUAL:
            self.assertEqual(kind_of(place_of(address)).kind, kind, address)

    def test_the_page_wins_over_the_owner_and_the_owner_over_the_usual(self) -> None:
        patterns = (
            KindPattern(kind="checkout", pattern="/cart$"),
            KindPattern(kind="basket", pattern="/bag"),
        )
        for address, by_page, wanted in (
            ("/cart", "", ("checkout", "owner")),
            ("/cart/x", "", ("basket", "usual")),
            ("/bag", "", ("basket", "owner")),
            ("/bag", "product", ("product", "page")),
            ("/elsewhere", "", ("", "")),
        ):
            found = kind_of(place_of(address), patterns, by_page)
            self.assertEqual((found.kind, found.by), wanted, (address, by_page))

    def test_what_hangs_on_an_unknown_kind_is_not_decided(self) -> None:
        hide = Rule("hide", "page_kind", "product")
        self.assertIsNone(judge_with_unknown_kind([hide], place_of("/bell")))
        for rules in ([], [Rule("hide", "exact", "/bell"), hide], [Rule("show", "below", "/shop"), hide]):
            placing = judge_with_unknown_kind(rules, place_of("/bell"))
            self.assertEqual(placing.shows if placing else None, not rules, rules)

    def test_queries_in_rules(self) -> None:
        for pattern, address, wanted in (
            ("/?s=*", "/?s=bell", True),
            ("/?s=*", "/?x=1&s=", True),
            ("/?s=*", "/shop?s=bell", False),
            ("/*/?s=", "/de/?s=x", True),
            ("/*?action=", "/a/b?b=2&action=go", True),
            ("/*?action=", "/a/b?b=2", False),
            ("/*?b=2&a=x*z", "/q?a=XyZ&c=3&b=2", True),
            ("/*?a=x*z", "/q?a=xy", False),
            ("/*?utm_source=n*", "/q?utm_source=news", True),
            ("/a?b=1", "/ab?b=1", False),
        ):
            self.assertEqual(matches(Rule("show", "pattern", pattern), place_of(address)), wanted, pattern)
        self.assertTrue(matches(Rule("show", "exact", "/a?q="), place_of("/a?q=anything")))
        self.assertTrue(matches(Rule("show", "below", "/a?q=b*"), place_of("/a/b?q=bell")))


class Facts(SimpleTestCase):
    def test_pages_as_shops_write_them(self) -> None:
        for case in (*VECTORS["facts"], *PRODUCTS):
            with self.subTest(case["name"]):
                found = read_page(
                    case["html"], case.get("address", "https://averilcycles.example/shop/pair")
                ).as_dict()
                self.assertEqual({key: found[key] for key in case["wanted"]}, case["wanted"])

    @given(st.text(max_size=300))
    @example('<script type="application/ld+json">[[[[{"@type":"Product"}]]]]</script>')
    @example(
        '<script type="application/ld+json">'
        '{"@type":["Product",3],"offers":[null,{"price":{}}],"name":[]}</script>'
    )
    def test_no_page_raises(self, html: str) -> None:
        read_page(html, "https://averilcycles.example/")

    def test_prices_read_and_written(self) -> None:
        for text, hint, amount, currency in PRICES:
            with self.subTest(text):
                money = read_price(text, hint)
                self.assertEqual(
                    (str(money.amount) if money else None, money.currency if money else ""),
                    (amount, currency),
                )
        for amount, currency, language, wanted in (
            ("420.00", "GBP", "en", "£420"),
            ("1234.5", "EUR", "de", "1.234,50\u00a0€"),
            ("9.99", "USD", "pt", "US$\u00a09,99"),
            ("5", "", "en", "5"),
        ):
            self.assertEqual(write_price(Decimal(amount), currency, language), wanted)
        self.assertEqual(
            [machine_amount(v) for v in ("1.234,56", 12.5, True, None, "-3", "nan", "free")],
            [Decimal("1234.56"), Decimal("12.5"), None, None, None, None, machine_amount("free")],
        )

    def test_a_sites_name_is_cut_off_titles_by_what_other_pages_share(self) -> None:
        others = ["Wheels — Averil", "Contact — Averil", "Averil"]
        for title, wanted in (
            ("Touring pair — Averil", "Touring pair"),
            ("Averil — Touring pair", "Averil — Touring pair"),
            ("Touring pair — red", "Touring pair — red"),
            ("Averil", "Averil"),
        ):
            self.assertEqual(without_site_name(title, "", others), wanted)

    @given(st.text("0123456789.,eE+- £€'", max_size=60), st.sampled_from(["", "KWD", "JPY", "EUR"]))
    @example("1e500000000", "")
    @example("9" * 60, "EUR")
    def test_what_reads_as_a_price_can_be_written(self, text: str, currency: str) -> None:
        for amount in (
            machine_amount(text, currency),
            (read_price(text, currency) or Money(Decimal())).amount,
        ):
            if amount is not None:
                self.assertLess(amount, Decimal(10) ** 12)
                self.assertTrue(write_price(amount, currency, "de"))


class Words(SimpleTestCase):
    def test_templates(self) -> None:
        for template, facts, text, unknown in VECTORS["words"]:
            with self.subTest(template):
                filled = fill(template, facts)
                self.assertEqual((filled.text, list(filled.unknown)), (text, unknown))

    def test_a_sale_only_when_the_sale_price_is_lower(self) -> None:
        raw = {"price": "420.00", "currency": "GBP"}
        self.assertEqual(ready_facts({**raw, "sale_price": "380"}, "en")["saving"], "£40")
        self.assertNotIn("sale_price", ready_facts({**raw, "sale_price": "420"}, "en"))
        self.assertEqual(ready_facts({**raw, "highest_price": "500"}, "en")["price"], "£420 – £500")
        self.assertEqual(ready_facts({**raw, "price_from": "yes"}, "de")["price"], "ab 420\u00a0£")
        self.assertNotIn("price", ready_facts({**raw, "price": "9" * 29}, "en"))

    @given(
        st.text("ab{}|,. !?()\n-", max_size=40),
        st.dictionaries(st.sampled_from(["product", "visitor", "a"]), st.text(max_size=8), max_size=3),
    )
    def test_no_template_raises_and_facts_are_never_read_again(
        self, template: str, facts: dict[str, str]
    ) -> None:
        self.assertNotIn("\ue000", fill(template, facts).text.replace("\ue000", "", 0))
        self.assertEqual(fill("{product}", {"product": "{price} {{x}}"}).text, "{price} {{x}}")


class Asking(SimpleTestCase):
    def test_every_topic_answers_an_example_and_refuses_rubbish(self) -> None:
        for topic, question, wanted in VECTORS["asked"]:
            with self.subTest(topic):
                found = answer(topic, question)
                self.assertEqual({key: found.get(key) for key in wanted}, wanted)
        self.assertEqual(set(TOPICS) - {topic for topic, *_ in VECTORS["asked"]}, {"read", "verdict"})
        for topic in TOPICS:
            for rubbish in ({}, {"at": 3, "text": 1, "rules": 5, "have": 1}):
                self.assertIn("error", answer(topic, rubbish), topic)
