"""What the shop sells."""

from dataclasses import dataclass
from typing import Any

from django.utils.safestring import SafeString, mark_safe

from . import art


@dataclass(frozen=True)
class Good:
    slug: str
    name: str
    line: str
    about: str
    price: str
    was: str = ""
    stock: bool = True
    drawing: str = ""

    @property
    def picture(self) -> SafeString:
        return mark_safe(self.drawing)  # noqa: S308

    def schema_org(self, address: str) -> dict[str, Any]:
        """schema.org Product with its offer, as search engines ask shops for it."""
        offer: dict[str, Any] = {
            "@type": "Offer", "url": address, "priceCurrency": "GBP", "price": self.price,
            "availability": f"https://schema.org/{'InStock' if self.stock else 'OutOfStock'}"}
        if self.was:
            offer["priceSpecification"] = [
                {"@type": "UnitPriceSpecification", "priceType": "https://schema.org/StrikethroughPrice", "price": self.was, "priceCurrency": "GBP"}]
        return {"@context": "https://schema.org", "@type": "Product", "name": self.name, "description": self.line, "offers": offer}


GOODS = (
    Good("touring-pair", "Touring pair, 36 spokes", "Built to order in ten days.",
         "Two wheels for loaded miles: 36 double-butted spokes, cup-and-cone hubs, laced three-cross and tensioned by hand. "
         "We ride every pair round the harbour before it leaves.", "420.00", drawing=art.wheel(36)),
    Good("cargo-rear", "Cargo rear wheel", "For boxes, children and bad roads.",
         "Forty spokes, a steel axle and a rim as wide as a thumb. It shrugs at kerbs and carries a week's shopping home.",
         "189.00", was="230.00", drawing=art.wheel(40)),
    Good("harbour-lamp", "Harbour lamp", "Runs off the wheel, never off a plug.",
         "A front lamp for a hub dynamo. Bright enough for the unlit path along the sea wall, with a standlight for junctions.",
         "64.00", stock=False, drawing=art.lamp()),
)
BY_SLUG = {good.slug: good for good in GOODS}
