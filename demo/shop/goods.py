"""What the shop sells, and how its pages tell machines of it: JSON-LD, microdata or Open Graph, as shops
do.
"""

from dataclasses import dataclass
from typing import Any

from django.utils.safestring import SafeString, mark_safe

from . import art

STOCK = {True: "https://schema.org/InStock", False: "https://schema.org/OutOfStock"}


@dataclass(frozen=True)
class Good:
    """`variants` are (name, price); `marked_up_as` is how the page is marked up."""

    slug: str
    name: str
    line: str
    about: str
    price: str
    was: str = ""
    stock: bool = True
    drawing: str = ""
    variants: tuple[tuple[str, str], ...] = ()
    marked_up_as: str = "json-ld"

    @property
    def picture(self) -> SafeString:
        return mark_safe(self.drawing)  # noqa: S308

    @property
    def shown_price(self) -> str:
        prices = sorted({float(price) for _, price in self.variants} or {float(self.price)})
        return f"£{prices[0]:.2f}" + (f" to £{prices[-1]:.2f}" if len(prices) > 1 else "")

    @property
    def availability(self) -> str:
        return STOCK[self.stock]

    def schema_org(self, address: str) -> dict[str, Any]:
        """schema.org Product with its offer, as search engines ask shops for it."""
        offer: dict[str, Any] = {
            "@type": "Offer",
            "url": address,
            "priceCurrency": "GBP",
            "price": self.price,
            "availability": self.availability,
        }
        if self.variants:
            prices = sorted(float(price) for _, price in self.variants)
            offer = {
                "@type": "AggregateOffer",
                "priceCurrency": "GBP",
                "lowPrice": f"{prices[0]:.2f}",
                "highPrice": f"{prices[-1]:.2f}",
                "offerCount": len(prices),
                "availability": self.availability,
            }
        if self.was:
            offer["priceSpecification"] = [
                {
                    "@type": "UnitPriceSpecification",
                    "priceType": "https://schema.org/StrikethroughPrice",
                    "price": self.was,
                    "priceCurrency": "GBP",
                }
            ]
        return {
            "@context": "https://schema.org",
            "@type": "Product",
            "name": self.name,
            "description": self.line,
            "offers": offer,
        }


GOODS = (
    Good(
        "touring-pair",
        "Touring pair, 36 spokes",
        "Built to order in ten days.",
        "Two wheels for loaded miles: 36 double-butted spokes, cup-and-cone hubs, laced three-cross and "
        "tensioned by hand. "
        "We ride every pair round the harbour before it leaves.",
        "420.00",
        drawing=art.wheel(36),
    ),
    Good(
        "cargo-rear",
        "Cargo rear wheel",
        "For boxes, children and bad roads.",
        "Forty spokes, a steel axle and a rim as wide as a thumb. It shrugs at kerbs and carries a week's "
        "shopping home.",
        "189.00",
        was="230.00",
        drawing=art.wheel(40),
    ),
    Good(
        "harbour-lamp",
        "Harbour lamp",
        "Runs off the wheel, never off a plug.",
        "A front lamp for a hub dynamo. Bright enough for the unlit path along the sea wall, with a "
        "standlight for junctions.",
        "64.00",
        stock=False,
        drawing=art.lamp(),
    ),
    Good(
        "harbour-bell",
        "Harbour bell",
        "One clear note, two seconds long.",
        "Turned from one piece and struck with a wooden clapper, so that people turn round smiling.",
        "18.50",
        drawing=art.bell(),
        marked_up_as="microdata",
    ),
    Good(
        "sprung-saddle",
        "Sprung saddle",
        "Leather, two coils, no hurry.",
        "Sits soft from the first day and softer from the hundredth. In two widths; bring your bicycle and "
        "try both.",
        "74.00",
        was="89.00",
        drawing=art.saddle(),
        variants=(("Narrow", "74.00"), ("Wide", "74.00")),
    ),
    Good(
        "reed-basket",
        "Reed basket",
        "Woven on the other side of the harbour.",
        "Holds two loaves, a cabbage and a newspaper. Straps to any straight bar.",
        "39.00",
        drawing=art.basket(),
    ),
    Good(
        "tyre-622",
        "Everyday tyre, 622",
        "In three widths, all slow to wear.",
        "A puncture belt thick enough for oyster shells and a tread that doesn't sing.",
        "24.00",
        drawing=art.tyre(),
        variants=(("32 mm", "24.00"), ("37 mm", "26.50"), ("42 mm", "31.00")),
    ),
    Good(
        "track-pump",
        "Track pump",
        "Steel barrel, ash handle.",
        "A gauge you can read without kneeling and a head that fits every valve.",
        "46.00",
        drawing=art.pump(),
        marked_up_as="open-graph",
    ),
    Good(
        "hub-dynamo",
        "Hub dynamo",
        "Light without batteries.",
        "Laced into your own front wheel or ours. Quiet, sealed against salt, good for ten winters.",
        "98.00",
        drawing=art.hub(),
    ),
    Good(
        "quiet-chain",
        "Quiet chain",
        "Waxed, not oiled.",
        "Ninety links, waxed twice by hand. Your trousers will thank you.",
        "22.00",
        was="27.00",
        drawing=art.chain(),
    ),
    Good(
        "ring-lock",
        "Ring lock",
        "Stays on the frame, closes with a thumb.",
        "For the baker's and the post. Take the chain as well when you go to the pictures.",
        "34.00",
        stock=False,
        drawing=art.lock(),
    ),
    Good(
        "patch-tin",
        "Patch tin",
        "Six patches and a sense of calm.",
        "Patches, solution, a scuffer and two levers in a tin that fits a shirt pocket.",
        "6.50",
        drawing=art.tin(),
    ),
)
BY_SLUG = {good.slug: good for good in GOODS}
