"""Text as people paste it, made plain before it is read."""

import unicodedata


def plain(typed: str, *, keeps_dashes: bool = False) -> str:
    """Compatibility forms folded, every decimal digit ASCII, every blank a space, lines kept, marks that are
    not seen taken out; every dash `-`, unless which of them it is matters.
    """
    out = []
    for char in unicodedata.normalize("NFKC", typed):
        category = unicodedata.category(char)
        if category == "Nd":
            out.append(str(unicodedata.digit(char)))
        elif category in ("Zs", "Zl", "Zp") or char in "\t\r\n":
            out.append("\n" if char == "\n" else " ")
        elif category == "Cf":
            continue
        elif not keeps_dashes and (category == "Pd" or char == "−"):
            out.append("-")
        else:
            out.append(char)
    return "".join(out).strip()
