"""Machines of their own on one: network namespaces on a bridge, and what runs in them."""

import os
import signal
import subprocess
import time
from contextlib import suppress
from pathlib import Path

NET = "10.77.0."
MACHINES = {"front": 1, "db1": 11, "db2": 12, "a": 21, "b": 22}


def run(*command: str | Path, check: bool = True) -> str:
    done = subprocess.run(
        [str(part) for part in command],
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        check=False,
    )
    if check and done.returncode:
        raise SystemExit(f"{' '.join(map(str, command))}\n{done.stdout}")
    return done.stdout


def address_of(machine: str) -> str:
    return f"{NET}{MACHINES[machine]}"


class Net:
    """All machines, joined by a bridge within the first."""

    def __enter__(self) -> "Net":
        self.children: dict[str, list[subprocess.Popen[bytes]]] = {}
        for machine in MACHINES:
            run("ip", "netns", "add", f"kk-{machine}")
            self.at(machine, "ip", "link", "set", "lo", "up")
        self.at("front", "ip", "link", "add", "kkbr", "type", "bridge")
        self.at("front", "ip", "link", "set", "kkbr", "up")
        self.at("front", "ip", "addr", "add", f"{address_of('front')}/24", "dev", "kkbr")
        for machine in list(MACHINES)[1:]:
            there = f"to-{machine}"
            run("ip", "link", "add", there, "netns", "kk-front", "type", "veth",
                "peer", "name", "net", "netns", f"kk-{machine}")  # fmt: skip
            self.at("front", "ip", "link", "set", there, "master", "kkbr", "up")
            self.at(machine, "ip", "addr", "add", f"{address_of(machine)}/24", "dev", "net")
            self.at(machine, "ip", "link", "set", "net", "up")
        return self

    def __exit__(self, *args: object) -> None:
        for machine in MACHINES:
            self.kill(machine)
            run("ip", "netns", "del", f"kk-{machine}", check=False)

    def at(self, machine: str, *command: str | Path, check: bool = True) -> str:
        return run("ip", "netns", "exec", f"kk-{machine}", *command, check=check)

    def start(self, machine: str, log: Path, env: dict[str, str], cwd: Path, *command: str | Path) -> None:
        """Something that runs until its machine is killed."""
        with log.open("ab") as out:
            child = subprocess.Popen(
                ["ip", "netns", "exec", f"kk-{machine}", *map(str, command)],
                cwd=cwd, env=env, stdout=out, stderr=out, stdin=subprocess.DEVNULL, start_new_session=True,
            )  # fmt: skip
        self.children.setdefault(machine, []).append(child)

    def cut(self, machine: str) -> None:
        """As when its power goes: nothing answers any more, not even to say so."""
        self.at("front", "ip", "link", "set", f"to-{machine}", "down")
        self.kill(machine)

    def kill(self, machine: str) -> None:
        for pid in run("ip", "netns", "pids", f"kk-{machine}", check=False).split():
            with suppress(OSError, ValueError):
                os.kill(int(pid), signal.SIGKILL)
        for child in self.children.pop(machine, []):
            child.wait()
        time.sleep(0.1)
