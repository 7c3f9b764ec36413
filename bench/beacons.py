"""Whether what a beacon reports is kept, and how fast, against a bare Django view in the same run.

    .venv/bin/python bench/beacons.py [kills]      (needs wrk: apt-get install wrk)

Wanted: 0.8 x the bare view, the disk waited for; nothing acknowledged lost over twenty kills each of the
server and of the database in the middle of load; a retry never counted twice.
"""

import http.client
import json
import sys
import threading
import time
import uuid

import psycopg
from served import BEACONS, Served, median, need_wrk, served, slice_of

SLICES, KILLS, SENDERS = 5, 20, 6


class Sender(threading.Thread):
    """Reports events one by one, each again until it is acknowledged, as the button does; remembers what
    was.
    """

    def __init__(self, port: int) -> None:
        super().__init__(daemon=True)
        self.port, self.done = port, threading.Event()
        self.acknowledged: list[str] = []
        self.retries = 0

    def run(self) -> None:
        while not self.done.is_set():
            event = uuid.uuid4().hex
            while not self.done.is_set():
                if self.report(event):
                    self.acknowledged.append(event)
                    break
                self.retries += 1
                time.sleep(0.02)

    def report(self, event: str) -> bool:
        body = json.dumps(
            {
                "site": "typical",
                "address": "https://averilcycles.example/x",
                "events": [{"id": event, "kind": "seen", "door": "door2"}],
            }
        )
        line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=10)
        try:
            line.request(
                "POST", "/k/v1/heard", body, {"Content-Type": "text/plain", "User-Agent": "a person"}
            )
            answer = line.getresponse()
            return answer.status == 200 and json.loads(answer.read())["kept"] == 1
        except (OSError, http.client.HTTPException, ValueError):
            return False
        finally:
            line.close()


def kill_under_load(both: Served, kills: int) -> tuple[int, int, int, int]:
    """Acknowledged, lost, counted twice, retries."""
    senders = [Sender(int(both.app.rpartition(":")[2])) for _ in range(SENDERS)]
    for sender in senders:
        sender.start()
    for at in range(2 * kills):
        time.sleep(0.4)
        if at % 2:
            both.kill()
            both.start_again()
        else:
            both.server.crash()
            both.server.start()
    time.sleep(0.5)
    for sender in senders:
        sender.done.set()
    for sender in senders:
        sender.join(12)
    acknowledged = [event for sender in senders for event in sender.acknowledged]
    with psycopg.connect(both.database) as database:
        stored = [
            str(row[0]).replace("-", "")
            for row in database.execute("select client_id from footfall_event").fetchall()
        ]
    return (
        len(acknowledged),
        len(set(acknowledged) - set(stored)),
        len(stored) - len(set(stored)),
        sum(sender.retries for sender in senders),
    )


def main() -> None:
    need_wrk()
    kills = int(sys.argv[1]) if len(sys.argv) > 1 else KILLS
    with served(durable=True) as both:
        rates = []
        for _ in range(SLICES):
            reference = slice_of(both.bare + "/")
            rates.append(slice_of(both.app + "/k/v1/heard", BEACONS)[0] / reference[0])
        print(
            f"a beacon, stored on disk before it is acknowledged: {median(rates):.2f} x a bare view (0.8 "
            "wanted)"
        )
        acknowledged, lost, twice, retries = kill_under_load(both, kills)
        print(
            f"{kills} kills each of server and database: {acknowledged} acknowledged, {lost} lost, {twice} "
            f"counted twice, {retries} sent again"
        )
    if lost or twice:
        raise SystemExit(1)


if __name__ == "__main__":
    main()
