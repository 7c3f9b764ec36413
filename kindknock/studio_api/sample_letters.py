"""How a letter of each kind would look to somebody: from what the business has, else from made-up words."""

from datetime import datetime

from kindknock.accounts.addresses import studio_address
from kindknock.accounts.letters import quoted, sentence
from kindknock.accounts.models import Membership
from kindknock.accounts.names import name_of
from kindknock.accounts.notices import Words

from .weekly import gap_words, week_words

WHO, EMAIL = "Wilma Hart", "wilma@hart.example"
SAID = "Squeaky wheel at the back. Is Thursday all right?"


def sample_of(member: Membership, kind: str, language: str, *, at: datetime) -> Words:
    """Words of a letter of a kind in a language."""
    business = member.business
    site = business.sites.order_by("pk").first()
    name = site.name if site else business.name
    link = studio_address(business, "/guestbook")
    if kind == "week":
        return week_words(member, language, at=at)
    if kind == "gap":
        return gap_words(member, language, at=at) or _sample_gap(member, language)
    if kind == "note":
        left = sentence(language, "note.left", who=f"{WHO} ({EMAIL})", where=name)
        answer = sentence(language, "note.by_email")
        kept = sentence(language, "note.kept", days=business.kept_days)
        text = f"{left}\n\n{quoted(SAID)}\n\n{answer}\n{link}\n\n{kept}\n"
        return Words(sentence(language, "note.subject", business=business.name), text)
    facts = {
        "business": business.name,
        "site": name,
        "who": WHO if kind == "unanswered" else name_of(member.user),
        "words": quoted(SAID),
        "about": name,
        "number": 12,
        "changes": quoted(sentence("en", "published.sample")),
        "link": link,
    }
    code = "silent" if kind == "line" else kind
    return Words(sentence(language, f"{code}.subject", **facts), sentence(language, f"{code}.text", **facts))


def _sample_gap(member: Membership, language: str) -> Words:
    business = member.business
    line = sentence(language, "gap.line", day="…", hours="18:00–19:00", knocks=11)
    text = sentence(language, "gap.text", gaps=quoted(line), link=studio_address(business, "/rota"))
    return Words(sentence(language, "gap.subject", business=business.name), text)
