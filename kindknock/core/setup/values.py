"""What all parts of a setup are made of: texts, keys, page rules, and the frozen value itself."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

Text = Annotated[str, Field(max_length=2000)]
Texts = Annotated[dict[str, Text], Field(max_length=40)]
"""BCP 47 tag → words."""
Key = Annotated[str, Field(max_length=64)]
Picture = Annotated[str, Field(max_length=2000)]
"""Address of a picture, `https:` or a path of ours; empty for none."""
Device = Literal["phone", "tablet", "computer"]


class Value(BaseModel):
    """A frozen part of a setup. What a newer version adds is ignored, not refused."""

    model_config = ConfigDict(frozen=True, extra="ignore")


class PageRule(Value):
    """One rule of `placement`: show or hide on what `kind` and `value` say; `host` empty for any."""

    effect: Literal["show", "hide"]
    kind: Literal["exact", "below", "pattern", "page_kind", "campaign"]
    value: Annotated[str, Field(max_length=2000)] = ""
    host: Annotated[str, Field(max_length=260)] = ""


PageRules = Annotated[tuple[PageRule, ...], Field(max_length=400)]
