"""Runs an older edition and this one beside each other on one database, while visitors ask and owners write.

    .venv/bin/python scripts/try_new_version.py [COMMIT]        (HEAD~1 as it comes)

The older edition lays out the demo and serves; the tables are brought forward under it; this edition starts
beside it and takes half of all; then the older one ends. Wanted: nothing refused, nothing lost that was
saved. Both run with the packages of this one.
"""

import os
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from functools import partial
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent))

import psycopg
from askers import Askers, as_owner, posted

from machine import PYTHON, ROOT, VENV, any_free_port, front_ends
from postgres import Server
from processes import Processes

VISITORS, OWNERS, STRETCH_S = 4, 3, 8
MAKE = (
    "import psycopg,sys\nwith psycopg.connect(sys.argv[1]+'/postgres',autocommit=True) as c:\n"
    " c.execute('drop database if exists two_editions'); c.execute('create database two_editions')"
)
SESSIONS = """
import django; django.setup()
from django.conf import settings
from django.test import Client
from kindknock.accounts.models import User
from kindknock.guestbook.models import Entry
user = User.objects.get(email="ines@averilcycles.example")
print(" ".join(str(number) for number in Entry.objects.values_list("pk", flat=True)))
for _ in range({count}):
    client = Client()
    client.force_login(user, backend="kindknock.accounts.backends.ByEmail")
    client.get("/", HTTP_HOST="localhost")
    print(client.cookies["kk_session"].value, client.cookies["kk_csrf"].value)
"""


@dataclass
class Asking(Askers):
    """Visitors and owners, over whichever ports serve now."""

    origin: str
    ports: list[int]
    entries: list[str]
    sessions: list[list[str]]
    asked: int = 0
    saved: list[str] = field(default_factory=list)
    refused: list[str] = field(default_factory=list)
    over: threading.Event = field(default_factory=threading.Event)

    def acts(self) -> list[Callable[[], None]]:
        return [
            *(partial(self._visit, number) for number in range(VISITORS)),
            *(partial(self._own, number) for number in range(OWNERS)),
        ]

    def _send(self, number: int, path: str, body: object, headers: dict[str, str]) -> bool:
        ports = self.ports
        port = ports[number % len(ports)]
        amiss = posted(port, path, body, headers, patience_s=20)
        if amiss:
            self.refused.append(f"{path}: {amiss} at {port}")
        return not amiss

    def _visit(self, number: int) -> None:
        while not self.over.wait(0.02):
            number += 1
            body = {"site": "averil7q", "address": "https://averilcycles.example/"}
            self._send(number, "/k/v1/verdict", body, {"Content-Type": "text/plain"})
            self.asked += 1

    def _own(self, owner: int) -> None:
        headers = as_owner(*self.sessions[owner], self.origin)
        number = owner
        while not self.over.wait(0.15):
            number += 1
            text = f"note {owner} of {number}"
            entry = self.entries[number % len(self.entries)]
            if self._send(number, f"/api/guestbook/{entry}/notes", {"text": text}, headers):
                self.saved.append(text)


def serving(processes: Processes, name: str, folder: Path, port: int) -> None:
    """A server of the edition in a folder, until it is ready."""
    command = "import os,sys; os.chdir(sys.argv[1]); os.execv(sys.argv[2], sys.argv[2:])"
    granian = [VENV / "bin" / "granian", "--interface", "wsgi", "--host", "127.0.0.1", "--port", str(port)]
    granian += ["--workers", "1", "--blocking-threads", "4", "--no-ws", "--log-level", "warning"]
    granian += ["--workers-kill-timeout", "20"]
    processes.start(name, PYTHON, "-c", command, folder, *granian, "kindknock.config.wsgi:application")
    processes.wait_for(name, f"http://127.0.0.1:{port}/readyz")


def main() -> int:
    commit = sys.argv[1] if len(sys.argv) > 1 else "HEAD~1"
    front_ends()
    server = Server("pg-test", any_free_port(), quick=True)
    server.start()
    base = server.url.rpartition("/")[0]
    subprocess.run([PYTHON, "-c", MAKE, base], check=True)
    origin = "http://localhost"
    env = {**os.environ, "DATABASE_URL": f"{base}/two_editions", "KK_ORIGIN": origin, "KK_PRETEND": "0"}
    env |= {
        "KK_SECRET_KEY": "both editions have the same",
        "DJANGO_SETTINGS_MODULE": "kindknock.config.settings",
    }
    env.pop("PYTHONPATH", None)
    processes = Processes(env)
    with tempfile.TemporaryDirectory() as name:
        old = Path(name) / "old"
        subprocess.run(["git", "worktree", "add", "-q", "--detach", old, commit], cwd=ROOT, check=True)
        try:
            (old / "kindknock" / "built").symlink_to(ROOT / "kindknock" / "built")
            for words in (["migrate", "-v0"], ["kindknock_demo"]):
                subprocess.run(
                    [PYTHON, "manage.py", *words], cwd=old, env=env, check=True, stdout=subprocess.DEVNULL
                )
            first, second = any_free_port(), any_free_port()
            serving(processes, "old-edition", old, first)
            output = subprocess.run(
                [PYTHON, "-c", SESSIONS.format(count=OWNERS)],
                cwd=old, env=env, check=True, stdout=subprocess.PIPE, text=True,
            ).stdout.splitlines()  # fmt: skip
            asking = Asking(origin, [first], output[0].split(), [line.split() for line in output[1:]])
            with asking:
                time.sleep(STRETCH_S)
                began = time.monotonic()
                subprocess.run([PYTHON, "manage.py", "migrate", "-v0"], cwd=ROOT, env=env, check=True)
                print(f"tables brought forward in {time.monotonic() - began:.1f} s, under the older edition")
                time.sleep(STRETCH_S)
                serving(processes, "new-edition", ROOT, second)
                asking.ports = [first, second]
                time.sleep(STRETCH_S)
                asking.ports = [second]
                time.sleep(2)  # what was on its way to the older one
                processes.children.pop("old-edition").terminate()
                time.sleep(STRETCH_S)
            with psycopg.connect(env["DATABASE_URL"]) as there:
                kept = {row[0] for row in there.execute("select text from guestbook_teamnote")}
        finally:
            processes.stop()
            server.stop()
            subprocess.run(["git", "worktree", "remove", "--force", old], cwd=ROOT, check=False)
    lost = [text for text in asking.saved if text not in kept]
    print(
        f"{asking.asked:,} asked, {len(asking.saved)} saved; refused {len(asking.refused)}, lost {len(lost)}"
    )
    for words in asking.refused[:5]:
        print("  " + words)
    return 1 if lost or asking.refused or not asking.saved else 0


if __name__ == "__main__":
    sys.exit(main())
