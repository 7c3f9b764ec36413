"""Twelve answers, two articles with drawings of ours, signposts in three languages and a broken draft, with
four weeks of being read.
"""

from collections.abc import Iterator
from datetime import datetime, timedelta
from pathlib import Path
from random import Random
from uuid import NAMESPACE_URL, uuid5

from django.db import transaction

from demo.footfall import RELEASED
from kindknock.answers.actions.put_pieces import put_pieces
from kindknock.asked_again.actions.take_questions import take_questions
from kindknock.asked_again.models import QuestionGroup
from kindknock.core.formats.answers_md import document_from_markdown
from kindknock.core.setup import Answer, Group, PageRule, Signposts
from kindknock.doors.load import draft_of
from kindknock.footfall.actions.keep_readings import Read, keep_readings
from kindknock.pictures.actions.keep_picture import keep_picture
from kindknock.sites.models import Site

from .signposts import FRONT, HIRE_DRAFT

DRAWINGS = Path(__file__).parent / "drawings"
SEED, WEEKS = 20261128, 4
GROUPS = (
    Group(key="workshop", title={"en": "Workshop", "pt": "Oficina", "ar": "الورشة"}),
    Group(key="visit", title={"en": "Your visit", "pt": "A sua visita", "ar": "زيارتك"}),
)
# key, group, pages below, first on, found by, question and answer by language
QUESTIONS: tuple[tuple[str, str, str, str, str, dict[str, tuple[str, str]]], ...] = (
    (
        "true",
        "workshop",
        "/workshop",
        "",
        "buckled wobble straight",
        {
            "en": (
                "Do you true wheels while I wait?",
                "Yes, in a **quarter of an hour**, unless the rim is cracked. "
                "See [workshop prices](/workshop).",
            ),
            "pt": (
                "Centram rodas enquanto espero?",
                "Sim, num **quarto de hora**, se o aro não estiver rachado.",
            ),
            "ar": ("هل تضبطون العجلات وأنا أنتظر؟", "نعم، خلال **ربع ساعة**، ما لم يكن الإطار متشققًا."),
        },
    ),
    (
        "wheel",
        "",
        "",
        "/workshop",
        "wheel, build, how many days, waiting",
        {
            "en": (
                "How long does a wheel take?",
                "**Ten days** from the day we have the hub, or from the day you order one of ours. "
                "Truing is while you wait, see [workshop prices](/workshop).\n\n"
                "In July and August it is three weeks; we say so on the page.",
            ),
            "pt": (
                "Quanto demora uma roda?",
                "**Dez dias** a partir do dia em que temos o cubo. Em julho e agosto são três semanas.",
            ),
        },
    ),
    (
        "train",
        "visit",
        "",
        "",
        "bus ferry station",
        {
            "en": (
                "Can I bring it by train?",
                "Yes. The station is five minutes from the harbour, and the path is flat.",
            ),
            "pt": ("Posso trazê-la de comboio?", "Sim. A estação fica a cinco minutos do porto."),
            "ar": ("هل يمكنني إحضارها بالقطار؟", "نعم. المحطة على بعد خمس دقائق من الميناء، والطريق مستوٍ."),
        },
    ),
    (
        "pay",
        "visit",
        "",
        "",
        "payment cash instalments",
        {
            "en": (
                "Which cards do you take?",
                "All cards and cash, and from £200 in two parts:\n\n"
                "- half when you order\n- half when you fetch it",
            ),
            "pt": (
                "Que cartões aceitam?",
                "Todos os cartões e dinheiro; a partir de 200 libras, em duas partes.",
            ),
        },
    ),
    (
        "helmets",
        "",
        "/hire",
        "/hire",
        "helmet lock included",
        {
            "en": ("Are helmets in the price?", "Helmets and a lock are lent with every hired bicycle."),
            "pt": ("Os capacetes estão incluídos?", "Sim, o capacete e o cadeado vão com cada bicicleta."),
        },
    ),
    (
        "child",
        "",
        "/hire",
        "",
        "seat trailer children",
        {"en": ("Do you have a child seat?", "Two, for children up to 22 kg. Say so when you book, please.")},
    ),
    (
        "deposit",
        "",
        "/hire",
        "",
        "passport money",
        {
            "en": (
                "Do I leave a deposit?",
                "A card is enough. Nothing is taken unless the bicycle stays away.",
            )
        },
    ),
    (
        "fit",
        "",
        "/shop",
        "/shop/touring-pair",
        "size returns refund",
        {
            "en": (
                "What if it does not fit?",
                "Bring it back within **30 days**, unridden on salt, and choose another "
                "or have your money back.",
            ),
            "pt": (
                "E se não servir?",
                "Traga-a de volta em **30 dias** e escolha outra, ou devolvemos o dinheiro.",
            ),
        },
    ),
    (
        "post",
        "",
        "/shop",
        "",
        "shipping delivery parcel",
        {"en": ("Do you send wheels by post?", "Yes, boxed, in four days. It is £14 within the country.")},
    ),
    (
        "electric",
        "workshop",
        "/workshop",
        "",
        "motor battery e-bike",
        {
            "en": (
                "Do you mend electric bicycles?",
                "The bicycle, gladly. The motor and the battery go to their maker.",
            )
        },
    ),
    (
        "old",
        "workshop",
        "/workshop",
        "",
        "vintage spare parts",
        {"en": ("Can you find parts for an old bicycle?", "Often. Send a photograph, we have drawers full.")},
    ),
    (
        "dog",
        "visit",
        "",
        "",
        "pet",
        {"en": ("May my dog come in?", "Of course. Water stands by the door.")},
    ),
)
SPOKES = """A spoke carries almost nothing by itself. How they stand together decides how a wheel feels.

## Straight or crossed

![Two wheels: on the left straight spokes, on the right crossed ones](/k/p/{spokes})

*Straight* spokes are light, and fine in front. *Crossed* ones take the pull of the chain, so they belong at
the back.

## How many

- 28 for a light rider on good roads
- 32 for most of us
- 36 with luggage, or on cobbles

Not sure? [Ask Ines](/workshop/wheel-building), and bring the old wheel."""
TUBE = """You need two levers, a patch and five minutes.

## Find the hole

![A tyre with its tube, and a patch pressed onto a tube](/k/p/{tube})

Blow the tube up and hold it to your ear, or into the harbour.

## Patch it

1. Roughen the place
2. Glue, and wait until it is dull
3. Press the patch for a minute

If it goes flat again, it is the valve: come in, we have them in a jar."""


@transaction.atomic
def lay_out(site: Site) -> None:
    """Answers, articles and signposts on the site's draft."""
    pictures = {
        name: keep_picture(site.business, (DRAWINGS / f"{name}.svg").read_bytes(), name=f"{name}.svg")
        for name in ("spokes", "tube")
    }
    keys = {name: picture.key for name, picture in pictures.items()}
    answers = [_question(*row) for row in QUESTIONS]
    answers[8:8] = [
        Answer(
            key="spokes",
            kind="article",
            title={"en": "Choosing spokes", "pt": "Escolher raios"},
            body={
                "en": document_from_markdown(SPOKES.format(**keys)),
                "pt": document_from_markdown(
                    "Raios *direitos* à frente, *cruzados* atrás.\n\n- 32 para quase todos"
                ),
            },
            first_on=(_below("/shop"),),
            found_by={"en": "straight crossed lacing"},
            not_quite="ines",
        ),
        Answer(
            key="tube",
            kind="article",
            title={"en": "Mending a tube by the road"},
            body={"en": document_from_markdown(TUBE.format(**keys))},
            found_by={"en": "puncture flat patch"},
        ),
    ]
    setup = draft_of(site).model_copy(
        update={
            "answers": tuple(answers),
            "groups": GROUPS,
            "signposts": tuple(map(Signposts.model_validate, (FRONT, HIRE_DRAFT))),
        }
    )
    put_pieces(site, setup, at=site.created_at)


def _below(path: str) -> PageRule:
    return PageRule(effect="show", kind="below", value=path)


def _question(
    key: str, group: str, pages: str, first_on: str, found_by: str, texts: dict[str, tuple[str, str]]
) -> Answer:
    return Answer(
        key=key,
        title={tag: question for tag, (question, _) in texts.items()},
        body={tag: document_from_markdown(answer) for tag, (_, answer) in texts.items()},
        group=group,
        pages=(_below(pages),) if pages else (),
        first_on=(_below(first_on),) if first_on else (),
        found_by={"en": found_by},
        not_quite="ines" if key == "wheel" else "",
    )


# Answer, how often it was read in four weeks, how often it helped.
READ = (
    ("true", 36, 31),
    ("wheel", 25, 18),
    ("train", 9, 7),
    ("spokes", 71, 44),
    ("pay", 28, 25),
    ("fit", 41, 19),
)
# The way gone, by step and arm, how often, and how it ended; empty: left.
WALKS: tuple[tuple[tuple[tuple[str, str], ...], int, str], ...] = (
    ((("start", "repair"), ("repair", "wheel")), 22, "person"),
    ((("start", "repair"), ("repair", "else")), 15, "person"),
    ((("start", "repair"),), 4, ""),
    ((("start", "hire"), ("hire", "today")), 17, "person"),
    ((("start", "hire"), ("hire", "later")), 8, "person"),
    ((("start", "hire"), ("hire", "cost")), 30, ""),
    ((("start", "hire"),), 3, ""),
    ((("start", "buy"),), 24, "words"),
    ((("start", "where"),), 17, "page"),
)


SEARCHED: dict[tuple[tuple[str, ...], str], tuple[float, ...]] = {
    (
        ("do you post wheels to Portugal", "Portugal post wheels?", "post a wheel to portugal"),
        "/shop/touring-pair",
    ): (20, 17, 13, 9, 6, 3, 0.6),
    (("can i bring a tandem by train", "bring tandem train"), "/hire/tandem"): (12, 5, 2, 0.4),
    (
        ("how long does a wheel take", "how long wheel take", "wheel how long"),
        "/workshop/wheel-building",
    ): (44, 41, 38, 35, 33, 31, 29, 9),
    (("gift voucher",), "/shop"): (15, 4),
}
"""What was searched for with nothing found, on which page, and how many days ago."""


def read_for_weeks(site: Site, at: datetime) -> int:
    """Make the readings of four weeks up to a moment; how many."""
    readings = list(_readings(at))
    keep_readings(readings)
    take_questions(site, at=at)
    _answered_before(site, at)
    return len(readings)


def _answered_before(site: Site, at: datetime) -> None:
    """How long a wheel takes is answered since the release that brought the answers."""
    asked = QuestionGroup.objects.filter(site=site, questions__text__startswith="how long").distinct()
    released = at - timedelta(days=RELEASED, hours=1)
    asked.update(state=QuestionGroup.State.ANSWERED, piece="wheel", done_at=released)


def _searches(at: datetime) -> Iterator[Read]:
    """Searches with nothing found; every third who searched then knocked."""
    for question, times in SEARCHED.items():
        for number, days in enumerate(times):
            moment = at - timedelta(days=days, minutes=17 * number + 5)
            texts, path = question
            name = f"{texts[0]}/{number}"
            visit = uuid5(NAMESPACE_URL, name).hex[:16]
            yield _read(name, "not_found", moment, words=texts[number % len(texts)], visit=visit, path=path)
            if number % 3 == 0:
                yield _read(f"{name}/k", "knocked", moment + timedelta(minutes=1), visit=visit, path=path)


def _readings(at: datetime) -> Iterator[Read]:
    random = Random(SEED)

    def when() -> datetime:
        return at - timedelta(minutes=random.randrange(10, WEEKS * 7 * 24 * 60 - 60))

    for key, shown, helped in READ:
        for number in range(shown):
            moment = when()
            yield _read(f"{key}/{number}", "read", moment, about=key)
            if number < helped:
                yield _read(f"{key}/{number}/yes", "helped", moment + timedelta(seconds=40), about=key)
    yield from _searches(at)
    for walk, (way, count, end) in enumerate(WALKS):
        for number in range(count):
            name, moment = f"walk{walk}/{number}", when()
            view = uuid5(NAMESPACE_URL, name).hex[:16]
            yield _read(name, "begun", moment, about="front", view=view)
            for at_step, (step, arm) in enumerate(way):
                moment += timedelta(seconds=6)
                yield _read(f"{name}/{at_step}", "went", moment, about="front", view=view, step=step, arm=arm)
            if end:
                moment += timedelta(seconds=2)
                yield _read(f"{name}/end", "ended", moment, about="front", view=view, end=end)


def _read(
    name: str,
    kind: str,
    at: datetime,
    *,
    about: str = "",
    view: str = "",
    step: str = "",
    arm: str = "",
    end: str = "",
    words: str = "",
    visit: str = "",
    path: str = "/workshop",
) -> Read:
    return Read(
        client_id=uuid5(NAMESPACE_URL, f"kk-demo/read/{name}"),
        site_key="averil7q",
        kind=kind,
        door="",
        about=about,
        step=step,
        arm=arm,
        end=end,
        view=view,
        path=path,
        device="phone",
        language="en",
        at=at,
        words=words,
        visit=visit,
    )
