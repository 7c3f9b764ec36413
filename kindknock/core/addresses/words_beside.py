"""Words that stand beside an address where it was copied from: *write to hello@… any time*.

Numbers have their own such rule (`phone_text`), since their parts are words apart.
"""

import re

_EMAIL = re.compile(r"[^\s@/:,;<>()]+@[^\s@/,;<>()]+\.[^\s@,;<>()]+")
_LINK = re.compile(r"(?:[a-z][a-z0-9+.-]*://|www\.)\S+", re.IGNORECASE)
_NAME = re.compile(r"@[\w.]{3,64}")
_LABEL = re.compile(r"[^\W\d_][^\d:/@.]{1,40}:\s*(?=[@\w])")
_SCHEMES = re.compile(
    r"(?:https?|tel|sms|mailto|geo|xmpp|matrix|callto|javascript|data|file|viber|skype|whatsapp|tg):\S",
    re.IGNORECASE,
)


def without_words(text: str) -> tuple[str, str]:
    """The one email, link or @name in a text, and the words left out; else the text as it is."""
    if not re.search(r"\s", text) and (not _LABEL.match(text) or _SCHEMES.match(text)):
        return text, ""
    for sign in (_LINK, _EMAIL, _NAME):
        found = list(dict.fromkeys(match.group().rstrip(".,;:!?)>") for match in sign.finditer(text)))
        if len(found) > 1:
            return text, ""
        if found:
            beside = text.replace(found[0], " … ").strip(" …\n")
            words = re.sub(r"\s+", " ", beside).strip(" .:;,-–()<>/|…")
            if not re.search(r"[^\W\d_]", words):
                return (text, "") if re.search(r"\d", words) else (found[0], "")
            return found[0], words[:200]
    return text, ""
