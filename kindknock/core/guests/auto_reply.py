"""The one thing of a visitor's that an automatic reply may carry: a name (docs/rules.md 13).

Whoever asks with somebody else's address must not be able to have words of theirs mailed to it.
"""

import regex

MOST_LETTERS, MOST_WORDS = 40, 4
_NAME = regex.compile(r"[\p{L}\p{M}]+(?:[ '’\-][\p{L}\p{M}]+)*")


def name_for_reply(typed: str) -> str:
    """The name as it may stand there: letters, with single blanks, hyphens or apostrophes between them, at
    most 40 letters and four words; empty for everything else. Nothing is cut to fit.
    """
    name = " ".join(typed.split())
    letters = len(regex.findall(r"\p{L}", name))
    if not _NAME.fullmatch(name) or letters > MOST_LETTERS or len(name) > 2 * MOST_LETTERS:
        return ""
    return name if len(name.split()) <= MOST_WORDS else ""
