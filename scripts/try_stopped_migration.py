"""Whether a migration whose power goes in the middle goes on by itself the next time.

    .venv/bin/python scripts/try_stopped_migration.py [TIMES]        (12 as it comes)

Bringing an empty database forward is killed after longer and longer, each time on a new one, then asked
again: it must end, and the schema must be the same as of one never disturbed. The last is killed again and
again on the same database, as by somebody who tries until it works.
"""

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent))

import psycopg

from machine import PYTHON, ROOT, any_free_port
from postgres import Server

STEP_S = 0.6


class Databases:
    def __init__(self, server: Server) -> None:
        self.base = server.url.rpartition("/")[0]

    def make(self, name: str) -> None:
        with psycopg.connect(f"{self.base}/postgres", autocommit=True) as admin:
            admin.execute(f"drop database if exists {name} with (force)")  # type: ignore[arg-type]
            admin.execute(f"create database {name}")  # type: ignore[arg-type]

    def migrate(self, name: str, *, killed_after_s: float = 0) -> bool:
        """Whether it came to its end."""
        env = {**os.environ, "DATABASE_URL": f"{self.base}/{name}", "KK_PRETEND": "1"}
        process = subprocess.Popen(
            [str(PYTHON), "manage.py", "migrate", "-v0"], cwd=ROOT, env=env, start_new_session=True
        )
        if killed_after_s:
            try:
                return process.wait(killed_after_s) == 0
            except subprocess.TimeoutExpired:
                os.killpg(process.pid, signal.SIGKILL)
                process.wait()
                return False
        return process.wait() == 0

    def schema(self, name: str) -> str:
        dump = ["pg_dump", "--schema-only", "--no-owner", "--restrict-key=same", f"{self.base}/{name}"]
        found = subprocess.run(dump, capture_output=True, text=True)
        if found.returncode:
            dump.remove("--restrict-key=same")
            found = subprocess.run(dump, capture_output=True, text=True, check=True)
        return "\n".join(line for line in found.stdout.splitlines() if not line.startswith(("--", "\\")))


def main() -> int:
    times = int(sys.argv[1]) if len(sys.argv) > 1 else 12
    server = Server("pg-test", any_free_port(), quick=True)
    server.start()
    wrong = 0
    try:
        databases = Databases(server)
        databases.make("whole")
        began = time.monotonic()
        if not databases.migrate("whole"):
            raise SystemExit("not even undisturbed")
        print(f"undisturbed {time.monotonic() - began:.1f} s")
        wanted = databases.schema("whole")
        for number in range(1, times + 1):
            databases.make("stopped")
            ended = databases.migrate("stopped", killed_after_s=number * STEP_S)
            good = databases.migrate("stopped") and databases.schema("stopped") == wanted
            wrong += not good
            how = "had ended" if ended else "killed"
            print(f"{how} after {number * STEP_S:.1f} s, then ended: {'same' if good else 'NOT the same'}")
        databases.make("stopped")
        kills = 0
        while not databases.migrate("stopped", killed_after_s=2.5 + 0.4 * kills):
            kills += 1
        good = databases.schema("stopped") == wanted
        wrong += not good
        print(f"killed {kills} times on one database: {'same' if good else 'NOT the same'}")
    finally:
        server.stop()
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
