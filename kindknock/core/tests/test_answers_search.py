"""docs/rules.md 15: what a few typed words find first, in eight languages, with wrong letters."""

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from kindknock.core.answers.searching import Findable, found, index_of

ANSWERS: dict[str, tuple[tuple[str, str, str, str], ...]] = {
    # key, title, words, found by
    "en": (
        ("wheel", "How long does a wheel take?", "Ten days from the day we have the hub.", "spokes rim"),
        ("true", "Do you true wheels while I wait?", "Truing takes a quarter of an hour.", "buckled"),
        ("train", "Can I bring it by train?", "The station is five minutes from the harbour.", "bus ferry"),
        ("pay", "Which cards do you take?", "Cards, cash, and in two parts from 200 pounds.", "payment"),
        ("helmets", "Are helmets in the price?", "Helmets are lent with every hired bicycle.", ""),
    ),
    "pt": (
        ("roda", "Quanto demora uma roda?", "Dez dias a partir do dia em que temos o cubo.", "raios aro"),
        ("capacete", "Os capacetes estão incluídos?", "Emprestamos capacetes com cada bicicleta.", ""),
        ("pagar", "Que cartões aceitam?", "Cartões, dinheiro, e em duas prestações.", "pagamento"),
    ),
    "de": (
        ("rad", "Wie lange dauert ein Laufrad?", "Zehn Tage, sobald die Nabe hier ist.", "Speichen Felge"),
        ("helme", "Sind Helme im Preis?", "Helme leihen wir mit jedem Fahrrad.", ""),
        ("zahlen", "Welche Karten nehmen Sie?", "Karten, bar, und in zwei Raten.", "Bezahlung"),
    ),
    "nl": (
        ("wiel", "Hoe lang duurt een wiel?", "Tien dagen zodra we de naaf hebben.", "spaken velg"),
        ("helmen", "Zitten helmen bij de prijs?", "Helmen krijg je bij elke fiets.", ""),
        ("betalen", "Welke kaarten neemt u aan?", "Kaarten, contant, en in twee delen.", "betaling"),
    ),
    "fr": (
        ("roue", "Combien de temps prend une roue ?", "Dix jours dès que nous avons le moyeu.", "rayons"),
        ("casques", "Les casques sont-ils compris ?", "Nous prêtons des casques avec chaque vélo.", ""),
        ("payer", "Quelles cartes acceptez-vous ?", "Cartes, espèces, et en deux fois.", "paiement"),
    ),
    "es": (
        ("rueda", "¿Cuánto tarda una rueda?", "Diez días desde que tenemos el buje.", "radios llanta"),
        ("cascos", "¿Los cascos están incluidos?", "Prestamos cascos con cada bicicleta.", ""),
        ("pagar", "¿Qué tarjetas aceptan?", "Tarjetas, efectivo, y en dos plazos.", "pago"),
    ),
    "it": (
        ("ruota", "Quanto ci vuole per una ruota?", "Dieci giorni da quando abbiamo il mozzo.", "raggi"),
        ("caschi", "I caschi sono compresi?", "Prestiamo i caschi con ogni bicicletta.", ""),
        ("pagare", "Quali carte accettate?", "Carte, contanti, e in due rate.", "pagamento"),
    ),
    "ar": (
        ("عجلة", "كم يستغرق صنع العجلة؟", "عشرة أيام من يوم وصول المحور.", "أسلاك"),
        ("خوذة", "هل الخوذات مشمولة في السعر؟", "نعير الخوذات مع كل دراجة.", ""),
        ("دفع", "ما البطاقات التي تقبلونها؟", "البطاقات والنقد.", "الدفع"),
    ),
}
FIRST: tuple[tuple[str, str, str], ...] = (
    ("en", "wheel", "wheel"),
    ("en", "WHEELS long", "wheel"),
    ("en", "wheell", "wheel"),
    ("en", "weel", "wheel"),
    ("en", "true a wheel", "true"),
    ("en", "buckled", "true"),
    ("en", "trian", "train"),
    ("en", "helmt", "helmets"),
    ("en", "hel", "helmets"),
    ("en", "paying", "pay"),
    ("en", "paymant", "pay"),
    ("en", "card xyzzy", "pay"),
    ("pt", "rodas", "roda"),
    ("pt", "CARTAO", "pagar"),
    ("pt", "capasete", "capacete"),
    ("pt", "aro", "roda"),
    ("de", "laufrader", "rad"),
    ("de", "helm", "helme"),
    ("de", "bezalung", "zahlen"),
    ("nl", "wielen", "wiel"),
    ("nl", "helm", "helmen"),
    ("nl", "betaaling", "betalen"),
    ("fr", "roues", "roue"),
    ("fr", "casqe", "casques"),
    ("fr", "prete", "casques"),
    ("es", "cuanto tarda", "rueda"),
    ("es", "tarjeta", "pagar"),
    ("es", "cascoss", "cascos"),
    ("it", "ruote", "ruota"),
    ("it", "casco", "caschi"),
    ("it", "pagemento", "pagare"),
    ("ar", "عجلة", "عجلة"),
    ("ar", "الخوذة", "خوذة"),
    ("ar", "بطاقة", "دفع"),
)


def in_language(language: str) -> list[Findable]:
    return [Findable(key, title, words, by) for key, title, words, by in ANSWERS[language]]


class Searching(SimpleTestCase):
    def test_what_must_come_first(self) -> None:
        for language, typed, key in FIRST:
            with self.subTest(language=language, typed=typed):
                keys = found(index_of(in_language(language), language), typed)
                self.assertEqual(keys[:1], (key,), keys)

    def test_what_nothing_has_finds_nothing(self) -> None:
        index = index_of(in_language("en"), "en")
        for typed in ("", "   ", "?!", "xyzzy", "whaal", "h", "do you sell xyzzy?"):
            self.assertEqual(found(index, typed), (), typed)

    def test_the_title_before_the_words_and_all_words_before_some(self) -> None:
        answers = [
            Findable("words", "Something else", "About bells and saddles"),
            Findable("by", "Another thing", found_by="bell"),
            Findable("title", "A bell"),
            Findable("both", "Bells", "and saddles"),
        ]
        index = index_of(answers, "en")
        self.assertEqual(found(index, "bell")[-2:], ("by", "words"))
        self.assertEqual(found(index, "bell saddle")[:2], ("both", "words"))

    def test_a_language_without_a_stemmer_is_searched_by_whole_words(self) -> None:
        index = index_of([Findable("a", "車輪 の 修理"), Findable("b", "ヘルメット")], "ja")
        self.assertEqual(found(index, "修理"), ("a",))

    @given(
        st.lists(st.text(max_size=40), max_size=6), st.text(max_size=60), st.sampled_from([*ANSWERS, "xx"])
    )
    def test_nothing_makes_it_fall_and_a_whole_title_finds_its_answer(
        self, titles: list[str], typed: str, language: str
    ) -> None:
        index = index_of([Findable(str(at), title) for at, title in enumerate(titles)], language)
        keys = found(index, typed)
        self.assertEqual(len(keys), len(set(keys)))
        for at, title in enumerate(titles):
            words = index.keys and found(index, title)
            if any(letter.isalnum() for letter in title) and len(title.split()) < 12 and words:
                self.assertIn(str(at), words)
