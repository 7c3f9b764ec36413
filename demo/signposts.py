"""The signposts of the front door in three languages, and a draft of the hire pages that leads nowhere in
places.
"""

from typing import Any

FRONT: dict[str, Any] = {
    "key": "front",
    "name": "What brings you here?",
    "steps": [
        {
            "key": "start",
            "heading": {"en": "What brings you here?", "pt": "O que o traz cá?", "ar": "ما الذي جاء بك؟"},
            "arms": [
                {
                    "key": "repair",
                    "label": {"en": "A repair", "pt": "Uma reparação", "ar": "إصلاح"},
                    "leads": "step",
                    "to": "repair",
                },
                {
                    "key": "hire",
                    "label": {"en": "Hire", "pt": "Alugar", "ar": "تأجير"},
                    "leads": "step",
                    "to": "hire",
                },
                {
                    "key": "buy",
                    "label": {"en": "Buying a wheel", "pt": "Comprar uma roda", "ar": "شراء عجلة"},
                    "leads": "answer",
                    "to": "spokes",
                },
                {
                    "key": "where",
                    "label": {"en": "Where are you?", "pt": "Onde ficam?", "ar": "أين أنتم؟"},
                    "leads": "page",
                    "to": "/contact",
                },
            ],
        },
        {
            "key": "repair",
            "heading": {"en": "What is it about?", "pt": "De que se trata?", "ar": "عمّ يدور الأمر؟"},
            "says": {
                "en": "Ines has the stand free in the afternoon.",
                "pt": "A Ines tem o cavalete livre à tarde.",
                "ar": "حامل الإصلاح متاح لدى إيناس بعد الظهر.",
            },
            "arms": [
                {
                    "key": "wheel",
                    "label": {"en": "It is a wheel", "pt": "É uma roda", "ar": "إنها عجلة"},
                    "leads": "person",
                    "to": "ines",
                    "note": {"en": "A wheel: ", "pt": "Uma roda: ", "ar": "عجلة: "},
                },
                {
                    "key": "else",
                    "label": {"en": "Anything else", "pt": "Outra coisa", "ar": "شيء آخر"},
                    "leads": "person",
                    "to": "",
                },
                {
                    "key": "wait",
                    "label": {"en": "It can wait", "pt": "Pode esperar", "ar": "يمكنه الانتظار"},
                    "leads": "tell",
                    "asks_name": True,
                    "says": {
                        "en": "Thank you, {visitor|good to know}. We write it on the board.",
                        "pt": "Obrigado, {visitor|já sabemos}. Fica no quadro.",
                        "ar": "شكرًا، {visitor|علمنا بذلك}. سنكتبه على اللوح.",
                    },
                },
            ],
        },
        {
            "key": "hire",
            "heading": {
                "en": "When would you like to ride?",
                "pt": "Quando quer pedalar?",
                "ar": "متى تود الركوب؟",
            },
            "says": {
                "en": "Bicycles go out from nine, helmets are free.",
                "pt": "As bicicletas saem a partir das nove, o capacete é grátis.",
                "ar": "تخرج الدراجات من التاسعة، والخوذات مجانية.",
            },
            "arms": [
                {
                    "key": "today",
                    "label": {"en": "Today", "pt": "Hoje", "ar": "اليوم"},
                    "leads": "call",
                    "to": "+441174960141",
                },
                {
                    "key": "later",
                    "label": {"en": "Another day", "pt": "Outro dia", "ar": "يوم آخر"},
                    "leads": "person",
                    "to": "tomasz",
                    "note": {
                        "en": "Hire, another day: ",
                        "pt": "Aluguer, outro dia: ",
                        "ar": "تأجير، يوم آخر: ",
                    },
                },
                {
                    "key": "cost",
                    "label": {"en": "What does it cost?", "pt": "Quanto custa?", "ar": "كم يكلف؟"},
                    "leads": "words",
                    "says": {
                        "en": "A day is £18, a week £75.",
                        "pt": "Um dia são 18 libras, uma semana 75.",
                        "ar": "اليوم بثمانية عشر جنيهًا، والأسبوع بخمسة وسبعين.",
                    },
                },
                {
                    "key": "code",
                    "label": {
                        "en": "A code for the lock",
                        "pt": "Um código para o cadeado",
                        "ar": "رمز للقفل",
                    },
                    "leads": "code",
                    "code": "HARBOUR-LOCK",
                    "says": {
                        "en": "Say it at the hire desk.",
                        "pt": "Diga-o no balcão.",
                        "ar": "قله عند المكتب.",
                    },
                },
            ],
        },
    ],
}
HIRE_DRAFT: dict[str, Any] = {
    "key": "hirewhen",
    "name": "Hire, when?",
    "is_draft": True,
    "steps": [
        {
            "key": "start",
            "heading": {"en": "When would you like to ride?"},
            "arms": [
                {"key": "today", "label": {"en": "Today"}, "leads": "call", "to": "+441174960141"},
                {"key": "cost", "label": {"en": "What does it cost?"}, "leads": "", "to": ""},
            ],
        }
    ],
}
