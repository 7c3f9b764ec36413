"""Children that run together and stop together."""

import os
import signal
import subprocess
import time
import urllib.request
from pathlib import Path
from urllib.error import URLError

from machine import LOCAL, ROOT, VENV, Stop

CALM_S, MOST_WAIT_S = 120.0, 30.0


class Processes:
    """Starts children in groups of their own, so that stopping reaches their children too."""

    def __init__(self, env: dict[str, str], *, name: str = "") -> None:
        """`name` sets the logs of several of them apart."""
        self.env, self.prefix = env, f"{name}-" if name else ""
        self.children: dict[str, subprocess.Popen[bytes]] = {}
        self.commands: dict[str, tuple[str | Path, ...]] = {}
        self.fell: dict[str, list[float]] = {}
        """When a child ended by itself, on the monotonic clock; last, below 0, which process it was."""

    def start(self, name: str, *command: str | Path) -> None:
        log = self.log_of(name).open("wb" if name not in self.commands else "ab")
        self.commands[name] = command
        self.children[name] = subprocess.Popen(
            [str(part) for part in command],
            cwd=ROOT,
            env=self.env,
            stdout=log,
            stderr=subprocess.STDOUT,
            stdin=subprocess.DEVNULL,
            start_new_session=True,
        )

    def log_of(self, name: str) -> Path:
        return LOCAL / f"{self.prefix}{name}.log"

    def wait_for(self, name: str, url: str, seconds: float = 40) -> None:
        """Until the address answers; says the end of the log if it doesn't."""
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            if self.children[name].poll() is not None:
                break
            try:
                with urllib.request.urlopen(url, timeout=2) as answer:
                    if answer.status == 200:
                        return
            except (URLError, OSError):
                time.sleep(0.15)
        tail = self.log_of(name).read_text(errors="replace").strip().splitlines()[-8:]
        raise Stop(
            "\n".join(
                ["", *tail, f"The {name} did not start; its whole log is .local/{self.log_of(name).name}"]
            )
        )

    def keep_up(self) -> list[str]:
        """Start anew whatever has ended by itself, after a wait that grows with each fall. Names those that
        fell since the last call.
        """
        now, fallen = time.monotonic(), []
        for name, child in self.children.items():
            if child.poll() is None:
                continue
            falls = self.fell.setdefault(name, [])
            if not falls or falls[-1] != -float(child.pid):
                falls[:] = [*(at for at in falls if at > 0 and now - at < CALM_S), now, -float(child.pid)]
                fallen.append(name)
            count = len(falls) - 1
            if now - falls[-2] >= min(0.5 * 2 ** (count - 1), MOST_WAIT_S):
                _end_group(child.pid, signal.SIGKILL)  # workers may have outlived their server
                self.start(name, *self.commands[name])
        return fallen

    def stop(self) -> None:
        for sign, patience in ((signal.SIGTERM, 6.0), (signal.SIGKILL, 2.0)):
            for child in self.children.values():
                _end_group(child.pid, sign)
            end = time.monotonic() + patience
            while time.monotonic() < end and any(child.poll() is None for child in self.children.values()):
                time.sleep(0.05)
        self.children.clear()


def _end_group(pid: int, sign: signal.Signals) -> None:
    try:
        os.killpg(pid, sign)
    except ProcessLookupError:
        pass


def serve(processes: Processes, *, port: int, shop_port: int, workers: int) -> None:
    """Start app, job worker and demo shop, and wait until the first and the last answer."""
    granian = [
        VENV / "bin" / "granian",
        "--interface",
        "wsgi",
        "--host",
        "127.0.0.1",
        "--no-ws",
        "--log-level",
        "warning",
        "--workers-kill-timeout",
        "3",
        "--respawn-failed-workers",
        "--respawn-interval",
        "1",
    ]
    processes.start(
        "app",
        *granian,
        "--port",
        str(port),
        "--workers",
        str(workers),
        "--blocking-threads",
        "4",
        "kindknock.config.wsgi:application",
    )
    processes.start(
        "jobs", VENV / "bin" / "python", "manage.py", "procrastinate", "worker", "--delete-jobs", "successful"
    )
    processes.start(
        "shop",
        *granian,
        "--port",
        str(shop_port),
        "--workers",
        "1",
        "--blocking-threads",
        "2",
        "demo.shop.wsgi:application",
    )
    processes.wait_for("app", f"http://127.0.0.1:{port}/readyz")
    processes.wait_for("shop", f"http://127.0.0.1:{shop_port}/")
