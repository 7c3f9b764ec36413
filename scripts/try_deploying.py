"""Runs every command of docs/deploying.md in an empty Debian root, and uses what stands then.

    sudo python3 scripts/try_deploying.py [--keep] [--only container]

The blocks marked `sh` are run as they are written, in their order, in a root made by debootstrap. There is no
systemd in it: `systemctl` there is `stand_in_systemctl.py`, and the units themselves are looked at by
`systemd-analyze verify`. Then visitors ask while one server after the other is started again, a backup goes
round, and a database is taken back to a moment. Needs root, debootstrap, systemd and about two gigabytes;
takes some ten minutes. Nothing of this machine is used but its ports 80, 443, 5432, 5439, 8000, 8001, 8009
and 9464, which must be free.
"""

import argparse
import http.client
import json
import os
import re
import shutil
import signal
import ssl
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent))

from askers import Askers

from machine import ROOT

HERE = Path(__file__).resolve().parent
GUIDE = ROOT / "docs" / "deploying.md"
DEPLOY = ROOT / "deploy"
NAME = "knock.example"
BUNDLE = "/etc/ssl/packages.pem"
"""Whom this machine trusts when it fetches packages, in the root."""


PG_CTL = "runuser -u postgres -- /usr/lib/postgresql/15/bin/pg_ctl -D /var/backups/kind-knock-base"
CHECK = "\nkind-knock kindknock_check --deploy"


class Failed(Exception):
    """A step of the guide did not do what it says."""


def say(words: str) -> None:
    print(words, flush=True)


class Root:
    """An empty Debian, its /proc and /dev those of this machine."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder

    def make(self) -> None:
        found = [*Path("/etc/apt").glob("sources.list"), *Path("/etc/apt/sources.list.d").glob("*")]
        # Of the lists of this machine those of Debian itself; others would want keys of their own.
        sources = [path for path in found if re.search(r"bookworm-updates|bookworm main", path.read_text())]
        text = "\n".join(path.read_text() for path in sources)
        mirror = re.search(r"^URIs: (\S+)\nSuites: bookworm\b", text, re.M)
        mirror = mirror or re.search(r"^deb \S*?(https?://\S+) bookworm ", text, re.M)
        if mirror is None:
            raise Failed("This machine's own Debian mirror could not be found in /etc/apt.")
        if not (self.folder / "etc/debian_version").exists():
            _run("debootstrap", "--variant=minbase", "bookworm", self.folder, mirror.group(1))
        # How this machine reaches its mirrors and registries, whatever that takes.
        for path in (*sources, *Path("/etc/apt/apt.conf.d").glob("99*"), *_packages_settings()):
            inside = self.folder / str(path).lstrip("/")
            inside.parent.mkdir(parents=True, exist_ok=True)
            if path.is_dir():
                shutil.copytree(path, inside, dirs_exist_ok=True)
            else:
                shutil.copy(path, inside)
        trusted = os.environ.get("PIP_CERT") or os.environ.get("SSL_CERT_FILE")
        if trusted and Path(trusted).is_file():
            (self.folder / "etc/ssl").mkdir(exist_ok=True)
            shutil.copy(trusted, self.folder / BUNDLE.lstrip("/"))
        (self.folder / "etc/hosts").write_text(f"127.0.0.1 localhost {NAME}\n")
        shutil.copy("/etc/resolv.conf", self.folder / "etc/resolv.conf")
        self.put("/usr/local/bin/systemctl", (HERE / "stand_in_systemctl.py").read_text(), mode=0o755)
        self.put("/usr/sbin/policy-rc.d", "#!/bin/sh\nexit 101\n", mode=0o755)

    def put(self, path: str, text: str, *, mode: int = 0o644) -> None:
        inside = self.folder / path.lstrip("/")
        inside.parent.mkdir(parents=True, exist_ok=True)
        inside.write_text(text)
        inside.chmod(mode)

    def mount(self) -> None:
        for kind, name in (("proc", "proc"), ("sysfs", "sys"), ("tmpfs", "run"), ("tmpfs", "tmp")):
            (self.folder / name).mkdir(exist_ok=True)
            _run("mount", "-t", kind, kind, self.folder / name)
        _run("mount", "--bind", "/dev", self.folder / "dev")
        # Its own, so that what is mounted within is not mounted on this machine too.
        _run("mount", "--make-private", self.folder / "dev")
        _run("mount", "-t", "tmpfs", "-o", "mode=1777", "shm", self.folder / "dev" / "shm")

    def close(self) -> None:
        for link in Path("/proc").glob("[0-9]*/root"):
            with suppress(OSError):
                if link.resolve() == self.folder:
                    os.kill(int(link.parent.name), signal.SIGKILL)
        time.sleep(1)
        for name in ("dev/shm", "dev", "proc", "sys", "run", "tmp"):
            subprocess.run(["umount", "-l", self.folder / name], stderr=subprocess.DEVNULL, check=False)

    def do(self, script: str, *, check: bool = True) -> str:
        env = {
            name: value
            for name, value in os.environ.items()
            if name.startswith("PIP_") or name.lower().endswith("_proxy")
        }
        if (self.folder / BUNDLE.lstrip("/")).exists():
            env["PIP_CERT"] = BUNDLE
        env |= {"PATH": "/usr/local/sbin:/usr/local/bin:/usr/sbin:/usr/bin:/sbin:/bin", "HOME": "/root"}
        env |= {"DEBIAN_FRONTEND": "noninteractive", "LC_ALL": "C.UTF-8"}
        done = subprocess.run(
            ["chroot", self.folder, "bash", "-e", "-c", script],
            env=env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True, check=False,
        )  # fmt: skip
        if check and done.returncode:
            raise Failed(f"This failed:\n{script}\n\n{done.stdout[-3000:]}")
        return done.stdout


def _packages_settings() -> list[Path]:
    found = [Path("/etc/pip.conf"), Path("/etc/xdg/pip"), Path.home() / ".config" / "pip"]
    return [path for path in found if path.exists()]


def _run(*command: str | Path) -> None:
    done = subprocess.run([str(word) for word in command], capture_output=True, text=True, check=False)
    if done.returncode:
        raise Failed(f"{' '.join(map(str, command))}:\n{(done.stdout + done.stderr)[-2000:]}")


def blocks() -> dict[str, list[str]]:
    """The guide's commands by heading, as they are written."""
    found: dict[str, list[str]] = {}
    for section in re.split(r"^## ", GUIDE.read_text(encoding="utf-8"), flags=re.M)[1:]:
        heading = section.partition("\n")[0]
        found[heading] = re.findall(r"^```sh\n(.*?)^```", section, re.M | re.S)
    return found


def look_at_units() -> None:
    """By systemd's own eyes, with every program they name in its place."""
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        for path in [*DEPLOY.glob("*.service"), *DEPLOY.glob("*.timer")]:
            text = path.read_text().replace("/srv/kind-knock/current/.venv/bin/python", "/bin/true")
            text = text.replace("/srv/kind-knock/current/.venv/bin/granian", "/bin/true")
            (folder / path.name).write_text(text)
        units = [str(path) for path in folder.iterdir() if "@" not in path.name]
        shutil.copy(folder / "kind-knock@.service", folder / "kind-knock@8000.service")
        done = subprocess.run(
            ["systemd-analyze", "verify", "--man=no", *units, str(folder / "kind-knock@8000.service")],
            capture_output=True, text=True, check=False,
        )  # fmt: skip
    words = [line for line in done.stderr.splitlines() if str(folder) in line or "kind-knock" in line]
    if done.returncode or words:
        raise Failed("systemd-analyze: " + "\n".join(words or [done.stderr]))
    say("the units: nothing to say of them")


class Visitors(Askers):
    """Ask for a verdict by the way a browser takes, over and over; count what was refused."""

    def __init__(self) -> None:
        self.answers, self.refused, self.slowest = 0, list[str](), 0.0
        self.over = threading.Event()

    def acts(self) -> list[Callable[[], None]]:
        return [self._ask] * 4

    def _ask(self) -> None:
        body = json.dumps({"site": "averil7q", "address": "https://averilcycles.example/"})
        while not self.over.is_set():
            began = time.monotonic()
            try:
                status = asked("/k/v1/verdict", body)[0]
                if status != 200:
                    self.refused.append(str(status))
            except OSError as error:
                self.refused.append(type(error).__name__)
            self.answers += 1
            self.slowest = max(self.slowest, time.monotonic() - began)
            time.sleep(0.02)


def asked(path: str, body: str | None = None, **more: str) -> tuple[int, bytes, dict[str, str]]:
    context = ssl.create_default_context()
    context.check_hostname, context.verify_mode = False, ssl.CERT_NONE
    line = http.client.HTTPSConnection("127.0.0.1", 443, timeout=15, context=context)
    try:
        headers = {"Host": NAME, "X-Forwarded-For": "203.0.113.9", **more}
        if body is not None:
            headers |= {"Content-Type": "text/plain", "Origin": "https://averilcycles.example"}
        line.request("POST" if body is not None else "GET", path, body, headers)
        answer = line.getresponse()
        return answer.status, answer.read(), {name.lower(): value for name, value in answer.getheaders()}
    finally:
        line.close()


def wait_until(what: str, is_so: "object", seconds: float = 60) -> None:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        with suppress(OSError):
            if is_so():  # type: ignore[operator]
                return
        time.sleep(0.5)
    raise Failed(f"not within {seconds:.0f} s: {what}")


def deploy(root: Root) -> None:
    """The guide from its beginning to the look at its end."""
    began = time.monotonic()
    steps = blocks()["From an empty machine"]
    certificate = (
        "install -d /etc/ssl/kind-knock && openssl req -x509 -newkey rsa:2048 -nodes -days 2 "
        "-subj /CN=knock.example "
        "-addext subjectAltName=DNS:knock.example -keyout /etc/ssl/kind-knock/privkey.pem "
        "-out /etc/ssl/kind-knock/fullchain.pem 2>/dev/null && cp /etc/ssl/kind-knock/fullchain.pem "
        "/usr/local/share/ca-certificates/kind-knock.crt && update-ca-certificates >/dev/null"
    )
    for number, step in enumerate(steps, 2):
        if "nginx -t" in step:
            root.do(certificate)
        if "apt-get install" in step:
            step += "\npg_ctlcluster 15 main start"
        last = step.strip().splitlines()[-1]
        output = root.do(step, check=CHECK not in step)
        say(f"step {number}: done ({last[:70]})")
        if CHECK in step:
            wrong = [line for line in output.splitlines() if line.startswith("Wrong:")]
            say("  " + "\n  ".join(output.strip().splitlines()))
            # The mail server of the guide is nobody's, which is the only thing to be wrong.
            if not wrong or any("mail.example" not in line for line in wrong):
                raise Failed("the check at the end should have named the mail server and nothing else")
        if "enable --now" in step:
            wait_until(
                "a server that is ready", lambda: root.do("curl -sf http://127.0.0.1:8001/readyz || true"), 90
            )
    say(f"from an empty machine to production: {(time.monotonic() - began) / 60:.1f} minutes of commands")


def use(root: Root) -> None:
    """A site, visitors, caches, addresses; then the whole again while visitors ask."""
    root.do(
        "systemctl stop kind-knock-jobs; kind-knock kindknock_demo --once; systemctl start kind-knock-jobs"
    )
    status, body, headers = asked("/k.js")
    if status != 200 or "max-age" not in headers.get("cache-control", ""):
        raise Failed(f"k.js: {status} {headers}")
    for _ in range(2):
        status, body, headers = asked("/k.js?averil7q", Referer="https://averilcycles.example/pt")
        if status != 200 or not body:
            raise Failed(f"k.js with its site: {status} {headers}")
    status, body, _ = asked("/readyz")
    ready = json.loads(body)
    if (ready["proxy"], ready["secure"]) != ("trusted", True):
        raise Failed(f"what stands in front isn't believed: {ready}")
    visit = json.dumps({"site": "averil7q", "address": "https://averilcycles.example/"})
    status, body, _ = asked("/k/v1/verdict", visit)
    if status != 200 or not json.loads(body)["show"]:
        raise Failed(f"no button on the demo's own page: {status} {body[:200]!r}")
    if asked("/k/v1/verdict", "x" * 20_000_000)[0] != 413:
        raise Failed("twenty megabytes were taken")
    metrics = root.do("sleep 4; curl -sf http://127.0.0.1:9464/metrics")
    if 'kk_request_seconds_count{route="/k/v1/verdict"' not in metrics or "kk_processes 2.0" not in metrics:
        raise Failed("the measures don't tell of two processes and their verdicts:\n" + metrics)
    say("visitors are answered; the proxy is believed; /metrics tells of both processes")
    with Visitors() as visitors:
        time.sleep(2)
        root.do("\n".join(blocks()["A new version"]))
        time.sleep(2)
    root.do("systemctl stop kind-knock@8000 kind-knock@8001")
    status, body, headers = asked("/k.js?averil7q")
    if status != 200 or b"KindKnock" not in body:
        raise Failed(f"with both servers away the button's file was refused: {status} {headers}")
    root.do(
        "systemctl start kind-knock@8000 kind-knock@8001; "
        "until curl -sf http://127.0.0.1:8001/readyz > /dev/null; do sleep 1; done"
    )
    if visitors.refused:
        raise Failed(
            f"a new version refused {len(visitors.refused)} of {visitors.answers}: {visitors.refused[:5]}"
        )
    say(
        f"a new version while visitors ask: {visitors.answers} asked, none refused, "
        f"slowest {visitors.slowest:.2f} s"
    )


def back_up(root: Root) -> None:
    steps = blocks()["Backup and restore"]
    root.do("rm -f /var/backups/kind-knock/*; kind-knock kindknock_backup --to /var/backups/kind-knock")
    count = "runuser -u kind-knock -- psql -At {} -c 'select count(*) from doors_release'"
    root.do(steps[0])
    if root.do(count.format("kind-knock")) != root.do(count.format("kind-knock-again")):
        raise Failed("what came back isn't what was there")
    say("a backup came back whole into another database")
    root.do(steps[1])
    before = root.do("date -u +'%Y-%m-%d %H:%M:%S.%6N+00'; sleep 2").strip()
    root.do('runuser -u kind-knock -- psql -q kind-knock -c "truncate guestbook_entry cascade"')
    root.do(
        "piece=$(runuser -u postgres -- psql -qAt -c 'select pg_walfile_name(pg_switch_wal())'); "
        "for i in $(seq 120); do [ -f /var/backups/kind-knock-log/$piece ] && exit 0; sleep 1; done; "
        "exit 1"
    )
    settings = (
        f"restore_command = 'cp /var/backups/kind-knock-log/%f %p'\nrecovery_target_time = '{before}'\n"
        "recovery_target_action = promote\nport = 5439\narchive_mode = off\n"
        "hba_file = '/etc/postgresql/15/main/pg_hba.conf'\n"
        "ident_file = '/etc/postgresql/15/main/pg_ident.conf'\n"
        "data_directory = '/var/backups/kind-knock-base'\nunix_socket_directories = '/var/run/postgresql'\n"
    )
    root.put("/var/backups/kind-knock-base/postgresql.conf", settings)
    root.do(
        "chown postgres /var/backups/kind-knock-base/postgresql.conf; "
        "runuser -u postgres -- touch /var/backups/kind-knock-base/recovery.signal; "
        f"{PG_CTL} -w -t 90 -l /tmp/back.log start || {{ cat /tmp/back.log; exit 1; }}"
    )
    entries = "runuser -u kind-knock -- psql -At -p {} kind-knock -c 'select count(*) from guestbook_entry'"
    wait_until("the moment before", lambda: int(root.do(entries.format(5439), check=False).strip() or 0) > 0)
    gone, there = root.do(entries.format(5432)).strip(), root.do(entries.format(5439)).strip()
    root.do(f"{PG_CTL} stop -m immediate")
    if gone != "0" or there == "0":
        raise Failed(f"not the moment before: {gone} entries here, {there} there")
    say(f"back to a moment: {there} guestbook entries, deleted two seconds after it")


def contain(root: Root, release: Path) -> None:
    """The Containerfile's own steps, in a root of their own."""
    folder = root.folder
    where = "/"
    for line in (DEPLOY / "Containerfile").read_text().splitlines():
        word, _, rest = line.partition(" ")
        if word == "ADD":
            inside = folder / rest.split()[1].lstrip("/")
            inside.mkdir(parents=True, exist_ok=True)
            _run("tar", "-xzf", release, "-C", inside, "--no-same-owner")
        elif word == "WORKDIR":
            where = rest
        elif word == "RUN":
            root.do(f"cd {where}; {rest}")
            say(f"container: {rest[:70]}")
        elif word == "CMD":
            command = json.loads(rest)
    env = (
        f"KK_PRODUCTION=1 KK_ORIGIN=https://knock.example KK_SECRET_KEY={'made-up-' * 6} "
        "DATABASE_URL=postgres://nobody@127.0.0.1:1/none"
    )
    command[command.index("8000")] = "8009"
    root.do(
        f"cd {where}; {env} runuser -u kind-knock -- {' '.join(command)} > /tmp/container.log 2>&1 & "
        "for i in $(seq 60); do python3 -c 'import urllib.request as r; "
        'r.urlopen("http://127.0.0.1:8009/healthz", timeout=2)\' 2>/dev/null && exit 0; sleep 1; done; '
        "cat /tmp/container.log; exit 1"
    )
    say("container: its server lives (/healthz) with no database to reach")


def main() -> int:
    parser = argparse.ArgumentParser()
    parser.add_argument("--keep", action="store_true", help="leave the roots for a look")
    parser.add_argument("--only", choices=["container", "machine"])
    parser.add_argument("--base", type=Path, help="an empty root of before, in place of debootstrap's")
    given = parser.parse_args()
    if os.geteuid():
        raise SystemExit("This makes a root of its own, so it must be run as root.")
    look_at_units()
    folder = Path(tempfile.mkdtemp(prefix="kind-knock-"))
    release = folder / "kind-knock.tar.gz"
    base, machine, container = (
        Root(given.base or folder / "base"),
        Root(folder / "machine"),
        Root(folder / "container"),
    )
    try:
        _run(sys.executable, ROOT / "scripts" / "make_release.py", release)
        base.make()
        say("an empty Debian root")
        for root in (machine, container):
            _run("cp", "-a", base.folder, root.folder)
        if given.only != "container":
            machine.mount()
            shutil.copy(release, machine.folder / "srv" / release.name)
            deploy(machine)
            use(machine)
            back_up(machine)
            machine.close()
        if given.only != "machine":
            container.mount()
            contain(container, release)
    except Failed as error:
        print(error, file=sys.stderr)
        return 1
    finally:
        machine.close()
        container.close()
        if not given.keep:
            shutil.rmtree(folder, ignore_errors=True)
    return 0


if __name__ == "__main__":
    sys.exit(main())
