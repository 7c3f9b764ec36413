"""The core's error tree: raised for a programmer's mistake, never for what a person typed.

    CoreError
    ├── UnknownApp        an app key that is not in the table of apps
    └── UnreadableSetup   a setup document that does not fit the schema

What a person typed comes back as a reading with a code; what a visitor meets is a verdict.
"""


class CoreError(Exception):
    """Base of all errors the core raises."""


class UnknownApp(CoreError):
    def __init__(self, app: str) -> None:
        super().__init__(f"no app called {app!r} in the table of apps")
        self.app = app


class UnreadableSetup(CoreError):
    def __init__(self, where: str, why: str) -> None:
        super().__init__(f"setup cannot be read at {where}: {why}")
        self.where = where
        self.why = why
