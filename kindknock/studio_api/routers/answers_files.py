"""Answers out and in: Markdown, one file or a folder, and the JSON-LD of a page of one's own."""

from urllib.parse import quote

from django.http import HttpRequest, HttpResponse
from ninja import File, Router
from ninja.files import UploadedFile

from kindknock import clock
from kindknock.answers.actions.take_in_answers import TakenIn, take_in_asked, take_in_files
from kindknock.answers.files import FileRefused, folder, markdown_file, read_files
from kindknock.core.addresses.links import read_link
from kindknock.core.answers.shelf import is_readable
from kindknock.core.formats.answers_md import file_name
from kindknock.core.formats.faq_page import Asked, asked_in, faq_document
from kindknock.core.formats.schema_org import script_text
from kindknock.doors.actions.keep_step import drafting
from kindknock.doors.load import draft_of
from kindknock.pictures.actions.keep_picture import keep_picture
from kindknock.pictures.encoding import PictureRefused
from kindknock.pictures.queries import file_for
from kindknock.sites.fetching import NotFetched

from .. import auth
from ..errors import NotFound, Problem
from ..guard import DOORS, LOOK, user_of
from ..schemas import FaqIn, ImportedOut
from ..stage_page import fetch_counted
from ..words import language_name

router = Router()
REFUSED = {
    "not_zip": "That zip can’t be opened. Make it again, or send the files one by one.",
    "many": "That folder holds more than 2,000 files. Send it in parts.",
    "large": "That is larger than this place takes. Send it in parts.",
    "nothing": "No answer was found in it: a file begins with # and the question, the answer below.",
    "unreadable": "That isn’t a text file. Save it as Markdown, in UTF-8.",
}
PICTURE_PX = 1600
ENDINGS = {"image/png": "png", "image/jpeg": "jpg", "image/svg+xml": "svg"}


def _file(body: str | bytes, kind: str, name: str) -> HttpResponse:
    answer = HttpResponse(body, content_type=kind)
    answer["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(name)}"
    return answer


@router.get("/sites/{key}/answers.zip", auth=LOOK)
def as_folder(request: HttpRequest, key: str) -> HttpResponse:
    """Every answer of the draft, a folder a language, with the pictures."""
    site = auth.site(request, key)
    draft = draft_of(site)

    def picture(of: str) -> tuple[bytes, str] | None:
        if not site.business.pictures.filter(key=of).exists():
            return None
        found = file_for(of, PICTURE_PX, "")
        return (found[0], ENDINGS.get(found[1], "png")) if found else None

    groups = {group.key: group.title for group in draft.groups}
    return _file(folder(draft.answers, groups, picture), "application/zip", f"answers-{site.key}.zip")


@router.get("/sites/{key}/answers/{answer}/markdown", auth=LOOK)
def as_markdown(request: HttpRequest, key: str, answer: str, language: str = "") -> HttpResponse:
    """One answer in one language."""
    draft = draft_of(auth.site(request, key))
    found = next((each for each in draft.answers if each.key == answer), None)
    if found is None:
        raise NotFound
    tag = language if language in found.body or language in found.title else draft.business.languages[0]
    place = draft.answers.index(found) + 1
    name = file_name(place, found.title.get(tag, "") or found.key)
    return _file(markdown_file(found, tag), "text/markdown; charset=utf-8", name)


@router.get("/sites/{key}/answers-faq", auth=LOOK)
def as_faq(request: HttpRequest, key: str, language: str = "") -> HttpResponse:
    """The questions that visitors can read on every page, as JSON-LD to put into a page of one's own."""
    draft = draft_of(auth.site(request, key))
    tag = language if language in draft.business.languages else draft.business.languages[0]
    asked = [
        Asked(each.title[tag], each.body[tag])
        for each in draft.answers
        if is_readable(each) and each.title.get(tag) and each.body.get(tag) and not each.pages
    ]
    text = script_text(faq_document(asked, tag))
    return _file(
        f'<script type="application/ld+json">\n{text}\n</script>\n',
        "text/html; charset=utf-8",
        "questions.html",
    )


@router.post("/sites/{key}/answers-files", response=ImportedOut, auth=DOORS)
def take_in(request: HttpRequest, key: str, file: File[UploadedFile]) -> ImportedOut:
    """A Markdown file or a zip of them. Answers known by their key are changed, others come last."""
    site, by = auth.site(request, key), user_of(request)
    try:
        came = read_files((file.name or "")[:200], file.read())
    except FileRefused as refused:
        raise Problem(422, refused.code, REFUSED[refused.code], field="file") from None

    def keep(name: str, body: bytes) -> str | None:
        try:
            return f"/k/p/{keep_picture(site.business, body, name=name).key}"
        except PictureRefused:
            return None

    with drafting(site, by, at=clock.now()):
        taken = take_in_files(site, came, keep=keep, at=clock.now())
    return _imported(taken)


@router.post("/sites/{key}/answers-faq", response=ImportedOut, auth=DOORS)
def take_in_faq(request: HttpRequest, key: str, body: FaqIn) -> ImportedOut:
    """Questions that stand as JSON-LD in a page of theirs, fetched once, or in its source."""
    site, by = auth.site(request, key), user_of(request)
    source = body.source or ""
    if not source.strip():
        reading = read_link(body.address or "")
        if reading.error:
            says = "That isn’t a web address. It should look like https://averilcycles.example/questions."
            raise Problem(422, "address", says, field="address")
        try:
            source = fetch_counted(reading.canonical, by=by, at=clock.now(), is_own=False).html
        except NotFetched:
            says = "That page can’t be had just now. Open it, and paste its source instead."
            raise Problem(422, "not_fetched", says, field="address") from None
    asked = asked_in(source)
    if not asked:
        says = "No questions stand in that page for machines to read (schema.org FAQPage as JSON-LD)."
        raise Problem(422, "nothing", says, field="address")
    with drafting(site, by, at=clock.now()):
        taken = take_in_asked(site, asked)
    return _imported(taken)


def _imported(taken: TakenIn) -> ImportedOut:
    def some(count: int) -> str:
        return "one answer" if count == 1 else f"{count} answers"

    parts = [f"{some(taken.added)} added"] if taken.added else []
    parts += [f"{some(taken.changed)} changed"] if taken.changed else []
    says = (", ".join(parts) or "nothing was taken in") + "."
    left = list(dict.fromkeys(taken.left_out))
    if left:
        says += f" {len(left)} left out."
    if taken.languages:
        names = ", ".join(dict.fromkeys(language_name(each) for each in taken.languages))
        says += f" Left out is what is in {names}: that isn’t among the business’s languages."
    if count := len(set(taken.abroad)):
        pictures = "One picture" if count == 1 else f"{count} pictures"
        says += f" {pictures} of other places left out: only those kept here are shown. Add each anew."
    return ImportedOut(
        added=taken.added, changed=taken.changed, says=says[:1].upper() + says[1:], left_out=left[:200]
    )
