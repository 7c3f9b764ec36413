"""Makes what the screens of answers and signposts show. Reads only."""

from dataclasses import dataclass

from kindknock import clock
from kindknock.accounts.models import User
from kindknock.answers.models import Piece
from kindknock.core import setup as core
from kindknock.core.addresses import APPS
from kindknock.core.answers.document import minutes_to_read, pictures_unsaid, word_count
from kindknock.core.answers.shelf import document_in, is_readable
from kindknock.core.answers.signposts import Ends, amiss, outline, size_of
from kindknock.core.counts.rates import FEW, rate
from kindknock.core.drafts import changes_between
from kindknock.core.setup import Setup, setup_from
from kindknock.core.words.language_tags import lookup
from kindknock.doors.load import draft_of
from kindknock.doors.queries import last_release
from kindknock.footfall.reading_counts import (
    AnswerCounts,
    WalkCounts,
    answer_counts,
    not_found,
    walk_counts,
)
from kindknock.sites.models import Site
from kindknock.sites.queries import hosts_of

from .present import step_in_words
from .read_words import amiss_sentence, first_text, title_of
from .rule_words import KINDS
from .schemas import (
    AmissOut,
    AnswerOut,
    AnswersOut,
    GroupOut,
    LineOutlineOut,
    OfPeople,
    ReadCountsOut,
    SignpostsOut,
    WalkOut,
)
from .words import some_of

MOST_PAGES = 60


@dataclass(frozen=True, slots=True)
class _Around:
    """What is needed of the site to show one piece."""

    draft: Setup
    live: Setup | None
    versions: dict[tuple[str, str], int]


def answers_of(site: Site, by: User, *, added: str = "") -> AnswersOut:
    """Everything that visitors of a site can read, in a fixed number of queries."""
    at, draft, release = clock.now(), draft_of(site), last_release(site)
    live = setup_from(release.setup) if release else None
    rows = site.pieces.filter(removed_at=None).values_list("sort", "key", "version")
    around = _Around(draft, live, {(sort, key): version for sort, key, version in rows})
    counts, walks = answer_counts(site, at=at), walk_counts(site, at=at)
    return AnswersOut(
        site=site.key,
        name=site.name,
        language=draft.business.languages[0],
        languages=list(draft.business.languages),
        answers=[_answer(each, around, counts.get(each.key, AnswerCounts())) for each in draft.answers],
        groups=[GroupOut(key=group.key, title=group.title) for group in draft.groups],
        signposts=[_signposts(each, around, walks.get(each.key, WalkCounts())) for each in draft.signposts],
        people=[OfPeople(key=person.key, name=person.name) for person in draft.people],
        ways=_ways(draft),
        doors=[OfPeople(key=door.key, name=door.name) for door in draft.doors],
        pages=_pages(site),
        not_found=not_found(site, at=at),
        undo=step_in_words(site, by, redo=False),
        redo=step_in_words(site, by, redo=True),
        changes=len(changes_between(live, draft)),
        added=added,
    )


def _ways(draft: Setup) -> list[OfPeople]:
    several = len(draft.doors) > 1
    return [
        OfPeople(
            key=channel.key,
            name=(
                first_text(channel.name, draft.business.languages[0])
                or (APPS[channel.app].name if channel.app in APPS else channel.app)
            )
            + (f", {door.name}" if several else ""),
        )
        for door in draft.doors
        for channel in door.channels
        if channel.on
    ]


def _pages(site: Site) -> list[str]:
    paths = {path.path for host in hosts_of(site) for path in host.paths.all()}
    return sorted(paths | {"/"})[:MOST_PAGES]


def _answer(answer: core.Answer, around: _Around, counts: AnswerCounts) -> AnswerOut:
    languages = around.draft.business.languages
    live = (
        next((each for each in around.live.answers if each.key == answer.key), None) if around.live else None
    )
    return AnswerOut(
        **answer.model_dump(include={"key", "kind", "title", "group", "not_quite", "found_by", "is_draft"}),
        version=around.versions[Piece.Sort.ANSWER, answer.key],
        body=answer.body,
        pages=answer.pages,
        devices=list(answer.devices),
        languages=list(answer.languages),
        first_on=answer.first_on,
        where=where_words(answer),
        minutes=minutes_to_read(document_in(answer, languages[0], languages[0])[1]),
        words={tag: word_count(document) for tag, document in answer.body.items()},
        missing=[tag for tag in languages if not _is_written(answer, tag)],
        unsaid=sum(pictures_unsaid(document) for document in answer.body.values()),
        is_live=live == answer and is_readable(answer),
        is_blank=not is_readable(answer.model_copy(update={"is_draft": False})),
        counts=_counts(counts),
    )


def _is_written(answer: core.Answer, tag: str) -> bool:
    written = [each for each, document in answer.body.items() if document]
    titled = [each for each, text in answer.title.items() if text.strip()]
    return lookup((tag,), written) is not None and lookup((tag,), titled) is not None


def where_words(answer: core.Answer) -> str:
    """*on /workshop and below*, as a line has room for it."""
    rules = [rule for rule in answer.pages if rule.value.strip()]
    if not rules:
        return "on every page"
    shows = [_page_words(rule) for rule in rules if rule.effect == "show"]
    hides = [_page_words(rule) for rule in rules if rule.effect == "hide"]
    return " ".join(
        part
        for part in (
            f"on {some_of(shows)}" if shows else "on every page",
            f"but {some_of(hides)}" if hides else "",
        )
        if part
    )


def _page_words(rule: core.PageRule) -> str:
    match rule.kind:
        case "exact":
            return rule.value
        case "below":
            return f"{rule.value} and below"
        case "page_kind":
            return f"pages that are {KINDS.get(rule.value, rule.value)}"
        case "campaign":
            return f"visits by {rule.value}"
    return f"pages like {rule.value}"


def _counts(counts: AnswerCounts) -> ReadCountsOut:
    """Helped of shown, with its range; too few are said as such (docs/rules.md 10)."""
    says = more = ""
    if 0 < counts.shown < FEW:
        says = "too few to tell"
        more = f"{counts.helped} of {counts.shown} said it helped"
    elif found := rate(counts.helped, counts.shown):
        says = f"{counts.helped} of {counts.shown}"
        more = f"said it helped: {found.low:.0%} to {found.high:.0%} of all who read it, most likely"
    return ReadCountsOut(shown=counts.shown, helped=counts.helped, says=says, more=more)


def _signposts(tree: core.Signposts, around: _Around, walks: WalkCounts) -> SignpostsOut:
    size, draft = size_of(tree), around.draft
    live = (
        next((each for each in around.live.signposts if each.key == tree.key), None) if around.live else None
    )
    return SignpostsOut(
        key=tree.key,
        version=around.versions[Piece.Sort.SIGNPOSTS, tree.key],
        name=tree.name,
        steps=list(tree.steps),
        is_draft=tree.is_draft,
        is_live=live == tree and not tree.is_draft,
        title=title_of(tree, draft.business.languages[0]),
        ways=size.ways,
        down=size.down,
        begins=[door.name for door in draft.doors if any(b.signposts == tree.key for b in door.reads.begins)],
        outline=[
            LineOutlineOut(
                deep=line.deep,
                step=line.step,
                arm=line.arm.key,
                opens=line.opens.key if line.opens else "",
                again=line.again,
            )
            for line in outline(tree)
        ],
        amiss=[
            AmissOut(
                code=each.code,
                step=each.step,
                arm=each.arm,
                says=amiss_sentence(tree, each, draft.business.languages[0]),
                blocks=each.blocks,
            )
            for each in amiss(tree, Ends.of(draft))
        ],
        missing=_missing(tree, draft.business.languages),
        walks=_walks(tree, walks, draft.business.languages[0]),
    )


def _missing(tree: core.Signposts, languages: tuple[str, ...]) -> dict[str, int]:
    texts = [
        words
        for step in tree.steps
        for words in (
            step.heading,
            step.says,
            *(each for arm in step.arms for each in (arm.label, arm.says, arm.note)),
        )
    ]
    written = [[tag for tag, text in words.items() if text.strip()] for words in texts]
    counted = {tag: sum(bool(tags) and lookup((tag,), tags) is None for tags in written) for tag in languages}
    return {tag: count for tag, count in counted.items() if count}


def _walks(tree: core.Signposts, walks: WalkCounts, language: str) -> WalkOut:
    labels = {
        (step.key, arm.key): first_text(arm.label, language) for step in tree.steps for arm in step.arms
    }
    known = {place: count for place, count in walks.left_after.items() if place in labels}
    most = max(known, key=lambda place: known[place], default=None)
    left_most = labels[most] if most is not None and walks.begun >= FEW and known[most] > 1 else ""
    if not walks.begun:
        says = "Nobody has begun yet."
    else:
        says = (
            f"{walks.begun} began in four weeks, {walks.person} reached a person, "
            f"{walks.read} read to an end, {walks.left} left."
        )
        if walks.begun < FEW:
            says += " Too few to tell more."
    return WalkOut(
        begun=walks.begun,
        person=walks.person,
        read=walks.read,
        left=walks.left,
        pressed={f"{step}:{arm}": count for (step, arm), count in walks.pressed.items()},
        left_most=left_most,
        says=says,
    )
