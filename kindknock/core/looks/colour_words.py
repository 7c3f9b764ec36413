"""Colours as people write them beside CSS: bare codes, numbers in a row, and their names in eight
languages.
"""

import difflib
import re
import unicodedata

# fmt: off
_NAMES: dict[str, str] = {
    "#000000": "black schwarz noir negro nero preto zwart أسود",
    "#ffffff": "white weiss weiß blanc blanco bianco branco wit أبيض",
    "#ff0000": "red rot rouge rojo rosso vermelho rood أحمر",
    "#008000": "green grün gruen vert verde groen أخضر",
    "#0000ff": "blue blau bleu azul blu blauw أزرق",
    "#ffff00": "yellow gelb jaune amarillo giallo amarelo geel أصفر",
    "#ffa500": "orange naranja arancione laranja oranje برتقالي",
    "#800080": "purple lila violett violet morado viola roxo paars أرجواني بنفسجي",
    "#ffc0cb": "pink rosa rose roze وردي",
    "#a52a2a": "brown braun marron marrón marrone castanho marrom bruin بني",
    "#808080": "grey gray grau gris grigio cinzento cinza grijs رمادي",
    "#000080": "navy marineblau marine marino marinho marineblauw كحلي",
    "#40e0d0": "turquoise türkis turquesa turchese turkoois تركواز فيروزي",
    "#800020": "burgundy bordeaux burgunder weinrot burdeos bordò bordeauxrood عنابي",
    "#722f37": "wine wein vin vino vinho wijn wijnrood نبيذي",
    "#5e1f38": "mulberry",
    "#ffd700": "gold doré dorado oro dourado goud ذهبي",
    "#c0c0c0": "silver silber argent plata argento prata zilver فضي",
    "#f5f5dc": "beige bege بيج",
    "#fffdd0": "cream creme crème crema créme roomwit كريمي",
    "#808000": "olive oliv oliva azeitona olijf زيتوني",
    "#008080": "teal petrol petroleo petrolio petróleo",
}
# fmt: on
_FROM_NAME = {
    unicodedata.normalize("NFC", name).casefold(): code
    for code, names in _NAMES.items()
    for name in names.split()
}
_BARE = re.compile(r"#?([0-9a-f]{3,4}|[0-9a-f]{6}|[0-9a-f]{8})", re.IGNORECASE)
_ROW = re.compile(
    r"(?:rgba?|rgb:|rvb)?\s*[(:]?\s*(\d{1,3})\s*[,;/ ]\s*(\d{1,3})\s*[,;/ ]\s*(\d{1,3})\s*\)?;?",
    re.IGNORECASE,
)
_LEAD = re.compile(
    r"^\s*(?:colou?r|farbe|couleur|kleur|cor|colore|hex|background(?:-color)?)\s*[:=]\s*", re.IGNORECASE
)


def as_css(text: str) -> str:
    """What a person wrote as the CSS it means; unchanged where it is none of these ways."""
    plain = unicodedata.normalize("NFKC", _LEAD.sub("", text)).strip().rstrip(";").strip()
    if code := _FROM_NAME.get(plain.casefold()):
        return code
    if match := _BARE.fullmatch(plain):
        return f"#{match[1]}"
    if (match := _ROW.fullmatch(plain)) and all(int(part) <= 255 for part in match.groups()):
        return f"rgb({match[1]}, {match[2]}, {match[3]})"
    return plain


def nearest_css(text: str, known: tuple[str, ...]) -> str:
    """What a mistyped colour was most likely meant to be, as CSS; '' where nothing is near. `known` are the
    names
    CSS has.
    """
    plain = unicodedata.normalize("NFKC", _LEAD.sub("", text)).strip().casefold()
    numbers = re.findall(r"\d{1,9}(?:\.\d{1,9})?", plain) if re.search(r"rgb|,|\d \d", plain) else []
    if len(numbers) >= 3 and not re.search(r"hsl|lch|lab|hwb", plain):
        red, green, blue = (min(round(float(number)), 255) for number in numbers[:3])
        return f"rgb({red}, {green}, {blue})"
    if plain.startswith("#") or re.fullmatch(r"[0-9a-fo]{4,9}", plain):
        digits = re.sub(r"[^0-9a-f]", "", plain.replace("o", "0"))
        if len(digits) >= 3:
            return f"#{(digits + digits[-1] * 6)[:6]}" if len(digits) > 3 else f"#{digits}"
    near = difflib.get_close_matches(plain, (*_FROM_NAME, *known), n=1, cutoff=0.78)
    return _FROM_NAME.get(near[0], near[0]) if near else ""
