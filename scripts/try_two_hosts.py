"""Two machines that serve and two that hold the data; one of each is lost while visitors ask.

    python3 scripts/try_two_hosts.py        (as root; needs haproxy: apt-get install haproxy)

The machines are network namespaces: deploy/haproxy.cfg in front, an application each on a and b, PostgreSQL
on db1 with a streaming standby on db2. First a pause, a release and an absence: after how long both
applications have it. Then a is cut off, as when its power goes. Then db1 is, and db2 is promoted at once.
Told: what was refused, what was lost, for how long visitors and an owner who writes were without.
docs/deploying.md says what came of it.
"""

import json
import os
import shutil
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from itertools import pairwise
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent))

from askers import Askers, as_owner, posted
from try_new_version import SESSIONS
from two_hosts_net import Net, address_of

from machine import PYTHON, ROOT, VENV, front_ends, need_packages
from postgres import Server

VISITORS, SITE, PASSWORD = 4, "averil7q", "between-namespaces"
SETTLED_S, CUT_S, WITHIN_S = 5, 12, 5.0
CHANGES = {
    "a pause": "pause_door(door, by=None, paused=True, at=now)",
    "no pause": "pause_door(door, by=None, paused=False, at=now)",
    "a release": "change_door(door, {'name': f'Door {now.timestamp()}'}, version=door.version); "
    "publish_release(door.site, by=None, at=now)",
    "an absence": "say_away(Assistant.objects.filter(business=door.site.business).first(), "
    "until=now + timedelta(hours=1), at=now)",
}
CHANGE = """
import time, django; django.setup()
from datetime import timedelta
from kindknock import clock
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.pause_door import pause_door
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.models import Door
from kindknock.people.actions.say_away import say_away
from kindknock.people.models import Assistant
now = clock.now()
door = Door.objects.filter(site__key="{site}").select_related("site__business").first()
{change}
print(time.time())
"""


@dataclass
class Asking(Askers):
    """Visitors and one owner, by the way through the front. Runs within its namespace."""

    words: list[str]
    answers: list[tuple[float, float, str, str]] = field(default_factory=list)
    """(when, seconds, what, how it went: '' or what was said)"""
    saved: list[str] = field(default_factory=list)
    over: threading.Event = field(default_factory=threading.Event)

    def acts(self) -> list[Callable[[], None]]:
        return [*[self._visit] * VISITORS, self._own]

    def go(self) -> None:
        with self:
            sys.stdin.readline()
        print(json.dumps({"answers": self.answers, "saved": self.saved}))

    def _ask(self, what: str, path: str, body: object, headers: dict[str, str]) -> bool:
        at, began = time.time(), time.monotonic()
        amiss = posted(8080, path, body, headers)
        self.answers.append((at, time.monotonic() - began, what, amiss))
        return not amiss

    def _visit(self) -> None:
        body = {"site": SITE, "address": "https://averilcycles.example/"}
        while not self.over.wait(0.02):
            self._ask("visit", "/k/v1/verdict", body, {"Content-Type": "text/plain", "Host": "localhost"})

    def _own(self) -> None:
        entries, (session, token) = self.words[:-2], self.words[-2:]
        headers = as_owner(session, token, "http://localhost")
        number = 0
        while not self.over.wait(0.2):
            number += 1
            text = f"note {number}"
            path = f"/api/guestbook/{entries[number % len(entries)]}/notes"
            if self._ask("save", path, {"text": text}, headers):
                self.saved.append(text)


@dataclass
class Data:
    """PostgreSQL on two machines."""

    net: Net
    programs: Path
    folder: Path

    def do(self, machine: str, *command: str | Path) -> str:
        return self.net.at(machine, "runuser", "-u", "postgres", "--", *command)

    def begin(self) -> None:
        first, second = self.folder / "db1", self.folder / "db2"
        self.do("db1", self.programs / "initdb", "-D", first, "-U", "kk", "--auth=trust", "-E", "UTF8")
        with (first / "pg_hba.conf").open("a") as rules:
            rules.write("host all all 10.77.0.0/24 trust\nhost replication all 10.77.0.0/24 trust\n")
        with (first / "postgresql.conf").open("a") as settings:
            settings.write(
                f"listen_addresses = '*'\nport = 5432\nunix_socket_directories = '{self.folder}'\n"
                "wal_keep_size = 256MB\nhot_standby = on\n"
            )
        self._start("db1")
        self.do(
            "db1", "psql", "-h", address_of("db1"), "-U", "kk", "-d", "postgres", "-qc", "create database kk"
        )
        self.do(
            "db2", self.programs / "pg_basebackup", "-h", address_of("db1"), "-U", "kk", "-D", second, "-R",
            "-X", "stream", "-c", "fast",
        )  # fmt: skip
        with (second / "postgresql.conf").open("a") as settings:
            settings.write(f"unix_socket_directories = '{second}'\n")
        self._start("db2")

    def _start(self, machine: str) -> None:
        folder = self.folder / machine
        # pg_ctl leaves a server behind that holds our output open.
        self.net.at(
            machine, "runuser", "-u", "postgres", "--", "sh", "-c",
            f"{self.programs}/pg_ctl -D {folder} -w -l {folder}.log start > /dev/null 2>&1",
        )  # fmt: skip

    def promote(self) -> None:
        self.do("db2", self.programs / "pg_ctl", "-D", self.folder / "db2", "-w", "promote")

    def notes(self, machine: str) -> set[str]:
        query = "select text from guestbook_teamnote where text like 'note %'"
        found = self.do(machine, "psql", "-h", address_of(machine), "-U", "kk", "-d", "kk", "-Atc", query)
        return set(found.split("\n"))


def serving(net: Net, machine: str, env: dict[str, str], folder: Path) -> None:
    net.start(
        machine, folder / f"{machine}.log", env, ROOT, VENV / "bin" / "granian", "--interface", "wsgi",
        "--host", address_of(machine), "--port", "8000", "--workers", "1", "--blocking-threads", "4",
        "--no-ws", "--log-level", "warning", "--respawn-failed-workers", "kindknock.config.wsgi:application",
    )  # fmt: skip
    end = time.monotonic() + 40
    while "200" not in tag_of(net, machine)[0]:
        if time.monotonic() > end:
            raise SystemExit((folder / f"{machine}.log").read_text(errors="replace")[-2000:])
        time.sleep(0.2)


def tag_of(net: Net, machine: str) -> tuple[str, str]:
    """Status and what names all that answers depend on, of one application."""
    answer = net.at(
        "front", "curl", "-sS", "-m", "2", "-w", " %{http_code}",
        f"http://{address_of(machine)}:8000/k/v1/fresh/{SITE}", check=False,
    )  # fmt: skip
    body, _, status = answer.strip().rpartition(" ")
    return status, body


def heard_within(net: Net, env: dict[str, str], what: str) -> float:
    """Seconds until the last of the applications that run has a change."""
    machines = [machine for machine in ("a", "b") if machine in net.children]
    before = {machine: tag_of(net, machine)[1] for machine in machines}
    code = CHANGE.format(site=SITE, change=CHANGES[what])
    done = subprocess.run(
        ["ip", "netns", "exec", "kk-front", str(PYTHON), "-c", code],
        cwd=ROOT, env=env, stdout=subprocess.PIPE, text=True, check=True,
    )  # fmt: skip
    changed = float(done.stdout.split()[-1])
    while any(tag_of(net, machine)[1] == before[machine] for machine in machines):
        if time.time() - changed > 30:
            raise SystemExit(f"{what} has not come to all of {machines} after thirty seconds")
        time.sleep(0.02)
    return time.time() - changed


def account_of(answers: list[list[object]], since: float, name: str) -> list[str]:
    """What happened after a moment: refused, slowest, and for how long nothing of a kind went through."""
    lines = []
    for what in ("visit", "save"):
        found = sorted(each for each in answers if each[2] == what and float(str(each[0])) >= since - 1)
        refused = [str(each[3]) for each in found if each[3]]
        well = sorted(float(str(each[0])) + float(str(each[1])) for each in found if not each[3])
        gaps = [later - earlier for earlier, later in pairwise(well)]
        slowest = max((float(str(each[1])) for each in found), default=0.0)
        lines.append(
            f"{name}, {what}s: {len(found):,} asked, {len(refused)} refused, slowest {slowest:.2f} s, "
            f"{max(gaps, default=0):.2f} s at most without any that went through"
        )
        lines.extend(f"    {words}" for words in sorted(set(refused))[:4])
    return lines


@dataclass
class Tried:
    """What came of it: seconds until changes were heard, before and after; what the askers say."""

    heard: dict[str, float]
    heard_again: dict[str, float]
    host_cut: float
    data_cut: float
    promoted_s: float
    answers: list[list[object]]
    saved: list[str]
    kept: set[str]

    def report(self) -> bool:
        """Print it. Whether visitors were never refused, nothing was lost and all was heard of in time."""
        lost = [text for text in self.saved if text not in self.kept]
        before = [each for each in self.answers if float(str(each[0])) < self.data_cut - 1]
        after = [each for each in self.answers if float(str(each[0])) >= self.data_cut - 1]
        print("both have it after: " + _seconds(self.heard))
        print("\n".join(account_of(before, self.host_cut, "a machine cut off")))
        print("\n".join(account_of(after, self.data_cut, "the database cut off")))
        print(f"the standby was promoted after {self.promoted_s:.2f} s; "
              f"{len(self.saved)} saved, {len(lost)} lost")  # fmt: skip
        print("heard again after: " + _seconds(self.heard_again))
        refused = [each for each in self.answers if each[2] == "visit" and each[3]]
        slowest = max(*self.heard.values(), *self.heard_again.values())
        return not lost and not refused and slowest <= WITHIN_S


def _seconds(heard: dict[str, float]) -> str:
    return ", ".join(f"{what} {took:.2f} s" for what, took in heard.items())


def environment() -> dict[str, str]:
    hosts = f"{address_of('db1')},{address_of('db2')}"
    return {
        **os.environ,
        "DATABASE_URL": f"postgres://kk@/kk?host={hosts}&port=5432,5432&target_session_attrs=read-write",
        "KK_ORIGIN": "http://localhost",
        "KK_PRETEND": "0",
        "KK_SECRET_KEY": PASSWORD,
        "KK_TRUSTED_PROXIES": "10.77.0.0/24",
        "DJANGO_SETTINGS_MODULE": "kindknock.config.settings",
    }


def try_it(net: Net, data: Data, folder: Path, env: dict[str, str]) -> Tried:
    data.begin()
    here = ["ip", "netns", "exec", "kk-front", str(PYTHON)]
    for words in (["migrate", "-v0"], ["kindknock_demo"]):
        subprocess.run([*here, "manage.py", *words], cwd=ROOT, env=env, check=True, stdout=subprocess.DEVNULL)
    for machine in ("a", "b"):
        serving(net, machine, env, folder)
    net.start("front", folder / "haproxy.log", env, ROOT, "haproxy", "-f", ROOT / "deploy" / "haproxy.cfg")
    heard = {what: heard_within(net, env, what) for what in CHANGES}
    words = subprocess.run(
        [*here, "-c", SESSIONS.format(count=1)],
        cwd=ROOT,
        env=env,
        stdout=subprocess.PIPE,
        text=True,
        check=True,
    ).stdout.split()
    asking = subprocess.Popen(
        [*here, __file__, "asking", *words], stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True
    )
    time.sleep(SETTLED_S)
    host_cut = time.time()
    net.cut("a")
    time.sleep(CUT_S)
    data_cut = time.time()
    net.cut("db1")
    data.promote()
    promoted_s = time.time() - data_cut
    time.sleep(CUT_S + SETTLED_S)
    again = {what: heard_within(net, env, what) for what in ("a pause", "no pause")}
    output, _ = asking.communicate("\n")
    found = json.loads(output)
    return Tried(
        heard, again, host_cut, data_cut, promoted_s, found["answers"], found["saved"], data.notes("db2")
    )


def main() -> int:
    if missing := [name for name in ("haproxy", "ip", "curl") if shutil.which(name) is None]:
        need_packages(["iproute2" if name == "ip" else name for name in missing])
    front_ends()
    with tempfile.TemporaryDirectory(prefix="kk-hosts-") as name, Net() as net:
        folder = Path(name)
        subprocess.run(["chown", "postgres", folder], check=True)
        folder.chmod(0o711)
        tried = try_it(net, Data(net, Server("pg-test", 0).programs, folder), folder, environment())
    return 0 if tried.report() else 1


if __name__ == "__main__":
    if sys.argv[1:2] == ["asking"]:
        Asking(sys.argv[2:]).go()
        sys.exit(0)
    sys.exit(main())
