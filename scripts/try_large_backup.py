"""How long a backup of ten gigabytes takes, and bringing it back; both whole.

    .venv/bin/python scripts/try_large_backup.py [GIGABYTES]        (10 as it comes; needs 30 of disk)

The demo, with seven tenths more in pictures (which can't be made smaller) and three in events. PostgreSQL
waits for the disk. Encrypted, then back into an empty database; all rows are counted in both.
docs/performance.md says what came of it.
"""

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from itertools import count, islice
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent))

import psycopg
import pyrage

from machine import PYTHON, ROOT, any_free_port
from postgres import Server

PICTURE_BYTES, EVENTS_AT_ONCE = 200_000, 500_000
EVENTS = """
insert into footfall_event (client_id, site_id, kind, door, channel, person, campaign, path, device, language,
  country, came_from, at)
select gen_random_uuid(), (select min(id) from sites_site), 'seen', 'front', '', '', '',
  '/workshop/' || n %% 400, 'phone', 'en', 'GB', 'news.example',
  now() - n %% 80 * interval '1 day' - n * interval '1 ms'
from generate_series(1, %s) n
"""
COUNTS = (
    "select relname, (xpath('/row/c/text()', query_to_xml(format('select count(*) as c from %I', relname), "
    "false, true, '')))[1]::text::bigint from pg_stat_user_tables "
    "where relname !~ '^(operating|procrastinate)'"
)


class Large:
    """Two databases on a server of their own."""

    def __init__(self, server: Server) -> None:
        self.base = server.url.rpartition("/")[0]
        with psycopg.connect(f"{self.base}/postgres", autocommit=True) as admin:
            for name in ("large", "large_again"):
                admin.execute(f"drop database if exists {name}")  # type: ignore[arg-type]
                admin.execute(f"create database {name}")  # type: ignore[arg-type]

    def run(self, name: str, *words: str | Path) -> None:
        env = {
            **os.environ,
            "DATABASE_URL": f"{self.base}/{name}",
            "KK_STATEMENT_MS": "0",
            "KK_SECRET_KEY": "of both",
            "KK_PRETEND": "1",
        }
        subprocess.run([str(PYTHON), "manage.py", *map(str, words)], cwd=ROOT, env=env, check=True)

    def fill(self, wanted: int) -> int:
        """Its bytes once it holds so many."""
        with psycopg.connect(f"{self.base}/large", autocommit=True) as there:
            picture = there.execute("select min(id) from pictures_picture").fetchone()
            number = picture[0] if picture else None
            sizes = count(10_000)
            while self._bytes(there) < wanted * 0.7:
                with there.cursor().copy(
                    "copy pictures_picturefile (picture_id, size, kind, body) from stdin"
                ) as copy:
                    for size in islice(sizes, 500):
                        copy.write_row((number, size, "image/webp", os.urandom(PICTURE_BYTES)))
            while self._bytes(there) < wanted:
                there.execute(EVENTS, [EVENTS_AT_ONCE])
            return self._bytes(there)

    def _bytes(self, there: "psycopg.Connection[tuple[int]]") -> int:
        found = there.execute("select pg_database_size('large')").fetchone()
        return found[0] if found else 0

    def counts(self, name: str) -> dict[str, int]:
        with psycopg.connect(f"{self.base}/{name}") as there:
            return dict(there.execute(COUNTS).fetchall())


def timed(what: str, act: Callable[[], None]) -> None:
    began = time.monotonic()
    act()
    print(f"{what} {time.monotonic() - began:.0f} s", flush=True)


def main() -> int:
    wanted = float(sys.argv[1] if len(sys.argv) > 1 else 10) * 1e9
    server = Server("pg-durable", any_free_port())
    server.start()
    try:
        large = Large(server)
        large.run("large", "migrate", "-v0")
        large.run("large", "kindknock_demo")
        print(f"a database of {large.fill(int(wanted)) / 1e9:.1f} GB", flush=True)
        key = pyrage.x25519.Identity.generate()
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            (folder / "key").write_text(f"{key}\n")
            timed(
                "backed up and encrypted in",
                lambda: large.run(
                    "large", "kindknock_backup", "--to", folder, "--for-key", str(key.to_public())
                ),
            )
            (file,) = folder.glob("*.kkb.age")
            print(f"a file of {file.stat().st_size / 1e9:.1f} GB")
            timed(
                "brought back in",
                lambda: large.run("large_again", "kindknock_restore", file, "--key", folder / "key"),
            )
        same = large.counts("large") == large.counts("large_again")
        print("every table has its rows" if same else "NOT the same rows")
        with psycopg.connect(f"{large.base}/postgres", autocommit=True) as admin:
            admin.execute("drop database large")
            admin.execute("drop database large_again")
        return 0 if same else 1
    finally:
        server.stop()


if __name__ == "__main__":
    sys.exit(main())
