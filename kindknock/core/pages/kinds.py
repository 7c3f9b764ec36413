"""What kind of page an address is, decided once for everything that asks.

The page's own markup says it; else the owner's patterns; else usual paths in eight languages (the table
below, also in docs/rules.md 3). Where docs/rules.md is silent: a usual path stands at the root, or behind a
language (`/de/kasse`, `/en-gb/cart`) or one part more (`/shop/cart`); what lies below a basket or a
checkout is of it; a product, a list or an article must lie below its word (`/products/bell`), the word alone
is a list.
"""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, Protocol

from .rules import Place, Placing, Rule, judge, pattern_matches

By = Literal["page", "owner", "usual", ""]

# fmt: off
USUAL_PATHS: dict[str, tuple[str, ...]] = {
    "checkout": (
        "checkout", "checkouts", "onepage-checkout", "order-checkout", "kasse", "zur-kasse", "bestellung", "bezahlen",
        "zahlung", "paiement", "commande", "finaliser-commande", "caisse", "pago", "finalizar-compra", "tramitar-pedido",
        "finalizar-pedido", "pagamento", "checkout-page", "finalizar", "finalizacao", "afrekenen", "betalen", "bestellen",
        "cassa", "alla-cassa", "ordine", "الدفع", "اتمام-الطلب", "إتمام-الطلب", "payment",
    ),
    "basket": (
        "basket", "cart", "shopping-cart", "shopping-basket", "shopping-bag", "bag", "mycart", "my-cart", "view-cart",
        "warenkorb", "einkaufswagen", "panier", "mon-panier", "carrito", "cesta", "carro", "mi-carrito", "carrello",
        "carrinho", "cesto", "sacola", "winkelwagen", "winkelmand", "winkelmandje", "السلة", "سلة-التسوق", "عربة-التسوق",
    ),
    "contact": (
        "contact", "contact-us", "contactus", "contacts", "get-in-touch", "kontakt", "kontaktformular", "contactez-nous",
        "nous-contacter", "contacto", "contactenos", "contactanos", "contatti", "contattaci", "contactos", "contato",
        "contacte-nos", "fale-conosco", "neem-contact-op", "اتصل-بنا", "تواصل-معنا",
    ),
}
_BELOW: dict[str, tuple[str, ...]] = {
    "product": (
        "product", "products", "produkt", "produkte", "produit", "produits", "producto", "productos", "prodotto",
        "prodotti", "produto", "produtos", "artikel-detail", "منتج", "منتجات", "المنتجات",
    ),
    "list": (
        "category", "categories", "collection", "collections", "kategorie", "kategorien", "categorie", "categoria",
        "categorias", "coleccion", "colecciones", "collezione", "collezioni", "colecao", "collectie", "product-category",
        "التصنيفات", "تصنيف",
    ),
    "article": ("blog", "news", "journal", "magazin", "actualites", "noticias", "notizie", "nieuws", "المدونة", "اخبار"),
}
# fmt: on
_LANGUAGE = re.compile(r"[a-z]{2}(?:[-_][a-z]{2})?")
_WORDS = {word: kind for kind, words in USUAL_PATHS.items() for word in words}
_BELOW_WORDS = {word: kind for kind, words in _BELOW.items() for word in words}
_ENDING = re.compile(r"\.(?:html?|php|aspx?|jsp)$")


class KindPattern(Protocol):
    """The owner's word on which pages are of a kind."""

    @property
    def kind(self) -> str: ...

    @property
    def pattern(self) -> str: ...


@dataclass(frozen=True, slots=True)
class PageKind:
    """A page's kind, and what says so: the page, the owner, its usual path, or nothing ('')."""

    kind: str = ""
    by: By = ""


def kind_of(place: Place, patterns: Sequence[KindPattern] = (), by_page: str = "") -> PageKind:
    """The kind of a page: as its markup has it (`by_page`), else by the owner's patterns, else by its
    path.
    """
    if by_page:
        return PageKind(by_page, "page")
    for pattern in patterns:
        if pattern_matches(pattern.pattern, place.path, place.query):
            return PageKind(pattern.kind, "owner")
    usual = usual_kind(place.path)
    return PageKind(usual, "usual" if usual else "")


def usual_kind(path: str) -> str:
    """The kind that a normal path usually is; '' for most."""
    parts = [_ENDING.sub("", part) for part in path.split("/") if part and part != "#"]
    if parts and _LANGUAGE.fullmatch(parts[0]):
        parts = parts[1:]
    if not parts:
        return "home"
    for at, part in enumerate(parts[:2]):
        kind = _WORDS.get(part, "")
        # A contact form is a page; what is below a word elsewhere on the site may be anything.
        if kind and (kind != "contact" or at == len(parts) - 1):
            return kind
    for at, part in enumerate(parts[:2]):
        if kind := _BELOW_WORDS.get(part, ""):
            is_alone = at == len(parts) - 1
            return ("list" if kind != "article" else "") if is_alone else kind
    return ""


def judge_with_unknown_kind(rules: Sequence[Rule], place: Place) -> Placing | None:
    """Whether it shows on a page whose kind nobody tells: None where that hangs on the kind."""
    kinds = {"", *(rule.value.strip().casefold() for rule in rules if rule.kind == "page_kind")}
    found = [
        judge(rules, Place(place.path, place.query, place.tags, place.host, kind)) for kind in sorted(kinds)
    ]
    return found[0] if len({placing.shows for placing in found}) == 1 else None
