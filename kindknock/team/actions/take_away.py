"""Everything a business has here, as one zip: documented in docs/formats/everything.md, its setups read back
by `kindknock_setup import`.
"""

import csv
import io
import json
import zipfile
from collections.abc import Iterator
from datetime import datetime
from typing import IO, Any
from zoneinfo import ZoneInfo

from django.db.models import Count, QuerySet
from django.db.models.functions import TruncDate

from kindknock.accounts.models import Business
from kindknock.doors.actions.import_setup import export_setup
from kindknock.footfall.actions.sum_up import sum_up
from kindknock.footfall.models import CountedName, DaySum, Dimension, Reading
from kindknock.footfall.sums import KINDS
from kindknock.guestbook.models import Entry, Message, Reply
from kindknock.pictures.models import PictureFile
from kindknock.sites.models import Site

VERSION = 1
COUNTED = ("day", "site", "by", "name", *KINDS)
READ = ("day", "site", "kind", "about", "step", "arm", "count")


def take_everything_away(business: Business, out: IO[bytes], *, at: datetime) -> None:
    """Write the zip. Each part is written as it is read, so that a large guestbook fits."""
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as whole:
        sites = list(business.sites.order_by("pk"))
        _put(whole, "about.json", _about(business, sites, at))
        for site in sites:
            _put(whole, f"setups/{site.key}.json", export_setup(site, at=at))
            _put(whole, f"releases/{site.key}.json", _releases(site))
        _rows(whole, "guestbook.jsonl", _entries(business))
        _table(whole, "counts.csv", COUNTED, _counts(business))
        _table(whole, "readings.csv", READ, _summed(Reading.objects.all(), business, READ))
        _table(whole, "history.csv", ("at", "who", "code", "facts"), _deeds(business))
        _pictures(whole, business)


def _put(whole: zipfile.ZipFile, name: str, document: Any) -> None:
    whole.writestr(name, json.dumps(document, ensure_ascii=False, indent=1) + "\n")


def _rows(whole: zipfile.ZipFile, name: str, rows: Iterator[dict[str, Any]]) -> None:
    with whole.open(name, "w") as file:
        for row in rows:
            file.write(json.dumps(row, ensure_ascii=False).encode() + b"\n")


def _table(whole: zipfile.ZipFile, name: str, head: tuple[str, ...], rows: Iterator[tuple[Any, ...]]) -> None:
    with whole.open(name, "w") as file, io.TextIOWrapper(file, "utf-8", newline="") as text:
        writer = csv.writer(text, lineterminator="\r\n")
        writer.writerow(head)
        writer.writerows(rows)


def _about(business: Business, sites: list[Site], at: datetime) -> dict[str, Any]:
    members = business.memberships.select_related("user").order_by("pk")
    return {
        "version": VERSION,
        "at": at.isoformat(),
        "name": business.name,
        "country": business.country,
        "zone": business.zone,
        "currency": business.currency,
        "languages": business.languages,
        "privacy_link": business.privacy_link,
        "kept_days": business.kept_days,
        "sites": [{"key": site.key, "name": site.name} for site in sites],
        "team": [
            {
                "name": each.user.name,
                "email": each.user.email,
                "role": each.role,
                "since": each.since.isoformat(),
            }
            for each in members
        ],
        "ready_answers": list(business.ready_answers.values("name", "text")),
    }


def _releases(site: Site) -> list[dict[str, Any]]:
    rows = site.releases.select_related("by").order_by("number")
    return [
        {
            "number": row.number,
            "name": row.name,
            "at": row.at.isoformat(),
            "by": (row.by.name or row.by.email) if row.by else "",
            "setup": row.setup,
        }
        for row in rows
    ]


def _entries(business: Business) -> Iterator[dict[str, Any]]:
    found = Entry.objects.filter(business=business).order_by("pk")
    parts = found.prefetch_related("messages", "replies__files", "notes")
    for entry in parts.iterator(chunk_size=500):
        yield {
            "id": entry.pk,
            "name": entry.name,
            "email": entry.email,
            "phone": entry.phone,
            "country": entry.country,
            "state": Entry.State(entry.state).name.lower(),
            "holder": entry.holder,
            "next": {"text": entry.next_text, "at": entry.next_at.isoformat() if entry.next_at else None},
            "messages": [_message(each) for each in entry.messages.all()],
            "replies": [_reply(each) for each in entry.replies.all()],
            "notes": [
                {"at": each.at.isoformat(), "by": each.by, "text": each.text} for each in entry.notes.all()
            ],
        }


def _message(each: Message) -> dict[str, Any]:
    return {
        "at": each.at.isoformat(),
        "kind": each.kind,
        "app": each.app,
        "text": each.text,
        "answers": each.answers,
        "page": each.address,
        "language": each.language,
    }


def _reply(each: Reply) -> dict[str, Any]:
    return {
        "at": each.at.isoformat(),
        "app": each.app,
        "to": each.to,
        "subject": each.subject,
        "text": each.text,
        "state": each.state,
        "files": [file.name for file in each.files.all()],
    }


def _counts(business: Business) -> Iterator[tuple[Any, ...]]:
    """What was counted by UTC day and one dimension at a time; no name: elsewhere, or all together."""
    sum_up()
    sites = dict(business.sites.values_list("pk", "key"))
    texts = dict(CountedName.objects.filter(site__in=sites).values_list("pk", "text"))
    rows = DaySum.objects.filter(site__in=sites).order_by("site_id", "at", "dimension", "name_id")
    columns = ("at", "site_id", "dimension", "name_id", *KINDS)
    for at, site, dimension, name, *counts in rows.values_list(*columns).iterator(chunk_size=2000):
        by = Dimension(dimension).name.lower()
        yield at.date().isoformat(), sites[site], by, texts.get(name, ""), *counts


def _summed(
    events: "QuerySet[Any]", business: Business, columns: tuple[str, ...]
) -> Iterator[tuple[Any, ...]]:
    """How many there are, by day of the business's clock and whatever else the columns name."""
    names = ("day", "site__key", *columns[2:-1])
    rows = (
        events.filter(site__business=business)
        .annotate(day=TruncDate("at", tzinfo=ZoneInfo(business.zone)))
        .values_list(*names)
        .annotate(count=Count("pk"))
        .order_by(*names)
    )
    return iter(rows.iterator(chunk_size=2000))


def _deeds(business: Business) -> Iterator[tuple[Any, ...]]:
    for deed in business.deeds.order_by("pk").iterator(chunk_size=2000):
        yield deed.at.isoformat(), deed.name, deed.code, json.dumps(deed.what, ensure_ascii=False)


def _pictures(whole: zipfile.ZipFile, business: Business) -> None:
    """Each picture in its largest size, by the key that setups name it by."""
    files = PictureFile.objects.filter(picture__business=business).select_related("picture")
    seen: set[int] = set()
    for file in files.order_by("picture", "-size", "kind").iterator(chunk_size=20):
        if file.picture_id not in seen:
            seen.add(file.picture_id)
            kind = file.kind.rpartition("/")[2]
            whole.writestr(f"pictures/{file.picture.key}.{kind}", bytes(file.body))
