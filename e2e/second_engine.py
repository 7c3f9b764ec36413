"""Drives Firefox by WebDriver BiDi, which needs no driver program: what the card's journeys ask for."""

import base64
import json
import re
import subprocess
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from websockets.sync.client import ClientConnection, connect

FIREFOX = Path("/usr/bin/firefox-esr")
PATIENCE_S = 40
_LISTENS = re.compile(r"WebDriver BiDi listening on (ws://\S+)")
_PREFS = """
user_pref("network.dns.localDomains", "averilcycles.localhost");
user_pref("ui.prefersReducedMotion", 1);
user_pref("dom.disable_open_during_load", false);
user_pref("browser.shell.checkDefaultBrowser", false);
user_pref("datareporting.policy.dataSubmissionEnabled", false);
user_pref("app.update.enabled", false);
user_pref("toolkit.telemetry.enabled", false);
"""


class BrowserRefused(Exception):
    """What the browser said to a command it could not do."""


class Firefox:
    """One window of 1280 x 800. Values come back as JSON."""

    def __init__(self, line: ClientConnection) -> None:
        self._line, self._last = line, 0
        self.ask("session.new", {"capabilities": {}})
        self.window = self.ask("browsingContext.getTree", {})["contexts"][0]["context"]
        size = {"width": 1280, "height": 800}
        self.ask("browsingContext.setViewport", {"context": self.window, "viewport": size})

    def ask(self, method: str, params: dict[str, Any]) -> Any:
        """Raises BrowserRefused."""
        self._last += 1
        self._line.send(json.dumps({"id": self._last, "method": method, "params": params}))
        while True:
            answer = json.loads(self._line.recv(PATIENCE_S))
            if answer.get("id") == self._last:
                if "error" in answer:
                    raise BrowserRefused(f"{method}: {answer['message']}")
                return answer["result"]

    def go(self, address: str) -> None:
        params = {"context": self.window, "url": address, "wait": "complete"}
        self.ask("browsingContext.navigate", params)

    def run(self, script: str) -> Any:
        """The value of an expression on the page; promises are waited for."""
        found = self.ask(
            "script.evaluate",
            {
                "expression": f"Promise.resolve({script}).then((value) => JSON.stringify(value ?? null))",
                "target": {"context": self.window},
                "awaitPromise": True,
            },
        )
        if "exceptionDetails" in found:
            raise BrowserRefused(found["exceptionDetails"]["text"])
        return json.loads(found["result"]["value"])

    def wait(self, script: str) -> Any:
        """The first value of an expression that is true; the last one where none comes in time."""
        end = time.monotonic() + PATIENCE_S / 2
        while not (value := self.run(script)) and time.monotonic() < end:
            time.sleep(0.1)
        return value

    def press(self, script: str) -> None:
        """A press of the mouse in the middle of the element that an expression names."""
        x, y = self.run(
            f"(({script}).scrollIntoView({{block: 'nearest'}}), "
            "(r => [r.x + r.width / 2, r.y + r.height / 2])"
            f"(({script}).getBoundingClientRect()))"
        )
        mouse = {"type": "pointer", "id": "mouse", "parameters": {"pointerType": "mouse"}}
        steps = [
            {"type": "pointerMove", "x": round(x), "y": round(y)},
            {"type": "pointerDown", "button": 0},
            {"type": "pointerUp", "button": 0},
        ]
        self.ask("input.performActions", {"context": self.window, "actions": [{**mouse, "actions": steps}]})

    def keys(self, text: str) -> None:
        steps = [{"type": kind, "value": key} for key in text for kind in ("keyDown", "keyUp")]
        keyboard = {"type": "key", "id": "keyboard", "actions": steps}
        self.ask("input.performActions", {"context": self.window, "actions": [keyboard]})

    def picture(self) -> bytes:
        found = self.ask("browsingContext.captureScreenshot", {"context": self.window})
        return base64.b64decode(found["data"])


TAB, ESCAPE = "\ue004", "\ue00c"


@contextmanager
def firefox() -> Iterator[Firefox]:
    """A browser with a profile of its own, gone with it."""
    with tempfile.TemporaryDirectory() as folder:
        Path(folder, "user.js").write_text(_PREFS, encoding="utf-8")
        command = [FIREFOX, "--headless", "--remote-debugging-port", "0", "--profile", folder, "--no-remote"]
        running = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, text=True)
        try:
            assert running.stderr is not None
            found = next((hit for line in running.stderr if (hit := _LISTENS.search(line))), None)
            assert found is not None, "it did not start"
            with connect(found[1] + "/session", max_size=None, proxy=None) as line:
                yield Firefox(line)
        finally:
            running.terminate()
            running.wait(20)
