"""What is wrong with how Kind Knock is set up, in sentences that say the mend. Reads only."""

import json
import shutil
import smtplib
import socket
import ssl
import urllib.request
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from email.utils import parsedate_to_datetime
from ipaddress import ip_address
from pathlib import Path
from typing import Any, Literal
from urllib.error import HTTPError

from django.conf import settings
from django.core import checks
from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.db.models import Max
from procrastinate.contrib.django.models import ProcrastinateJob

from kindknock.core.time.zones import zone_rules

from .models import BackupMade
from .waiting import waiting

Kind = Literal["wrong", "look", "unseen"]
"""Wrong: it will not do. Look: somebody should. Unseen: it could not be looked at from here."""
PATIENCE_S = 6
OFF_S = 2
BACKUP_DAYS = 8
LEAST_FREE, LEAST_SHARE = 2_000_000_000, 0.1
LATE_S = 600
SHORTEST_SECRET = 40
OURS = ("security.W002", "security.W008", "security.W004", "security.W021", "security.W005")
"""Django's words on matters that are the proxy's here, or that we check ourselves."""


@dataclass(frozen=True, slots=True)
class Finding:
    kind: Kind
    says: str


Findings = Iterator[Finding]


def wrong(says: str) -> Finding:
    return Finding("wrong", says)


def look(says: str) -> Finding:
    return Finding("look", says)


def find(*, is_deployed: bool, at: datetime) -> list[Finding]:
    """All that is found, the database's first. Without `is_deployed` only what matters to a try, too."""
    found = list(_database(at))
    if not any(each.kind == "wrong" for each in found):
        found += [*_jobs(at), *(_backups(at) if is_deployed else ())]
    found += _zones(at)
    if is_deployed:
        for check in (_settings, _mail, _from_outside, _disks, _clock, _django):
            found += check(at)
    return found


def _database(at: datetime) -> Findings:
    try:
        connection.ensure_connection()
    except DatabaseError as error:
        yield wrong(
            f"The database can't be reached ({_first(error)}). Look at DATABASE_URL and at its server."
        )
        return
    if connection.get_database_version() < (15,):
        yield wrong("The database is older than PostgreSQL 15. Bring its server forward first.")
    plan = MigrationExecutor(connection).migration_plan(
        MigrationExecutor(connection).loader.graph.leaf_nodes()
    )
    if plan:
        yield wrong(
            f"The tables are behind this edition by {len(plan)} steps. "
            "Run KK_STATEMENT_MS=0 manage.py migrate."
        )
    with connection.cursor() as cursor:
        cursor.execute("select rolsuper from pg_roles where rolname = current_user")
        if cursor.fetchone()[0] and settings.ENV.production:
            yield look(
                "The application is the database's superuser. Give it a role of its own (docs/deploying.md)."
            )
    yield from _line_to_database()
    off = abs(_database_clock() - at.timestamp())
    if off > OFF_S + PATIENCE_S:
        yield wrong(f"This machine's clock and the database's are {off:.0f} s apart. Let NTP set both.")


def _line_to_database() -> Findings:
    """Over a network all that people wrote goes by here: shut, and to nobody who only says it is the one."""
    address, is_shut, mode = _database_line()
    if not address or ip_address(address).is_loopback:
        return
    if not is_shut:
        yield wrong(
            f"What goes between here and the database at {address} can be read on the way. "
            "Switch TLS on there and add ?sslmode=verify-full to DATABASE_URL."
        )
    elif mode != "verify-full":
        yield look(
            f"Whoever stands between here and the database at {address} could pose as it. "
            "Add ?sslmode=verify-full to DATABASE_URL."
        )


def _database_line() -> tuple[str, bool, str]:
    """The database's address, empty on this machine's own socket; whether the line is shut; its sslmode."""
    with connection.cursor() as cursor:
        cursor.execute("select host(inet_server_addr()), ssl from pg_stat_ssl where pid = pg_backend_pid()")
        address, is_shut = cursor.fetchone()
    return address or "", is_shut, connection.settings_dict["OPTIONS"].get("sslmode", "")


def _database_clock() -> float:
    with connection.cursor() as cursor:
        cursor.execute("select extract(epoch from clock_timestamp())")
        return float(cursor.fetchone()[0])


def _jobs(at: datetime) -> Findings:
    found = waiting(at)
    if not found.workers:
        yield wrong(
            "Nobody works on jobs, so no mail goes out and nothing is deleted: start kind-knock-jobs."
        )
    if found.late_s > LATE_S:
        yield wrong(
            f"{found.count} jobs are due, the first for {found.late_s / 60:.0f} minutes: mails and deletions "
            "wait. The log of kind-knock-jobs says why."
        )
    failed = ProcrastinateJob.objects.filter(status="failed").count()
    if failed:
        yield look(f"{failed} jobs have failed in the last week. The log of kind-knock-jobs says why.")


def _backups(at: datetime) -> Findings:
    last = BackupMade.objects.aggregate(at=Max("at"))["at"]
    if last is None:
        yield wrong(
            "No backup of this database was ever made. Run manage.py kindknock_backup, or start its timer."
        )
    elif at - last > timedelta(days=BACKUP_DAYS):
        yield wrong(f"The last backup is {(at - last).days} days old. Look at kind-knock-backup.timer.")


def _zones(at: datetime) -> Findings:
    rules = zone_rules(at.date())
    if rules.is_old:
        yield look(
            f"The time zone rules ({rules.edition}) are more than a year old: hours may be wrong where a "
            "country changed its clocks. Update the requirements."
        )


def _settings(at: datetime) -> Findings:
    env = settings.ENV
    if not env.production:
        yield wrong("KK_PRODUCTION isn't 1: cookies go over plain lines, and the stand-ins are on.")
    if env.pretend:
        yield wrong("The stand-ins are on (KK_PRETEND): mails go to the pretend mailbox, to nobody else.")
    if not env.origin.startswith("https://"):
        yield wrong(
            f"KK_ORIGIN is {env.origin}: browsers must reach it by https, or no site on https can use it."
        )
    if len(settings.SECRET_KEY) < SHORTEST_SECRET:
        yield wrong(
            f"KK_SECRET_KEY is shorter than {SHORTEST_SECRET} letters. Make one by openssl rand -base64 48."
        )
    if env.statement_ms == 0:
        yield wrong(
            "KK_STATEMENT_MS is 0: one stuck statement could hold a thread for good. It is for migrations."
        )
    if not env.trusted_proxies:
        yield look("KK_TRUSTED_PROXIES is empty: behind a proxy all visitors would count as one network.")
    if not env.measures_folder:
        yield look("KK_MEASURES names no folder, so /metrics tells nothing of requests.")


def _mail(at: datetime) -> Findings:
    if settings.ENV.pretend:
        return
    if not settings.ENV.email_url:
        yield wrong(
            "KK_EMAIL_URL isn't set: no mail goes out, so nobody can prove an address or hear of a note."
        )
        return
    if "smtp" not in settings.EMAIL_BACKEND:
        yield Finding("unseen", "Whether the mail provider takes our key shows with the first mail only.")
        return
    kind = smtplib.SMTP_SSL if getattr(settings, "EMAIL_USE_SSL", False) else smtplib.SMTP
    host, port = settings.EMAIL_HOST, settings.EMAIL_PORT
    try:
        with kind(host, port, timeout=PATIENCE_S) as server:
            if settings.EMAIL_USE_TLS:
                server.starttls(context=ssl.create_default_context())
            if settings.EMAIL_HOST_USER:
                server.login(settings.EMAIL_HOST_USER, settings.EMAIL_HOST_PASSWORD)
    except smtplib.SMTPAuthenticationError:
        yield wrong(f"The mail server {host} refuses the user or the password of KK_EMAIL_URL.")
    except (OSError, smtplib.SMTPException) as error:
        yield wrong(f"The mail server {host}:{port} can't be used ({_first(error)}). Look at KK_EMAIL_URL.")


def _from_outside(at: datetime) -> Findings:
    """As a browser comes: by the origin, through whatever stands in front."""
    origin = settings.ENV.origin
    try:
        answer, headers = _fetched(f"{origin}/readyz")
        _, script = _fetched(f"{origin}/k.js")
    except (OSError, ValueError) as error:
        yield Finding(
            "unseen",
            f"{origin} doesn't answer from here ({_first(error)}), so what stands in front wasn't looked at.",
        )
        return
    if not answer.get("listening", False) or not answer.get("database", False):
        yield wrong(
            "The application isn't ready: /readyz says whether the database or the listening is away."
        )
    if answer.get("proxy") == "not_trusted":
        yield wrong(
            "What stands in front is not among KK_TRUSTED_PROXIES: all visitors count as one network, and "
            "soon nobody can leave a note. Name its address there."
        )
    if origin.startswith("https://") and not answer.get("secure", False):
        yield wrong(
            "The proxy doesn't send X-Forwarded-Proto: https, so sign-in cookies are refused. Let it."
        )
    if "max-age" not in script.get("Cache-Control", ""):
        yield look("k.js comes without Cache-Control: something in front takes it off.")
    if "Strict-Transport-Security" not in headers and origin.startswith("https://"):
        yield look("Answers come without Strict-Transport-Security: something in front takes it off.")
    if "Date" in headers:
        off = abs((parsedate_to_datetime(headers["Date"]) - at).total_seconds())
        if off > OFF_S + PATIENCE_S:
            yield wrong(f"This machine's clock and {origin}'s are {off:.0f} s apart. Let NTP set both.")


def _fetched(address: str) -> tuple[Mapping[str, Any], Mapping[str, str]]:
    try:
        with urllib.request.urlopen(address, timeout=PATIENCE_S) as answer:
            body, headers = answer.read(), answer.headers
    except HTTPError as error:
        body, headers = error.read(), error.headers
    try:
        return json.loads(body), headers
    except ValueError:
        return {}, headers


def _disks(at: datetime) -> Findings:
    folders = {
        Path("/"),
        Path(settings.ENV.measures_folder or "/"),
        Path("/var/lib/postgresql"),
        Path("/var/log"),
    }
    seen: set[int] = set()
    for folder in sorted(folders):
        if not folder.exists() or (device := folder.stat().st_dev) in seen:
            continue
        seen.add(device)
        free = shutil.disk_usage(folder)
        if free.free < LEAST_FREE or free.free / free.total < LEAST_SHARE:
            share = 100 * free.free / free.total
            yield wrong(
                f"The disk of {folder} is nearly full: {share:.0f} % are free. Make room or enlarge it."
            )


def _clock(at: datetime) -> Findings:
    """Whether something keeps the clock right, where the machine tells."""
    note = Path("/run/systemd/timesync/synchronized")
    if Path("/run/systemd/timesync").exists() and not note.exists():
        yield look(
            "This machine's clock isn't kept right by anything yet (systemd-timesyncd has not set it)."
        )


def _django(at: datetime) -> Findings:
    for message in checks.run_checks(include_deployment_checks=True):
        if message.id not in OURS and message.id not in settings.SILENCED_SYSTEM_CHECKS:
            kind = wrong if message.level >= checks.ERROR else look
            yield kind(f"{' '.join(message.msg.split())} {message.hint or ''}".strip())


def _first(error: BaseException) -> str:
    if isinstance(error, socket.gaierror):
        return "there is no such name"
    return str(error).strip().splitlines()[0][:200] if str(error).strip() else type(error).__name__
