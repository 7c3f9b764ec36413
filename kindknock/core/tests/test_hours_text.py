"""docs/rules.md 4, as text: a reading that is not sure is refused, never a silent other week."""

import json
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from ..time import spans as sp
from ..time.hours import Week
from ..time.hours_text import HoursReading, read_hours, write_osm, write_shortest
from ..time.hours_text.vocabulary import LANGUAGES, words_of

CASES = json.loads((Path(__file__).parent / "vectors" / "hours_text.json").read_text(encoding="utf-8"))
WEEKS = st.tuples(*[st.lists(st.tuples(st.integers(0, 287), st.integers(1, 287)), max_size=2)] * 7)
OPEN_AT = st.tuples(st.integers(6, 11), st.integers(13, 21))
NAMES = {
    "en": ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"),
    "de": ("Montag", "Dienstag", "Mittwoch", "Donnerstag", "Freitag", "Samstag", "Sonntag"),
    "fr": ("lundi", "mardi", "mercredi", "jeudi", "vendredi", "samedi", "dimanche"),
    "es": ("lunes", "martes", "miércoles", "jueves", "viernes", "sábado", "domingo"),
    "it": ("lunedì", "martedì", "mercoledì", "giovedì", "venerdì", "sabato", "domenica"),
    "pt": ("segunda", "terça", "quarta", "quinta", "sexta", "sábado", "domingo"),
    "nl": ("maandag", "dinsdag", "woensdag", "donderdag", "vrijdag", "zaterdag", "zondag"),
    "ar": ("الاثنين", "الثلاثاء", "الأربعاء", "الخميس", "الجمعة", "السبت", "الأحد"),
}
SHUT = dict(
    zip(
        NAMES,
        ("closed", "geschlossen", "fermé", "cerrado", "chiuso", "fechado", "gesloten", "مغلق"),
        strict=True,
    )
)


def in_the_table(reading: HoursReading) -> str:
    """A reading as the table writes it."""
    return write_osm(reading.week) if reading.week is not None else f"!{reading.error}"


class TypedHours(SimpleTestCase):
    def test_what_people_type(self) -> None:
        for language, text, wanted in CASES:
            with self.subTest(text):
                self.assertEqual(in_the_table(read_hours(text, language)), wanted)

    def test_what_else_is_told(self) -> None:
        self.assertEqual(read_hours("Mon-Fri 9-5, except 24 Dec 9-1").special, {(12, 24): ((540, 780),)})
        shut = read_hours("Mo-Fr 09:00-17:00; PH off")
        self.assertEqual((shut.warnings, shut.holidays), (("holidays_left_out",), "shut"))
        for text in ("Mon-Fri 9-5, Sun and bank holidays 10-4", "Mo-Fr 09:00-17:00; PH 10:00-14:00"):
            self.assertEqual(read_hours(text).holidays, "hours", text)
        self.assertEqual(read_hours("Mon-Fri 9-5, Sat by appointment").left_out, ("by appointment",))
        self.assertEqual(read_hours("Mon-Fri 9-5 perhaps").word, "perhaps")
        asked = read_hours("Mon-Fri 9-5, Wed 12-8pm")
        self.assertEqual(
            [write_shortest(week) for week in asked.choices],
            ["Mon, Tue, Thu, Fri 9-17, Wed 12-20", "Mon, Tue, Thu, Fri 9-17, Wed 9-20"],
        )

    @settings(max_examples=150)
    @given(WEEKS)
    def test_what_is_written_reads_back_the_same(self, drawn: Any) -> None:
        usual = tuple(sp.merged((a * 5, a * 5 + b * 5) for a, b in day) for day in drawn)
        for write in (write_osm, write_shortest):
            text = write(usual)
            back = read_hours(text)
            if text in ("off", "closed"):
                self.assertFalse(any(usual))
            else:
                self.assertEqual(back.week, usual, (text, back.error))

    @given(st.text(max_size=60))
    def test_no_text_raises(self, text: str) -> None:
        reading = read_hours(text)
        self.assertNotEqual(reading.week is None, reading.error is None)


class Lines(SimpleTestCase):
    """A line a day, in eight languages and in any order, reads to just that week."""

    @settings(max_examples=150)
    @given(
        st.sampled_from(LANGUAGES),
        st.permutations(range(7)),
        st.lists(st.none() | OPEN_AT, min_size=7, max_size=7),
        st.data(),
    )
    def test_a_week_of_lines(self, language: str, order: list[int], hours: list[Any], data: Any) -> None:
        ways = (
            "{day}: {a}:00-{b}:00",
            "{day} {a}:00 – {b}:00",
            "{day}\t{a}:00\t{b}:00",
            "{a}:00-{b}:00 {day}",
        )
        way = data.draw(st.sampled_from(ways))
        joint = data.draw(st.sampled_from(("\n", "; ", ", ") if "\t" not in way else ("\n",)))
        lines = [
            f"{NAMES[language][day]} {SHUT[language]}"
            if hours[day] is None
            else way.format(day=NAMES[language][day], a=f"{hours[day][0]:02}", b=hours[day][1])
            for day in order
        ]
        reading = read_hours(joint.join(lines), language)
        if not any(hours):
            self.assertEqual(reading.error, "only_closed")
            return
        wanted: Week = tuple(((h[0] * 60, h[1] * 60),) if h else () for h in hours)
        if reading.error != "two_ways":
            self.assertEqual(reading.week, wanted, (lines, reading.error, reading.word))
        else:
            # "closed Sun, Mon 9-5, …" with times before some days: asked, and the right week is among them.
            self.assertIn(wanted, reading.choices, lines)

    @given(st.sampled_from(CASES), st.data())
    def test_a_word_that_is_none_is_never_left_over(self, case: list[str], data: Any) -> None:
        language, text, _ = case
        words = text.split(" ")
        words.insert(
            data.draw(st.integers(0, len(words))), data.draw(st.sampled_from(("flurn", "grobs", "snerf")))
        )
        self.assertIsNone(read_hours(" ".join(words), language).week, words)

    def test_the_word_told_is_where_the_best_reading_stops(self) -> None:
        for text, word in (
            ("Lun-Ven 9h-12h30 / 14h-18h, sam. grobs", "grobs"),
            ("Mo-Fr 9-12 u. 14-18 Uhr, Mi snerf geschl.", "snerf"),
            ("flurn Mon-Fri 9-5", "flurn"),
        ):
            with self.subTest(text):
                reading = read_hours(text, "en")
                self.assertEqual((reading.error, reading.word), ("unreadable", word))

    @settings(max_examples=400)
    @given(st.sampled_from(LANGUAGES), st.data())
    def test_no_heap_of_words_becomes_all_day(self, language: str, data: Any) -> None:
        """Days, times and every other word in any order: a day is open all day only where that is written."""
        # From midnight to midnight is all day, and written.
        known = words_of(language).items()
        phrases = sorted(phrase for phrase, word in known if word.kind != "whole" and word.value != 1440)
        heap = st.one_of(
            st.sampled_from(NAMES[language]),
            st.sampled_from(phrases),
            st.sampled_from(("9-17", "9:30-12", "10", "-", ",", ";", "&", "\n")),
        )
        text = " ".join(data.draw(st.lists(heap, min_size=1, max_size=9)))
        reading = read_hours(text, language)
        for spans in reading.week or ():
            self.assertNotIn((0, 1440), spans, text)
