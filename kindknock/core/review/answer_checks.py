"""The careful look at what visitors can read: answers, and signposts that lead nowhere (docs/rules.md 11,
15, 16).
"""

from ..answers.document import LONG_WORDS, pictures_unsaid, word_count
from ..answers.signposts import Ends, amiss, written
from ..setup import Answer, Door, Setup
from .findings import Finding


def signposts_blocks(setup: Setup) -> list[Finding]:
    """What must be mended in signposts that aren't kept back. `found` is step:arm."""
    return _signposts(setup, blocks=True)


def begins_blocks(setup: Setup, door: Door) -> list[Finding]:
    """A door that is to begin with signposts that aren't there, or are kept back."""
    ready = {tree.key for tree in setup.signposts if not tree.is_draft}
    return [
        Finding("begins_with_none", door.key, fix="choose_signposts", found=each.signposts)
        for each in door.reads.begins
        if each.signposts not in ready
    ]


def answers_advice(setup: Setup) -> list[Finding]:
    """What is worth a look in answers and signposts that aren't kept back."""
    people = {person.key for person in setup.people}
    out = [
        Finding(code, about=answer.key, fix="write_answer", weight="advises")
        for answer in setup.answers
        if not answer.is_draft
        for code in _of_answer(answer, people)
    ]
    return out + _signposts(setup, blocks=False)


def _of_answer(answer: Answer, people: set[str]) -> list[str]:
    out = []
    if not written(answer.title) or not any(answer.body.values()):
        out.append("answer_blank")
    if any(pictures_unsaid(document) for document in answer.body.values()):
        out.append("picture_unsaid")
    if any(word_count(document) > LONG_WORDS for document in answer.body.values()):
        out.append("answer_long")
    if answer.not_quite and answer.not_quite not in people:
        out.append("not_quite_gone")
    return out


def _signposts(setup: Setup, *, blocks: bool) -> list[Finding]:
    ends = Ends.of(setup)
    return [
        Finding(
            f"signposts_{each.code}",
            about=tree.key,
            fix="mend_signposts",
            found=f"{each.step}:{each.arm}",
            weight="blocks" if blocks else "advises",
        )
        for tree in setup.signposts
        if not tree.is_draft
        for each in amiss(tree, ends)
        if each.blocks == blocks
    ]
