"""The second step at signing in: codes of an authenticator app (RFC 6238), recovery codes.

A code is taken within one time step of now. One that is of another time is refused all the same, but told as
what it is: a phone whose clock is wrong.
"""

import base64
import hashlib
import hmac
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta

import pyotp
from cryptography.fernet import Fernet, InvalidToken, MultiFernet
from django.db import transaction

from .actions.limit import HOUR, Limit, TooOften, count, is_over
from .models import RecoveryCode, SecondStep, User
from .server_secrets import server_secrets

STEP_S = 30
NEAR_STEPS = 1
LOOKED_STEPS = 60
"""Half an hour either way is looked at, to say how wrong a clock is."""
CODES = 10
WRONG_CODES = Limit("second-step", 10, HOUR)
"""Of one account."""
ISSUER = "Kind Knock"


class WrongCode(Exception):
    """`minutes` is by how much the phone's clock is ahead (negative: behind), where that is what is wrong;
    `was_used` where the code was right and taken before.
    """

    def __init__(self, minutes: int = 0, *, was_used: bool = False) -> None:
        super().__init__("wrong code")
        self.minutes, self.was_used = minutes, was_used


@dataclass(frozen=True, slots=True)
class Begun:
    """A secret that is not kept yet, with the address an app reads (otpauth)."""

    secret: str
    address: str


def _box() -> MultiFernet:
    """Shuts by the key of now, opens by those before too."""
    keys = [hmac.digest(each.encode(), b"kindknock.second-step", hashlib.sha256) for each in server_secrets()]
    return MultiFernet([Fernet(base64.urlsafe_b64encode(key)) for key in keys])


def has_step(user: User) -> bool:
    """Whether a password alone does not let them in."""
    return SecondStep.objects.filter(user=user).exists()


def is_guarded(user: User) -> bool:
    """Whether they have what a business may demand: a second step, or a passkey."""
    return has_step(user) or user.passkeys.exists()


def begin_step(user: User) -> Begun:
    secret = pyotp.random_base32()
    return Begun(secret, pyotp.TOTP(secret).provisioning_uri(name=user.email, issuer_name=ISSUER))


def keep_step(user: User, secret: str, code: str, *, at: datetime) -> tuple[str, ...]:
    """Switch it on, once a code shows that the app has the secret; new recovery codes. Raises WrongCode."""
    step = _step_of(secret, code, at)
    with transaction.atomic():
        SecondStep.objects.update_or_create(
            user=user,
            defaults={"secret": _box().encrypt(secret.encode()).decode(), "last_step": step, "since": at},
        )
        return new_codes(user)


def new_codes(user: User) -> tuple[str, ...]:
    """Ten codes, each good once; those before are void. Only their digests stay."""
    codes = tuple(
        f"{secrets.token_hex(2)}-{secrets.token_hex(2)}-{secrets.token_hex(2)}" for _ in range(CODES)
    )
    with transaction.atomic():
        user.recovery_codes.all().delete()
        RecoveryCode.objects.bulk_create(RecoveryCode(user=user, digest=_digests(code)[0]) for code in codes)
    return codes


def drop_step(user: User) -> None:
    with transaction.atomic():
        SecondStep.objects.filter(user=user).delete()
        user.recovery_codes.all().delete()


def check_code(user: User, typed: str, *, at: datetime) -> None:
    """A code of the app, or a recovery code, which is used up by it. Raises WrongCode, TooOften."""
    if is_over(WRONG_CODES, str(user.pk), at=at):
        raise TooOften
    try:
        with transaction.atomic():
            _check(user, typed, at)
    except WrongCode:
        count(WRONG_CODES, str(user.pk), at=at)
        raise


def _check(user: User, typed: str, at: datetime) -> None:
    plain = typed.strip().lower()
    kept = SecondStep.objects.select_for_update().filter(user=user).first()
    if kept is None:
        raise WrongCode
    if not plain.replace(" ", "").isdecimal():
        used = user.recovery_codes.filter(digest__in=_digests(plain), used_at=None).update(used_at=at)
        if not used:
            raise WrongCode
        return
    try:
        secret = _box().decrypt(kept.secret.encode()).decode()
    except InvalidToken:
        raise WrongCode from None
    step = _step_of(secret, plain, at)
    if step <= kept.last_step:
        raise WrongCode(was_used=True)
    kept.last_step = step
    # Whoever signs in brings their secret under the key of now.
    kept.secret = _box().rotate(kept.secret.encode()).decode()
    kept.save(update_fields=["last_step", "secret"])


def _step_of(secret: str, typed: str, at: datetime) -> int:
    """The time step a code is of. Raises WrongCode, with how wrong the clock is where it is of another."""
    code = typed.replace(" ", "")
    app, now = pyotp.TOTP(secret), int(at.timestamp()) // STEP_S
    if len(code) != app.digits or not code.isdecimal():
        raise WrongCode
    for away in sorted(range(-LOOKED_STEPS, LOOKED_STEPS + 1), key=abs):
        if hmac.compare_digest(app.generate_otp(now + away), code):
            if abs(away) <= NEAR_STEPS:
                return now + away
            raise WrongCode(round(timedelta(seconds=away * STEP_S) / timedelta(minutes=1)))
    raise WrongCode


def _digests(code: str) -> list[str]:
    """What is kept of a code: under the key of now, then under those before."""
    plain = f"recovery {code.replace('-', '').replace(' ', '')}".encode()
    return [hmac.digest(each.encode(), plain, hashlib.sha256).hex() for each in server_secrets()]
