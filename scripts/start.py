"""What ./start does: prepare the machine, the database and the demo, then run everything until Ctrl C."""

import json
import os
import secrets
import signal
import subprocess
import sys
import time
from collections.abc import Mapping

from machine import (
    LOCAL,
    PYTHON,
    ROOT,
    Stop,
    free_port,
    front_ends,
    need_libraries,
    need_node,
    python_packages,
    run,
    say,
)
from postgres import Server
from processes import Processes, serve

NOTE = LOCAL / "running.json"


def already_running() -> str | None:
    """Where another ./start of this folder runs, if it does."""
    try:
        note = json.loads(NOTE.read_text())
        os.kill(int(note["pid"]), 0)
        return str(note["origin"])
    except (OSError, ValueError, KeyError):
        return None


def port_of(name: str, default: int) -> int:
    text = os.environ.get(name, "") or str(default)
    if not text.isdigit() or not 0 < int(text) < 65536:
        raise Stop(f"{name} is {text!r} and should be a port number, such as {default}.")
    return int(text)


def need_port(name: str, port: int) -> None:
    if not free_port(port):
        raise Stop(
            f"Port {port} is taken. Stop what uses it, or start with another one: {name}={port + 10} ./start"
        )


def with_database(server: Server) -> str:
    """Start the database; its address, which only this user may read, is kept for the other scripts."""
    server.start()
    server.make_database(PYTHON)
    note = LOCAL / "database-url"
    note.write_text(server.url)
    note.chmod(0o600)
    return server.url


def need_secret() -> None:
    secret = LOCAL / "secret"
    if not secret.exists():
        secret.touch(mode=0o600)
        secret.write_text(secrets.token_urlsafe(48))


def lay_out(env: Mapping[str, str]) -> None:
    """Bring the tables up to date, and the demo into them where there is none yet."""
    unbounded = {**env, "KK_STATEMENT_MS": "0"}  # moving a big table's rows takes as long as it takes
    run(PYTHON, "manage.py", "migrate", "--no-input", env=unbounded, log="migrate")
    seeded = subprocess.run(
        [PYTHON, "manage.py", "kindknock_demo", "--once"],
        cwd=ROOT,
        env=env,
        capture_output=True,
        text=True,
        check=False,
    )
    if seeded.returncode:
        raise Stop(f"The demo could not be laid out:\n{seeded.stderr.strip()[-800:]}")


def main() -> int:
    LOCAL.mkdir(exist_ok=True)
    if where := already_running():
        say(f"Kind Knock is running already, at {where} (stop it there with Ctrl C).")
        return 1
    began = time.monotonic()
    port, shop_port, pg_port = (
        port_of("KK_PORT", 8000),
        port_of("KK_SHOP_PORT", 8001),
        port_of("KK_PG_PORT", 54329),
    )
    need_port("KK_PORT", port)
    need_port("KK_SHOP_PORT", shop_port)
    need_node()
    need_libraries()
    server = None if os.environ.get("DATABASE_URL") else Server("pg", pg_port)
    if server is not None and server.running_port() is None:
        need_port("KK_PG_PORT", pg_port)
    python_packages("app")
    front_ends()
    processes = None
    signal.signal(signal.SIGINT, _interrupt)
    signal.signal(signal.SIGTERM, _interrupt)
    signal.signal(signal.SIGHUP, _interrupt)
    try:
        env = {**os.environ, "KK_PORT": str(port), "KK_SHOP_PORT": str(shop_port), "PYTHONUNBUFFERED": "1"}
        env["KK_ORIGIN"] = origin = os.environ.get("KK_ORIGIN", "").rstrip("/") or f"http://localhost:{port}"
        if server is not None:
            env["DATABASE_URL"] = with_database(server)
        need_secret()
        lay_out(env)
        processes = Processes(env)
        serve(processes, port=port, shop_port=shop_port, workers=max(1, min(4, os.cpu_count() or 1)))
        NOTE.write_text(json.dumps({"pid": os.getpid(), "origin": origin}))
        say(f"""
  Kind Knock            {origin}
  sign in as            ines@averilcycles.example
  password              brass knocker on wine
  the demo shop         http://averilcycles.localhost:{shop_port}
  the pretend phone     {origin}/pretend/phone/
  the pretend mailbox   {origin}/pretend/mail/

Ready after {time.monotonic() - began:.0f} seconds. Ctrl C stops everything.""")
        while True:
            for fallen in processes.keep_up():
                say(f"The {fallen} has stopped by itself and is started again; its log: .local/{fallen}.log")
            if server is not None and server.started_here and server.running_port() is None:
                say("The database has stopped and is started again.")
                server.start()
            time.sleep(0.5)
    except KeyboardInterrupt:
        say("\nStopping.")
        return 0
    finally:
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        if processes is not None:
            processes.stop()
        if server is not None:
            server.stop()
        NOTE.unlink(missing_ok=True)


def _interrupt(*_: object) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    try:
        sys.exit(main())
    except Stop as stop:
        print(stop, file=sys.stderr)
        sys.exit(1)
