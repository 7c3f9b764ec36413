"""What is lost, counted twice or away when something breaks under load.

    .venv/bin/python bench/faults.py [ROUNDS [FAULT]]     (3 rounds as it comes; docs/reliability.md tells 20)

Eight senders report events as browsers do, each again under its id until it is acknowledged; two visitors
ask for verdicts all the while. Wanted: nothing acknowledged is lost, nothing is there twice, and a held
site's visitors are never away while only the database is.

Last, the worker of jobs is killed in the middle of letters: each goes out once or stands in doubt.
"""

import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import threading
import time
import uuid
from collections.abc import Callable
from dataclasses import dataclass, field

import psycopg
from served import PYTHON, ROOT, Served, served

ADDRESS = "https://averilcycles.example/workshop"
SENDERS, ASKERS, QUIET_S, LONG_S = 8, 2, 1.5, 30
LETTERS = 10
"""Waiting when the worker of jobs is killed."""


@dataclass
class Load:
    """What the senders and askers saw of one round."""

    port: int
    acknowledged: set[str] = field(default_factory=set)
    refused: int = 0
    away_s: float = 0.0
    over: threading.Event = field(default_factory=threading.Event)

    def post(self, path: str, body: dict[str, object]) -> tuple[int, bytes]:
        try:
            line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=15)
            line.request(
                "POST", path, json.dumps(body), {"Content-Type": "text/plain", "User-Agent": "a person"}
            )
            answer = line.getresponse()
            return answer.status, answer.read()
        except (OSError, http.client.HTTPException):
            return 0, b""

    def send(self) -> None:
        while not self.over.is_set():
            event = {"id": str(uuid.uuid4()), "kind": "seen", "door": "door2"}
            while True:
                status, body = self.post(
                    "/k/v1/heard", {"site": "typical", "address": ADDRESS, "events": [event]}
                )
                if status == 200 and json.loads(body)["kept"] == 1:
                    self.acknowledged.add(event["id"])
                    break
                self.refused += 1
                time.sleep(0.2)
            time.sleep(0.01)

    def ask(self) -> None:
        last = time.monotonic()
        while not self.over.is_set():
            status, body = self.post("/k/v1/verdict", {"site": "typical", "address": ADDRESS, "lang": "en"})
            now = time.monotonic()
            if status == 200 and json.loads(body)["show"]:
                self.away_s, last = max(self.away_s, now - last), now
            time.sleep(0.02)
        self.away_s = max(self.away_s, time.monotonic() - last)


def kill_worker(here: Served, port: int) -> None:
    found = subprocess.run(["pgrep", "-f", f"granian.*--port {port}"], capture_output=True, text=True)
    workers = [int(pid) for pid in found.stdout.split()]
    os.kill(max(workers), signal.SIGKILL)
    time.sleep(4)


def kill_server(here: Served, port: int) -> None:
    here.kill()
    here.start_again()
    time.sleep(1)


def kill_database(here: Served, port: int) -> None:
    here.server.crash()
    here.server.start()
    time.sleep(3)


def stop_database(here: Served, port: int) -> None:
    here.server.crash()
    time.sleep(LONG_S)
    here.server.start()
    time.sleep(3)


def freeze_database(here: Served, port: int) -> None:
    master = int((here.server.folder / "postmaster.pid").read_text().split()[0])
    found = subprocess.run(["pgrep", "-P", str(master)], capture_output=True, text=True).stdout.split()
    for pid in (master, *map(int, found)):
        os.kill(pid, signal.SIGSTOP)
    time.sleep(LONG_S)
    for pid in (master, *map(int, found)):
        os.kill(pid, signal.SIGCONT)
    time.sleep(4)


def silence_listening(here: Served, port: int) -> None:
    """The connection that hears of changes answers no more, without a word; a release comes meanwhile."""
    with psycopg.connect(here.database, autocommit=True) as conn:
        found = conn.execute("SELECT pid FROM pg_stat_activity WHERE application_name = 'kk-changes'")
        pids = [row[0] for row in found]
        for pid in pids:
            os.kill(pid, signal.SIGSTOP)
        time.sleep(LONG_S)
        for pid in pids:
            os.kill(pid, signal.SIGCONT)
    time.sleep(3)


def send_slowly(here: Served, port: int) -> None:
    lines = []
    for _ in range(12):
        line = socket.create_connection(("127.0.0.1", port))
        line.sendall(
            b"POST /k/v1/verdict HTTP/1.1\r\nHost: x\r\n"
            b"Content-Type: text/plain\r\nContent-Length: 900\r\n\r\n"
        )
        lines.append(line)
    for _ in range(12):
        time.sleep(0.5)
        for line in lines:
            try:
                line.sendall(b" ")
            except OSError:
                pass
    for line in lines:
        line.close()


FAULTS: tuple[tuple[str, Callable[[Served, int], None]], ...] = (
    ("worker killed", kill_worker),
    ("server killed", kill_server),
    ("database killed", kill_database),
    ("database stopped", stop_database),
    ("database frozen", freeze_database),
    ("listening silent", silence_listening),
    ("slow bodies", send_slowly),
)


def one_round(here: Served, fault: Callable[[Served, int], None]) -> Load:
    load = Load(int(here.app.rpartition(":")[2]))
    jobs = [threading.Thread(target=load.send) for _ in range(SENDERS)]
    jobs += [threading.Thread(target=load.ask) for _ in range(ASKERS)]
    for job in jobs:
        job.start()
    time.sleep(QUIET_S)
    fault(here, load.port)
    time.sleep(QUIET_S)
    load.over.set()
    for job in jobs:
        job.join(60)
    return load


POSTED = """
import django; django.setup()
from kindknock.accounts.mailing import post
for n in range({count}): post(f"n{{n}}@averilcycles.example", "Round {number}", "words")
"""


def kill_jobs(here: Served, rounds: int) -> None:
    """Each round the worker is killed while it hands letters over; at last it is left to finish."""
    env = {
        **os.environ,
        "DATABASE_URL": here.database,
        "KK_PRETEND": "1",
        "DJANGO_SETTINGS_MODULE": "kindknock.config.settings",
        "PYTHONPATH": str(ROOT),
    }
    work = [PYTHON, "manage.py", "procrastinate", "worker"]
    quiet = {"cwd": ROOT, "env": env, "stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}
    for number in range(rounds):
        words = POSTED.format(count=LETTERS, number=number)
        subprocess.run([PYTHON, "-c", words], check=True, **quiet)
        worker = subprocess.Popen(work, **quiet)
        with psycopg.connect(here.database, autocommit=True) as conn:
            while not count(conn, "accounts_outgoing WHERE state <> 'waiting'") % LETTERS:
                time.sleep(0.002)
        worker.kill()
        worker.wait()
    worker = subprocess.Popen(work, **quiet)
    with psycopg.connect(here.database, autocommit=True) as conn:
        end = time.monotonic() + 600
        while count(conn, "accounts_outgoing WHERE state IN ('waiting', 'sending')"):
            if time.monotonic() > end:
                break
            time.sleep(1)
        worker.kill()
        posted, doubt = (
            count(conn, "accounts_outgoing"),
            count(conn, "accounts_outgoing WHERE state = 'in_doubt'"),
        )
        went = count(conn, '(SELECT DISTINCT "to", subject FROM standins_letter) AS once')
        twice = count(conn, "standins_letter") - went
        left = count(conn, "accounts_outgoing WHERE state IN ('waiting', 'sending')")
    print(f"letters: {posted} posted, {went} went out, {twice} twice, {doubt} in doubt, {left} still waiting")


def count(conn: psycopg.Connection, what: str) -> int:
    row = conn.execute(f"SELECT count(*) FROM {what}").fetchone()  # type: ignore[arg-type]
    return int(row[0]) if row else 0


def main(rounds: int, only: str = "") -> None:
    with served(durable=True) as here:
        if only in ("", "letters"):
            kill_jobs(here, rounds)
        print(f"{'':18}acknowledged  lost  twice  refused  longest away")
        for name, fault in FAULTS:
            if only not in ("", name):
                continue
            loads = [one_round(here, fault) for _ in range(rounds)]
            ids = set[str]().union(*(load.acknowledged for load in loads))
            with psycopg.connect(here.database) as conn:
                rows = [str(row[0]) for row in conn.execute("SELECT client_id FROM footfall_event")]
            lost, twice = len(ids - set(rows)), len(rows) - len(set(rows))
            refused, away = sum(load.refused for load in loads), max(load.away_s for load in loads)
            print(f"{name:18}{len(ids):12}{lost:6}{twice:7}{refused:9}{away:12.1f} s", flush=True)


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 3, *sys.argv[2:3])
