"""Who signs in, and the business they sign in for. Storage only: rules live in core and actions."""

from typing import ClassVar

from django.contrib.auth.base_user import AbstractBaseUser, BaseUserManager
from django.contrib.auth.models import PermissionsMixin
from django.contrib.postgres.fields import ArrayField
from django.db import models
from django.db.models.functions import Lower, Upper
from django.utils.crypto import get_random_string


class UserManager(BaseUserManager["User"]):
    def create_user(self, email: str, password: str | None = None, **fields: object) -> "User":
        user = self.model(email=self.normalize_email(email), **fields)
        user.set_password(password)
        user.save(using=self._db)
        return user

    def get_by_natural_key(self, email: str | None) -> "User":
        """The account that has proven the address."""
        return self.exclude(proven_at=None).get(email__iexact=email)


class User(AbstractBaseUser, PermissionsMixin):
    """A person who signs in, by email."""

    email = models.EmailField(max_length=254)
    """Its own once `proven_at` is set; until then others may name it too."""
    wanted_email = models.EmailField(max_length=254, blank=True)
    """A new address that counts once a link mailed there was pressed."""
    name = models.CharField(max_length=80, blank=True)
    language = models.CharField(max_length=35, blank=True)
    """What letters are written in; empty takes the business's first language."""
    zone = models.CharField(max_length=64, blank=True)
    """Their own clock; empty takes the business's."""
    is_active = models.BooleanField(default=True)
    joined_at = models.DateTimeField(auto_now_add=True)
    proven_at = models.DateTimeField(null=True, blank=True)
    """When a link mailed to the address was pressed; before that, letters to others wait."""

    USERNAME_FIELD = "email"
    EMAIL_FIELD = "email"
    REQUIRED_FIELDS: ClassVar[list[str]] = []
    objects = UserManager()

    class Meta:
        constraints: ClassVar = [
            models.UniqueConstraint(
                Lower("email"), condition=models.Q(proven_at__isnull=False), name="user_email_once"
            )
        ]
        indexes: ClassVar = [models.Index(Upper("email"), name="user_email")]


class AddressChange(models.Model):
    """An account moved from one address to another; the old one can take it back for a while."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="address_changes")
    old = models.EmailField(max_length=254)
    new = models.EmailField(max_length=254)
    at = models.DateTimeField()
    undone_at = models.DateTimeField(null=True, blank=True)


class Tries(models.Model):
    """When somebody tried something of late. `key` is a keyed digest of what and who."""

    key = models.CharField(max_length=64, primary_key=True)
    moments = ArrayField(models.DateTimeField())
    until = models.DateTimeField(db_index=True)


class Outgoing(models.Model):
    """A letter on its way out; its words are wiped once it went."""

    class State(models.TextChoices):
        HELD = "held"
        WAITING = "waiting"
        SENDING = "sending"
        SENT = "sent"
        IN_DOUBT = "in_doubt"

    to = models.CharField(max_length=254)
    subject = models.CharField(max_length=300)
    text = models.TextField()
    html = models.TextField(blank=True)
    headers = models.JSONField(default=dict)
    reply_to = models.CharField(max_length=254, blank=True)
    state = models.CharField(max_length=10, choices=State, default=State.WAITING)
    at = models.DateTimeField(auto_now_add=True)
    by = models.ForeignKey(User, null=True, blank=True, on_delete=models.CASCADE, related_name="+")
    """Whose it is, where it waits until they have proven their own address."""


def new_key() -> str:
    """A business's name in addresses."""
    return get_random_string(8, "abcdefghijkmnpqrstuvwxyz23456789")


class Business(models.Model):
    """The account: everything else hangs on one. `key` stands in the studio's addresses."""

    key = models.SlugField(max_length=16, unique=True, default=new_key)
    name = models.CharField(max_length=120)
    country = models.CharField(max_length=2, blank=True)
    zone = models.CharField(max_length=64, default="UTC")
    currency = models.CharField(max_length=3, blank=True)
    languages = models.JSONField(default=list)
    calendar_token = models.CharField(max_length=24, unique=True, null=True, blank=True)
    """Opens the calendar of closed days and leave to whoever has it."""
    privacy_link = models.CharField(max_length=2000, blank=True)
    is_counting = models.BooleanField(default=True)
    """Whether what buttons report of visits is kept."""
    kept_days = models.PositiveSmallIntegerField(default=90)
    """How long the guestbook keeps what was written, after the last word."""
    closes_at = models.DateTimeField(null=True, blank=True)
    """When all of it is deleted, where an owner closed it; until then no button of it shows."""
    goes_at = models.DateTimeField(null=True, blank=True, db_index=True)
    """When it is deleted, where it is a copy somebody looks in at; None for everybody else's."""
    answers_see_all = models.BooleanField(default=False)
    """Whether who answers also sees what a colleague has."""
    demands_step = models.BooleanField(default=False)
    """Whether owners must have a second step or a passkey."""
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)


class Membership(models.Model):
    """That a person may act for a business; `may.py` says what each role may."""

    class Role(models.TextChoices):
        OWNER = "owner"
        MAKER = "maker"
        ANSWERS = "answers"

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="memberships")
    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=10, choices=Role, default=Role.OWNER)
    since = models.DateTimeField(auto_now_add=True)
    hears = models.JSONField(default=dict)
    """How often they hear of each kind, where it is not as it comes with their role."""
    is_quiet = models.BooleanField(default=True)
    """Whether they have quiet hours, from one minute after midnight until another on their own clock."""
    quiet_from_min = models.PositiveSmallIntegerField(default=20 * 60)
    quiet_until_min = models.PositiveSmallIntegerField(default=8 * 60)
    seen_at = models.DateTimeField(null=True, blank=True)
    """When they were last in this business's studio, to a few minutes."""

    class Meta:
        constraints: ClassVar = [models.UniqueConstraint(fields=["user", "business"], name="member_once")]


class Deed(models.Model):
    """Who did what, and when: kept a year, shown to owners. `name` stays when the person is gone; `what` are
    the facts that its sentence needs.
    """

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="deeds")
    at = models.DateTimeField()
    by = models.ForeignKey(User, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    name = models.CharField(max_length=254, blank=True)
    code = models.CharField(max_length=30)
    what = models.JSONField(default=dict)

    class Meta:
        ordering: ClassVar = ["-at", "-pk"]
        indexes: ClassVar = [models.Index(fields=["business", "-at", "-id"], name="deeds_of_a_business")]


class Notice(models.Model):
    """Something that somebody hears of by mail, once it is due. Its words are wiped when it went.

    It is for a member, or, without one, for the person who answers whose key `person` is. `about` names what
    it tells of, such as `entry:7`: when that is deleted, a notice that waits is too.
    """

    business = models.ForeignKey(Business, on_delete=models.CASCADE, related_name="notices")
    member = models.ForeignKey(
        Membership, null=True, blank=True, on_delete=models.CASCADE, related_name="notices"
    )
    person = models.CharField(max_length=16, blank=True)
    to = models.CharField(max_length=254)
    kind = models.CharField(max_length=20)
    about = models.CharField(max_length=60, blank=True)
    language = models.CharField(max_length=35, blank=True)
    subject = models.CharField(max_length=300)
    text = models.TextField()
    reply_to = models.CharField(max_length=254, blank=True)
    at = models.DateTimeField()
    due_at = models.DateTimeField()
    sent_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        indexes: ClassVar = [
            models.Index(fields=["due_at"], condition=models.Q(sent_at__isnull=True), name="notices_due"),
            models.Index(fields=["to", "-sent_at"], name="notices_sent"),
        ]


class SignIn(models.Model):
    """That somebody signed in with a browser: `mark` is a random one that the browser keeps, `session_key`
    the session while it lasts.
    """

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="sign_ins")
    session_key = models.CharField(max_length=40, db_index=True)
    mark = models.CharField(max_length=32, blank=True)
    browser = models.CharField(max_length=120, blank=True)
    at = models.DateTimeField()
    seen_at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering: ClassVar = ["-seen_at", "-pk"]


class SecondStep(models.Model):
    """Codes of an authenticator app (RFC 6238). `secret` is encrypted; `last_step` the time step of the last
    code that was taken, so that none is taken twice.
    """

    user = models.OneToOneField(User, on_delete=models.CASCADE, related_name="second_step")
    secret = models.CharField(max_length=200)
    last_step = models.BigIntegerField(default=0)
    since = models.DateTimeField()


class RecoveryCode(models.Model):
    """A code that stands in for the second step, once."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="recovery_codes")
    digest = models.CharField(max_length=64)
    used_at = models.DateTimeField(null=True, blank=True)


class Passkey(models.Model):
    """A key of somebody's device (WebAuthn), in place of password and second step."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="passkeys")
    credential = models.CharField(max_length=700, unique=True)
    """Its id, base64url."""
    public_key = models.BinaryField()
    sign_count = models.BigIntegerField(default=0)
    name = models.CharField(max_length=120, blank=True)
    at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)
