"""What whoever meets a fault of a page is shown: that it is noted, and under which id."""

from django.http import HttpRequest, HttpResponse

from kindknock import request_id

_PAGE = """<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Something went wrong, Kind Knock</title>
<body style="margin:0;background:#f7f0e5;color:#3a1424;font:17px/1.5 sans-serif">
<main style="max-width:34em;margin:18vh auto 0;padding:0 24px">
<h1 style="font-size:25px">Something went wrong here</h1>
<p>It was noted as <b>{number}</b>. Go back and try again in a moment; if it stays so, tell whoever runs
this that number.</p></main></body></html>"""


def fault_page(request: HttpRequest) -> HttpResponse:
    """Django's `handler500`: for pages, since the API tells its faults itself."""
    number = request_id.current.get() or request_id.new_id()
    return HttpResponse(_PAGE.format(number=number), status=500)
