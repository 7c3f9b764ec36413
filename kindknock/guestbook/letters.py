"""The letters about what came in. Nothing a visitor wrote stands in a subject."""

from kindknock.accounts.addresses import studio_address
from kindknock.accounts.letters import quoted, sentence
from kindknock.accounts.notices import Words

from .models import Entry, Message


def who_words(entry: Entry, language: str = "en") -> str:
    """Who it was, as far as they said so."""
    reach = " · ".join(part for part in (entry.email, entry.phone) if part)
    if entry.name:
        return f"{entry.name} ({reach})" if reach else entry.name
    return reach or sentence(language, "note.somebody")


def letter_of(
    entry: Entry, message: Message, language: str, *, phone_page: str = "", person: str = ""
) -> Words:
    """The letter about new words, to whoever is asked, to members, or to named addresses. `phone_page` is the
    page of somebody without an account, whose name is `person`.
    """
    where = message.title or message.address or sentence(language, "note.website")
    came = "note.wrote" if message.app else "note.left"
    lines = [sentence(language, came, who=who_words(entry, language), where=where)]
    if message.text:
        lines.append(quoted(message.text))
    lines += [quoted(f"{each['label']}\n  {each['answer']}") for each in message.answers]
    page = (
        f"{phone_page}/guests/{entry.pk}"
        if phone_page
        else studio_address(entry.business, f"/guestbook/{entry.pk}")
    )
    answer = "note.by_email" if message.email else "note.by_number"
    lines.append(f"{sentence(language, answer)}\n{page}")
    address = message.address.partition("?")[0]
    shown = (
        sentence(language, "note.page", page=address) if address else sentence(language, "note.page_unknown")
    )
    lines.append(f"{shown}\n{sentence(language, 'note.kept', days=message.told_days)}")
    if person and phone_page:
        lines.append(f"{sentence(language, 'note.no_more', person=person)}\n{phone_page}/guests?stop=1")
    subject = sentence(language, "note.subject", business=entry.business.name)
    return Words(subject, "\n\n".join(lines) + "\n", reply_to=message.email)


def handed_words(entry: Entry, page: str, by: str, language: str) -> Words:
    """Something was handed to somebody."""
    who = who_words(entry, language)
    return Words(
        sentence(language, "handed.subject", business=entry.business.name),
        sentence(language, "handed.text", by=by, who=who, words=quoted(entry.begins), link=page),
    )
