from django.apps import AppConfig


class StandinsConfig(AppConfig):
    name = "kindknock.standins"

    def ready(self) -> None:
        from . import checks  # noqa: F401
