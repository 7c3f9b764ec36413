"""The words in which people write opening hours, in eight languages, folded for comparing.

Folded is: case, width and accents away, digits as 0 to 9, every dash as `-`. A phrase is looked up longest
first, so `7 days a week` wins over `7` and `days`. Words that could turn a meaning round (*not*, *first*,
*summer*) are in no list, so that a text with one is refused rather than read without it.
"""

import re
import unicodedata
from dataclasses import dataclass
from functools import lru_cache

from babel.dates import get_day_names, get_month_names

LANGUAGES = ("en", "pt", "nl", "de", "fr", "es", "it", "ar")
OSM_DAYS = ("Mo", "Tu", "We", "Th", "Fr", "Sa", "Su")
NOON, MIDNIGHT = 720, 1440


@dataclass(frozen=True, slots=True)
class Word:
    """What a phrase is: `day` (with `days`), `month` and `time` (with `value`), or a kind without a value.

    Kinds: closed, whole, except, holiday, break, appointment, aside (a remark about a time that isn't an
    opening), to, and, until, between, am, pm, clock (*o'clock*), open, filler, unsure (days that mean two
    things).
    """

    kind: str
    days: tuple[int, ...] = ()
    value: int = 0


_EVERY_DAY, _MON_FRI, _SAT_SUN = tuple(range(7)), tuple(range(5)), (5, 6)

# Days beyond what CLDR has, Monday first; each column one day, forms parted by blanks.
_MORE_DAYS: dict[str, tuple[str, ...]] = {
    "en": ("mo mons", "tu tues", "we weds", "th thur thurs thurday", "fr fris", "sa sats", "su suns"),
    "de": ("", "", "", "", "", "sonnabend sonnabends", ""),
    "fr": ("lu", "ma", "me", "je", "ve", "sa", "di"),
    "es": ("lu", "ma", "mi", "ju", "vi", "sa", "do"),
    "it": ("lu", "ma", "me", "gi gio", "ve", "sa sabati", "do domeniche"),
    "nl": ("", "", "", "", "", "", ""),
    "pt": (
        "segunda segundas segundas-feiras 2a 2as 2a-feira",
        "terca tercas tercas-feiras 3a 3as 3a-feira",
        "quarta quartas quartas-feiras 4a 4as 4a-feira",
        "quinta quintas quintas-feiras 5a 5as 5a-feira",
        "sexta sextas sextas-feiras 6a 6as 6a-feira",
        "",
        "",
    ),
    "ar": ("اثنين", "ثلاثاء", "اربعاء", "خميس", "جمعه", "سبت", "احد"),
}
# Single letters that are one day only; taken only on both sides of a dash or between other days.
LETTERS: dict[str, dict[str, int]] = {
    "en": {"m": 0, "w": 2, "f": 4},
    "es": {"l": 0, "m": 1, "x": 2, "j": 3, "v": 4, "s": 5, "d": 6},
    "fr": {"l": 0, "j": 3, "v": 4, "s": 5, "d": 6},
    "it": {"l": 0, "g": 3, "v": 4, "s": 5, "d": 6},
}

_COMMON = {
    "whole": "24/7 | 24h/24 | 24 h/24 | 24h | 24 h",
    "every": "7/7 | 7j/7 | 7 j/7 | 7d/7",
    "holiday": "ph | sh",
    "closed": "off | n/a",
    "clock": "h | hs | hrs",
    "am": "am | a.m. | a.m | a. m.",
    "pm": "pm | p.m. | p.m | p. m.",
}
# fmt: off
_WORDS: dict[str, dict[str, str]] = {
    "en": {
        "every": "daily | every day | everyday | all week | every day of the week | each day | all days "
        "| seven days a week | seven days | 7 days a week | 7 days | monday to sunday inclusive",
        "mon_fri": "weekdays | weekday | week days | workdays | working days | on weekdays | business days",
        "sat_sun": "weekends | weekend | the weekend | week ends",
        "closed": "closed | shut | closed all day | closed on | we are closed | we close | day off | not open "
        "| closes all day",
        "whole": "24 hours | 24 hrs | 24 hours a day | all day | round the clock | around the clock | always "
        "| all hours | 24hrs | 24hr | always open | open 24 hours | all day long | open all day",
        "except": "except | except on | except for | excluding | excl | excl. | but not | apart from | other than "
        "| not including",
        "holiday": "public holidays | bank holidays | holidays | public holiday | bank holiday | bank hols "
        "| public hols | national holidays",
        "break": "lunch | lunch break | break | closed for lunch | lunchtime | lunch time | lunch closing | shut for lunch "
        "| lunch hour | siesta | with a break | with a break from | midday break",
        "appointment": "by appointment | by appointment only | appointment only | by appt | by appt. "
        "| on request | by arrangement | by prior arrangement | by prior appointment | appointments only "
        "| other times by appointment | otherwise by appointment | at other times by appointment "
        "| outside these hours by appointment | or by appointment | and by appointment | by appt only",
        "aside": "last orders | last orders at | last entry | last entry at | last admission | last admission at "
        "| kitchen closes | kitchen closes at | last appointment | last appointment at | last order "
        "| last order at | last booking | last seating | last call | last check-in",
        "to": "to | until | till | til | 'til | through | thru | up to | and close at | and closes at | closes at "
        "| close at | closing at | and close | to about",
        "and": "and | & | plus | and also | also | as well as | and then | then | again | and again",
        "between": "between",
        "am": "in the morning",
        "pm": "in the afternoon | in the evening | at night",
        "clock": "o'clock | oclock | o’clock | hours",
        "noon": "noon | midday | 12 noon | 12noon | 12 midday | 12:00 noon",
        "midnight": "midnight | 12 midnight | 12:00 midnight",
        "open": "open | opens | we open | opening | we are open | we're open | open from",
        "filler": "opening hours | opening times | hours of business | business hours | office hours | shop hours "
        "| store hours | trading hours | hours of operation | working hours | opening | hours | times | hrs "
        "| from | on | at | the | each | every | only | shop | store | office | showroom | workshop | our | is "
        "| are | we | regular | normal | usual | usually | normally | day | days | inclusive | incl | incl. | our hours are "
        "| we are here | our opening hours are | opens at | open at | time | both days | in",
    },
    "de": {
        "every": "taglich | tagl | tagl. | jeden tag | alle tage | 7 tage die woche | 7 tage | an allen tagen | 7 tage/woche",
        "sat_sun": "wochenende | am wochenende | wochenenden | wochenends",
        "mon_fri": "wochentags | unter der woche",
        "unsure": "werktags | werktage | an werktagen | werktaglich",
        "closed": "geschlossen | ruhetag | zu | haben wir geschlossen | geschl | geschl. | bleibt geschlossen "
        "| ganztagig geschlossen | wochenruhetag | ist ruhetag | ist geschlossen | kein verkauf",
        "whole": "ganztags | ganztagig | rund um die uhr | 24 stunden | durchgehend geoffnet | immer",
        "except": "ausser | ausgenommen | ausser an | mit ausnahme von",
        "holiday": "feiertage | feiertags | feiertagen | feiertag | an feiertagen | gesetzliche feiertage "
        "| gesetzlichen feiertagen | an gesetzlichen feiertagen",
        "break": "mittagspause | pause | mittags geschlossen | mittag | uber mittag geschlossen | mittagspause von",
        "appointment": "nach vereinbarung | nur nach vereinbarung | nach absprache | auf anfrage "
        "| und nach vereinbarung | sowie nach vereinbarung | oder nach vereinbarung | mit termin "
        "| nur mit termin | nach terminvereinbarung | termine nach vereinbarung | auf termin",
        "aside": "letzter einlass | kuche bis | letzte bestellung | kuchenschluss | letzter termin | letzte annahme",
        "to": "bis | bis um | bis einschliesslich",
        "and": "und | sowie | u. | u",
        "between": "zwischen",
        "am": "vormittags | morgens | fruh",
        "pm": "nachmittags | abends",
        "clock": "uhr | h",
        "noon": "zwolf uhr mittags | 12 uhr mittags",
        "midnight": "mitternacht",
        "open": "geoffnet | offen | haben wir geoffnet | wir haben geoffnet",
        "filler": "offnungszeiten | geschaftszeiten | burozeiten | sprechzeiten | unsere offnungszeiten | von | vom | am "
        "| an | der | die | den | das | jeweils | jeden | wir | sind | unsere | laden | geschaft | werkstatt | um | ab "
        "| durchgehend | haben | ladenoffnungszeiten | zeiten | stunden | ist | fur sie | sie erreichen uns",
    },
    "fr": {
        "every": "tous les jours | chaque jour | 7 jours sur 7 | 7j sur 7 | 7 jours/7 | toute la semaine "
        "| 7 jours par semaine | quotidien | quotidiennement | tlj",
        "mon_fri": "en semaine | la semaine",
        "sat_sun": "week-end | weekend | week-ends | weekends | le week-end | les week-ends | fin de semaine",
        "unsure": "jours ouvrables",
        "closed": "ferme | fermee | fermes | fermeture | nous sommes fermes | repos | jour de fermeture "
        "| fermeture hebdomadaire | jour de repos",
        "whole": "24h sur 24 | 24 heures sur 24 | 24/24 | jour et nuit | toute la journee | 24 heures",
        "except": "sauf | sauf le | hors | excepte | hormis | a l'exception du | a l'exception de",
        "holiday": "jours feries | feries | jour ferie | les jours feries",
        "break": "pause | pause dejeuner | pause de midi | coupure | pause midi | fermeture de midi",
        "appointment": "sur rendez-vous | sur rdv | uniquement sur rendez-vous | et sur rendez-vous | avec rendez-vous "
        "| ou sur rendez-vous | sur rendez-vous uniquement | sur demande | uniquement sur rdv",
        "aside": "derniere entree | derniere commande | dernieres commandes | dernier service | derniere admission",
        "to": "a | au | jusqu'a | jusqu'au | jusque | jusqu’a",
        "and": "et | ainsi que | puis | et aussi",
        "between": "entre",
        "am": "du matin | le matin | matin",
        "pm": "du soir | de l'apres-midi | le soir | l'apres-midi | apres-midi",
        "clock": "h | heures | heure",
        "noon": "midi",
        "midnight": "minuit",
        "open": "ouvert | ouverte | ouverts | ouverture | nous sommes ouverts | nous ouvrons | nous vous accueillons",
        "filler": "horaires | horaire | horaires d'ouverture | heures d'ouverture | heures d’ouverture | de | du | des | le | la "
        "| les | l' | d' | en | nos | notre | magasin | boutique | atelier | bureau | bureaux | sans interruption "
        "| non-stop | non stop | inclus | compris | uniquement | chaque | journee continue | en continu | tous",
    },
    "es": {
        "every": "todos los dias | diariamente | diario | cada dia | a diario | los 7 dias de la semana | los siete dias "
        "| 7 dias | toda la semana | 7 dias a la semana",
        "mon_fri": "entre semana | dias laborables | laborables | dias de semana | dias habiles",
        "sat_sun": "fines de semana | fin de semana | los fines de semana | fin de semana",
        "closed": "cerrado | cerrada | cerramos | cerrados | descanso | estamos cerrados | permanece cerrado",
        "whole": "24 horas | todo el dia | las 24 horas | siempre",
        "except": "excepto | salvo | menos | excepto los",
        "holiday": "festivos | feriados | dias festivos | festivo | dias feriados | y festivos nacionales | los festivos",
        "break": "pausa | descanso de | cerrado a mediodia | cerrado al mediodia | hora de comer | pausa de",
        "appointment": "con cita previa | cita previa | solo con cita previa | bajo cita | con cita | previa cita "
        "| y con cita previa | o con cita previa | solo con cita | a convenir | previa cita | solo cita previa",
        "aside": "ultima entrada | ultimo pedido | ultima admision | cocina hasta | ultima cita",
        "to": "a | al | hasta | hasta las | a las | hasta el",
        "and": "y | e | ademas de | y tambien | y de | tambien",
        "between": "entre",
        "am": "de la manana | por la manana | mananas",
        "pm": "de la tarde | de la noche | por la tarde | por la noche | tardes",
        "clock": "h | hs | hrs | horas | hora",
        "noon": "mediodia | 12 del mediodia",
        "midnight": "medianoche",
        "open": "abierto | abierta | abrimos | abre | estamos abiertos | atendemos",
        "filler": "horario | horarios | horario de apertura | horario comercial | horario de atencion | de | del | desde "
        "| desde las | los | las | el | la | en | nuestro | tienda | taller | oficina | atencion | apertura | solo "
        "| ininterrumpido | horario continuo | nuestro horario | cada | es | en horario continuo | ambos inclusive",
    },
    "it": {
        "every": "tutti i giorni | ogni giorno | 7 giorni su 7 | tutta la settimana | sette giorni su sette | giornalmente",
        "mon_fri": "in settimana | durante la settimana",
        "sat_sun": "fine settimana | weekend | nel fine settimana | week-end | nel weekend",
        "unsure": "giorni feriali | feriali",
        "closed": "chiuso | chiusa | chiusi | riposo | chiusura | giorno di chiusura | siamo chiusi | chiusura settimanale "
        "| giorno di riposo | riposo settimanale",
        "whole": "24 ore | 24 ore su 24 | tutto il giorno | sempre | h24",
        "except": "eccetto | tranne | escluso | esclusi | esclusa | salvo | ad eccezione di | tranne il",
        "holiday": "festivi | giorni festivi | festivita | i festivi",
        "break": "pausa | pausa pranzo | chiuso per pausa | chiusura per pranzo | pausa dalle",
        "appointment": "su appuntamento | solo su appuntamento | per appuntamento | previo appuntamento "
        "| e su appuntamento | o su appuntamento | su prenotazione | su richiesta",
        "aside": "ultimo ingresso | ultimo ordine | ultima entrata | cucina fino alle | ultimo appuntamento",
        "to": "a | al | alle | fino a | fino alle | fino al | alla | all' | ad",
        "and": "e | ed | e anche | e poi",
        "between": "tra | tra le | fra le",
        "am": "del mattino | di mattina | mattina",
        "pm": "di sera | del pomeriggio | di pomeriggio | pomeriggio | sera",
        "clock": "h | ore",
        "noon": "mezzogiorno",
        "midnight": "mezzanotte",
        "open": "aperto | aperta | aperti | apertura | siamo aperti",
        "filler": "orario | orari | orari di apertura | orario di apertura | dal | dalle | dalla | dall' | di | da | del | il "
        "| la | le | lo | i | gli | nostri | negozio | officina | ufficio | continuato | orario continuato | solo "
        "| nei | nel | ogni | compreso | compresi | compresa",
    },
    "pt": {
        "every": "todos os dias | diariamente | cada dia | 7 dias por semana | 7 dias | toda a semana | diario",
        "mon_fri": "dias uteis | dias de semana | nos dias uteis | durante a semana",
        "sat_sun": "fim de semana | fins de semana | ao fim de semana | aos fins de semana | fim-de-semana | fins-de-semana",
        "closed": "fechado | encerrado | encerra | fechada | fechados | encerrados | encerramos | estamos fechados "
        "| encerrada | folga | descanso semanal",
        "whole": "24 horas | todo o dia | sempre",
        "except": "exceto | excepto | menos | salvo | com excecao de",
        "holiday": "feriados | feriado | feriados nacionais | nos feriados | aos feriados",
        "break": "pausa | almoco | hora de almoco | intervalo | encerra para almoco | pausa para almoco | fechado para almoco "
        "| encerrado para almoco | intervalo para almoco | fecha para almoco",
        "appointment": "por marcacao | com marcacao | so por marcacao | sob marcacao | mediante marcacao | com hora marcada "
        "| e por marcacao | ou por marcacao | por agendamento | a combinar | so com marcacao",
        "aside": "ultima entrada | ultimos pedidos | ultimo pedido | cozinha ate as | ultima marcacao",
        "to": "a | as | ate | ate as | ate a | ao | aos | ate ao",
        "and": "e | e das | e tambem | bem como",
        "between": "entre",
        "am": "da manha | manha | de manha",
        "pm": "da tarde | da noite | tarde | a tarde",
        "clock": "h | hs | horas | hora | hrs",
        "noon": "meio-dia | meio dia",
        "midnight": "meia-noite | meia noite",
        "open": "aberto | aberta | abertos | abre | estamos abertos | abrimos",
        "filler": "horario | horarios | horario de funcionamento | horario de abertura | funcionamento | atendimento | de | das "
        "| da | do | dos | os | o | em | nosso | loja | oficina | horario de atendimento | feira | nas | nos | no | na "
        "| desde | desde as | so | cada | entre as | sem interrupcao | inclusive | todas as | todos os",
    },
    "nl": {
        "every": "dagelijks | elke dag | iedere dag | alle dagen | 7 dagen per week | 7 dagen op 7 | zeven dagen per week "
        "| 7 dagen | de hele week | 7 op 7",
        "mon_fri": "doordeweeks | weekdagen | op weekdagen | door de week | werkdagen | op werkdagen",
        "sat_sun": "weekend | weekenden | in het weekend | weekends",
        "closed": "gesloten | dicht | zijn wij gesloten | gesloten op | sluitingsdag | rustdag",
        "whole": "24 uur | de hele dag | dag en nacht | altijd | 24 uur per dag",
        "except": "behalve | uitgezonderd | met uitzondering van | behalve op",
        "holiday": "feestdagen | op feestdagen | feestdag | wettelijke feestdagen | officiele feestdagen | nationale feestdagen",
        "break": "pauze | lunchpauze | middagpauze | lunch | gesloten voor lunch | middagsluiting",
        "appointment": "op afspraak | alleen op afspraak | volgens afspraak | na afspraak | en op afspraak "
        "| of op afspraak | enkel op afspraak | uitsluitend op afspraak | op aanvraag",
        "aside": "laatste bestelling | keuken tot | laatste toegang | laatste binnenkomst",
        "to": "tot | t/m | tm | t.e.m. | tem | tot en met | tot aan | t.m.",
        "and": "en | en van | alsook | en ook",
        "between": "tussen",
        "am": "'s ochtends | 's morgens | s ochtends | ochtend | 's voormiddags | voormiddag",
        "pm": "'s middags | 's avonds | s middags | s avonds | namiddag",
        "clock": "uur | u | u. | uren",
        "noon": "twaalf uur 's middags",
        "midnight": "middernacht",
        "open": "open | geopend | wij zijn open | we zijn open",
        "filler": "openingstijden | openingsuren | onze openingsuren | van | vanaf | op | de | het | om | iedere | elke | wij "
        "| we | zijn | onze | winkel | werkplaats | kantoor | alleen | doorlopend | 's | s | ononderbroken | in",
    },
    "ar": {
        "every": "يوميا | كل يوم | كل ايام الاسبوع | جميع ايام الاسبوع | طوال الاسبوع | طوال ايام الاسبوع | 7 ايام",
        "closed": "مغلق | مغلقه | مقفل | عطله | اجازه | نغلق | مغلقون",
        "whole": "24 ساعه | علي مدار الساعه | طوال اليوم | علي مدار 24 ساعه | دائما",
        "except": "عدا | ما عدا | باستثناء | الا",
        "holiday": "العطل الرسميه | العطل | الاعياد | ايام العطل | العطلات الرسميه",
        "break": "استراحه | استراحه غداء | راحه | استراحه الغداء",
        "appointment": "بموعد | بموعد مسبق | حسب الموعد | بموعد مسبق فقط | بالموعد",
        "aside": "اخر طلب | اخر دخول",
        "to": "الي | حتي | لغايه | حتي الساعه",
        "and": "و",
        "between": "بين",
        "am": "ص | صباحا | صباح",
        "pm": "م | مساء | عصرا | بعد الظهر | ليلا | ظهرا",
        "clock": "ساعه",
        "noon": "الظهر | 12 ظهرا",
        "midnight": "منتصف الليل",
        "open": "مفتوح | نفتح | مفتوحون | مفتوحه",
        "filler": "من | يوم | ايام | ساعات العمل | ساعات الدوام | اوقات العمل | الساعه | مواعيد العمل | في | ساعات | الدوام "
        "| فقط | كل | محل | المحل",
    },
}
# fmt: on
_DAY_SETS = {"every": _EVERY_DAY, "mon_fri": _MON_FRI, "sat_sun": _SAT_SUN}
_TIMES = {"noon": NOON, "midnight": MIDNIGHT}


def folded(text: str) -> str:
    """A text with case, width, accents and digits of other scripts away; dashes as `-`, lines kept."""
    parts = []
    for char in unicodedata.normalize(
        "NFKD", text[:2000].replace("\r\n", "\n").replace("\r", "\n")
    ).casefold():
        category = unicodedata.category(char)
        if category == "Nd":
            parts.append(str(unicodedata.digit(char)))
        elif category == "Pd" or char in "−~∼→":
            parts.append("-")
        elif category != "Mn" and (category != "Cf" or char == "\n"):
            parts.append(_SAME.get(char, char))
    text = re.sub(r"[^\S\n\t]+", " ", "".join(parts))
    return re.sub(r" *\t[ \t]*", "\t", text).strip(" .;,\n\t")


_SAME = {
    "ى": "ي",
    "ة": "ه",
    "ـ": "",
    "،": ",",
    "؛": ";",
    "’": "'",
    "‘": "'",
    "`": "'",
    "٫": ".",
    "׃": ":",
    "：": ":",
}


@lru_cache(maxsize=32)
def words_of(language: str, alone: bool = False) -> dict[str, Word]:
    """The phrases of a language (a base tag of LANGUAGES) and, unless `alone`, of English where not taken."""
    out: dict[str, Word] = {}
    own = language if language in LANGUAGES else "en"
    for tag in (own,) if alone else dict.fromkeys((own, "en")):
        for phrase, word in _own_words(tag).items():
            out.setdefault(phrase, word)
    return out


def _own_words(tag: str) -> dict[str, Word]:
    out: dict[str, Word] = {}
    for at, more in enumerate(_MORE_DAYS[tag]):
        out.update({form: Word("day", (at,)) for form in more.split()})
    for width in ("abbreviated", "wide", "short"):
        for at, name in get_day_names(width, "stand-alone", locale=tag).items():
            form = folded(name).strip(".")
            out.setdefault(form, Word("day", (at,)))
            if width == "wide" and tag != "ar":
                out.setdefault(form + "s", Word("day", (at,)))
    for width in ("abbreviated", "wide"):
        for at, name in get_month_names(width, "format", locale=tag).items():
            out.setdefault(folded(name).strip("."), Word("month", value=at))
    for table in (_WORDS[tag], _COMMON):
        for kind, phrases in table.items():
            for phrase in phrases.split("|"):
                out.setdefault(
                    folded(phrase.strip()) if phrase.strip() not in _KEEP else phrase.strip(), _word(kind)
                )
    return out


# Phrases that end in a full stop, which folding would take off.
_KEEP = (
    "a.m.",
    "p.m.",
    "a. m.",
    "p. m.",
    "excl.",
    "u.",
    "incl.",
    "geschl.",
    "t.e.m.",
    "t.m.",
    "by appt.",
    "tagl.",
)


def _word(kind: str) -> Word:
    if kind in _DAY_SETS:
        return Word("day", _DAY_SETS[kind])
    if kind == "unsure":
        return Word("unsure", tuple(range(6)))
    if kind in _TIMES:
        return Word("time", value=_TIMES[kind])
    return Word(kind)
