"""How long each kind of row is kept: one table, from which the daily job deletes and docs/privacy.md is made.

Every model is in it (a test looks). What has no moment of its own to go goes with what it hangs on.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.apps import apps
from django.db.models import Exists, F, Model, OuterRef, Q, QuerySet, Window
from django.db.models.functions import RowNumber

from kindknock.accounts import deeds, mailing, notices, sign_ins
from kindknock.asked_again.models import Question
from kindknock.doors.models import DraftStep, Release
from kindknock.footfall.models import Event, OutKey, QuarterSum
from kindknock.people.models import TimetableVersion
from kindknock.sites.actions.hear import MOST_HOSTS_A_SITE
from kindknock.sites.models import HeardBoxes, HeardPath, HeldPage, PageLook, PrintedSheet

from .models import BackupMade
from .orphan_pictures import orphans

AT_ONCE = 2_000
TWO_YEARS = timedelta(days=730)
RELEASES_STAY = 100
"""So many of a site's newest releases stay whatever their age; those with a name always do."""
Rows = Callable[[datetime], "QuerySet[Any]"]


@dataclass(frozen=True, slots=True)
class Term:
    """`how_long` in words; `old` are the rows whose time is over at a moment, None where nothing of it goes
    by itself, or a job of its room does it (`job` names it).
    """

    what: str
    how_long: str
    old: Rows | None = None
    job: str = ""


def model_of(name: str) -> type[Model]:
    return apps.get_model(name)


def _older(name: str, field: str, days: timedelta | int) -> Rows:
    age = days if isinstance(days, timedelta) else timedelta(days=days)
    return lambda at: model_of(name)._default_manager.filter(**{f"{field}__lt": at - age})


def _days(age: timedelta | int, after: str = "") -> str:
    count = age.days if isinstance(age, timedelta) else age
    words = {730: "two years", 365: "a year", 1: "a day"}.get(count, f"{count} days")
    return f"{words} {after}".strip()


def _dated(what: str, name: str, field: str, days: timedelta | int, after: str = "") -> Term:
    return Term(what, _days(days, after), _older(name, field, days))


def _until(name: str) -> Rows:
    return _older(name, "until", 30)


def _old_releases(at: datetime) -> "QuerySet[Release]":
    """Releases without a name, older than two years and not among a site's newest."""
    newest = Window(RowNumber(), partition_by=F("site_id"), order_by=F("number").desc())
    ranked = Release.objects.annotate(place=newest).filter(place__gt=RELEASES_STAY)
    return Release.objects.filter(pk__in=ranked.values("pk"), name="", at__lt=at - TWO_YEARS)


def _old_timetables(at: datetime) -> "QuerySet[TimetableVersion]":
    """Versions that were followed by another before two years ago: the one in force then stays."""
    later = TimetableVersion.objects.filter(
        business=OuterRef("business"), number__gt=OuterRef("number"), at__lt=at - TWO_YEARS
    )
    return TimetableVersion.objects.filter(Exists(later))


def _settled_groups(at: datetime) -> "QuerySet[Any]":
    return model_of("asked_again.QuestionGroup")._default_manager.filter(
        done_at__lt=at - TWO_YEARS, questions=None
    )


def _ended_sign_ins(at: datetime) -> "QuerySet[Any]":
    signed = model_of("accounts.SignIn")._default_manager
    return signed.filter(Q(ended_at__lt=at - timedelta(days=90)) | Q(seen_at__lt=at - sign_ins.KEPT))


LONG = "as long as the business"
SITE = "as long as the site"
ACCOUNT = "as long as the account"
# fmt: off
TERMS: Mapping[str, Term] = {
    "accounts.User": Term("people who sign in", "until they leave their last business and it is closed"),
    "accounts.Business": Term("businesses", "until closed, and seven days more", job="delete_closed"),
    "accounts.Membership": Term("who belongs to a business", "until they leave"),
    "accounts.AddressChange": _dated("changed addresses of accounts", "accounts.AddressChange", "at", 30),
    "accounts.Tries": Term("how often a network or an account tried, as a keyed digest",
        "until the window is over, a day at most", _older("accounts.Tries", "until", 0)),
    "accounts.Outgoing": _dated("mails handed on", "accounts.Outgoing", "at", mailing.KEPT),
    "accounts.Deed": _dated("who changed what (History)", "accounts.Deed", "at", deeds.KEPT),
    "accounts.Notice": _dated("news waiting to be mailed; words gone once mailed", "accounts.Notice", "sent_at",
        notices.KEPT, "after they went"),
    "accounts.SignIn": Term("browsers signed in", f"90 days after they ended, {sign_ins.KEPT.days} unused",
        _ended_sign_ins),
    "accounts.SecondStep": Term("second steps", ACCOUNT),
    "accounts.RecoveryCode": Term("recovery codes, as digests", f"{ACCOUNT}; ten at most"),
    "accounts.Passkey": Term("passkeys", ACCOUNT),
    "sessions.Session": Term("sessions", "until they end, 30 days at most", _older("sessions.Session", "expire_date", 0)),
    "axes.AccessAttempt": _dated("wrong passwords, with the network they came from", "axes.AccessAttempt",
        "attempt_time", 1),
    "axes.AccessAttemptExpiration": Term("when those end", "with them"),
    "axes.AccessFailureLog": _dated("(not written)", "axes.AccessFailureLog", "attempt_time", 1),
    "axes.AccessLog": _dated("(not written)", "axes.AccessLog", "attempt_time", 1),
    "procrastinate.ProcrastinateJob": Term("jobs", "a week after they ended", job="forget_finished"),
    "procrastinate.ProcrastinateEvent": Term("what became of jobs", "with the job"),
    "procrastinate.ProcrastinateWorker": Term("workers of jobs", "until they stop"),
    "procrastinate.ProcrastinatePeriodicDefer": Term("when a standing job last came", "until it comes again"),
    "sites.Site": Term("websites", LONG),
    "sites.Host": Term("web addresses the line was heard from", f"{SITE}; {MOST_HOSTS_A_SITE} a site at most"),
    "sites.HeardPath": Term("pages it was heard from", f"{SITE}; the newest {HeardPath.MOST_A_HOST} a web address"),
    "sites.HeldPage": _dated("pages of the site, fetched for the stage", "sites.HeldPage", "at", HeldPage.KEPT_DAYS,
        f"at most; the newest {HeldPage.MOST_A_SITE} a site"),
    "sites.HeardBoxes": _dated("where fixed parts of pages stand", "sites.HeardBoxes", "at", HeardBoxes.KEPT_DAYS,
        f"at most; the newest {HeardBoxes.MOST_A_SITE} a site"),
    "sites.PageLook": _dated("looks at a page for the line", "sites.PageLook", "at", PageLook.KEPT_DAYS),
    "sites.Told": Term("what owners were told of by mail", "until it is mended"),
    "sites.PrintedSheet": _dated("printed sheets", "sites.PrintedSheet", "at", PrintedSheet.KEPT_DAYS),
    "sites.HandedOn": Term("links for whoever puts the line in", "30 days after they end", _until("sites.HandedOn")),
    "sites.PinnedFile": Term("files pages still ask for by name", "until nobody's line names them",
        _older("sites.PinnedFile", "until", 0)),
    "pictures.Picture": Term("pictures", f"{LONG}; 30 days after they were taken off and nothing shows them", orphans),
    "pictures.PictureFile": Term("their sizes", "with the picture"),
    "people.Assistant": Term("people visitors may choose", f"{LONG}: what was counted keeps their name"),
    "people.WorkingHours": Term("hours", LONG),
    "people.Closure": Term("closed days", "two years after they are over",
        lambda at: model_of("people.Closure")._default_manager.filter(yearly=False, last_day__lt=at - TWO_YEARS)),
    "people.Absence": _dated("absences", "people.Absence", "until", TWO_YEARS, "after they are over"),
    "people.TimetableVersion": Term("what the hours were", "two years after another followed", _old_timetables),
    "answers.Piece": _dated("answers and signposts taken away", "answers.Piece", "removed_at", 90,
        f"after they were taken away; {SITE} before"),
    "doors.Door": Term("doors", f"{SITE}: what was counted keeps their name"),
    "doors.Channel": Term("ways to be reached", f"{SITE}: what was counted keeps their name"),
    "doors.Release": Term("releases", f"two years; the newest {RELEASES_STAY} a site, and those with a name, longer",
        _old_releases),
    "doors.DraftStep": Term("steps to undo", f"{SITE}; {DraftStep.MOST_A_PERSON} a person at most"),
    "doors.Showing": Term("private links to a door", "30 days after they end", _until("doors.Showing")),
    "doors.Trial": Term("tries on one's own site", "30 days after they end", _until("doors.Trial")),
    "footfall.Event": Term("events: seen, opened, knocked, missed", _days(Event.KEPT_DAYS), job="forget_old_footfall"),
    "footfall.Reading": Term("readings: what was read, searched, walked along", _days(Event.KEPT_DAYS),
        job="forget_old_footfall"),
    "footfall.CountedName": Term("names that have sums", "with the sums", job="forget_old_footfall"),
    "footfall.QuarterSum": Term("sums by quarter hour", _days(QuarterSum.KEPT_DAYS), job="forget_old_footfall"),
    "footfall.DaySum": Term("sums by day", _days(QuarterSum.KEPT_DAYS), job="forget_old_footfall"),
    "footfall.SummedUp": Term("how far was added up", "one row"),
    "footfall.OutKey": Term("keys of other systems, as digests", f"{LONG}; {OutKey.MOST} at most"),
    "guestbook.Entry": Term("who wrote, with all below", "as the card says: 30 to 365 days after the last word",
        job="delete_old_notes"),
    "guestbook.Message": Term("what they wrote", "with the entry"),
    "guestbook.Reply": Term("what was answered", "with the entry"),
    "guestbook.ReplyFile": Term("files of answers", "with the answer"),
    "guestbook.TeamNote": Term("notes among the team", "with the entry"),
    "guestbook.ReadyAnswer": Term("ready answers", LONG),
    "guestbook.Hook": Term("where one's own systems are told", LONG),
    "guestbook.Delivery": Term("what they were told", _days(30), job="delete_old_notes"),
    "asked_again.Question": Term("questions asked again", _days(Question.KEPT_DAYS), job="forget_marks"),
    "asked_again.QuestionGroup": Term("what they are about", "two years after it was settled", _settled_groups),
    "asked_again.QuestionsTaken": Term("how far questions were read", "one row a site"),
    "team.Invitation": Term("invitations", "90 days after they end", _older("team.Invitation", "until", 90)),
    "operating.BackupMade": _dated("backups that were made", "operating.BackupMade", "at", BackupMade.KEPT_DAYS),
    "standins.PhoneMessage": _dated("the pretend phone (never in production)", "standins.PhoneMessage", "at", 30),
    "standins.Letter": _dated("the pretend mailbox (never in production)", "standins.Letter", "at", 30),
    "standins.Told": _dated("the pretend receiver (never in production)", "standins.Told", "at", 30),
    "auth.Permission": Term("Django's own names of rights (unused)", "fixed"),
    "auth.Group": Term("Django's own groups (unused)", "fixed"),
    "contenttypes.ContentType": Term("Django's own names of tables", "fixed"),
}
# fmt: on


def forget(*, at: datetime) -> dict[str, int]:
    """Delete what has been kept long enough, so many rows a statement that nobody waits long for it. How many
    of each.
    """
    gone: dict[str, int] = {}
    for name, term in TERMS.items():
        if term.old is None:
            continue
        model = model_of(name)
        while rows := list(term.old(at).values_list("pk", flat=True)[:AT_ONCE]):
            model._default_manager.filter(pk__in=rows).delete()
            gone[name] = gone.get(name, 0) + len(rows)
    return gone


def as_markdown() -> str:
    """The table of docs/privacy.md."""
    lines = ["| what | table | how long |", "|---|---|---|"]
    for name, term in TERMS.items():
        lines.append(f"| {term.what} | `{model_of(name)._meta.db_table}` | {term.how_long} |")
    return "\n".join(lines)
