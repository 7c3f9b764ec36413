"""A database of its own for a bench, empty as it begins, with Django set up to it."""

import os
import shutil
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench"), str(ROOT / "scripts")]

from machine import PYTHON, any_free_port
from postgres import Server


@contextmanager
def emptied() -> Iterator[None]:
    server = Server("pg-bench", any_free_port(), quick=True)
    shutil.rmtree(server.folder, ignore_errors=True)
    server.start()
    server.make_database(PYTHON)
    os.environ |= {"DATABASE_URL": server.url, "KK_PRETEND": "1"}
    os.environ["DJANGO_SETTINGS_MODULE"] = "kindknock.config.settings"
    try:
        import django

        django.setup()
        yield
    finally:
        server.stop()
