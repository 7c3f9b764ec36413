"""Passkeys (WebAuthn, W3C Level 2): a key of somebody's device lets them in, with no password to type."""

import json
from datetime import datetime
from typing import Any
from urllib.parse import urlsplit

import webauthn
from django.conf import settings
from webauthn.helpers import base64url_to_bytes, bytes_to_base64url
from webauthn.helpers.exceptions import WebAuthnException
from webauthn.helpers.structs import (
    AuthenticatorSelectionCriteria,
    PublicKeyCredentialDescriptor,
    ResidentKeyRequirement,
    UserVerificationRequirement,
)

from .models import Passkey, User

MOST = 20
UNREADABLE = (WebAuthnException, ValueError, TypeError, KeyError, AttributeError)
"""What the library raises of an answer that is none."""


class PasskeyRefused(Exception):
    """The device's answer can't be taken: another site's, another challenge's, or a key nobody has here."""


def _host() -> str:
    return urlsplit(settings.ENV.origin).hostname or "localhost"


def begin_passkey(user: User) -> tuple[dict[str, Any], str]:
    """What the browser makes a key from, and the challenge to keep until it answers."""
    options = webauthn.generate_registration_options(
        rp_id=_host(),
        rp_name="Kind Knock",
        user_id=str(user.pk).encode(),
        user_name=user.email,
        user_display_name=user.name or user.email,
        exclude_credentials=[
            PublicKeyCredentialDescriptor(id=base64url_to_bytes(key.credential))
            for key in user.passkeys.all()
        ],
        authenticator_selection=AuthenticatorSelectionCriteria(
            resident_key=ResidentKeyRequirement.REQUIRED,
            user_verification=UserVerificationRequirement.REQUIRED,
        ),
    )
    return json.loads(webauthn.options_to_json(options)), bytes_to_base64url(options.challenge)


def keep_passkey(user: User, answer: dict[str, Any], challenge: str, *, name: str, at: datetime) -> Passkey:
    """Keep a new key. Raises PasskeyRefused."""
    try:
        found = webauthn.verify_registration_response(
            credential=answer,
            expected_challenge=base64url_to_bytes(challenge),
            expected_rp_id=_host(),
            expected_origin=settings.ENV.origin,
            require_user_verification=True,
        )
    except UNREADABLE:
        raise PasskeyRefused from None
    credential = bytes_to_base64url(found.credential_id)
    if user.passkeys.count() >= MOST or Passkey.objects.filter(credential=credential).exists():
        raise PasskeyRefused
    return Passkey.objects.create(
        user=user,
        credential=credential,
        public_key=found.credential_public_key,
        sign_count=found.sign_count,
        name=name.strip()[:120],
        at=at,
    )


def ask_passkey() -> tuple[dict[str, Any], str]:
    """What the browser asks a device with, whoever it is of, and the challenge."""
    options = webauthn.generate_authentication_options(
        rp_id=_host(), user_verification=UserVerificationRequirement.REQUIRED
    )
    return json.loads(webauthn.options_to_json(options)), bytes_to_base64url(options.challenge)


def user_by_passkey(answer: dict[str, Any], challenge: str, *, at: datetime) -> User:
    """Whose key answered. Raises PasskeyRefused."""
    key = Passkey.objects.select_related("user").filter(credential=str(answer.get("id", ""))).first()
    if key is None or not key.user.is_active:
        raise PasskeyRefused
    try:
        found = webauthn.verify_authentication_response(
            credential=answer,
            expected_challenge=base64url_to_bytes(challenge),
            expected_rp_id=_host(),
            expected_origin=settings.ENV.origin,
            credential_public_key=bytes(key.public_key),
            credential_current_sign_count=key.sign_count,
            require_user_verification=True,
        )
    except UNREADABLE:
        raise PasskeyRefused from None
    key.sign_count, key.used_at = found.new_sign_count, at
    key.save(update_fields=["sign_count", "used_at"])
    return key.user
