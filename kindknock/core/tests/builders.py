"""Core values to test with, each with the least that makes it whole."""

from typing import Any

from kindknock.core.setup import Setup, setup_from


def a_channel(**more: Any) -> dict[str, Any]:
    return {"key": "wa", "app": "whatsapp", "address": "+441174960123", **more}


def a_door(**more: Any) -> dict[str, Any]:
    return {"key": "front", "name": "Front door", "channels": [a_channel()], **more}


def a_setup(*doors: dict[str, Any], hosts: tuple[str, ...] = ("averilcycles.example",), **business: Any) -> Setup:
    return setup_from({
        "business": {"name": "Averil Cycle Works", "zone": "Europe/London", **business},
        "site": {"key": "averil7q", "name": "averilcycles.example", "hosts": hosts},
        "doors": list(doors) or [a_door()],
    })
