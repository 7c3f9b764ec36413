"""PostgreSQL's own tools, asked for the database of the settings. The password goes by the environment."""

import os
import shutil
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import IO

from django.conf import settings

PIECE = 1 << 20
MOST_TOLD = 600


class ToolFailed(Exception):
    """One of the tools is missing or did not do it; the text is what it told."""


def tool(name: str) -> str:
    """Where the newest `pg_dump` or `pg_restore` is. Raises ToolFailed."""
    folders = Path("/usr/lib/postgresql").glob(f"*/bin/{name}")
    newest = max(folders, key=lambda path: float(path.parts[-3]), default=None)
    found = str(newest) if newest else shutil.which(name)
    if found is None:
        raise ToolFailed(f"{name} isn't on this machine. Install PostgreSQL's client: postgresql-client.")
    return found


def version() -> str:
    return subprocess.run([tool("pg_dump"), "--version"], capture_output=True, text=True).stdout.split()[-1]


def dump() -> Iterator[bytes]:
    """The database as one consistent archive in PostgreSQL's own form, piece by piece. Raises ToolFailed."""
    command = [tool("pg_dump"), "--format=custom", "--no-owner", "--no-privileges"]
    with subprocess.Popen(
        command, stdout=subprocess.PIPE, stderr=subprocess.PIPE, env=_environment()
    ) as process:
        assert process.stdout is not None and process.stderr is not None
        try:
            while piece := process.stdout.read(PIECE):
                yield piece
        except GeneratorExit:
            process.kill()
            raise
        words = process.stderr.read().decode(errors="replace")
    if process.returncode:
        raise ToolFailed(words.strip()[-MOST_TOLD:] or "pg_dump stopped and told nothing.")


@contextmanager
def restoring() -> Iterator[IO[bytes]]:
    """Where to write an archive to: all of it comes in, or nothing. Raises ToolFailed."""
    command = [tool("pg_restore"), "--dbname", _environment()["PGDATABASE"], "--single-transaction"]
    command += ["--exit-on-error", "--no-owner", "--no-privileges"]
    process = subprocess.Popen(
        command, stdin=subprocess.PIPE, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, env=_environment()
    )
    assert process.stdin is not None and process.stderr is not None
    try:
        yield process.stdin
        process.stdin.close()
    except BrokenPipeError:
        # It has stopped by itself and tells why.
        process.stdin = None
    except BaseException:
        process.kill()
        process.wait()
        raise
    words = process.stderr.read().decode(errors="replace")
    if process.wait():
        raise ToolFailed(words.strip()[-MOST_TOLD:] or "pg_restore stopped and told nothing.")


def _environment() -> dict[str, str]:
    database = settings.DATABASES["default"]
    named = {
        "HOST": "PGHOST",
        "PORT": "PGPORT",
        "USER": "PGUSER",
        "PASSWORD": "PGPASSWORD",
        "NAME": "PGDATABASE",
    }
    given = {variable: str(database[name]) for name, variable in named.items() if database.get(name)}
    options = {"sslmode": "PGSSLMODE", "sslrootcert": "PGSSLROOTCERT"}
    given |= {options[name]: str(value) for name, value in database["OPTIONS"].items() if name in options}
    kept = {name: value for name, value in os.environ.items() if not name.startswith("PG")}
    return kept | given | {"PGOPTIONS": "-c statement_timeout=0 -c lock_timeout=0", "PGCONNECT_TIMEOUT": "10"}
