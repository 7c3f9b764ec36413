"""What a website tells, in English: where each thing stood, and why a website can't be read."""

from kindknock.core.found.proposal import Found

REFUSED = {
    "not_an_address": "That isn’t a website’s address. It looks like thetinwhistle.example.",
    "not_public": "That address isn’t on the public internet, so it can’t be read from here.",
    "not_found": "No website answers at {host}. Check how it is written.",
    "gone": "There is no page at that address. Try the home page, {host}.",
    "shut": "{host} lets nobody in who isn’t signed in, so it can’t be read from here.",
    "wall": "{host} shows a sign-in and nothing else, so there is nothing to read.",
    "parked": "Nobody’s website is at {host} yet: the page that stands there is its keeper’s.",
    "empty": "The page at {host} is empty.",
    "robots": "{host} asks programs not to read it (its robots.txt), so we don’t.",
    "not_a_page": "What is at that address isn’t a page.",
    "too_slow": "{host} didn’t answer within eight seconds. Try again in a moment.",
    "unreachable": "{host} can’t be reached just now. Try again in a moment.",
    "too_many_hops": "That address leads on and on, and never to a page.",
    "busy": "Others are having theirs read just now. Yours comes in a moment.",
    "too_often": "That was the last of {most} within an hour. Try again later.",
}
"""Each is followed on the screen by the way on by hand."""
LEFT = {
    "robots": "its robots.txt keeps us out",
    "gone": "it isn’t there",
    "shut": "only for who signs in",
    "too_slow": "too slow",
    "not_a_page": "no page",
}
DRAWS_ITSELF = "This page draws itself in the browser; we read what it told in its head."
UNREAD = "Its pages are in {language}, which we don’t read: we took what their markup and links tell."
LINE_THERE = (
    "A line of ours stands on it already ({key}). When you put the new one in, take the old one out: two "
    "lines are two buttons."
)
TWO = "your website says two things: choose one"
TYPED = "as you typed it"
OWN_NAME = "the page’s own name"
NOTHING = {
    "way": "we found no number, email or page to write to",
    "hours": "we found no hours; without them the door counts as open",
    "colour": "we found no colour of yours; this one is ours",
}
"""Where nothing was found, by kind."""
YOUR_CLOCK = "by your own clock"
NO_CLOCK = "we don’t know your time zone: press it to choose yours"
OUR_WORDS = "our words{kind}; press them to change them"
HIDDEN_KINDS = {
    "checkout": "where people pay; most shops don’t disturb them there",
    "basket": "where people look over what they chose",
}


def page_words(path: str) -> str:
    return "the home page" if path in ("", "/") else path


def where_found(found: Found) -> str:
    """Where it stood, as a clause: `in the markup of /contact`."""
    page = page_words(found.page)
    if found.contradicted:
        return TWO
    return {
        "markup": f"in the markup of {page}",
        "link": f"a link on {page}",
        "words": f"on {page}",
        "else": f"a guess from {page}",
    }[found.by]


def quoted(found: Found) -> str:
    """The words that stood around it; none of markup, which nobody reads, or where it is contradicted."""
    return found.words if found.by != "markup" and not found.contradicted else ""
