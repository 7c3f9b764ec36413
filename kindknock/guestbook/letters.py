"""The letters about what came in. Nothing a visitor wrote stands in a subject."""

from kindknock.accounts.addresses import studio_address

from .models import Entry, Message


def who_words(entry: Entry) -> str:
    """Who it was, as far as they said so."""
    reach = " · ".join(part for part in (entry.email, entry.phone) if part)
    if entry.name:
        return f"{entry.name} ({reach})" if reach else entry.name
    return reach or "Somebody"


def letter_of(entry: Entry, message: Message, *, to_person: str, phone_page: str, days: int) -> str:
    """The letter about new words: to whoever is asked, or to the owners. `phone_page` is the person's own."""
    where = message.title or message.address or "your website"
    came = f"left a note on {where}" if not message.app else f"wrote from {where}, going on in their app"
    lines = [f"{who_words(entry)} {came}:", ""]
    if message.text:
        lines += [message.text, ""]
    for each in message.answers:
        lines += [f"{each['label']}\n  {each['answer']}", ""]
    if message.email:
        lines += [
            "Answer this letter, and your words go straight to them. What you write so is not kept in the",
            "guestbook. To keep it there, answer here:",
        ]
    else:
        lines += ["They left a number, so call or text it. What becomes of it is noted here:"]
    own = studio_address(entry.business, f"/guestbook/{entry.pk}")
    lines.append(f"{phone_page}/guests/{entry.pk}" if phone_page else own)
    lines += [
        "",
        f"Page: {message.address.partition('?')[0] or 'not known'}",
        f"Kept for {days} days after the last word, then deleted.",
    ]
    if to_person and phone_page:
        lines += [
            f"You get this because notes for {to_person} come to this address. No more of them:",
            f"{phone_page}/guests?stop=1",
        ]
    return "\n".join(lines) + "\n"
