"""Words that name what stands beside them, in the languages we read, compared folded, as whole words; names
of elements and properties.
"""

import re

from ..time.hours_text.vocabulary import folded


def _words(text: str) -> frozenset[str]:
    return frozenset(text.split())


IN_LINE = _words(
    "a abbr b bdi bdo cite code data dfn em font i kbd label mark q s small span strong sub sup td th "
    "time u var"
)
"""Elements that begin no line of their own; cells of a row stand in one."""
OTHERS = _words(
    "review reviews author creator brand manufacturer sponsor memberof parentorganization affiliation "
    "itemreviewed event events location performer organizer supplier funder copyrightholder"
)
"""Properties whose things are somebody else's, or may be."""
CALL = _words(
    "call phone tel telephone ring mobile telefon telefonisch anrufen ruf mobil handy appelez portable "
    "llamar llama llamanos telefono movil chiama chiamaci cellulare ligue liga telefone telemovel bel "
    "telefoon mobiel اتصل هاتف جوال الهاتف"
)
WHATSAPP = _words("whatsapp واتساب واتس")
NOT_A_PHONE = re.compile(
    r"\b(?:iban|bic|vat|ust|ustid|steuer\w*|siret|siren|rcs|nif|nipc|cif|kvk|btw|abn|p\.?\s?iva|company no|"
    r"registered|registration|order|invoice|account|konto\w*|hrb|eori|isbn|ean|sku)\b",
    re.IGNORECASE,
)
FAX = re.compile(
    r"(?:\b(?:tele)?fax\b|t[ée]l[ée]copi\w*|\bfaks\b|فاكس|\bf\s*[.:])[^+\d]{0,12}$", re.IGNORECASE
)
CREDIT = re.compile(
    r"\b(?:web(?:site|seite)?s?|site|sito|pagina|página|página web|design|diseño|theme|powered|"
    r"photos?|images?)\b.{0,12}"
    r"\b(?:by|von|par|por|di|door)\b|\b(?:gestaltet|réalisé|réalisation|diseñado|desarrollado|realizzato|"
    r"desenvolvido|gemaakt|umsetzung|webdesign|powered by|made by|built by)\b|تصميم",
    re.IGNORECASE,
)
HOURS = _words(
    "hours open opening offnungszeiten geoffnet sprechzeiten oeffnungszeiten horaires ouvert ouverture "
    "horario horarios abierto apertura orari orario aperto aperti aberto openingstijden geopend ساعات مواعيد "
    "اوقات"
)
STAFF = ("team", "staff", "people", "person", "mitarbeiter", "equipe", "equipo", "squadra", "member", "فريق")


def words_of(text: str) -> frozenset[str]:
    """The words of a text, folded, without what stands between them."""
    return frozenset(_WORD.findall(folded(text)))


_WORD = re.compile(r"[^\W\d_]+")
