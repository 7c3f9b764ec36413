"""Brings this machine to where Kind Knock can run: Debian packages, Python and npm packages, builds.

Each step leaves a stamp of what it was made from, written last, so that a half-finished step is
done again and a finished one costs nothing.
"""

import hashlib
import os
import shutil
import socket
import subprocess
import sys
from collections.abc import Iterable, Mapping
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
LOCAL = ROOT / ".local"
VENV = ROOT / ".venv"
PYTHON = VENV / "bin" / "python"


class Stop(Exception):
    """Something a person must mend first; the message is one sentence with the fix."""


def say(text: str) -> None:
    print(text, flush=True)


def run(*command: str | Path, env: Mapping[str, str] | None = None, log: str | None = None) -> None:
    """Run a step, its output kept in a log that is shown only if the step fails."""
    LOCAL.mkdir(exist_ok=True)
    where = LOCAL / f"{log or 'steps'}.log"
    with where.open("wb") as out:
        done = subprocess.run(
            [str(part) for part in command],
            cwd=ROOT,
            env=env,
            stdout=out,
            stderr=subprocess.STDOUT,
            check=False,
        )
    if done.returncode:
        tail = where.read_text(errors="replace").strip().splitlines()[-12:]
        raise Stop(
            "\n".join(
                [
                    *tail,
                    f"This step failed: {' '.join(str(part) for part in command)}",
                    "Mend what it says and run the same command again; it carries on from here.",
                ]
            )
        )


def need_packages(packages: Iterable[str]) -> None:
    """Install Debian packages, or name the one line that does."""
    wanted = " ".join(packages)
    line = f"apt-get install -y --no-install-recommends {wanted}"
    if not shutil.which("apt-get"):
        raise Stop(f"This machine has no apt-get. Install by hand what these Debian packages hold: {wanted}")
    prefix: list[str] = []
    if os.geteuid() != 0:
        if (
            not shutil.which("sudo")
            or subprocess.run(["sudo", "-n", "true"], capture_output=True, check=False).returncode
        ):
            raise Stop(
                "Some packages are missing and you may not install them. Run this once, then start "
                f"again:\n  sudo {line}"
            )
        prefix = ["sudo", "-n"]
    say(f"Installing from Debian: {wanted}")
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    if any(name.startswith("postgresql") for name in wanted.split()):
        # We run a server of our own; Debian's own cluster on 5432 is not wanted.
        settings = "/etc/postgresql-common/createcluster.d"
        subprocess.run([*prefix, "mkdir", "-p", settings], check=False)
        subprocess.run(
            [*prefix, "sh", "-c", f"echo 'create_main_cluster = false' > {settings}/kindknock.conf"],
            check=False,
        )
    run(*prefix, "apt-get", "update", env=env, log="apt-update")
    run(*prefix, *line.split(), env=env, log="apt")


PAPER = {
    "libpango-1.0-0": "libpango-1.0.so.0",
    "libpangoft2-1.0-0": "libpangoft2-1.0.so.0",
    "libharfbuzz-subset0": "libharfbuzz-subset.so.0",
}
"""What draws PDFs (WeasyPrint): Debian's packages and the library each brings."""


def need_libraries() -> None:
    """What Python packages can't bring themselves, looked for where Debian puts it."""
    places = [*Path("/usr/lib").glob("*-linux-gnu*"), Path("/usr/lib"), Path("/usr/lib64")]
    missing = [name for name, file in PAPER.items() if not any((at / file).exists() for at in places)]
    if missing:
        need_packages(missing)


def need_node() -> None:
    """Node 20 and npm 10 at least, looked up by running them."""
    for name, least in (("node", 20), ("npm", 10)):
        if not shutil.which(name):
            raise Stop(
                "Kind Knock needs Node 20 or newer with npm 10 or newer, and this machine has no "
                f"{name}. Install them with: sudo apt-get install -y nodejs npm (Debian 13), or from your "
                "Node source"
            )
        output = (
            subprocess.run([name, "--version"], capture_output=True, text=True, check=False)
            .stdout.strip()
            .lstrip("v")
        )
        if int(output.split(".")[0] or 0) < least:
            raise Stop(
                f"Kind Knock needs {name} {least} or newer and this machine has {output}. Install a newer "
                "one and start again."
            )


def _hash(paths: Iterable[Path]) -> str:
    digest = hashlib.sha256()
    for path in sorted(paths):
        digest.update(str(path.relative_to(ROOT)).encode())
        digest.update(path.read_bytes())
    return digest.hexdigest()


def _stamped(name: str, value: str) -> bool:
    stamp = LOCAL / "stamps" / name
    return stamp.exists() and stamp.read_text() == value


def _stamp(name: str, value: str) -> None:
    stamp = LOCAL / "stamps" / name
    stamp.parent.mkdir(parents=True, exist_ok=True)
    stamp.write_text(value)


def python_packages(*names: str) -> None:
    """Make .venv and install the locked packages of these lists (`app`, `test`)."""
    if (
        not PYTHON.exists()
        or subprocess.run([PYTHON, "-m", "pip", "--version"], capture_output=True, check=False).returncode
    ):
        say("Making .venv")
        shutil.rmtree(VENV, ignore_errors=True)
        shutil.rmtree(LOCAL / "stamps", ignore_errors=True)
        made = subprocess.run(
            [sys.executable, "-m", "venv", VENV], capture_output=True, text=True, check=False
        )
        if made.returncode:
            need_packages(["python3-venv"])
            run(sys.executable, "-m", "venv", VENV, log="venv")
    for name in names:
        lock = ROOT / "requirements" / f"{name}.txt"
        value = _hash([lock]) + sys.version
        if not _stamped(f"pip-{name}", value):
            say(f"Installing Python packages ({name})")
            run(
                PYTHON,
                "-m",
                "pip",
                "install",
                "--quiet",
                "--disable-pip-version-check",
                "--require-hashes",
                "-r",
                lock,
                log="pip",
            )
            _stamp(f"pip-{name}", value)


def node_packages() -> None:
    """Install the locked npm packages, running none of their install scripts."""
    need_node()
    value = _hash([ROOT / "package-lock.json", ROOT / "package.json", *ROOT.glob("*/package.json")])
    if not _stamped("npm", value) or not (ROOT / "node_modules").exists():
        say("Installing npm packages")
        run("npm", "ci", "--ignore-scripts", "--no-audit", "--no-fund", log="npm")
        _stamp("npm", value)


def _sources(folder: str) -> list[Path]:
    top = ROOT / folder
    return [
        path for path in top.rglob("*") if path.is_file() and not {"dist", "node_modules"} & set(path.parts)
    ]


def front_ends() -> None:
    """Build button and studio if their sources changed since the last build."""
    built = ROOT / "kindknock" / "built"
    for name in ("button", "studio"):
        value = _hash([*_sources(name), ROOT / "package-lock.json"])
        if not _stamped(f"build-{name}", value) or not (built / name).exists():
            node_packages()
            say(f"Building the {name}")
            run("npm", "run", "--silent", "build", "-w", name, log=f"build-{name}")
            if name == "studio":
                # Served as they lie there, so they lie there compressed too.
                run(PYTHON, "-m", "whitenoise.compress", "--quiet", built / name, log="compress")
            _stamp(f"build-{name}", value)


def free_port(port: int) -> bool:
    """Whether nobody listens on a port of this machine."""
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def any_free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])
