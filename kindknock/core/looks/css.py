"""A door's looks written as CSS for its shadow root, for one device: the button only adopts it.

Where docs/rules.md is silent: a bar stands at the window's foot, over a phone's whole width; a tab stands
at the side's edge; a round button shows no label; while nobody is in, the label is seen on every shape,
since it says another thing. Dark pages are told by what they declare (`color-scheme`), else by the ground
they paint, which the button names by a class.
"""

from functools import lru_cache
from typing import Any

from ..setup import Channel, Looks
from .colour import MARK_RATIO, Palette, hand_set, palette_of, ratio, read_colour
from .geometry import Device
from .glyphs import GLYPHS
from .own_css import read_own_css

FONTS = {"kk:figtree": "Figtree", "kk:bricolage": "Bricolage Grotesque", "kk:literata": "Literata"}
"""Shipped with us; a door that has one names its file, the button loads it once it stands."""
SEEN = {"light": (False,), "dark": (True,)}
"""Whether dark pages, light ones, or (left out) both show a scheme's colours."""
_RIMS = (
    ".door:not(.hollow),.plate,.go,.card:not(.away,.menu) .by .way:first-child,.menu .way .face"
    "{border:1.5px solid var(--rim)}"
)
# The button while nobody is in, and how it comes: here, not in the first file, where every byte counts.
_AWAY = (
    ".hollow{background:var(--card);color:var(--word);--ring:var(--word);--hover:var(--tint);"
    "box-shadow:inset 0 0 0 1.5px var(--word),0 14px 30px -10px rgb(40 20 30/45%)}"
)
_COMES = (
    "@keyframes kk-in{from{opacity:0;transform:translateY(8px)}}"
    "@media (prefers-reduced-motion:no-preference){.door{animation:kk-in .26s}}"
)
_HIDE = "{position:absolute;width:1px;height:1px;clip-path:inset(50%)}"
MOTIONS = {
    "swing": "0%,to{transform:none}30%{transform:rotate(18deg)}65%{transform:rotate(-10deg)}",
    "nod": "0%,to{transform:none}35%{transform:translateY(-3px)}70%{transform:translateY(2px)}",
    "lean": "0%,to{transform:none}50%{transform:rotate(-8deg)}",
    "breathe": "0%,to{transform:none}50%{transform:scale(1.12)}",
    "rise": "0%,to{transform:none}50%{transform:translateY(-4px)}",
    "tap": "0%,40%,to{transform:none}20%,60%{transform:translateY(3px)}",
}


def palette_for(looks: Looks, *, dark: bool = False) -> Palette:
    """The palette of some looks with what is set by hand in it; a colour that can't be read falls back to
    the product's own.
    """
    brand = read_colour(looks.colour) or "#5e1f38"
    label = read_colour(looks.label_colour) if looks.label_colour else None
    return hand_set(palette_of(brand, label, dark=dark), tuple(sorted(looks.palette.items())), dark=dark)


def css_of(looks: Looks, device: Device, channels: tuple[Channel, ...] = (), origin: str = "") -> str:
    """Everything of the looks that is not a number of the place. Empty nowhere: colours are always in it."""
    colours = tuple((c.key, c.colour) for c in channels if c.colour)
    if looks.glyph_picture:
        looks = looks.model_copy(update={"glyph_picture": absolute(looks.glyph_picture, origin, FACE_PX)})
    return _written(
        looks.model_dump_json(exclude={"logo", "banner", "phone_offset", "computer_offset"}), device, colours
    )


@lru_cache(maxsize=512)
def _written(looks_json: str, device: Device, colours: tuple[tuple[str, str], ...]) -> str:
    looks = Looks.model_validate_json(looks_json)
    parts = [
        _AWAY + _COMES,
        _colours(looks),
        _shape(looks, device),
        _label(looks, device),
        _glyph(looks),
        _type(looks, device),
        _density(looks),
        _motion(looks),
    ]
    if looks.stays:
        parts.append(
            ":host{position:absolute!important;inset:0 0 "
            "auto!important;height:100vh!important;pointer-events:none!important}.door{position:absolute}"
        )
    parts += [_way(key, colour, looks) for key, colour in colours if read_colour(colour)]
    return "".join(parts) + read_own_css(looks.css).css


def _declared(values: dict[str, str]) -> str:
    return "".join(f"--{name}:{value}!important;" for name, value in values.items())


def _colours(looks: Looks) -> str:
    palettes = {dark: palette_for(looks, dark=dark) for dark in (False, True)}
    is_rimmed = any(_is_pale(palettes[dark]) for dark in SEEN.get(looks.scheme, (False, True)))
    light, dark = (_values(palettes[dark], is_rimmed) for dark in (False, True))
    rims = _RIMS if is_rimmed else ""
    if looks.scheme == "light":
        return f":host{{{_declared(light)}}}" + rims
    if looks.scheme == "dark":
        return f":host{{{_declared(dark)}color-scheme:dark!important}}" + rims
    if looks.scheme == "system":
        return (
            f":host{{{_declared(light)}}}@media(prefers-color-scheme:dark)"
            f"{{:host{{{_declared(dark)}color-scheme:dark!important}}}}"
        ) + rims
    both = {name: f"light-dark({light[name]},{dark[name]})" for name in light if light[name] != dark[name]}
    return (
        f":host{{{_declared(light)}}}@supports(color:light-dark(red,red))"
        f"{{:host{{color-scheme:inherit!important;{_declared(both)}}}"
        ":host(.dark){color-scheme:dark!important}}"
    ) + rims


def _is_pale(palette: Palette) -> bool:
    """Whether what is pressed can't be told from the card it stands on by its ground alone."""
    return ratio(palette.brand, palette.card) < MARK_RATIO


def _values(palette: Palette, is_rimmed: bool) -> dict[str, str]:
    values = {name: getattr(palette, name) for name in palette.__slots__}
    rim = {"rim": palette.edge if _is_pale(palette) else "transparent"}
    return {**values, **rim} if is_rimmed else values


def _shape(looks: Looks, device: Device) -> str:
    out = {
        "round": ".door:not(.hollow){width:var(--size);padding:0;border-radius:50%}"
        ".plate{border-radius:calc(var(--size)/2)}",
        "square": ".door,.plate{border-radius:min(12px,calc(var(--size)/4))}",
        "bar": ".door{height:calc(var(--size) - 4px);border-radius:14px 14px 0 0;min-width:168px}"
        + (
            ".door{left:0;right:0;width:100%;max-width:none;border-radius:16px 16px 0 0}"
            if device == "phone"
            else ""
        ),
        "tab": f".door{{writing-mode:vertical-rl;width:var(--size);height:auto;padding:16px 0 "
        f"18px;border-radius:{'0 14px 14px 0' if looks.corner == 'left' else '14px 0 0 14px'};"
        "max-width:none;max-height:60vh}.ring{rotate:none}",
    }.get(looks.shape, "")
    out += _measured(looks)
    if is_on_top(looks):
        top = "calc(var(--foot) + env(safe-area-inset-top))"
        below = "calc(var(--foot) + var(--size) + 12px + env(safe-area-inset-top))"
        out += (
            f".door{{bottom:auto;top:{top}}}"
            ".door.off{transform:translateY(calc(-100% - var(--foot) - 20px))}"
            f".nudge{{bottom:auto;top:{below}}}"
        )
        if device != "phone":
            out += _wide(f".card{{bottom:auto;top:{below}}}.card.aside{{bottom:auto;top:{top}}}")
    if is_middle(looks):
        out += (
            ".door{bottom:auto;top:50%;translate:0 -50%}.door.off{transform:none}"
            ".nudge{bottom:auto;top:calc(50% + var(--size)/2 + 12px)}"
        )
        if device != "phone":
            beside = f"calc(var(--side) + {_width(looks, device)} + 12px)"
            out += _wide(
                ".card{bottom:auto;top:50%;translate:0 -50%;max-height:calc(100vh - 32px)}"
                f".card.{looks.corner}{{{looks.corner}:{beside}}}"
            )
    return out


def _wide(css: str) -> str:
    """For windows in which the card is a letter beside the button; in narrower ones it is a sheet at the
    foot.
    """
    return f"@media(min-width:481px){{{css}}}"


def is_middle(looks: Looks) -> bool:
    """Whether it stands half way up the side."""
    return looks.height == "middle" and looks.shape != "bar"


def is_on_top(looks: Looks) -> bool:
    """Whether it stands in an upper corner."""
    return looks.height == "top" and looks.shape != "bar"


def _measured(looks: Looks) -> str:
    """Width and roundness of the owner's own, where the shape has them."""
    out = ""
    if looks.width_px is not None and looks.shape not in ("round", "tab"):
        out += f".door:not(.hollow){{min-width:max({looks.width_px}px,var(--size))}}"
    if looks.round_px is not None and looks.shape != "round":
        own = f"{looks.round_px}px"
        corners = {
            "bar": f"{own} {own} 0 0",
            "tab": f"0 {own} {own} 0" if looks.corner == "left" else f"{own} 0 0 {own}",
            "square": own,
        }.get(looks.shape, f"{own} {own} min({own},var(--b)) min({own},var(--b))")
        inside = (
            own if looks.shape in ("square", "bar", "tab") else f"{own} {own} min({own},10px) min({own},10px)"
        )
        out += f".door{{border-radius:{corners}}}.plate{{border-radius:{inside}}}"
    return out


def _width(looks: Looks, device: Device) -> str:
    return (
        "var(--size)"
        if looks.shape in ("tab", "round") or not _label_shows(looks, device)
        else "var(--size) + 92px"
    )


def _label_shows(looks: Looks, device: Device) -> bool:
    """Whether the label is seen on a device; tablets take the computer's."""
    return looks.shape != "round" and (
        looks.label == "shown" or looks.label == ("phone" if device == "phone" else "computer")
    )


def _label(looks: Looks, device: Device) -> str:
    if _label_shows(looks, device) and (looks.glyph or looks.glyph_picture):
        return ""
    if _label_shows(looks, device):
        return ".door{padding:0 20px}"
    square = (
        "" if looks.shape in ("round", "bar", "tab") else ".door:not(.hollow){width:var(--size);padding:0}"
    )
    return f"{square}.door:not(.hollow) .label{_HIDE}"


def _glyph(looks: Looks) -> str:
    if looks.glyph_picture:
        return (
            f'.ring{{clip-path:none;background:url("{_quoted(looks.glyph_picture)}") '
            "center/cover;width:calc(var(--size) - 18px);"
            "height:calc(var(--size) - 18px);border-radius:10px 10px 6px 6px}"
        )
    if looks.glyph == "knocker" or looks.glyph not in GLYPHS:
        return "" if looks.glyph else ".ring{display:none}"
    return f'.ring{{clip-path:path(evenodd,"{GLYPHS[looks.glyph]}")}}'


def _type(looks: Looks, device: Device) -> str:
    out = ""
    if looks.font:
        family = FONTS.get(looks.font, looks.font)
        out = f':host{{--font:"{_quoted(family)}",system-ui,sans-serif!important}}'
    size = looks.text_px
    if size != Looks().text_px:
        text = f"font-size:{size}px;line-height:{round(size * 1.43)}px"
        inputs = "" if device == "phone" and size < 16 else ",textarea,.leave input"
        out += (
            f".card,.nudge{inputs}{{{text}}}"
            f"h2{{font-size:{round(size * 1.36, 1)}px;line-height:{round(size * 1.71)}px}}"
            f".door,.plate{{font-size:{size + 1.5}px}}"
            f".way{{font-size:{max(size - 0.5, 12)}px}}.small,.row>label,.row>span,.who small,.agree,.to "
            f"legend{{font-size:{max(size - 1.5, 12)}px;line-height:{round(max(size - 1.5, 12) * 1.36)}px}}"
        )
    return out


def _density(looks: Looks) -> str:
    return {
        "close": ".card{padding:16px 16px 10px}.row{margin-bottom:6px}.to label{padding:3px "
        "8px}.help{margin-bottom:8px}.top{margin:-16px -16px 10px}",
        "roomy": ".card{padding:28px 26px 20px}.row{padding-bottom:10px;margin-bottom:16px}.to "
        "label{padding:9px 8px}.way{min-height:44px}.top{margin:-28px -26px 18px}",
    }.get(looks.density, "")


def _motion(looks: Looks) -> str:
    if looks.motion not in MOTIONS:
        return ""
    return (
        f"@keyframes kk-m{{{MOTIONS[looks.motion]}}}@media(prefers-reduced-motion:no-preference)"
        "{.ring{animation:kk-m .42s .5s ease-in-out}.door:hover .ring,.plate:hover .ring{animation:kk-m "
        ".42s ease-in-out}}"
    )


def _way(key: str, colour: str, looks: Looks) -> str:
    """A channel's own colour on the card: the button's pairs turned onto its tint, edged where it is as
    pale, or as dark, as a card it may stand on.
    """
    own = looks.model_copy(update={"colour": colour, "label_colour": "", "palette": {}})
    palette = palette_for(own)
    cards = [palette_for(looks, dark=dark).card for dark in SEEN.get(looks.scheme, (False, True))]
    is_pale = any(ratio(palette.brand, card) < MARK_RATIO for card in cards)
    words = (
        f"--brand:{palette.brand};--on_brand:{palette.on_brand};"
        f"--tint:{palette.brand};--word:{palette.on_brand}"
        + (";border:1.5px solid var(--edge)" if is_pale else "")
    )
    return f'.way[data-k="{_quoted(key)}"]{{{words}}}'


def _quoted(text: str) -> str:
    """Safe inside a CSS string (CSS Syntax 3, 4.3.5): what could end it is escaped by its code point."""
    return "".join(c if c.isalnum() or c in " ./:-_~%?=&+,@" else f"\\{ord(c):x} " for c in text)


def font_file(looks: Looks) -> tuple[str, str] | None:
    """Family and file name of a shipped font; None for any other."""
    return (FONTS[looks.font], looks.font.removeprefix("kk:") + ".woff2") if looks.font in FONTS else None


def as_plan(looks: Looks, device: Device, channels: tuple[Channel, ...], origin: str) -> dict[str, Any]:
    """What of the looks goes to the button beside its place."""
    font = font_file(looks)
    return {"css": css_of(looks, device, channels, origin), **({"font": list(font)} if font else {})}


FACE_PX, LOGO_PX, BANNER_PX = 96, 384, 768
"""Longest side in px that a picture is asked for, two to one of what it covers."""


def absolute(picture: str, origin: str, size_px: int) -> str:
    """A picture's address as a customer's page can load it; one of a shelf in the size it is shown at."""
    return (
        f"{origin}{picture}/{size_px}"
        if picture.startswith("/k/p/")
        else origin + picture
        if picture.startswith("/")
        else picture
    )
