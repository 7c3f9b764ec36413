"""A page of ours that stands for an owner's website where theirs can't be shown yet."""

from django.template.loader import render_to_string


def drawn_page(business_name: str, *, script: str) -> str:
    """The page as HTML; `script` is the one tag at its end that puts the button on it."""
    return render_to_string("onsite/drawn_page.html", {"name": business_name, "script": script})
