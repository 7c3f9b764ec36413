"""How many verdicts the server answers, against a bare Django view on the same server in the same run.

    .venv/bin/python bench/route.py        (needs wrk: apt-get install wrk)

One worker, four blocking threads, slices of the two taken in turn. Wanted: 1.5 x the bare view for the
typical business, never below 1.2; the large one never below 0.5; p99 no worse than the bare view's, also
while a hundred beacons a second arrive beside.
"""

import json
import os
import re
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager, nullcontext
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench"), str(ROOT / "scripts")]

from machine import LOCAL, PYTHON, VENV, any_free_port  # noqa: E402
from postgres import Server  # noqa: E402
from processes import Processes  # noqa: E402

SECONDS, SLICES, CONNECTIONS = 2, 5, 8
FILL = '''
import sys; sys.path[:0] = ["bench"]
import django; django.setup()
from django.utils import timezone
from businesses import large, typical
from kindknock.accounts.models import Business
from kindknock.doors.models import Release
from kindknock.sites.actions.make_site import make_site
from kindknock.sites.actions.set_host import allow_host
business = Business.objects.create(name="Bench", zone="Europe/London", languages=["en"])
for key, made in (("typical", typical()), ("large", large())):
    site = make_site(business, name=key, key=key)
    allow_host(site, "averilcycles.example")
    Release.objects.create(site=site, number=1, setup=made[0].model_dump(mode="json"), at=timezone.now())
'''


BEACONS = '''
import http.client, json, sys, time, uuid
line = http.client.HTTPConnection("127.0.0.1", int(sys.argv[1]))
sent, start = 0, time.monotonic()
while True:
    event = {"id": str(uuid.uuid4()), "kind": "seen", "door": "door2"}
    body = json.dumps({"site": "typical", "address": "https://averilcycles.example/workshop", "events": [event]})
    line.request("POST", "/k/v1/heard", body, {"Content-Type": "text/plain", "User-Agent": "a person"})
    answer = line.getresponse().read()
    assert json.loads(answer)["kept"] == 1, answer
    sent += 1
    time.sleep(max(0, start + sent / 100 - time.monotonic()))
'''


@contextmanager
def beacons(port: int) -> Iterator[None]:
    """A hundred beacons a second, each stored before it is acknowledged. Raises if they stopped meanwhile."""
    sender = subprocess.Popen([PYTHON, "-c", BEACONS, str(port)])
    try:
        yield
        if sender.poll() is not None:
            raise SystemExit("the beacons stopped")
    finally:
        sender.kill()
        sender.wait()


def slice_of(url: str, body: str | None) -> tuple[float, float]:
    """Requests a second and p99 in ms, of one slice. Raises if anything but 200 came back."""
    with tempfile.NamedTemporaryFile("w", suffix=".lua") as script:
        if body is not None:
            script.write(f"wrk.method = 'POST'\nwrk.body = {json.dumps(body)}\nwrk.headers['Content-Type'] = 'text/plain'\n")
        script.flush()
        told = subprocess.run(["wrk", "-t1", f"-c{CONNECTIONS}", f"-d{SECONDS}s", "--latency", "-s", script.name, url],
                              capture_output=True, text=True, check=True).stdout
    if "Non-2xx" in told or "Socket errors" in told:
        raise SystemExit(told)
    rate = float(re.search(r"Requests/sec:\s+([\d.]+)", told)[1])  # type: ignore[index]
    p99, unit = re.search(r"99%\s+([\d.]+)(us|ms|s)", told).groups()  # type: ignore[union-attr]
    return rate, float(p99) * {"us": 0.001, "ms": 1, "s": 1000}[unit]


def main() -> None:
    if not shutil.which("wrk"):
        raise SystemExit("wrk is missing: apt-get install -y wrk")
    LOCAL.mkdir(exist_ok=True)
    server = Server("pg-test", any_free_port(), quick=True)
    server.start()
    base = server.url.rpartition("/")[0]
    env = {**os.environ, "DATABASE_URL": f"{base}/bench", "KK_PRETEND": "0", "DJANGO_SETTINGS_MODULE": "kindknock.config.settings", "PYTHONPATH": str(ROOT)}
    subprocess.run([PYTHON, "-c", "import psycopg,sys\nwith psycopg.connect(sys.argv[1]+'/postgres',autocommit=True) as c:\n c.execute('drop database if exists bench'); c.execute('create database bench')", base], check=True)
    subprocess.run([PYTHON, "manage.py", "migrate", "-v0"], cwd=ROOT, env=env, check=True)
    subprocess.run([PYTHON, "-c", FILL], cwd=ROOT, env=env, check=True)
    app, bare = any_free_port(), any_free_port()
    granian = [VENV / "bin" / "granian", "--interface", "wsgi", "--host", "127.0.0.1", "--no-ws", "--log-level", "error", "--workers", "1", "--blocking-threads", "4"]
    ours, theirs = Processes(env), Processes({**os.environ, "PYTHONPATH": f"{ROOT}:{ROOT / 'bench'}"})
    try:
        ours.start("bench-app", *granian, "--port", str(app), "kindknock.config.wsgi:application")
        theirs.start("bench-bare", *granian, "--port", str(bare), "bare:application")
        ours.wait_for("bench-app", f"http://127.0.0.1:{app}/healthz")
        theirs.wait_for("bench-bare", f"http://127.0.0.1:{bare}/")
        asked = {"bare": (f"http://127.0.0.1:{bare}/", None)}
        for site in ("typical", "large"):
            visit = {"site": site, "address": "https://averilcycles.example/workshop", "lang": "en", "languages": ["en"], "pointer": "fine", "width": 1280, "height": 800}
            asked[site] = (f"http://127.0.0.1:{app}/k/v1/verdict", json.dumps(visit))
        asked["beside"] = asked["typical"]
        taken: dict[str, list[tuple[float, float]]] = {name: [] for name in asked}
        for _ in range(SLICES):
            for name, (url, body) in asked.items():
                with beacons(app) if name == "beside" else nullcontext():
                    taken[name].append(slice_of(url, body))
        for name in ("typical", "large", "beside"):
            ratios = sorted(one[0] / reference[0] for one, reference in zip(taken[name], taken["bare"], strict=True))
            worse = sorted(one[1] / reference[1] for one, reference in zip(taken[name], taken["bare"], strict=True))
            print(f"{'typical, beacons beside' if name == 'beside' else name:24} {ratios[len(ratios) // 2]:.2f} x a bare view, p99 {worse[len(worse) // 2]:.2f} x its p99")
    finally:
        ours.stop()
        theirs.stop()
        server.stop()


if __name__ == "__main__":
    main()
