"""Take answers of files or of a page into a site's draft: those it knows by their key are changed, others
added.
"""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from django.db import transaction

from kindknock.core import setup as core
from kindknock.core.answers.document import pictures_abroad
from kindknock.core.formats.answers_md import MarkdownAnswer
from kindknock.core.formats.faq_page import Asked
from kindknock.core.setup import Block
from kindknock.core.words.language_tags import lookup
from kindknock.sites.models import Site

from ..files import HERE, Came
from ..load import pieces_of
from ..models import Piece
from ..queries import piece_of
from .change_piece import PieceRefused, add_piece, value_of
from .put_groups import put_groups

Keep = Callable[[str, bytes], str | None]
"""Puts a picture on the shelf and gives its address; None where it can't be kept."""


@dataclass(slots=True)
class TakenIn:
    added: int = 0
    changed: int = 0
    left_out: list[str] = field(default_factory=list)
    languages: list[str] = field(default_factory=list)
    """Languages that came and aren't the business's: what is in them was left out."""
    abroad: list[str] = field(default_factory=list)
    """Pictures of other places, which aren't kept."""


@transaction.atomic
def take_in_files(site: Site, came: Came, *, keep: Keep, at: datetime) -> TakenIn:
    """Files of several languages are one answer by their key."""
    languages = site.business.languages or ["en"]
    groups = _groups(site, (answer for _, answer in came.answers), languages, at)
    taking = _Taking(site, came, keep, languages, groups)
    for name, answer in came.answers:
        try:
            if not taking.answer(answer):
                taking.out.left_out.append(name)
        except PieceRefused:
            taking.out.left_out.append(name)
    return taking.out


class _Taking:
    """Answers of files on their way to the rows."""

    def __init__(
        self, site: Site, came: Came, keep: Keep, languages: Sequence[str], groups: dict[str, str]
    ) -> None:
        self.site, self.came, self.keep, self.languages, self.groups = site, came, keep, languages, groups
        self.out = TakenIn(left_out=list(came.left_out))
        self.addresses: dict[str, str | None] = {}
        self.by_key: dict[str, Piece] = {}

    def answer(self, answer: MarkdownAnswer) -> bool:
        """Whether it was taken in: not where it is in a language that isn't the business's."""
        tag = _tag(answer.language, self.languages)
        if not tag:
            self.out.languages.append(answer.language)
            return False
        blocks = [block for each in answer.body if (block := self.placed(each)) is not None]
        parts: dict[str, Any] = {
            "title": {tag: answer.title[:2000]} if answer.title else {},
            "body": {tag: [block.model_dump(mode="json") for block in blocks]},
            "found_by": {tag: answer.front["found by"][:2000]} if answer.front.get("found by") else {},
        }
        own: dict[str, Any] = {"kind": answer.kind}
        if heading := answer.front.get("heading"):
            own["group"] = self.groups.get(heading, "")
        if "kept back" in answer.front:
            own["is_draft"] = answer.front["kept back"].lower() in ("yes", "true")
        key = answer.front.get("key", "")[:64]
        there = self.by_key.get(key) or piece_of(self.site, Piece.Sort.ANSWER, key)
        if key and there is not None:
            _merge(there, parts, own)
            self.out.changed += key not in self.by_key
        else:
            there = add_piece(self.site, Piece.Sort.ANSWER, parts | own)
            self.out.added += 1
        if key:
            self.by_key[key] = there
        return True

    def placed(self, block: Block) -> Block | None:
        """A block with its picture on the shelf; None where the picture can't be had."""
        name = block.picture.removeprefix(HERE)
        if name == block.picture:
            self.out.abroad += pictures_abroad((block,))
            return block
        if name not in self.addresses:
            body = self.came.pictures.get(name)
            self.addresses[name] = self.keep(name, body) if body else None
            if self.addresses[name] is None:
                self.out.left_out.append(name)
        found = self.addresses[name]
        return block.model_copy(update={"picture": found}) if found else None


def _tag(language: str, languages: Sequence[str]) -> str:
    """The business's language that a file's is; the first where it says none, empty where it isn't theirs."""
    if not language:
        return languages[0]
    # Plain Portuguese goes where theirs is that of Brazil.
    wider = (tag for tag in languages if lookup((tag,), (language,)))
    return lookup((language,), languages) or next(wider, "")


@transaction.atomic
def take_in_asked(site: Site, asked: Sequence[Asked]) -> TakenIn:
    """Questions of a page; one whose words are there already is passed over and named."""
    out = TakenIn()
    languages = site.business.languages or ["en"]
    known = {
        " ".join(text.casefold().split())
        for answer in pieces_of(site).answers
        for text in answer.title.values()
    }
    for each in asked:
        title = " ".join(each.question.split())
        if title.casefold() in known or not each.answer:
            out.left_out.append(title)
            continue
        tag = _tag(each.language, languages)
        if not tag:
            out.languages.append(each.language)
            out.left_out.append(title)
            continue
        body = [block.model_dump(mode="json") for block in each.answer]
        try:
            add_piece(site, Piece.Sort.ANSWER, {"title": {tag: title[:2000]}, "body": {tag: body}})
            out.added += 1
            out.abroad += pictures_abroad(each.answer)
        except PieceRefused:
            out.left_out.append(title)
    return out


def _merge(piece: Piece, parts: dict[str, Any], own: dict[str, Any]) -> None:
    value = {**piece.value, **own}
    for name, texts in parts.items():
        value[name] = {**value.get(name, {}), **texts}
    piece.value = value_of(piece.sort, value)
    piece.version += 1
    piece.save(update_fields=["value", "version"])


def _groups(
    site: Site, answers: Iterable[MarkdownAnswer], languages: Sequence[str], at: datetime
) -> dict[str, str]:
    """Keys of headings by their words, new ones made."""
    groups = list(pieces_of(site).groups)
    known = {text: group.key for group in groups for text in group.title.values()}
    for answer in answers:
        heading = answer.front.get("heading", "")
        if heading and heading not in known and (tag := _tag(answer.language, languages)):
            groups.append(core.Group(key="", title={tag: heading[:200]}))
            known[heading] = ""
    if "" in known.values():
        put_groups(site, tuple(groups), at=at)
        known = {text: group.key for group in pieces_of(site).groups for text in group.title.values()}
    return known
