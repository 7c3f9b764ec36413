from django.apps import AppConfig


class AccountsConfig(AppConfig):
    name = "kindknock.accounts"

    def ready(self) -> None:
        from . import sign_ins  # noqa: F401  # hears of sign-ins
