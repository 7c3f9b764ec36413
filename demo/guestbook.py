"""The guestbook of Averil Cycle Works: eight weeks, some sixty people in three languages, made by a seed.

A handful is written out, since screens are looked at with them; the rest is drawn from questions people ask.
"""

from dataclasses import dataclass, field
from datetime import datetime, timedelta
from random import Random
from uuid import NAMESPACE_URL, uuid5

from kindknock.guestbook.actions.ready_answers import put_ready_answers
from kindknock.guestbook.actions.take_in import refresh
from kindknock.guestbook.models import Entry, Message, Reply, TeamNote
from kindknock.people.models import Assistant
from kindknock.sites.models import Site

SEED, ALL = 21, 60
WAITING, TAKEN, DONE, NOT_OURS = (
    Entry.State.WAITING,
    Entry.State.TAKEN,
    Entry.State.DONE,
    Entry.State.NOT_OURS,
)
PEOPLE = {
    "ines": "ines@averilcycles.example",
    "tomasz": "tomasz@averilcycles.example",
    "amara": "amara@averilcycles.example",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Guest:
    """Somebody who wrote `days` ago; `asked` and `holder` are people's keys, `answers` label and answer."""

    days: float
    name: str = ""
    email: str = ""
    phone: str = ""
    country: str = ""
    text: str
    path: str
    title: str
    language: str = "en"
    app: str = ""
    asked: str = ""
    holder: str = ""
    state: Entry.State = WAITING
    answers: tuple[tuple[str, str], ...] = ()
    reply: str = ""
    notes: tuple[tuple[str, str], ...] = ()
    step: tuple[str, float, str] | None = None
    """The next step, in how many days, and who is told."""
    before: tuple["Guest", ...] = field(default=())


WHEELS = ("/workshop/wheel-building", "Wheel building · Averil Cycle Works")
HIRE = ("/hire", "Hire a bicycle · Averil Cycle Works")
WORKSHOP = ("/workshop", "The workshop · Averil Cycle Works")
TOURING = ("/shop/touring-pair", "Touring pair, 36 spokes · Averil Cycle Works")
BELL = ("/shop/harbour-bell", "Harbour bell · Averil Cycle Works")
PT_HIRE = ("/pt/aluguer", "Alugar uma bicicleta · Averil Cycle Works")
AR_HIRE = ("/ar/hire", "استئجار دراجة · Averil Cycle Works")


def _guest(page: tuple[str, str], **more: object) -> Guest:
    return Guest(path=page[0], title=page[1], **more)  # type: ignore[arg-type]


WRITTEN = (
    _guest(
        WHEELS,
        days=0.05,
        name="Marta Reis",
        phone="+441174960388",
        app="whatsapp",
        asked="ines",
        text="About wheel building: can you rebuild a 36-hole hub on a new rim? It is an old touring hub of "
        "my father’s and I would like to keep it. I can bring it in on Wednesday.",
        answers=(("What is it about?", "A wheel"), ("A day that suits", "Wednesday")),
        notes=(
            ("ines", "Hub is fine if the flanges are sound. Rim in stock, 622."),
            ("tomasz", "She hired the tandem in August."),
        ),
        step=("Look at the hub together", 2.1, "ines"),
    ),
    _guest(
        AR_HIRE,
        days=0.11,
        name="Yusuf Haddad",
        email="yusuf@harbourmail.example",
        language="ar",
        text="هل الدراجة الترادفية متاحة يوم السبت؟ نحن شخصان ونصل بالعبّارة صباحًا.",
    ),
    _guest(
        BELL,
        days=0.8,
        country="ES",
        app="sms",
        asked="amara",
        text="Do you post the harbour bell abroad?",
        answers=(("Where to?", "Vigo"),),
    ),
    _guest(
        WORKSHOP,
        days=0.6,
        name="Wilma Tarn",
        email="wilma@harbourmail.example",
        text="My rear wheel has lost two spokes on the sea wall. Could you look at it on Friday, and may I "
        "leave it the evening before?",
        before=(
            _guest(
                WORKSHOP,
                days=31,
                name="Wilma Tarn",
                email="wilma@harbourmail.example",
                text="Do you true wheels while one waits?",
            ),
        ),
        reply="Dear Wilma, yes, a quarter of an hour, any morning.\n\nInes Calder",
    ),
    _guest(
        TOURING,
        days=1.4,
        phone="+441174960188",
        text="Do the touring wheels come with a quick release?",
    ),
    _guest(
        ("/hire/cargo", "Cargo bike · Averil Cycle Works"),
        days=3.1,
        name="Bryn Tolley",
        phone="+441174960271",
        app="whatsapp",
        asked="tomasz",
        holder="tomasz",
        state=TAKEN,
        text="The cargo bike pulls to the left when loaded.",
        step=("Ring about the brake", -0.2, "tomasz"),
    ),
    _guest(
        HIRE,
        days=3.2,
        name="Odile Marchand",
        email="odile@harbourmail.example",
        holder="tomasz",
        state=TAKEN,
        text="Twelve helmets for a school outing in May, is that possible? Ages nine to eleven.",
        answers=(("How many bicycles?", "12"), ("Which day?", "Friday 14 May")),
        notes=(("tomasz", "Nine helmets here, three to borrow from Harbour Hire."),),
    ),
    _guest(
        PT_HIRE,
        days=3.4,
        name="Duarte Sal",
        email="duarte@harbourmail.example",
        language="pt",
        holder="amara",
        state=TAKEN,
        text="Olá, têm duas bicicletas de cidade para domingo?",
        reply="Olá Duarte, sim: guardamos duas para si. Até domingo!\n\nAmara Oduya",
    ),
    _guest(
        TOURING,
        days=6.5,
        name="Pieter Aalto",
        phone="+441174960310",
        app="whatsapp",
        asked="ines",
        holder="ines",
        state=DONE,
        text="Is the touring pair ready a day early?",
    ),
    _guest(
        ("/contact", "Contact · Averil Cycle Works"),
        days=8.2,
        name="Search Booster",
        email="offers@searchbooster.example",
        state=NOT_OURS,
        text="We can bring you to the first page of every search machine for 299 pounds: "
        "https://searchbooster.example/offer",
    ),
)
NAMES = {
    "en": (
        "Nora Finch, Idris Vale, Petra Lund, Callum Reed, Sunniva Dahl, Owen Marsh, Greta Thorne, "
        "Felix Moor, Hanna Quill, Tobias Fenn, Edie Sparrow, Jonas Pike, Lena Wick, Arlo Heath, "
        "Maud Penrose, Silas Ford"
    ),
    "pt": "Inês Prado, Rui Falcão, Beatriz Nobre, Tomé Serra, Clara Pinho, Vasco Lima",
    "ar": "ليلى منصور, سامي خوري, هدى زيدان, كريم نصار",
}
ASKED: tuple[tuple[str, tuple[str, str], str, str], ...] = (
    ("en", WHEELS, "ines", "How long does a wheel take, hub to finish?"),
    ("en", WHEELS, "ines", "Can you lace a dynamo hub into my old rim?"),
    ("en", WORKSHOP, "ines", "My gears slip under load. May I bring it in without an appointment?"),
    ("en", WORKSHOP, "ines", "Is the annual service the same for a tandem?"),
    ("en", HIRE, "tomasz", "Two adults and a child seat for the long weekend, are they free?"),
    ("en", HIRE, "tomasz", "May I leave the hired bicycle at the ferry in the evening?"),
    ("en", HIRE, "tomasz", "Do you hire trailers for dogs?"),
    ("en", BELL, "amara", "Does the harbour bell come in brass?"),
    ("en", TOURING, "amara", "Are the touring wheels back in stock before spring?"),
    ("en", TOURING, "", "Can I pay in two parts?"),
    ("pt", PT_HIRE, "tomasz", "Posso alugar uma bicicleta por uma semana inteira?"),
    ("pt", PT_HIRE, "amara", "Têm cadeirinhas para crianças de três anos?"),
    ("pt", PT_HIRE, "", "A que horas fecham no sábado?"),
    ("ar", AR_HIRE, "tomasz", "هل يمكن استئجار دراجتين لثلاثة أيام؟"),
    ("ar", AR_HIRE, "", "هل تشحنون القطع إلى الخارج؟"),
)
READY = (
    (
        "Bring it in",
        "Hello {visitor|there}, bring it to the workshop any morning from Tuesday to Saturday and we look at "
        "it together.",
    ),
    ("It is put aside", "Hello {visitor|there}, it is put aside for you until Saturday at two."),
    ("On its way", "Hello {visitor|there}, it leaves with tomorrow's post. Thank you from {site}."),
)


def lay_out(site: Site, at: datetime) -> None:
    people = {person.key: person for person in Assistant.objects.filter(business=site.business)}
    for key, email in PEOPLE.items():
        people[key].notice_email = email
        people[key].save(update_fields=["notice_email"])
    put_ready_answers(site.business, list(READY))
    guests = [*WRITTEN, *_drawn(ALL - len(WRITTEN))]
    for number, guest in enumerate(guests):
        _keep(site, people, guest, number, at)


def _drawn(many: int) -> list[Guest]:
    chance, out = Random(SEED), []
    for number in range(many):
        language, page, asked, text = ASKED[number % len(ASKED)]
        names = NAMES[language].split(", ")
        name = names[(number // len(ASKED) * 5 + number) % len(names)]
        by_phone = chance.random() < 0.4
        is_done = chance.random() < 0.85
        out.append(
            _guest(
                page,
                days=round(9 + chance.random() * 46, 2),
                name=name,
                phone=f"+44117496{100 + number * 7:04d}" if by_phone else "",
                email="" if by_phone else f"guest{number + 1}@harbourmail.example",
                language=language,
                app=chance.choice(("whatsapp", "telegram", "")) if by_phone else "",
                asked=asked,
                holder=asked or chance.choice(("ines", "tomasz", "amara")),
                state=DONE if is_done else TAKEN,
                text=text,
                reply="" if by_phone or chance.random() < 0.3 else "Thank you for asking: yes, gladly.",
            )
        )
    return out


def _keep(site: Site, people: dict[str, Assistant], guest: Guest, number: int, at: datetime) -> None:
    when = at - timedelta(days=guest.days)
    entry = Entry.objects.create(
        business=site.business,
        first_at=when,
        last_at=when,
        touched_at=when,
        state=guest.state,
        unread=guest.state == WAITING,
        holder=f"person:{guest.holder}" if guest.holder else "",
    )
    for words in (*guest.before, guest):
        _message(site, people, entry, words, number, at)
    if guest.reply:
        answered = at - timedelta(days=(guest.before[0].days if guest.before else guest.days) - 0.2)
        Reply.objects.create(
            entry=entry,
            by=f"person:{guest.holder or 'ines'}",
            to=guest.email,
            text=guest.reply,
            state=Reply.State.SENT,
            at=answered,
        )
    for minutes, (by, text) in enumerate(guest.notes):
        TeamNote.objects.create(
            entry=entry, by=f"person:{by}", text=text, at=when + timedelta(minutes=13 + 6 * minutes)
        )
    if guest.step:
        text, days, whom = guest.step
        entry.next_text, entry.next_whom = text, f"person:{whom}"
        entry.next_at = (at + timedelta(days=days)).replace(minute=0, second=0, microsecond=0)
        entry.next_told = days < 0
    refresh(entry)


def _message(
    site: Site, people: dict[str, Assistant], entry: Entry, guest: Guest, number: int, at: datetime
) -> None:
    door = site.doors.first()
    Message.objects.create(
        entry=entry,
        client_id=uuid5(NAMESPACE_URL, f"{number} {guest.days} {guest.text}"),
        kind=Message.Kind.ASKED if guest.app else Message.Kind.NOTE,
        site=site,
        door=door.key if door else "",
        app=guest.app,
        person=people.get(guest.asked),
        name=guest.name,
        email=guest.email,
        phone=guest.phone,
        country=guest.country or ("GB" if guest.phone else ""),
        text=guest.text,
        answers=[{"label": label, "answer": answer} for label, answer in guest.answers],
        address=f"https://averilcycles.example{guest.path}",
        title=guest.title,
        language=guest.language,
        at=at - timedelta(days=guest.days),
    )
