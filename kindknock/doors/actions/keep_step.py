"""Keep each change of a draft as a step, and take steps back: undo and redo over everything in the draft."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import datetime, timedelta

from django.db import transaction

from kindknock.accounts.models import User
from kindknock.core.drafts import Change, changes_between, undone
from kindknock.core.drafts.typing import goes_on
from kindknock.core.setup import Setup, setup_from
from kindknock.sites.models import Site

from ..load import draft_of
from ..models import DraftStep
from .put_draft import put_draft

ONE_GO = timedelta(seconds=8)
"""What somebody types into one box, each time within this of the last, is one step."""


class NothingToUndo(Exception):
    """There is no step of this person to undo or redo."""


class StepOvertaken(Exception):
    """Somebody changed the same since; nothing of the step could be taken back."""


@contextmanager
def drafting(site: Site, by: User, *, typing: bool = False, at: datetime) -> Iterator[None]:
    """Whatever is done to the site's draft inside is one step of this person, in one transaction with it.

    `typing` goes on with the step before, where that was typing in the same box; anything else is a step.
    """
    with transaction.atomic():
        before = draft_of(site)
        yield
        after = draft_of(Site.objects.select_related("business").get(pk=site.pk))
        if changes_between(before, after):
            _keep(site, by, before, after, typing, at=at)


def _keep(
    site: Site,
    by: User,
    before: Setup,
    after: Setup,
    typing: bool,
    *,
    at: datetime,
) -> None:
    steps = DraftStep.objects.filter(site=site, by=by)
    steps.filter(is_undone=True).delete()
    last = steps.first()
    now = at
    if (
        typing
        and last is not None
        and last.is_typing
        and now - last.at < ONE_GO
        and setup_from(last.after) == before
        and goes_on(setup_from(last.before), before, after)
    ):
        last.after, last.at = after.model_dump(mode="json"), now
        last.save(update_fields=["after", "at"])
        if setup_from(last.before) == after:
            last.delete()
        return
    DraftStep.objects.create(
        site=site,
        by=by,
        before=before.model_dump(mode="json"),
        after=after.model_dump(mode="json"),
        at=now,
        is_typing=typing,
    )
    old = steps.values_list("pk", flat=True)[DraftStep.MOST_A_PERSON :]
    DraftStep.objects.filter(pk__in=list(old)).delete()


def next_step(site: Site, by: User, *, redo: bool) -> DraftStep | None:
    """The step that undo, or redo, takes next."""
    steps = DraftStep.objects.filter(site=site, by=by, is_undone=redo)
    return steps.order_by("pk").first() if redo else steps.first()


def changes_of(step: DraftStep) -> tuple[Change, ...]:
    return changes_between(setup_from(step.before), setup_from(step.after))


def undo_step(site: Site, by: User, *, redo: bool = False, at: datetime) -> DraftStep:
    """Undo this person's last step, or redo the one undone last. Raises NothingToUndo, StepOvertaken."""
    with transaction.atomic():
        step = next_step(site, by, redo=redo)
        if step is None:
            raise NothingToUndo
        before, after = setup_from(step.before), setup_from(step.after)
        now = draft_of(site)
        found = undone(now, after, before) if redo else undone(now, before, after)
        if found.setup == now and found.overtaken:
            step.delete()
    if found.setup == now and found.overtaken:
        raise StepOvertaken
    with transaction.atomic():
        put_draft(site, found.setup, at=at)
        step.is_undone = not redo
        step.save(update_fields=["is_undone"])
    return step
