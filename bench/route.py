"""How many verdicts the server answers, against a bare Django view on the same server in the same run.

    .venv/bin/python bench/route.py        (needs wrk: apt-get install wrk)

One worker, four blocking threads, short slices of the two taken in turn; told are the median and the middle
half, since a machine that is shared wanders by a third within a minute. Wanted: 1.5 x the bare view for the
typical business, never below 1.2; the large one never below 0.5; p99 no worse than the bare view's, also
while a hundred beacons a second arrive beside.
"""

import subprocess
from collections.abc import Iterator
from contextlib import contextmanager, nullcontext

from served import PYTHON, median, need_wrk, posting, served, slice_of

SLICES = 15
STEADY = """
import http.client, json, sys, time, uuid
line = http.client.HTTPConnection("127.0.0.1", int(sys.argv[1]))
sent, start = 0, time.monotonic()
while True:
    event = {"id": str(uuid.uuid4()), "kind": "seen", "door": "door2"}
    address = "https://averilcycles.example/workshop"
    body = json.dumps({"site": "typical", "address": address, "events": [event]})
    line.request("POST", "/k/v1/heard", body, {"Content-Type": "text/plain", "User-Agent": "a person"})
    answer = line.getresponse()
    body = answer.read()
    # Told to come again, as a button does.
    assert answer.status == 503 or json.loads(body)["kept"] == 1, body
    sent += 1
    time.sleep(max(0, start + sent / 100 - time.monotonic()))
"""


@contextmanager
def steady_beacons(app: str) -> Iterator[None]:
    """A hundred beacons a second, each stored before it is acknowledged. Raises if they stopped meanwhile."""
    sender = subprocess.Popen([PYTHON, "-c", STEADY, app.rpartition(":")[2]])
    try:
        yield
        if sender.poll() is not None:
            raise SystemExit("the beacons stopped")
    finally:
        sender.kill()
        sender.wait()


def main() -> None:
    need_wrk()
    with served() as both:
        visit = {
            "address": "https://averilcycles.example/workshop",
            "lang": "en",
            "languages": ["en"],
            "pointer": "fine",
            "width": 1280,
            "height": 800,
        }
        scripts = {site: posting({"site": site, **visit}) for site in ("typical", "large")}
        taken: dict[str, list[tuple[float, float]]] = {}
        for _ in range(SLICES):
            reference = slice_of(both.bare + "/", seconds=1)
            for name, site in (
                ("typical", "typical"),
                ("large", "large"),
                ("typical, beacons beside", "typical"),
            ):
                with steady_beacons(both.app) if name.endswith("beside") else nullcontext():
                    rate, p99 = slice_of(both.app + "/k/v1/verdict", scripts[site], seconds=1)
                taken.setdefault(name, []).append((rate / reference[0], p99 / reference[1]))
        for name, ratios in taken.items():
            rates = sorted(rate for rate, _ in ratios)
            print(
                f"{name:24} {median(rates):.2f} x a bare view ({rates[SLICES // 4]:.2f} to "
                f"{rates[-1 - SLICES // 4]:.2f}), p99 {median([p99 for _, p99 in ratios]):.2f} x its p99"
            )


if __name__ == "__main__":
    main()
