"""Words that say nothing of what a question is about, by language: articles, pronouns,
helping verbs, greetings.
"""

from collections.abc import Mapping, Sequence
from functools import lru_cache

from ..guests.searching import folded

# fmt: off
COMMON: Mapping[str, str] = {
    "ar": (
        "من في على الى إلى عن مع هل ما ماذا كم متى أين اين كيف لماذا هو هي هذا هذه ذلك تلك أنا انا أنت "
        "انت نحن أنتم انتم هم لي لك لكم لنا لها له كان كانت يكون تكون أن ان إن لا لم لن ليس نعم أو او ثم "
        "إذا اذا كل بعض أي اي عند عندكم لديكم لدي يمكن يمكنني يمكنكم أريد اريد أود اود لو سمحت سمحتم شكرا "
        "شكرًا مرحبا مرحبًا فضلك فضلكم قد و ب ل"
    ),
    "de": (
        "der die das den dem des ein eine einen einem einer eines und oder aber auch nicht kein keine "
        "keinen ist sind war waren wird werden wurde bin bist sein hat habe haben hatte kann können "
        "kannst könnt könnte könnten muss müssen soll sollte darf will wollen möchte möchten würde würden "
        "ich du er sie es wir ihr mich mir dich dir uns euch ihn ihm ihnen mein meine meinen dein deine "
        "unser unsere euer eure ihre ihren was wer wie wo wann warum wieso welche welcher welches wieviel "
        "viel viele von vom zu zum zur mit bei in im an am auf aus für nach über um als wenn dass ob so "
        "sehr noch schon nur mal bitte danke hallo guten tag moin gibt es man etwas da hier denn dann "
        "eigentlich gerne"
    ),
    "en": (
        "a an the this that these those and or but not no nor so if then than as of to in on at by for "
        "from with without about into is are was were be been being am do does did doing done have has "
        "had having can could will would shall should may might must i you he she it we they me him her "
        "us them my your his its our their mine yours ours what which who whom whose when where why how "
        "much many any some there here also just only please thanks thank hello hi hey dear good morning "
        "afternoon evening know tell want like would need get got let want wondering wonder question ask "
        "asking possible possibly still yet too very really maybe i'm i'd i've you're don't doesn't it's "
        "s d m t ve re ll"
    ),
    "es": (
        "el la los las lo un una unos unas y o u pero no ni si que qué quien quién cual cuál cuales "
        "cuáles como cómo cuando cuándo donde dónde cuanto cuánto cuanta cuánta cuantos cuántos por para "
        "con sin de del al a en es son era fue ser estar está están estoy hay he ha han tiene tienen "
        "tengo tenéis tienes puede puedo pueden podéis podría podrían quiero quisiera querría yo tú tu "
        "usted ustedes él ella nosotros vosotros ellos me te se nos os le les mi mis su sus nuestro este "
        "esta estos estas eso esto muy más ya también hola buenos buenas días tardes gracias favor saber"
    ),
    "fr": (
        "le la les l un une des du de d et ou où mais ne pas ni si que qu qui quoi quel quelle quels "
        "quelles comment quand pourquoi combien est ce c cette ces cet je j tu il elle on nous vous ils "
        "elles me m te t se s lui leur mon ma mes ton ta tes son sa ses notre nos votre vos leurs à au "
        "aux en dans sur par pour avec sans chez y est sont était être suis ai as a avez avons ont avoir "
        "peut peux puis pouvez peuvent pourrais pourriez veux voudrais voulez faut il y a t a bonjour "
        "bonsoir salut merci svp plaît plait savoir aussi encore très plus"
    ),
    "it": (
        "il lo la i gli le l un uno una e o ma non né se che chi cosa cos quale quali quando dove come "
        "perché quanto quanta quanti quante di del dello della dei degli delle d a al allo alla ai agli "
        "alle da dal dalla in nel nella nei su sul sulla con per tra fra è e' sono era essere ho ha hai "
        "abbiamo avete hanno avere c'è ci sono c posso può puoi potete possono potrei potrebbe vorrei "
        "voglio io tu lui lei noi voi loro mi ti si vi ci mio mia miei tuo sua suo vostro vostra nostro "
        "questo questa quello ciao salve buongiorno buonasera grazie favore sapere anche ancora molto più "
        "già"
    ),
    "nl": (
        "de het een en of maar niet geen is zijn was waren ben bent word wordt worden heb hebt heeft "
        "hebben had kan kun kunt kunnen kon zou zouden moet moeten mag mogen wil willen wilt ik je jij "
        "jullie u hij zij ze we wij me mij jou uw ons hem haar hun mijn jouw onze wat wie waar wanneer "
        "waarom hoe welke welk hoeveel veel van voor met bij in op aan uit naar over om te als dan dat "
        "dit die deze er hier daar ook nog al wel heel graag alstublieft alsjeblieft bedankt dank hallo "
        "hoi goedemorgen goedemiddag dag iets"
    ),
    "pt": (
        "o a os as um uma uns umas e ou mas não nem se que quem qual quais como quando onde porquê porque "
        "por para com sem de do da dos das ao à aos às em no na nos nas é são era foi ser estar está "
        "estão estou há tem têm tenho temos tens ter pode posso podem podia poderia quero queria gostava "
        "gostaria eu tu você vocês ele ela nós eles elas me te lhe lhes meu minha meus teu sua seu seus "
        "vosso vossa nosso este esta isto esse essa isso aquele muito mais já também ainda olá oi bom boa "
        "dia tarde noite obrigado obrigada favor quanto quanta quantos quantas saber quais"
    ),
}
# fmt: on


def telling_words(words: Sequence[str], language: str) -> list[str]:
    """Of folded words those that aren't common in a language; all of them where every one is."""
    common = _folded().get(language.split("-")[0].lower(), frozenset())
    return [word for word in words if word not in common] or list(words)


@lru_cache(maxsize=1)
def _folded() -> Mapping[str, frozenset[str]]:
    return {language: frozenset(map(folded, words.split())) for language, words in COMMON.items()}
