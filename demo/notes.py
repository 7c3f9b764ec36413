"""Notes that visitors of the demo shop left at night."""

from datetime import datetime, timedelta
from uuid import NAMESPACE_URL, uuid5

from kindknock.guestbook.models import LeftNote
from kindknock.sites.models import Site

NOTES = (
    (
        0.6,
        "Wilma Tarn",
        "wilma@harbourmail.example",
        "My rear wheel has lost two spokes on the sea wall. Could you look at it on Friday, and may I "
        "leave it the evening before?",
        "/workshop",
        "The workshop · Averil Cycle Works",
        "en",
        LeftNote.State.NEW,
    ),
    (
        1.4,
        "",
        "+441174960188",
        "Do the touring wheels come with a quick release?",
        "/shop/touring-pair",
        "Touring pair, 36 spokes · Averil Cycle Works",
        "en",
        LeftNote.State.NEW,
    ),
    (
        3.2,
        "Duarte Sal",
        "duarte@harbourmail.example",
        "Olá, têm duas bicicletas de cidade para domingo?",
        "/pt/aluguer",
        "Alugar uma bicicleta · Averil Cycle Works",
        "pt",
        LeftNote.State.ANSWERED,
    ),
)


def lay_out(site: Site, at: datetime) -> None:
    door = site.doors.first()
    for days, name, reach, text, path, title, language, state in NOTES:
        answer = (
            "Olá Duarte, sim: guardamos duas para si. Até domingo!"
            if state == LeftNote.State.ANSWERED
            else ""
        )
        LeftNote.objects.create(
            client_id=uuid5(NAMESPACE_URL, text),
            site=site,
            door=door.key if door else "",
            name=name,
            reach=reach,
            text=text,
            answer=answer,
            address=f"https://averilcycles.example{path}",
            title=title,
            language=language,
            state=state,
            at=at - timedelta(days=days),
        )
