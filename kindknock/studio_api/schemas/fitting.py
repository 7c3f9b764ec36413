"""Fitting: what stands on a page of the line."""

from typing import Literal

from ninja import Field, Schema


class LookIn(Schema):
    typed: str = Field(max_length=2000)


class LookOut(Schema):
    """`address` is the page looked at, `says` what stands there, `how` the way to mend it with `add` to
    paste, a line each. `is_ours` whether its host is on the list; `verdict` what a visitor there gets now,
    where the line works.
    """

    address: str
    state: Literal["open", "ajar", "barred"]
    code: str
    says: str
    how: str
    add: list[str]
    notes: list[str]
    is_ours: bool
    host: str
