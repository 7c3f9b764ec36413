"""Moves the clock of every Python process by KK_TEST_AHEAD_S seconds.

Only on the path that `./test dates` sets.

Databases and browsers keep the true time; pages are moved by Playwright's own clock.
"""

import os
from datetime import UTC, datetime, timedelta

if ahead := os.environ.get("KK_TEST_AHEAD_S"):
    import time_machine

    time_machine.travel(datetime.now(UTC) + timedelta(seconds=float(ahead)), tick=True).start()
