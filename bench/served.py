"""Our server and a bare Django view on the same server, side by side, for the benches that ask over HTTP."""

import json
import os
import re
import shutil
import signal
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench"), str(ROOT / "scripts")]

from askers import Askers as Askers

from machine import LOCAL, PYTHON, VENV, any_free_port
from postgres import Server
from processes import Processes

CONNECTIONS, CONNECTIONS_OPEN = 8, 2048
FILL = """
import sys; sys.path[:0] = ["bench"]
import django; django.setup()
from businesses import large, typical
from kindknock import clock
from kindknock.accounts.models import Business
from kindknock.doors.models import Release
from kindknock.sites.actions.make_site import make_site
from kindknock.sites.actions.set_host import allow_host
business = Business.objects.create(name="Bench", zone="Europe/London", languages=["en"])
for key, made in (("typical", typical()), ("large", large())):
    site = make_site(business, name=key, key=key)
    allow_host(site, "averilcycles.example")
    Release.objects.create(site=site, number=1, setup=made[0].model_dump(mode="json"), at=clock.now())
"""
MAKE = (
    "import psycopg,sys\nwith psycopg.connect(sys.argv[1]+'/postgres',autocommit=True) as c:\n"
    " c.execute('drop database if exists bench'); c.execute('create database bench')"
)


@dataclass
class Served:
    """Addresses of both, the database's, and the means to kill and start ours again."""

    app: str
    bare: str
    database: str
    server: Server
    _ours: Processes
    _command: list[str | Path]

    def kill(self) -> None:
        """Kill our server with all its workers, at once."""
        os.killpg(self._ours.children["bench-app"].pid, signal.SIGKILL)
        self._ours.children["bench-app"].wait()

    def pid(self) -> int:
        return self._ours.children["bench-app"].pid

    def start_again(self) -> None:
        self._ours.start("bench-app", *self._command)
        self._ours.wait_for("bench-app", f"{self.app}/healthz")


@contextmanager
def served(*, durable: bool = False, workers: int = 1) -> Iterator[Served]:
    """So many workers, each with four blocking threads and the connections that deploy/kind-knock@.service
    allows it. With `durable`, PostgreSQL waits for the disk.
    """
    LOCAL.mkdir(exist_ok=True)
    server = Server("pg-durable" if durable else "pg-test", any_free_port(), quick=not durable)
    server.start()
    base = server.url.rpartition("/")[0]
    env = {
        **os.environ,
        "DATABASE_URL": f"{base}/bench",
        "KK_PRETEND": "0",
        "DJANGO_SETTINGS_MODULE": "kindknock.config.settings",
        "PYTHONPATH": str(ROOT),
    }
    subprocess.run([PYTHON, "-c", MAKE, base], check=True)
    subprocess.run([PYTHON, "manage.py", "migrate", "-v0"], cwd=ROOT, env=env, check=True)
    subprocess.run([PYTHON, "-c", FILL], cwd=ROOT, env=env, check=True)
    app, bare = any_free_port(), any_free_port()
    granian: list[str | Path] = [
        VENV / "bin" / "granian",
        "--interface",
        "wsgi",
        "--host",
        "127.0.0.1",
        "--no-ws",
        "--log-level",
        "error",
        "--workers",
        str(workers),
        "--blocking-threads",
        "4",
        "--backlog",
        str(CONNECTIONS_OPEN * workers),
        "--respawn-failed-workers",
        "--respawn-interval",
        "1",
    ]
    command = [*granian, "--port", str(app), "kindknock.config.wsgi:application"]
    ours, theirs = Processes(env), Processes({**os.environ, "PYTHONPATH": f"{ROOT}:{ROOT / 'bench'}"})
    try:
        ours.start("bench-app", *command)
        theirs.start("bench-bare", *granian, "--port", str(bare), "bare:application")
        ours.wait_for("bench-app", f"http://127.0.0.1:{app}/healthz")
        theirs.wait_for("bench-bare", f"http://127.0.0.1:{bare}/")
        yield Served(
            f"http://127.0.0.1:{app}", f"http://127.0.0.1:{bare}", f"{base}/bench", server, ours, command
        )
    finally:
        ours.stop()
        theirs.stop()
        server.stop()


def need_wrk() -> None:
    if not shutil.which("wrk"):
        raise SystemExit("wrk is missing: apt-get install -y wrk")


def slice_of(url: str, script: str = "", *, seconds: int = 2) -> tuple[float, float]:
    """Requests a second and p99 in ms, of one slice of load. Raises if anything but 200 came back."""
    with tempfile.NamedTemporaryFile("w", suffix=".lua") as file:
        file.write(script)
        file.flush()
        output = subprocess.run(
            ["wrk", "-t1", f"-c{CONNECTIONS}", f"-d{seconds}s", "--latency", "-s", file.name, url],
            capture_output=True,
            text=True,
            check=True,
        ).stdout
    if "Non-2xx" in output or "Socket errors" in output:
        raise SystemExit(output)
    rate = float(re.search(r"Requests/sec:\s+([\d.]+)", output)[1])  # type: ignore[index]
    p99, unit = re.search(r"99%\s+([\d.]+)(us|ms|s)", output).groups()  # type: ignore[union-attr]
    return rate, float(p99) * {"us": 0.001, "ms": 1, "s": 1000}[unit]


def posting(body: dict[str, object]) -> str:
    """A script for wrk that posts this body."""
    return (
        f"wrk.method = 'POST'\nwrk.body = {json.dumps(json.dumps(body))}\nwrk.headers['Content-Type'] = "
        "'text/plain'\n"
    )


BEACONS = """
math.randomseed(os.time())
wrk.method = 'POST'
wrk.headers['Content-Type'] = 'text/plain'
wrk.headers['User-Agent'] = 'a person'
local function hex(n)
  local out = {}
  for i = 1, n do out[i] = string.format('%x', math.random(0, 15)) end
  return table.concat(out)
end
request = function()
  local event = '{"id":"' .. hex(32) .. '","kind":"seen","door":"door2"}'
  local head = '{"site":"typical","address":"https://averilcycles.example/workshop","events":['
  return wrk.format(nil, '/k/v1/heard', nil, head .. event .. ']}')
end
"""
"""A script for wrk whose every request reports one event nobody reported before."""


def median(values: list[float]) -> float:
    return sorted(values)[len(values) // 2]
