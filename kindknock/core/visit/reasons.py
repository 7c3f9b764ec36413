"""Why a verdict came out as it did: each rule, the value it met, and what would change it.

Reasons are data. The sentences people read are made at the edge, by language.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum


class Outcome(StrEnum):
    """What a rule said: `would_…` once an earlier rule has already stopped the visit."""

    PASSES = "passes"
    STOPS = "stops"
    WOULD_PASS = "would_pass"
    WOULD_STOP = "would_stop"


@dataclass(frozen=True, slots=True)
class Reason:
    """One line of the ledger.

    `rule` is a stable code such as `host.listed`; `met` the value it was judged on;
    `fixes` are codes of acts that would change the outcome, best first (empty when it passes).
    """

    rule: str
    outcome: Outcome
    met: str = ""
    subject: str = ""
    facts: Mapping[str, object] = field(default_factory=dict)
    fixes: tuple[str, ...] = ()

    def as_dict(self) -> dict[str, object]:
        return {
            "rule": self.rule,
            "outcome": self.outcome.value,
            "met": self.met,
            "subject": self.subject,
            "facts": dict(self.facts),
            "fixes": list(self.fixes),
        }


class Ledger:
    """Collects reasons in the order they are decided; costs one `if` when nobody asked."""

    __slots__ = ("explain", "reasons", "stopped_by")

    def __init__(self, explain: bool) -> None:
        self.explain = explain
        self.reasons: list[Reason] = []
        self.stopped_by: str | None = None

    def note(
        self,
        rule: str,
        passed: bool,
        met: str = "",
        subject: str = "",
        facts: Mapping[str, object] | None = None,
        fixes: tuple[str, ...] = (),
    ) -> bool:
        """Record one rule and say whether judging must go on (always, when explaining)."""
        stopped_before = self.stopped_by is not None
        if not passed and not stopped_before:
            self.stopped_by = rule
        if self.explain:
            if stopped_before:
                outcome = Outcome.WOULD_PASS if passed else Outcome.WOULD_STOP
            else:
                outcome = Outcome.PASSES if passed else Outcome.STOPS
            self.reasons.append(Reason(rule, outcome, met, subject, facts or {}, () if passed else fixes))
        return self.explain or self.stopped_by is None
