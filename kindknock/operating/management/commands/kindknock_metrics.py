"""Serves /metrics on a port of its own, for Prometheus."""

import signal
import threading
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from prometheus_client import CollectorRegistry, start_http_server

from ...metrics import Reading


class Command(BaseCommand):
    help = "Serve what Kind Knock measures, for Prometheus, until stopped."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=9464)
        parser.add_argument("--host", default="127.0.0.1", help="open to this machine alone as it comes")

    def handle(self, *args: Any, **options: Any) -> None:
        folder = Path(settings.ENV.measures_folder) if settings.ENV.measures_folder else None
        registry = CollectorRegistry()
        registry.register(Reading(folder))
        try:
            server, thread = start_http_server(options["port"], options["host"], registry)
        except OSError as error:
            raise CommandError(f"Port {options['port']} can't be had: {error.strerror}.") from error
        stopped = threading.Event()
        signal.signal(signal.SIGTERM, lambda *_: stopped.set())
        signal.signal(signal.SIGINT, lambda *_: stopped.set())
        stopped.wait()
        server.shutdown()
        thread.join()
