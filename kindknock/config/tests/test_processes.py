"""What `./start` runs is started anew when it ends by itself, and not in a whirl."""

import importlib
import os
import signal
import sys
import tempfile
from pathlib import Path
from types import SimpleNamespace
from unittest.mock import patch

from django.test import SimpleTestCase

SCRIPTS = str(Path(__file__).resolve().parents[3] / "scripts")


class KeepUp(SimpleTestCase):
    def test_a_fallen_child_is_named_once_and_comes_back_after_growing_waits(self) -> None:
        with patch.object(sys, "path", [SCRIPTS, *sys.path]):
            module = importlib.import_module("processes")
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        now = 1000.0
        clock = SimpleNamespace(monotonic=lambda: now, sleep=lambda _: None)
        children = module.Processes(dict(os.environ))
        self.addCleanup(children.stop)
        with patch.object(module, "LOCAL", Path(folder.name)):
            children.start("jobs", "sleep", "60")
            self.assertEqual(children.keep_up(), [])
            with patch.object(module, "time", clock):
                for wait in (0.5, 1, 2, 4):
                    fallen = children.children["jobs"]
                    os.killpg(fallen.pid, signal.SIGKILL)
                    fallen.wait(5)
                    self.assertEqual(children.keep_up(), ["jobs"])
                    now += wait - 0.1
                    self.assertEqual(children.keep_up(), [])
                    self.assertIs(children.children["jobs"], fallen, f"not before {wait} s")
                    now += 0.1
                    self.assertEqual(children.keep_up(), [])
                    self.assertIsNone(children.children["jobs"].poll(), "it runs again")
                    self.assertIsNot(children.children["jobs"], fallen)
                now += module.CALM_S
                os.killpg(children.children["jobs"].pid, signal.SIGKILL)
                children.children["jobs"].wait(5)
                children.keep_up()
                now += 0.5
                children.keep_up()
                self.assertIsNone(children.children["jobs"].poll(), "long ago is forgiven")
