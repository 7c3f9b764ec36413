#!/usr/bin/python3
"""Stands in for systemctl in a root without systemd (`try_deploying.py` puts it there): runs a unit's command
as its user, with its settings, and stops it as systemd does.
"""

import os
import re
import shlex
import signal
import subprocess
import sys
import time
from contextlib import suppress
from pathlib import Path

RUN, UNITS = Path("/run/units"), Path("/etc/systemd/system")
CLUSTER = ["pg_ctlcluster", "15", "main"]


def values_of(name: str) -> dict[str, list[str]]:
    stem, _, at = name.removesuffix(".service").partition("@")
    text = (UNITS / f"{stem}{'@' if at else ''}.service").read_text().replace("%i", at)
    found: dict[str, list[str]] = {}
    for key, value in re.findall(r"^(\w+)=(.*)$", text, re.M):
        found.setdefault(key, []).append(value)
    return found


def start(name: str) -> int:
    if name == "postgresql":
        return subprocess.run([*CLUSTER, "start"], check=False).returncode
    if name == "nginx":
        return subprocess.run(["nginx"], check=False).returncode
    if name.endswith(".timer"):
        return 0
    values, env = values_of(name), dict(os.environ)
    for file in values["EnvironmentFile"]:
        lines = [line for line in Path(file).read_text().splitlines() if "=" in line and line[0] != "#"]
        env |= dict(line.split("=", 1) for line in lines)
    env |= dict(pair.split("=", 1) for pair in values.get("Environment", []))
    user = values["User"][0]
    for folder in values.get("RuntimeDirectory", []):
        Path("/run", folder).mkdir(exist_ok=True)
        subprocess.run(["chown", user, f"/run/{folder}"], check=True)
    with Path(f"/var/log/{name}.log").open("ab") as log:
        child = subprocess.Popen(
            [
                "setpriv",
                "--reuid",
                user,
                "--regid",
                user,
                "--init-groups",
                *shlex.split(values["ExecStart"][0]),
            ],
            env=env,
            cwd=values["WorkingDirectory"][0],
            stdout=log,
            stderr=log,
            stdin=subprocess.DEVNULL,
            start_new_session=True,
        )
    (RUN / name).write_text(str(child.pid))
    return 0


def stop(name: str) -> int:
    if name == "postgresql":
        return subprocess.run([*CLUSTER, "stop", "-m", "fast"], check=False).returncode
    if name == "nginx":
        subprocess.run(["nginx", "-s", "quit"], stderr=subprocess.DEVNULL, check=False)
        time.sleep(1)
        return 0
    note = RUN / name
    if note.exists():
        group = int(note.read_text())
        with suppress(ProcessLookupError):
            os.killpg(group, signal.SIGTERM)
            for _ in range(300):
                os.killpg(group, 0)
                time.sleep(0.1)
            os.killpg(group, signal.SIGKILL)
        note.unlink()
    return 0


def main() -> int:
    RUN.mkdir(exist_ok=True)
    act, *names = [word for word in sys.argv[1:] if not word.startswith("-")]
    codes = [0]
    for name in names:
        if act in ("stop", "restart"):
            codes.append(stop(name))
        if act in ("enable", "start", "restart"):
            codes.append(start(name))
    return max(codes)


if __name__ == "__main__":
    sys.exit(main())
