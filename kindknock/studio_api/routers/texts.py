"""Words as they are being written, and the translator's table."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from kindknock import clock
from kindknock.core.answers.shelf import is_readable
from kindknock.core.formats.texts_csv import TextsRead, read_texts, write_texts
from kindknock.core.setup import Door, Setup
from kindknock.core.visit.winning_words import Sampled, facts_here, sampled, spoken
from kindknock.core.words import direction_of
from kindknock.core.words.slots import begun_in, missing_texts, slots_of, with_texts
from kindknock.doors.actions.keep_step import drafting
from kindknock.doors.actions.put_draft import put_draft
from kindknock.doors.load import draft_of
from kindknock.doors.small_words import SMALL_WORDS, appearing
from kindknock.sites.queries import held_facts, held_product

from .. import auth
from ..errors import Problem
from ..guard import DOORS, LOOK, user_of
from ..present import desk_of
from ..schemas import (
    DeskOut,
    GuessOut,
    SampleOut,
    SpokenOut,
    TextChangeOut,
    TextsBeginIn,
    TextsFileIn,
    TextsFileOut,
    WordsIn,
    WordsOut,
)
from ..text_words import FIELD, FILE, sample_product
from ..words import language_name
from .stage import door_of, ready, visit_of

router = Router()
MOST_SHOWN = 200


@router.post("/sites/{key}/words", response=WordsOut, auth=LOOK)
def words_here(request: HttpRequest, key: str, body: WordsIn) -> WordsOut:
    """Which words win on the stage's page for a reader of a language, and how each reads there."""
    site = auth.site(request, key)
    _, draft, compiled = ready(site, body)
    door = door_of(draft, body.door)
    visit = visit_of(body.visit, held_facts(site, body.visit.address) if body.visit.address else {})
    language, default = body.language, draft.business.languages[0]
    reads = language if language in compiled.small_words else default
    page = next(
        item for item, own in zip(compiled.on_page(visit), draft.doors, strict=True) if own.key == door.key
    )
    override = next((override for override in door.overrides if override.key == page.override), None)
    facts = facts_here(compiled, door, visit, reads)
    raw = (
        dict(visit.facts)
        if "product" in dict(visit.facts)
        else held_product(site) or sample_product(draft.business.currency)
    )
    small = SMALL_WORDS.get(language.split("-")[0], SMALL_WORDS["en"])

    def sample(text: str, field: str) -> SampleOut:
        return _out(sampled(text, field, facts, raw, reads))

    return WordsOut(
        spoken=[
            SpokenOut(
                field=item.field,
                text=item.text,
                language=item.language,
                level=item.level,
                override=override.name if item.override and override else "",
                sample=sample(item.text, item.field),
            )
            for item in spoken(door, override, language, default, small)
        ],
        samples={name: sample(text[:2000], name.partition(":")[0]) for name, text in body.texts.items()},
        missing={tag: len(missing_texts(draft, tag)) for tag in draft.business.languages},
        fill_ins=facts,
        small={name: small[name] for name in _appearing(draft, door, has_hours=page.door.tells_time)},
        direction=direction_of(language),
        falls_back=_order(language, default),
        is_ours=language.split("-")[0] in SMALL_WORDS,
    )


def _order(language: str, default: str) -> list[str]:
    parts = language.split("-")
    tags = ["-".join(parts[:n]) for n in range(len(parts), 0, -1)]
    return [language_name(tag) for tag in [*tags, *([] if default in tags else [default])]]


def _out(item: Sampled) -> SampleOut:
    return SampleOut(
        here=item.here,
        bare=item.bare,
        sale=item.sale,
        letters=item.letters,
        room=item.room,
        unknown=[GuessOut(name=name, nearest=nearest) for name, nearest in item.unknown],
    )


@router.get("/sites/{key}/texts.csv", auth=LOOK)
def texts_file(request: HttpRequest, key: str) -> HttpResponse:
    """Every text of the draft as a table for a translator (docs/formats/texts.md)."""
    site = auth.site(request, key)
    answer = HttpResponse(write_texts(draft_of(site), FIELD), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="kind-knock-{site.key}-texts.csv"'
    return answer


@router.post("/sites/{key}/texts/preview", response=TextsFileOut, auth=DOORS)
def preview(request: HttpRequest, key: str, body: TextsFileIn) -> TextsFileOut:
    """What a translator's table would change, before it does."""
    draft = draft_of(auth.site(request, key))
    found = _read(body.text, draft)
    slots = {slot.path: slot for slot in slots_of(draft)}
    changes = [
        TextChangeOut(
            path=path,
            says=f"{FIELD.get(slots[path].field, slots[path].field)}, {slots[path].of}",
            language=language_name(tag),
            was=slots[path].texts.get(tag, ""),
            now=words,
        )
        for path, texts in found.written.items()
        for tag, words in texts.items()
    ]
    return TextsFileOut(changes=changes[:MOST_SHOWN], notes=_notes(found, len(changes)))


@router.post("/sites/{key}/texts/read", response=DeskOut, auth=DOORS)
def read_back(request: HttpRequest, key: str, body: TextsFileIn) -> DeskOut:
    """Take a translator's words into the draft; a language of theirs that is new is added to the business."""
    site, by = auth.site(request, key), user_of(request)
    draft = draft_of(site)
    found = _read(body.text, draft)
    with drafting(site, by, at=clock.now()):
        business = draft.business.model_copy(
            update={"languages": (*draft.business.languages, *found.languages)}
        )
        put_draft(
            site, with_texts(draft.model_copy(update={"business": business}), found.written), at=clock.now()
        )
    return desk_of(site, by)


@router.post("/sites/{key}/texts/begin", response=DeskOut, auth=DOORS)
def begin(request: HttpRequest, key: str, body: TextsBeginIn) -> DeskOut:
    """Write what a language lacks as it stands in the first, a start to translate from."""
    site, by = auth.site(request, key), user_of(request)
    draft = draft_of(site)
    if body.language not in draft.business.languages:
        raise Problem(422, "not_ours", "That language isn't one of yours: add it first.", field="language")
    with drafting(site, by, at=clock.now()):
        put_draft(site, with_texts(draft, begun_in(draft, body.language)), at=clock.now())
    return desk_of(site, by)


def _read(text: str, draft: Setup) -> TextsRead:
    found = read_texts(text, draft)
    if found.error:
        raise Problem(422, found.error, FILE[found.error], field="text")
    return found


def _notes(found: TextsRead, count: int) -> list[str]:
    out = []
    if count > MOST_SHOWN:
        out.append(f"{count - MOST_SHOWN} more are not shown here.")
    if found.languages:
        out.append(
            f"New here: {', '.join(language_name(tag) for tag in found.languages)}. It joins your languages."
        )
    if found.changed:
        out.append(
            f"{len(found.changed)} texts were changed here since the file was made; their translations are "
            "taken, so look at them."
        )
    if found.unknown:
        out.append(f"{len(found.unknown)} lines are of texts that aren't here any more, and are passed over.")
    if found.too_long:
        out.append(f"{len(found.too_long)} texts have more than 2,000 letters, and are passed over.")
    return out


def _appearing(draft: Setup, door: Door, *, has_hours: bool) -> tuple[str, ...]:
    return appearing(door, has_hours=has_hours, has_answers=any(map(is_readable, draft.answers)))
