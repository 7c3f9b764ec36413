"""Make a backup: one file in a folder, or handed to a command or to standard output."""

import errno
import hashlib
import hmac
import os
import shlex
import subprocess
import sys
from collections.abc import Sequence
from datetime import datetime
from pathlib import Path
from typing import IO

from django.db import connection
from django.db.migrations.loader import MigrationLoader

from kindknock.accounts.server_secrets import server_secrets

from .. import postgres_tools
from ..backup_file import BadBackup, Head, recipient_of, whole, write_to
from ..models import BackupMade
from ..postgres_tools import ToolFailed

NAME = "kind-knock-{at:%Y%m%d-%H%M%S}.{kind}"


class BackupFailed(Exception):
    """No backup was made; its text says why and what to do."""


def back_up(
    *,
    folder: Path | None = None,
    command: str = "",
    recipients: Sequence[str] = (),
    keep: int = 0,
    at: datetime,
) -> tuple[str, int]:
    """Into a new file of this folder (of those there the newest `keep` stay, 0 keeps all), or into the
    standard input of a command, or to our standard output. Its name or the command, and its size in bytes.
    Raises BackupFailed.
    """
    try:
        for key in recipients:
            recipient_of(key)
        if folder is not None:
            name, size = _to_folder(folder, recipients, keep, at)
        elif command:
            name, size = command, _to_command(command, recipients, at)
        else:
            name, size = "", _write(sys.stdout.buffer, recipients, at)
            sys.stdout.buffer.flush()
    except (BadBackup, ToolFailed) as error:
        raise BackupFailed(str(error)) from error
    except OSError as error:
        raise BackupFailed(_why(error, folder)) from error
    to = str(folder) if folder is not None else (shlex.split(command) or [""])[0]
    BackupMade.objects.create(at=at, bytes=size, is_encrypted=bool(recipients), to=to[:200])
    return name, size


def marks_of_secrets() -> list[str]:
    """Which secret keys these are, that of now first, without telling them: under others second steps don't
    open.
    """
    return [
        hmac.new(key.encode(), b"kind-knock-backup", hashlib.sha256).hexdigest()[:16]
        for key in server_secrets()
    ]


def _write(out: IO[bytes], recipients: Sequence[str], at: datetime) -> int:
    newest: dict[str, str] = {}
    for app, name in sorted(MigrationLoader(connection).applied_migrations):
        newest[app] = name
    head = Head(at.isoformat(), postgres_tools.version(), newest, marks_of_secrets()[0])
    return write_to(out, whole(head, postgres_tools.dump()), recipients)


def _to_folder(folder: Path, recipients: Sequence[str], keep: int, at: datetime) -> tuple[str, int]:
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    path = folder / NAME.format(at=at, kind="kkb.age" if recipients else "kkb")
    part = path.with_name(path.name + ".part")
    try:
        with os.fdopen(os.open(part, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as out:
            size = _write(out, recipients, at)
            out.flush()
            os.fsync(out.fileno())
        part.rename(path)
    finally:
        part.unlink(missing_ok=True)
    if keep:
        old = sorted([*folder.glob("kind-knock-*.kkb"), *folder.glob("kind-knock-*.kkb.age")], key=_when)
        for gone in old[:-keep]:
            gone.unlink()
    return str(path), size


def _when(path: Path) -> str:
    return path.name.partition(".")[0]


def _to_command(command: str, recipients: Sequence[str], at: datetime) -> int:
    with subprocess.Popen(shlex.split(command), stdin=subprocess.PIPE) as process:
        assert process.stdin is not None
        try:
            size = _write(process.stdin, recipients, at)
            process.stdin.close()
        except BrokenPipeError:
            process.stdin = None  # closing it would fail again
            process.wait()
            raise BackupFailed(
                f"The command stopped before it had taken all of it (it ended with {process.returncode})."
            ) from None
        except BaseException:
            process.kill()
            raise
    if process.returncode:
        raise BackupFailed(f"The command took it and ended with {process.returncode}: look at what it told.")
    return size


def _why(error: OSError, folder: Path | None) -> str:
    if error.errno in (errno.ENOSPC, errno.EDQUOT):
        return f"The disk of {folder} is full. Make room, or choose another folder; the backups there stay."
    if isinstance(error, FileNotFoundError) and folder is None:
        return f"There is no command {error.filename}."
    return f"It can't be written: {error.strerror or error} ({error.filename or folder})."
