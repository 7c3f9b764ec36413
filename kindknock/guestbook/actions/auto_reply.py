"""The automatic reply by email: the owner's words to who was asked for an email and gave one.

It carries no word the visitor typed but a name (core.guests.name_for_reply), not even in the page's
address: that stands there only where we know the page ourselves. One a day to an address, thirty an hour of
a business; beyond that none goes, and the entry says so.
"""

from datetime import datetime
from urllib.parse import urlsplit

from kindknock.accounts.actions.limit import DAY, HOUR, Limit, count
from kindknock.accounts.mailing import post
from kindknock.core.asks import sets_of
from kindknock.core.asks import written as written_in
from kindknock.core.guests import name_for_reply
from kindknock.core.setup import Setup
from kindknock.core.words.fillins import fill
from kindknock.core.words.message import text_in
from kindknock.doors.small_words import written
from kindknock.sites.models import HeldPage, Site

from ..live_asks import asks_of, live_setup
from ..models import Entry, Message
from ..whom import owners_of

TO_ONE = Limit("auto-reply-to", 1, DAY)
OF_A_BUSINESS = Limit("auto-reply", 30, HOUR)


def reply_by_itself(entry: Entry, message: Message, *, at: datetime) -> None:
    """Within the caller's transaction; keeps with the message what became of it."""
    setup = live_setup(message.site) if message.site else None
    asks = asks_of(setup, message.door)
    if asks is None or setup is None or not asks.keeps or not message.email:
        return
    asks_email = any(question.kind == "email" for each in sets_of(asks) for question in each.questions)
    if not asks_email or not written_in(asks.reply):
        return
    default = setup.business.languages[0]
    if not count(TO_ONE, f"{entry.business_id} {message.email}", at=at):
        outcome = "often"
    elif not count(OF_A_BUSINESS, str(entry.business_id), at=at):
        outcome = "many"
    else:
        outcome = "sent"
        subject, text = words_of_reply(
            setup,
            message.door,
            asks.reply,
            name=message.name,
            language=message.language or default,
            page=known_page(message.site, message.address),
        )
        owners = owners_of(entry.business)
        post(message.email, subject, text, reply_to=owners[0] if owners else "")
    message.auto_reply = outcome
    message.save(update_fields=["auto_reply"])


def words_of_reply(
    setup: Setup, door: str, words: dict[str, str], *, name: str, language: str, page: str
) -> tuple[str, str]:
    """Subject and text as mailed, in the visitor's language as far as there are words in it."""
    default = setup.business.languages[0]
    facts = {"visitor": name_for_reply(name), "site": setup.business.name}
    text = fill(text_in(words, language, default), facts).text.strip()
    its_door = next((each for each in setup.doors if each.key == door), None)
    why = fill(written("_reply_why", its_door, language, default), facts | {"page": page}).text
    subject = fill(
        written("_answer_subject", its_door, language, default), {"business": setup.business.name}
    ).text
    return " ".join(subject.split()), f"{text}\n\n--\n{why}\n"


def known_page(site: Site | None, address: str) -> str:
    """The page as we know it ourselves, without its query; else the website's own address. What a browser
    says it was on could be anybody's words.
    """
    if site is None:
        return ""
    hosts = list(site.hosts.filter(state="allowed").order_by("pk").values_list("name", flat=True))
    try:
        found = urlsplit(address)
    except ValueError:
        found = urlsplit("")
    plain = f"{found.scheme}://{found.netloc}{found.path or '/'}"
    if (
        found.hostname in hosts
        and HeldPage.objects.filter(site=site, address=plain).exclude(html="").exists()
    ):
        return plain
    return hosts[0] if hosts else site.business.name
