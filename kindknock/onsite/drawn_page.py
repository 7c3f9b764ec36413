"""A page of ours that stands for an owner's website where theirs can't be shown yet."""

from django.template.loader import render_to_string


def drawn_page(business_name: str, *, script: str, note: str = "") -> str:
    """The page as HTML; `script` is the one tag at its end that puts the button on it, `note` a line on
    top about the page itself.
    """
    return render_to_string("onsite/drawn_page.html", {"name": business_name, "script": script, "note": note})
