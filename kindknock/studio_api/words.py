"""English sentences for what the core decided in codes. One such catalogue a language."""

from collections.abc import Sequence

from babel import Locale, UnknownLocaleError

from kindknock.core.addresses import APPS, Reading, read_contact
from kindknock.core.drafts import Change, people_between
from kindknock.core.review import Finding
from kindknock.core.setup import Door, Setup
from kindknock.core.time.days import FIRST_YEAR, LAST_YEAR

_LOCALE = Locale.parse("en")

ROLE = {"owner": "owners", "maker": "site makers", "answers": "those who answer"}
"""Who has a role, as many."""

READING = {
    "empty": "Paste a number, a name, an email or a link.",
    "letters": "A phone number has no letters in it. Paste just the number.",
    "two_numbers": "Those are two. Press one now, and add the other after.",
    "two_ways": "That reads in two ways. Press the one you mean.",
    "group_code": "Only the end of an invitation. Paste the whole link it came from.",
    "too_long": "That has too many digits for a phone number. Check the end of it.",
    "too_short": "That is too short for a phone number. Add the area code.",
    "needs_country": "Which country is this number in? Put + and the country's code before it, or set your "
    "country first.",
    "not_a_number": "That doesn't read as a phone number. Put + and the country's code before it.",
    "extension_not_here": "An extension only works for calls. Leave it out, or use it for a phone call.",
    "not_a_handle": "That doesn't read as a name in this app. Copy it from your profile there.",
    "not_a_page": "That leads to a post or a group, not to a page people can write to. Paste your page's "
    "address.",
    "not_an_invitation": "That isn't an invitation. Make one in the app and paste its link.",
    "not_a_link": "That doesn't read as a web address. Copy it from your browser's address bar.",
    "not_secure": "That address starts with http. Use the one that starts with https.",
    "unsafe_link": "That kind of link can't go on a button. Use one that starts with https.",
    "not_an_email": "That doesn't read as an email address. It should look like hello@averilcycles.example.",
    "two_emails": "That looks like two. Paste one, then the other.",
    "not_a_chat_id": "That doesn't read as a chat address. It should look like ines@averilcycles.example.",
    "not_a_place": "That doesn't read as a place. Write the address, or paste a link of an open map.",
    "other_site": "That is a link to another site. Paste the name from the app, or use it as a link.",
    "not_readable": "That could be anything. Paste a number, a name with @, an email or a link.",
    "unknown_app": "That app isn't one we know. Choose one from the list.",
}
INSTEAD = {
    "teams_or_phone": "Paste a phone number or another app's link instead.",
    "telegram_or_phone": "Paste a Telegram name or a phone number instead.",
    "email_or_phone": "Paste an email or a phone number instead.",
    "link": "Paste a link to another page instead.",
}
RETIRED_NAMES = {
    "skype": "Skype",
    "icq": "ICQ",
    "hangouts": "Hangouts",
    "aim": "AIM",
    "yahoo": "Yahoo Messenger",
    "google+": "Google+",
}
WARNING = {
    "unassigned": "Nobody seems to hold this one. Keep it, but try it.",
    "example_number": "That is an example number. Fine while you look around; it can't be published.",
    "profile_not_page": "That is a person's profile. Visitors can only write to a business page.",
    "mixed_script": "This address mixes alphabets, as imitations do. Check it letter by letter.",
    "landline_if_registered": "A landline: works only if you registered it with {app}.",
    "landline_no_texts": "A landline: most can't receive texts.",
}
FIELD = {
    "name_empty": "What is it called? A word will do.",
    "zone_unknown": "Choose a time zone from the list.",
    "country_unknown": "Choose a country from the list.",
    "currency_unknown": "Choose a currency from the list.",
    "language_unknown": "Choose at least one language from the list.",
    "bad_email": "That doesn't read as an email address.",
    "weak_password": "Use at least eight characters that aren't easy to guess.",
}
PICTURE = {
    "too_large": "That file is larger than 8 MB (a drawing: 200 kB). Save it smaller and try again.",
    "too_many_pixels": "That picture has more than 16 million pixels (a photograph as JPEG, 64 million). "
    "Save it smaller and try again.",
    "shelf_full": "Your shelf is full. Write to us, and we make room.",
    "busy": "Other pictures are being made ready just now. Try again in a minute.",
    "animated": "That picture moves. Choose one that stands still.",
    "broken": "That picture can't be read to its end. Save it anew and try again.",
    "not_a_picture": "That isn't a picture. Choose a PNG, JPEG, WebP, AVIF, GIF or SVG file.",
    "script_in_it": "That drawing has code in it, or loads something from elsewhere. Export it as a plain "
    "SVG or a PNG.",
    "too_small": "That picture is only a few pixels wide. Choose a larger one.",
}
FETCHED = {
    "not_public": "That address isn't on the public web. Paste one that starts with https and opens in any "
    "browser.",
    "not_found": "There is nothing at that address. Copy it from your browser's address bar.",
    "not_a_page": "There is no picture at that address. Open the picture by itself and copy its address.",
    "too_slow": "That site takes too long to answer. Save the picture and choose the file instead.",
    "unreachable": "That site can't be reached from here. Save the picture and choose the file instead.",
    "busy": "Other pages are being looked at just now. Try again in a minute.",
    "too_many_hops": "That address leads on and on. Save the picture and choose the file instead.",
}
PAIR = {
    "label": "Label on the button",
    "pressed": "Label while it is pressed",
    "ring": "Mark on the button",
    "heading": "Heading on the card",
    "text": "Text on the card",
    "small": "Small print on the card",
    "app": "An app's name on its button",
    "small_on_tint": "Small print on what is chosen",
    "edge": "Edges on the card",
}
OWN_CSS = {
    "not_a_part": "Line {line}: “{found}” is none of the parts, so its rule is left out.",
    "not_here": "Line {line}: {found} could move it over your page, so it is left out.",
    "unreadable": "Line {line} can't be read: {found}.",
    "at_rule": "Line {line}: {found} doesn't work here, so it is left out.",
    "outside": "Line {line}: {found} would load something from elsewhere, so it is left out.",
}
FIRST = {
    "business_page": "Needs a business page there; a personal profile can't take visitors' messages.",
    "invitation": "Needs an invitation you make in the app.",
    "number_mobile": "Needs a mobile number you registered there.",
    "number_registered": "Needs a number you registered there.",
    "public_name": "Needs a public name there, or a number you registered.",
}
"""What must exist before an app works."""
HOST = {
    "empty": "Type your site's address, such as averilcycles.example.",
    "not_a_host": "That doesn't read as a web address. It should look like averilcycles.example.",
    "star_not_in_front": "A star only works in front, as in *.averilcycles.example.",
}
FINDING = {
    "example_number": "an example number stands in {channel}",
    "address_blank": "{channel} has no address yet",
    "nudge_blank": "the hint of {door} says nothing yet",
    "asks_nothing": "{door} is to ask first, and asks nothing",
    "asks_mail_to": "{door} is to mail answers to an address that can’t be one",
    "question_blank": "a question of {door} has no words yet",
    "question_no_choices": "a question of {door} has nothing to choose from",
    "no_way_left": "{door} has no way left to be reached",
    "label_unreadable": "the label of {door} can't be read on its colour",
    "colour_unreadable": "the colour of {door} can't be read",
    "begins_with_none": "{door} is to begin with signposts that aren’t there or are kept back",
    "unknown_app": "{channel} names an app we don't know",
}


def country_name(code: str | None) -> str:
    return _LOCALE.territories.get(code or "", "") if code else ""


def why_not(reading: Reading) -> str:
    """The one sentence that says what is wrong and how to mend it."""
    if reading.error == "retired_app":
        name = RETIRED_NAMES.get(reading.app or "", "That service")
        return f"{name} has closed. {INSTEAD.get(reading.instead, INSTEAD['email_or_phone'])}"
    if reading.error == "needs_country" and reading.choices:
        return "Is it this one? Press it, or put + and the country’s code before the number."
    if reading.error == "other_app" and reading.app in APPS:
        return f"That is a {APPS[reading.app].name} address. Add it as {APPS[reading.app].name} instead."
    return READING.get(reading.error or "", READING["not_readable"])


def reads_as(reading: Reading) -> tuple[str, str]:
    """How something was read: the plain reading, and what to know about it."""
    bits = [reading.shown]
    if reading.country:
        bits.append(country_name(reading.country))
    if reading.kind in ("landline", "mobile"):
        bits.append(f"a {reading.kind}")
    first = f"Reads as {', '.join(bit for bit in bits if bit)}."
    if reading.kind == "group":
        more = "A group invitation: visitors join it, and can't bring a note along."
    elif reading.app and (
        landline := next((code for code in reading.warnings if code.startswith("landline")), "")
    ):
        more = warning(landline, reading.app)
    elif reading.kind == "landline" and len(reading.fits) > 1:
        more = "Good for calls, and for WhatsApp if you registered it there."
    elif len(reading.fits) > 1:
        more = "Works with " + listed([app_name(app) for app in reading.fits[:3]]) + "."
    else:
        more = f"For {APPS[reading.app].name}." if reading.app in APPS else ""
    if reading.as_national:
        more = f"Read with your country. {more}"
    return first, more


def choice_words(reading: Reading) -> str:
    """Another reading, to press: `+44 117 496 0199, United Kingdom`."""
    place = country_name(reading.country) if reading.country else ""
    return f"{reading.shown}, {place}" if place else reading.shown


def left_out(reading: Reading) -> str:
    """What stood beside the address and isn't part of it."""
    return f"Left out: “{reading.left_out}”." if reading.left_out else ""


def warning(code: str, app: str | None = None) -> str:
    return WARNING.get(code, "Worth a second look.").format(app=APPS[app].name if app in APPS else "the app")


def initials_of(name: str) -> str:
    """The first letters of the first and the last word."""
    parts = name.split()
    return "".join(part[0] for part in (parts[:1] + parts[1:][-1:])).upper()


COMMON_NOUNS = frozenset({"phone", "sms", "email", "map", "form", "link"})
"""Apps whose names are plain words, small inside a sentence."""


def listed(words: Sequence[str]) -> str:
    """Words in a row as a person says them: one, two and three."""
    if len(words) < 2:
        return "".join(words)
    return ", ".join(words[:-1]) + " and " + words[-1]


def some_of(words: Sequence[str], most: int = 3) -> str:
    """As `listed`, of a long row only the first: `Ines, Tomasz and 38 more`."""
    shown = words if len(words) <= most else [*words[: most - 1], f"{len(words) - most + 1} more"]
    return listed(shown)


def told_apart(named: Sequence[tuple[str, str]]) -> list[str]:
    """Names, and of those that stand twice what they do beside them; rows of (name, what they do)."""
    names = [name for name, _ in named]
    return [f"{name} ({role})" if role and names.count(name) > 1 else name for name, role in named]


def language_name(tag: str) -> str:
    """A language by its English name (CLDR), its region beside it; the tag where there is none."""
    try:
        name = Locale.parse(tag, sep="-").get_display_name("en")
    except (UnknownLocaleError, ValueError):
        name = _LOCALE.languages.get(tag.split("-")[0])
    return str(name or _LOCALE.languages.get(tag, tag))


def app_name(app: str) -> str:
    """An app as it stands inside a sentence."""
    name = APPS[app].name if app in APPS else app
    return name.lower() if app in COMMON_NOUNS else name


def channel_name(door: Door | None, key: str) -> str:
    """A channel by the name a visitor reads: its own, else its app's; with its address, where another of the
    door has the same name.
    """
    channels = door.channels if door else ()
    channel = next((c for c in channels if c.key == key), None)
    if channel is None:
        return "a channel"
    names = {c.key: next(iter(c.name.values()), "") or app_name(c.app) for c in channels}
    name = names[key]
    if list(names.values()).count(name) == 1 or not channel.address:
        return name
    return f"{name} ({read_contact(channel.address, app=channel.app).shown or channel.address})"


def _people_line(live: Setup, draft: Setup) -> str:
    """Who came, went or is told otherwise, as sentences."""
    found = people_between(live, draft)
    words = [
        f"{listed([person.name for person in people])} {verb[len(people) > 1]}."
        for people, verb in (
            (found.added, ("is new", "are new")),
            (found.removed, ("goes", "go")),
            (found.changed, ("is changed", "are changed")),
        )
        if people
    ]
    return " ".join([*words, *(["People stand in another order."] if found.is_reordered else [])])


def change_sentence(change: Change, live: Setup | None, draft: Setup) -> str:
    """One unpublished change as a sentence, without what is in it."""
    if change.what == "people_changed" and live is not None:
        return _people_line(live, draft)
    now = next((d for d in draft.doors if d.key == change.door), None)
    was = next((d for d in live.doors if d.key == change.door), None) if live else None
    either = now or was
    name = either.name if either else ""
    way = channel_name(now if change.what != "channel_removed" else was, change.channel)
    way = way[:1].upper() + way[1:]
    return {
        "door_added": f"{name} is new.",
        "door_removed": f"{name} goes away.",
        "doors_order": "The doors stand in another order.",
        "channel_added": f"{way} comes to {name}.",
        "channel_removed": f"{way} goes from {name}.",
        "channel_changed": f"{way} is changed.",
        "channels_order": "The ways to reach you stand in another order.",
        "says": f"{name} says something else.",
        "also": "What is also sent is changed.",
        "looks": f"{name} looks different.",
        "name": f"The door is now called {name}.",
        "business": "What your business says about itself is changed.",
        "pages": f"{name} shows on other pages.",
        "for_whom": f"{name} is for other visitors.",
        "people": f"Others answer at {name}.",
        "arrives": f"{name} appears at another time.",
        "nudge": f"The hint of {name} is changed.",
        "opens_itself": f"When {name} opens by itself is changed.",
        "press": f"A tap on {name} does something else.",
        "asks": f"{name} asks other things first.",
        "when_nobody": f"{name} does something else when nobody is in.",
        "takes_turns": f"Who stands first at {name} goes by another rule.",
        "off_duty": f"{name} shows people off duty, or no longer does.",
        "reply_minutes": f"{name} promises another reply time.",
        "takes_notes": f"Leaving a note at {name} is switched on or off.",
        "remembers": f"{name} remembers visitors, or no longer does.",
        "plates": f"The in-page buttons of {name} are changed.",
        "overrides": f"{name} says something else on some pages.",
        "reads": f"What visitors of {name} can read first is changed.",
        "kinds": "Which pages are of which kind is changed.",
    }[change.what]


def blocked(findings: Sequence[Finding]) -> str:
    """Why Publish stays shut, in one sentence."""
    is_signposts = findings[0].code.startswith("signposts_")
    usual = "signposts lead nowhere somewhere" if is_signposts else "something must be mended"
    first = FINDING.get(findings[0].code, usual).format(
        channel="one of your ways to be reached", door="the door"
    )
    more = f", and {len(findings) - 1} more" if len(findings) > 1 else ""
    return f"Not published: {first}{more}. Mend it, then publish again."


def setup_file(code: str, where: str, why: str) -> str:
    """Why a file can't be read as a setup, and what to do."""
    return {
        "not_json": "That file can't be read: it isn't JSON, or only half of it is here. Download it again.",
        "not_a_setup": "That file holds no setup of Kind Knock. Choose one you downloaded here.",
        "address": f"That file can't be used: an address of {where} can't be one. "
        f"{READING.get(why, READING['not_readable'])} Nothing was changed.",
        "picture": f"That file can't be used: the picture {why} is neither ours nor at an https address. "
        "Nothing was changed.",
        "day": f"That file can't be used: {why} is no day between {FIRST_YEAR} and {LAST_YEAR}. "
        "Nothing was changed.",
        "newer": f"That file comes from a newer Kind Knock (its version is {why}). Nothing was changed.",
    }.get(
        code,
        f"That file can't be used: at {where.replace('.', ', ')} it says something that can't be ({why}). "
        "Nothing was changed.",
    )
