"""The one place that reads the environment: typed, with what is missing named."""

import os
from dataclasses import dataclass
from pathlib import Path
from urllib.parse import urlsplit

from kindknock.accounts.network import Network, trusted_from

from .mail import mail_settings

ROOT = Path(__file__).resolve().parents[2]
LOOPBACK = "127.0.0.0/8, ::1/128"
"""A proxy on the same machine: else all that come through it would count as one visitor."""


class MissingSetting(RuntimeError):
    def __init__(self, name: str, why: str) -> None:
        super().__init__(f"{name} is not set: {why}")


class WrongSetting(RuntimeError):
    def __init__(self, name: str, why: str) -> None:
        super().__init__(f"{name} can't be used as it is set: {why}")


@dataclass(frozen=True, slots=True)
class Env:
    """`origin` is where browsers reach us; `pretend` turns the stand-ins on (never in production)."""

    production: bool
    pretend: bool
    port: int
    shop_port: int
    origin: str
    secret_key: str
    database_url: str
    email_url: str
    secrets_before: tuple[str, ...] = ()
    """Keys that were the secret one before: what was made by them holds, nothing new is made by them."""

    statement_ms: int = 20_000
    """The longest one statement may take; 0, for migrations and the like, is no bound."""
    held_sites: int = 1000
    """How many sites each process keeps ready to answer: beyond that the one longest unasked goes."""
    trusted_proxies: tuple[Network, ...] = ()
    """Whose `X-Forwarded-For` is believed; in production, where none is named, this machine's own."""

    country_header: str = ""
    """The header in which a named proxy tells a visitor's country."""
    country_file: str = ""
    """A country file in the MaxMind DB format."""
    email_from: str = "Kind Knock <hello@knock.example>"
    logs_json: bool = False
    errors_url: str = ""
    """Where faults are told; empty: nowhere."""
    measures_folder: str = ""
    """Where processes leave what they measured; empty: nowhere."""

    @property
    def is_loopback(self) -> bool:
        host = urlsplit(self.origin).hostname or ""
        return host in ("localhost", "127.0.0.1", "::1") or host.endswith(".localhost")


def _flag(name: str, default: bool) -> bool:
    return os.environ.get(name, "1" if default else "0").strip().lower() in ("1", "true", "yes", "on")


def listed(name: str) -> tuple[str, ...]:
    """What a setting names with commas between."""
    return tuple(each.strip() for each in os.environ.get(name, "").split(",") if each.strip())


def number(name: str, otherwise: int, *, least: int = 0) -> int:
    """A whole number, at least so large. Raises WrongSetting."""
    text = os.environ.get(name, "").strip() or str(otherwise)
    if not text.isdecimal() or int(text) < least:
        raise WrongSetting(name, f"{text!r} is no whole number from {least} on")
    return int(text)


def read_env() -> Env:
    production = _flag("KK_PRODUCTION", False)
    port = number("KK_PORT", 8000, least=1)
    origin = os.environ.get("KK_ORIGIN", "").rstrip("/") or f"http://localhost:{port}"
    if production and not os.environ.get("KK_ORIGIN"):
        raise MissingSetting("KK_ORIGIN", "set it to the address browsers use, such as https://knock.example")
    secret = os.environ.get("KK_SECRET_KEY", "")
    if not secret:
        if production:
            raise MissingSetting("KK_SECRET_KEY", "set it to a long random text, kept secret")
        note = ROOT / ".local" / "secret"
        secret = note.read_text(encoding="utf-8").strip() if note.exists() else "for checks and tests only"
    database = os.environ.get("DATABASE_URL", "")
    if not database:
        note = ROOT / ".local" / "database-url"
        if not note.exists():
            raise MissingSetting(
                "DATABASE_URL", "run ./start, which makes a database, or set it to your server's"
            )
        database = note.read_text(encoding="utf-8").strip()
    pretend = _flag("KK_PRETEND", not production)
    if production and pretend:
        raise WrongSetting(
            "KK_PRETEND",
            "the stand-ins deliver nothing, so they are for trying only; unset it or set it to 0",
        )
    try:
        proxies = trusted_from(os.environ.get("KK_TRUSTED_PROXIES", LOOPBACK if production else ""))
    except ValueError:
        why = "write addresses or networks with commas between, such as 127.0.0.1, 10.0.0.0/8"
        raise WrongSetting("KK_TRUSTED_PROXIES", why) from None
    email = os.environ.get("KK_EMAIL_URL", "")
    try:
        mail_settings(email)
    except ValueError as error:
        raise WrongSetting("KK_EMAIL_URL", str(error)) from None
    country_file = os.environ.get("KK_COUNTRY_FILE", "")
    if country_file and not Path(country_file).is_file():
        raise WrongSetting("KK_COUNTRY_FILE", f"there is no file at {country_file}")
    sender = urlsplit(origin).hostname if production else "knock.example"
    return Env(
        production=production,
        pretend=pretend,
        trusted_proxies=proxies,
        statement_ms=number("KK_STATEMENT_MS", 20_000),
        held_sites=number("KK_HELD_SITES", 1000, least=1),
        port=port,
        shop_port=number("KK_SHOP_PORT", 8001, least=1),
        origin=origin,
        secret_key=secret,
        secrets_before=listed("KK_SECRET_KEYS_BEFORE"),
        database_url=database,
        country_header=os.environ.get("KK_COUNTRY_HEADER", ""),
        country_file=country_file,
        email_url=email,
        email_from=os.environ.get("KK_EMAIL_FROM", "") or f"Kind Knock <hello@{sender}>",
        logs_json=_flag("KK_LOGS_JSON", production),
        errors_url=os.environ.get("KK_ERRORS_URL", ""),
        measures_folder=os.environ.get("KK_MEASURES", ""),
    )
