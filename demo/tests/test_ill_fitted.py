"""Every ill-fitted page of the rough corner, as the shop serves it, and what Fitting must say of it."""

from django.test import SimpleTestCase

from demo.shop.ill_fitted import PAGES
from demo.shop.rough import answer
from kindknock.core.fitting import Line, Served, look
from kindknock.studio_api.fitting_words import note_words, sight_words

ORIGIN = "http://localhost:8000"
LINE = f'<script async src="{ORIGIN}/k.js" data-site="averil7q" crossorigin></script>'


class IllFitted(SimpleTestCase):
    def served(self, name: str) -> Served:
        sent: list[tuple[str, str]] = []

        def start(status: str, headers: list[tuple[str, str]]) -> None:
            sent.extend(headers)

        html = b"".join(answer(f"fitted-{name}", LINE, ORIGIN, "8001", start)).decode()
        headers = {key.lower(): value for key, value in sent}
        return Served(html, f"http://averilcycles.localhost:8001/rough/fitted-{name}", headers)

    def test_each_is_seen_for_what_it_is_and_told_with_its_fix(self) -> None:
        says = {}
        for name, page in PAGES.items():
            with self.subTest(name):
                sight = look(self.served(name), Line("averil7q", f"{ORIGIN}/k.js"))
                self.assertEqual((sight.code, sight.notes), (page.code, page.notes))
                words = sight_words(sight, host="averilcycles.example")
                self.assertEqual(words.state, "open" if page.code == "found" else "barred")
                self.assertEqual(bool(words.how), page.code != "found")
                self.assertEqual(len(note_words(sight)), len([n for n in page.notes if n != page.code]))
                says[name] = words
        self.assertEqual(
            says["policy-script"].add,
            (f"default-src 'self' {ORIGIN}", f"connect-src 'self' {ORIGIN}"),
        )
        self.assertEqual(says["policy-connection"].add, (f"connect-src 'self' {ORIGIN}",))
        self.assertIn("averilhire", says["other-key"].says)
        self.assertIn("2 times", says["twice"].says)
        self.assertGreaterEqual(len(PAGES), 20)
