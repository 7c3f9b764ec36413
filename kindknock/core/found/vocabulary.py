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
CLOSED = _words(
    "closed closing shut geschlossen betriebsferien urlaub ferme fermee fermeture cerrado cerrada cerramos "
    "chiuso chiusi chiusura fechado fechada encerrado encerrados gesloten vakantie مغلق مغلقة مغلقون"
)
STAFF = ("team", "staff", "people", "person", "mitarbeiter", "equipe", "equipo", "squadra", "member", "فريق")


def words_of(text: str) -> frozenset[str]:
    """The words of a text, folded, without what stands between them."""
    # Most lines need no folding, which takes twenty times as long.
    plain = text.translate(_DASHES)
    return frozenset(_WORD.findall(plain.lower() if plain.isascii() else folded(text)))


_WORD = re.compile(r"[^\W\d_]+")
_DASHES = dict.fromkeys(map(ord, "–—’“”…·•\u00a0"), " ")
TELLING = (
    _words(
        "contact contacts kontakt contacto contacta contatti contattaci contactos contato find visit visita "
        "besuch anfahrt venir trouver reach touch اتصل تواصل"
    ),
    HOURS,
    _words(
        "about uns nous nosotros noi sobre quienes chi somos siamo qui sommes over ons team equipe equipo "
        "من نحن"
    ),
    _words("impressum imprint legal mentions aviso note legali legais colofon disclaimer"),
    _words(
        "shop store boutique tienda negozio loja winkel laden order bestellen commander pedir ordina "
        "encomendar hire rent verleih mieten location alquiler noleggio aluguer verhuur متجر"
    ),
)
"""What pages are called that tell of a business, the most telling sort first: how to reach it, when it is
open, who it is, the notice the law asks for, what it sells or lends.
"""
TRADES: tuple[tuple[str, frozenset[str]], ...] = (
    (
        "cafe",
        _words(
            "cafe cafeorcoffeeshop coffee coffeeshop bakery bakehouse restaurant bistro pizzeria "
            "foodestablishment backerei konditorei gasthaus boulangerie patisserie brasserie panaderia "
            "cafeteria panificio trattoria pasticceria padaria pastelaria bakkerij eetcafe مقهى مخبز مطعم"
        ),
    ),
    (
        "clinic",
        _words(
            "clinic medicalclinic dentist physician medicalbusiness veterinarycare physiotherapy practice "
            "praxis zahnarzt zahnarztpraxis arztpraxis cabinet dentiste clinica dentista dottore "
            "consultorio kliniek tandarts huisarts عيادة طبيب"
        ),
    ),
    (
        "lodging",
        _words(
            "lodgingbusiness hotel hostel bedandbreakfast guesthouse inn motel resort lodge pension "
            "herberge auberge chambres posada albergo pensione agriturismo hospedagem pousada herberg فندق "
            "نزل"
        ),
    ),
    (
        "tutor",
        _words(
            "tutor tutoring lessons tuition educationalorganization musicschool drivingschool nachhilfe "
            "unterricht musikschule cours professeur clases profesora lezioni ripetizioni aulas "
            "explicacoes bijles lessen دروس معلم"
        ),
    ),
    (
        "workshop",
        _words(
            "workshop repair repairs autorepair bikestore garage plumber electrician locksmith "
            "homeandconstructionbusiness werkstatt reparatur klempner atelier reparation plombier taller "
            "reparacion officina riparazioni oficina reparacao werkplaats reparatie ورشة تصليح"
        ),
    ),
    (
        "shop",
        _words(
            "store shop bookstore clothingstore florist shoestore jewelrystore furniturestore laden "
            "boutique librairie tienda libreria negozio loja livraria winkel boekhandel متجر"
        ),
    ),
)
"""Words and schema.org types that say of what sort a business is, the more telling first."""
PARKED = re.compile(
    r"domain (?:name )?(?:is|may be) for sale|buy this domain|domain is parked|parked (?:domain|free)|"
    r"this domain (?:has been registered|name is registered)|"
    r"domain (?:steht )?(?:ist )?(?:zum verkauf|zu verkaufen)|"
    r"domaine est (?:à|en) vente|dominio (?:está|esta) en venta|dominio è in vendita|domínio está à venda|"
    r"domein is te koop|default web page|welcome to nginx|apache2? (?:debian|ubuntu) default page|"
    r"website is under construction|site is under construction|النطاق معروض للبيع",
    re.IGNORECASE,
)
"""What stands where nobody's website is yet, or any more."""
