"""What is lost, counted twice or away when something breaks under load.

    .venv/bin/python bench/faults.py [ROUNDS]        (3 rounds as it comes; docs/reliability.md tells 20)

Eight senders report events as browsers do, each again under its id until it is acknowledged; two visitors
ask for verdicts all the while. Wanted: nothing acknowledged is lost, nothing is there twice, and a held
site's visitors are never away while only the database is.
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
from served import Served, served

ADDRESS = "https://averilcycles.example/workshop"
SENDERS, ASKERS, QUIET_S = 8, 2, 1.5


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


def stop_database(here: Served, port: int) -> None:
    here.server.crash()
    time.sleep(3)
    here.server.start()
    time.sleep(3)


def freeze_database(here: Served, port: int) -> None:
    master = int((here.server.folder / "postmaster.pid").read_text().split()[0])
    found = subprocess.run(["pgrep", "-P", str(master)], capture_output=True, text=True).stdout.split()
    for pid in (master, *map(int, found)):
        os.kill(pid, signal.SIGSTOP)
    time.sleep(6)
    for pid in (master, *map(int, found)):
        os.kill(pid, signal.SIGCONT)
    time.sleep(4)


def cut_listening(here: Served, port: int) -> None:
    with psycopg.connect(here.database, autocommit=True) as conn:
        conn.execute(
            "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'kk-changes'"
        )
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
    ("database stopped", stop_database),
    ("database frozen", freeze_database),
    ("listening cut", cut_listening),
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


def main(rounds: int) -> None:
    with served(durable=True) as here:
        print(f"{'':18}acknowledged  lost  twice  refused  longest away")
        for name, fault in FAULTS:
            loads = [one_round(here, fault) for _ in range(rounds)]
            ids = set[str]().union(*(load.acknowledged for load in loads))
            with psycopg.connect(here.database) as conn:
                rows = [str(row[0]) for row in conn.execute("SELECT client_id FROM footfall_event")]
            lost, twice = len(ids - set(rows)), len(rows) - len(set(rows))
            refused, away = sum(load.refused for load in loads), max(load.away_s for load in loads)
            print(f"{name:18}{len(ids):12}{lost:6}{twice:7}{refused:9}{away:12.1f} s", flush=True)


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 3)
