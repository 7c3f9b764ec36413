"""Names of texts and of what may be amiss with a translator's table, in English."""

from babel import Locale

FIELD = {
    "label": "The button's label",
    "heading": "Heading on the card",
    "help": "Line under the heading",
    "closing": "Line at the card's foot",
    "hint": "In the empty note",
    "note": "The note begins with",
    "note_for_product": "The note begins with, on a product",
    "note_on_sale": "The note begins with, on a sale",
    "away": "When nobody is in",
    "thanks": "Once a note is left",
    "privacy": "Privacy notice",
    "nudge": "Hint",
    "first_reply": "First ready reply",
    "second_reply": "Second ready reply",
    "mark_words": "Sent along at the end",
    "name": "A way's own name",
    "caption": "Line below a way's name",
    "role": "What somebody does",
    "small": "Small word",
    "asks_title": "Above the questions",
    "question": "A question",
    "question_hint": "Hint in a question",
    "choice": "A choice",
    "asks_thanks": "Thanks to who comes back",
    "asks_reply": "Reply by email, by itself",
}
FILE = {
    "not_a_table": "That file isn't a table, or only half of it is here. Save it as CSV and choose it again.",
    "no_path": "That table has no column named path. Take the one you downloaded here, and leave its first "
    "line as it is.",
    "no_language": "No column of that table is named by a language, such as pt or ar. Leave its first line "
    "as it is.",
}
_LOCALE = Locale.parse("en")


def sample_product(currency: str) -> dict[str, str]:
    """A product for pages that have none, so that a sale can be read."""
    return {"product": "Example lamp", "price": "40.00", "currency": currency or "EUR", "stock": "in_stock"}
