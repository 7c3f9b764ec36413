"""What a page is called without the name of its site."""

import re
from collections.abc import Sequence

_TITLE_PARTS = re.compile(r"\s+[|–—\-·•»«:]\s+|\s*[|»]\s*")


def without_site_name(title: str, site_name: str = "", other_titles: Sequence[str] = ()) -> str:
    """A page's title without the site's name at its end or its beginning: the name given, else what other
    pages' titles share there. Two titles that share it are enough.
    """
    parts = _TITLE_PARTS.split(title)
    if len(parts) < 2:
        return title
    name = site_name.casefold()
    for end in (-1, 0):
        shared = parts[end].casefold()
        others = [
            split[end].casefold() for other in other_titles if len(split := _TITLE_PARTS.split(other)) > 1
        ]
        if shared and (
            shared == name or (others.count(shared) > 1 and others.count(shared) * 2 > len(others))
        ):
            cut = title.rfind(parts[-1]) if end else len(parts[0])
            rest = title[:cut] if end else title[cut:]
            return rest.strip(" |–—-·•»«:") or title
    return title
