"""Answers and signposts in English: how they changed, what is amiss with them, where an arm leads."""

from collections.abc import Iterator, Sequence
from typing import Any

from kindknock.core.answers.document import LONG_WORDS, plain_words, word_count
from kindknock.core.answers.signposts import Amiss
from kindknock.core.drafts import Change
from kindknock.core.review import Finding
from kindknock.core.setup import Answer, Arm, Block, Group, PageRule, Setup, Signposts, Step

from .rule_words import rule_words
from .words import language_name, listed

Texts = dict[str, str]
Line = tuple[str, str, str]
"""What differs, as it is now, as it was."""
_SHOWN = 80


def first_text(texts: Texts, language: str) -> str:
    """In the business's first language, else in any it is written in."""
    return texts.get(language, "").strip() or next((text for text in texts.values() if text.strip()), "")


def title_of(part: Answer | Group | Signposts | None, language: str) -> str:
    """What the owner knows it by."""
    if part is None:
        return "Something"
    if isinstance(part, Signposts):
        return (
            part.name
            or (first_text(part.steps[0].heading, language) if part.steps else "")
            or "Signposts without a name"
        )
    return first_text(part.title, language) or "An answer without a question"


def _first(setup: Setup) -> str:
    return setup.business.languages[0]


def _part(setup: Setup | None, change: Change) -> Answer | Signposts | None:
    if setup is None:
        return None
    parts: Sequence[Answer | Signposts] = (
        setup.answers if change.what.startswith("answer") else setup.signposts
    )
    return next((part for part in parts if part.key == change.about), None)


def read_sentence(change: Change, live: Setup | None, draft: Setup) -> str:
    """One change of what visitors can read, as a sentence."""
    what, _, how = change.what.rpartition("_")
    part = _part(draft, change) or _part(live, change)
    title = title_of(part, _first(draft))
    name = f"“{title}”" if what == "answer" else f"The signposts “{title}”"
    if change.what == "groups":
        return "The headings above your answers are changed."
    if how == "order":
        return "Answers stand in another order." if what == "answer" else "Signposts stand in another order."
    is_draft = isinstance(part, Answer | Signposts) and part.is_draft
    verbs = (
        {"added": "is new", "removed": "goes", "changed": "is changed"}
        if what == "answer"
        else {"added": "are new", "removed": "go", "changed": "are changed"}
    )
    return f"{name} {verbs[how]}{', kept back' if is_draft and how == 'added' else ''}."


def read_differences(change: Change, live: Setup | None, draft: Setup) -> Iterator[Line]:
    """Everything that differs in an answer, in signposts or in the headings."""
    if live is None:
        return
    if change.what == "groups":
        was, now = (
            listed([title_of(group, _first(setup)) for group in setup.groups]) or "none"
            for setup in (live, draft)
        )
        yield "Headings", now, was
        return
    before, after = _part(live, change), _part(draft, change)
    if isinstance(before, Answer) and isinstance(after, Answer):
        yield from _answer_lines(before, after, live, draft)
    elif isinstance(before, Signposts) and isinstance(after, Signposts):
        yield from _signposts_lines(before, after, draft)


def _answer_lines(was: Answer, now: Answer, live: Setup, draft: Setup) -> Iterator[Line]:
    yield from _texts("Question", was.title, now.title)
    for tag in dict.fromkeys((*was.body, *now.body)):
        old, new = was.body.get(tag, ()), now.body.get(tag, ())
        if old != new:
            yield f"Answer ({language_name(tag)})", _length(new), _length(old)
    yield from _texts("Found by", was.found_by, now.found_by)
    for label, before, after in (
        ("Kind", _KIND[was.kind], _KIND[now.kind]),
        ("Under", _group(was, live), _group(now, draft)),
        ("Pages", _rules(was.pages), _rules(now.pages)),
        ("First on", _rules(was.first_on, "no page"), _rules(now.first_on, "no page")),
        ("Devices", listed(list(was.devices)) or "every device", listed(list(now.devices)) or "every device"),
        ("For readers of", _languages(was.languages), _languages(now.languages)),
        ("Not quite leads to", person_name(live, was.not_quite), person_name(draft, now.not_quite)),
        ("Kept back", "yes" if was.is_draft else "no", "yes" if now.is_draft else "no"),
    ):
        if before != after:
            yield label, after, before


_KIND = {"question": "a question", "article": "an article"}


def _group(answer: Answer, setup: Setup) -> str:
    return next(
        (title_of(group, _first(setup)) for group in setup.groups if group.key == answer.group), "no heading"
    )


def _languages(tags: Sequence[str]) -> str:
    return listed([language_name(tag) for tag in tags]) or "any language"


def _rules(rules: Sequence[PageRule], empty: str = "every page") -> str:
    words = [rule_words(rule) for rule in rules]
    return listed([each[:1].lower() + each[1:] for each in words]) or empty


def person_name(setup: Setup, key: str) -> str:
    if not key:
        return "whoever is in"
    return next((person.name for person in setup.people if person.key == key), "somebody who is gone")


def _texts(label: str, was: Texts, now: Texts) -> Iterator[Line]:
    for tag in dict.fromkeys((*was, *now)):
        old, new = was.get(tag, ""), now.get(tag, "")
        if old != new:
            yield f"{label} ({language_name(tag)})", _quoted(new), _quoted(old)


def _quoted(text: str) -> str:
    return f"“{_cut(text)}”" if text else "nothing"


def _length(document: Sequence[Block]) -> str:
    return f"{word_count(document)} words, {_quoted(plain_words(document))}" if document else "nothing"


def _cut(text: str) -> str:
    plain = " ".join(text.split())
    return plain if len(plain) <= _SHOWN else plain[:_SHOWN].rsplit(" ", 1)[0] + "…"


def _signposts_lines(was: Signposts, now: Signposts, draft: Setup) -> Iterator[Line]:
    if was.name != now.name:
        yield "Name", f"“{now.name}”", f"“{was.name}”"
    if was.is_draft != now.is_draft:
        yield "Kept back", "yes" if now.is_draft else "no", "yes" if was.is_draft else "no"
    before, after = ({step.key: step for step in tree.steps} for tree in (was, now))
    for key, step in after.items():
        name = step_name(step, _first(draft))
        if key not in before:
            yield f"Step {name}", "is new", ""
        elif step != before[key]:
            yield from _step_lines(name, before[key], step, now, draft)
    for key, step in before.items():
        if key not in after:
            yield f"Step {step_name(step, _first(draft))}", "goes", ""
    if list(before) != list(after) and set(before) == set(after):
        yield "Steps", "in another order", ""


def _step_lines(name: str, was: Step, now: Step, tree: Signposts, draft: Setup) -> Iterator[Line]:
    language = _first(draft)
    yield from _texts(f"{name}, heading", was.heading, now.heading)
    yield from _texts(f"{name}, words", was.says, now.says)
    before, after = ({arm.key: arm for arm in step.arms} for step in (was, now))
    for key, arm in after.items():
        if key not in before:
            yield (
                f"{name}, choice “{first_text(arm.label, language)}”",
                f"is new, {leads_words(arm, tree, draft)}",
                "",
            )
        elif arm != before[key]:
            old, label = before[key], f"{name}, choice “{first_text(arm.label, language)}”"
            yield from _texts(f"{label}, words on it", old.label, arm.label)
            some, others = leads_words(old, tree, draft), leads_words(arm, tree, draft)
            if some != others:
                yield label, others, some
            elif (old.says, old.note, old.asks_name) != (arm.says, arm.note, arm.asks_name):
                yield from _texts(f"{label}, what it says", old.says, arm.says)
                yield from _texts(f"{label}, note", old.note, arm.note)
                if old.asks_name != arm.asks_name:
                    yield f"{label}, asks the name", "yes" if arm.asks_name else "no", ""
    for key, arm in before.items():
        if key not in after:
            yield f"{name}, choice “{first_text(arm.label, language)}”", "goes", ""
    if list(before) != list(after) and set(before) == set(after):
        yield f"{name}, choices", "in another order", ""


def step_name(step: Step, language: str) -> str:
    words = first_text(step.heading, language) or _cut(first_text(step.says, language))
    return f"“{words or 'without words'}”"


def leads_words(arm: Arm, tree: Signposts, setup: Setup) -> str:
    """Where an arm leads, in words."""
    to = arm.to
    match arm.leads:
        case "step":
            step = next((each for each in tree.steps if each.key == to), None)
            return f"leads to {step_name(step, _first(setup))}" if step else "leads nowhere"
        case "answer":
            answer = next((each for each in setup.answers if each.key == to), None)
            return f"leads to the answer “{title_of(answer, _first(setup))}”" if answer else "leads nowhere"
        case "way":
            return "leads to a way to reach you"
        case "person":
            return f"leads to {person_name(setup, to)}"
        case "code":
            return f"gives the code “{arm.code}”"
    named = {
        "words": "leads to words",
        "page": f"leads to {to}",
        "link": f"leads to {to}",
        "call": f"calls {to}",
    }
    return named.get(arm.leads, "tells you, in the guestbook" if arm.leads == "tell" else "leads nowhere")


AMISS = {
    "nothing": "has no choices yet",
    "label_blank": "a choice has no words on it",
    "nowhere": "leads nowhere yet",
    "gone": "leads to something that isn’t there any more",
    "draft": "leads to an answer that is kept back",
    "loop": "leads back to a step above it: a visitor would go in a circle",
    "words_blank": "has no words yet",
    "page_unreadable": "leads to a page that can’t be one: write its path, such as /find-us",
    "link_unreadable": "leads to a link that can’t be used: it begins with https://",
    "number_unreadable": "calls a number that can’t be read",
    "code_blank": "has no code to copy yet",
    "few_arms": "has one choice only: nobody needs to choose",
    "many_arms": "has more than five choices: five is the most that is read",
    "deep": "goes more than four steps down",
    "many_steps": "has more than forty steps",
    "unreached": "is a step nobody comes to",
}


def amiss_sentence(tree: Signposts, each: Amiss, language: str) -> str:
    """“What does it cost?” leads nowhere yet."""
    step = next((step for step in tree.steps if step.key == each.step), None)
    arm = next((arm for arm in step.arms if arm.key == each.arm), None) if step else None
    if arm is not None and each.code != "label_blank":
        name = f"“{first_text(arm.label, language)}”"
    elif step is not None:
        called = step_name(step, language)
        name = f"In {called}" if each.code == "label_blank" else called
    else:
        name = "It"
    return f"{name} {AMISS[each.code]}."


_READ = {
    "answer_blank": ("{name} has no {lacks} yet.", "Visitors don’t see it until it has."),
    "picture_unsaid": (
        "A picture in {name} says nothing for who can’t see it.",
        "Write a few words below it: what it shows.",
    ),
    "answer_long": (
        f"{{name}} is over {LONG_WORDS:,} words long.",
        "On a card nobody reads so much: part it.",
    ),
    "not_quite_gone": (
        "After {name}, *not quite* was to lead to somebody who is gone.",
        "It leads to whoever is in.",
    ),
}


def read_finding(setup: Setup, finding: Finding) -> tuple[str, str, str] | None:
    """(sentence, why it matters, fix) of a finding about what visitors can read; None for any other."""
    if finding.code.startswith("signposts_"):
        tree = next((each for each in setup.signposts if each.key == finding.about), None)
        if tree is None:
            return None
        step, _, arm = finding.found.partition(":")
        code: Any = finding.code.removeprefix("signposts_")
        sentence = amiss_sentence(tree, Amiss(code, step, arm), _first(setup))
        why = "Visitors would press it and stop." if finding.weight == "blocks" else ""
        return f"Signposts “{title_of(tree, _first(setup))}”: {sentence}", why, "Look at it"
    if finding.code not in _READ:
        return None
    answer = next((each for each in setup.answers if each.key == finding.about), None)
    says, more = _READ[finding.code]
    lacks = "question" if answer and any(answer.body.values()) else "answer"
    name = f"“{title_of(answer, _first(setup))}”"
    return says.format(name=name, lacks=lacks).replace("*", ""), more, "Look at it"
