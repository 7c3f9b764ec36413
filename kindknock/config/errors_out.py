"""Faults told to a collector of one's own by the open protocol of the Sentry SDK: where it happened and under
which request id, nothing of what people wrote. Off unless KK_ERRORS_URL names one.
"""

from typing import Any

import sentry_sdk

from kindknock import request_id

from .logs import masked


def report_errors_to(address: str, **more: Any) -> None:
    """`address` is the collector's (`https://KEY@errors.example/1`)."""
    sentry_sdk.init(
        dsn=address,
        send_default_pii=False,
        include_local_variables=False,
        max_request_body_size="never",
        include_source_context=False,
        max_breadcrumbs=0,
        traces_sample_rate=None,
        server_name="",
        before_send=_plain,  # type: ignore[arg-type]  # its own names for dictionaries
        **more,
    )


def _plain(event: dict[str, Any], hint: Any) -> dict[str, Any]:
    """An event without addresses, headers, words and names."""
    for name in ("request", "user", "breadcrumbs", "extra", "modules", "server_name"):
        event.pop(name, None)
    for raised in event.get("exception", {}).get("values", []):
        raised["value"] = ""
    if "logentry" in event:
        event["logentry"] = {"message": masked(str(event["logentry"].get("message", "")))}
    if "message" in event:
        event["message"] = masked(str(event["message"]))
    event.setdefault("tags", {})["request_id"] = request_id.current.get()
    event.pop("transaction", None)
    return event
