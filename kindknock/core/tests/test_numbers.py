"""docs/rules.md 1, numbers: words beside them are left out and told, what reads in two ways is asked."""

import itertools

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from ..addresses.contacts import read_contact
from ..addresses.phone import read_phone

NUMBER, E164 = "0117 496 0211", "+441174960211"
LABELS = {
    "en": ("Tel.", "Call us on", "Mob.", "Phone / WhatsApp", "Telephone no.", "Ring the workshop"),
    "de": ("Tel.", "Telefon", "Handy", "Mobil", "Rufen Sie uns an", "Festnetz"),
    "fr": ("Tél.", "Appelez-nous au", "Portable", "Téléphone"),
    "es": ("Teléfono", "Móvil", "Llámenos al", "Tfno."),
    "it": ("Telefono", "Cell.", "Chiamateci allo", "Cellulare"),
    "pt": ("Telefone", "Telemóvel", "Ligue para", "Tlm."),
    "nl": ("Telefoon", "Mobiel", "Bel ons op", "Tel. nr."),
    "ar": ("هاتف", "اتصل بنا على", "جوال", "واتساب"),
}
# typed, country, the clock's zone, what it reads as (! and an error), what else is offered
# fmt: off
CASES = (
    ("0117 496 0211x123", "GB", "", "+441174960211;ext=123", ()),
    ("0117 496 0211 ext. 12", "GB", "", "+441174960211;ext=12", ()),
    ("0117 CALL 0211", "GB", "", "!letters", ()),
    ("0800-FLOWERS", "GB", "", "!letters", ()),
    ("+44 (0)117 496 O123", None, "", "!letters", ()),
    ("+0044 117 496 0123", None, "", "+441174960123", ()),
    ("0044 117 496 0123", "US", "", "+441174960123", ()),
    ("+52 1 55 1234 5678", None, "", "+525512345678", ()),
    ("0052 1 55 1234 5678", "GB", "", "+525512345678", ()),
    ("+54 11 15 2345 6789", None, "", "+5491123456789", ()),
    ("4915112345678", "GB", "", "+4915112345678", ()),
    ("4915112345678", "DE", "", "+4915112345678", ("+494915112345678",)),
    ("0117 496 0211 / 07700 900123", "GB", "", "!two_numbers", ("+441174960211", "+447700900123")),
    ("0117 496 0211 or 07700 900123", "GB", "", "!two_numbers", ("+441174960211", "+447700900123")),
    ("+44 117 496 0123 +44 7700 900123", None, "", "!two_numbers", ("+441174960123", "+447700900123")),
    ("Tel 0117 496 0211\nFax 0117 496 0212", "GB", "", "+441174960211", ()),
    ("0117 496 0199", "US", "Europe/London", "!needs_country", ("+441174960199",)),
    ("01174960199", "US", "", "!needs_country", ()),
    ("0117 496 0199", None, "Europe/London", "!needs_country", ("+441174960199",)),
    ("0117 496 0199", "GB", "America/New_York", "+441174960199", ()),
    ("0117 496 0199", "GB", "Europe/Berlin", "+441174960199", ()),
    ("011 44 117 496 0123", "US", "", "+441174960123", ()),
    ("2125550142", "US", "", "+12125550142", ()),
    ("7700900123", "GB", "", "+447700900123", ()),
    ("06 698 12345", "IT", "", "+390669812345", ()),
    ("117", "GB", "", "!too_short", ()),
)
# fmt: on


class Numbers(SimpleTestCase):
    def test_the_table(self) -> None:
        for typed, country, zone, wanted, others in CASES:
            with self.subTest(typed, country=country, zone=zone):
                reading = read_contact(typed, app="phone", country=country, zone=zone)
                self.assertEqual(reading.canonical or f"!{reading.error}", wanted)
                self.assertEqual(tuple(choice.canonical for choice in reading.choices), others)

    def test_words_beside_a_number_are_left_out_and_told(self) -> None:
        for labels in LABELS.values():
            for label, joint in itertools.product(labels, (" ", ": ", " – ", "\n")):
                with self.subTest(label, joint=joint):
                    for typed in (f"{label}{joint}{NUMBER}", f"{NUMBER} ({label})"):
                        reading = read_phone(typed, "GB")
                        self.assertEqual((reading.e164, reading.error), (E164, None))
                        self.assertEqual(reading.left_out, label.strip("."))

    def test_words_beside_other_addresses(self) -> None:
        for typed, app, canonical, left_out in (
            ("Email: hello@averilcycles.example", None, "hello@averilcycles.example", "Email"),
            ("write to hello@averilcycles.example any time", "email", "hello@averilcycles.example", None),
            ("Telegram:@averilcycles", "telegram", "averilcycles", "Telegram"),
            ("our page https://t.me/averilcycles", None, "averilcycles", "our page"),
            ("mailto:hello@averilcycles.example", None, "hello@averilcycles.example", ""),
        ):
            with self.subTest(typed):
                reading = read_contact(typed, app=app)
                self.assertEqual(reading.canonical, canonical)
                self.assertEqual(reading.left_out, "write to … any time" if left_out is None else left_out)

    def test_a_bare_group_code_is_told_what_is_missing(self) -> None:
        self.assertEqual(read_contact("AbCdEfGh1jKlMnOpQrStUv", app="whatsapp").error, "group_code")

    def test_a_fax_is_no_number_to_call(self) -> None:
        self.assertEqual(read_phone("Fax: 0117 496 0212", "GB").warnings, ("fax",))
        self.assertIn("0212", read_phone("Tel 0117 496 0211, Fax 0117 496 0212", "GB").left_out)

    @given(st.sampled_from(["US", "GB", "DE", "ES", None]), st.text("0123456789 ()+-/x,", max_size=24))
    def test_nothing_reads_to_a_country_that_was_only_guessed(self, country: str | None, typed: str) -> None:
        """A national zero in a country without one is asked, whatever the clock says."""
        digits = "".join(char for char in typed if char.isdigit())
        reading = read_phone(typed, country, "GB")
        by_zero = digits.startswith("0") and not digits.startswith(("00", "011")) and "+" not in typed
        if country in ("US", "ES", None) and by_zero and "example_number" not in reading.warnings:
            self.assertEqual(reading.e164, "", typed)
