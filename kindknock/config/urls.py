"""Which address leads where. `/k/…` never comes here: `onsite.front` answers it before Django."""

from django.urls import include, path, re_path

from kindknock.onsite.guest_page import guest_page, guests_page
from kindknock.onsite.phone_page import (
    phone_icon,
    phone_manifest,
    phone_page,
    phone_script,
    subscribed_calendar,
)
from kindknock.onsite.private_page import private_page
from kindknock.studio_api.api import api
from kindknock.studio_api.found_page import found_page
from kindknock.studio_api.handing_on import fitting_page
from kindknock.studio_api.health import healthz, readyz
from kindknock.studio_api.sheet_page import sheet_file, sheet_page
from kindknock.studio_api.shell import shell
from kindknock.studio_api.stage_page import stage_page
from kindknock.studio_api.stop_page import stop_page

handler500 = "kindknock.config.faults.fault_page"
urlpatterns = [
    path("healthz", healthz),
    path("readyz", readyz),
    path("api/", api.urls),
    path("stage/<slug:site_key>/", stage_page),
    path("try/page", found_page),
    path("see/<str:token>", private_page),
    path("fit/<str:token>", fitting_page),
    path("sheet/<slug:site_key>", sheet_page),
    path("sheet/<slug:site_key>/<int:number>.pdf", sheet_file),
    path("stop/<str:token>", stop_page),
    path("calendar/<str:token>.ics", subscribed_calendar),
    path("in/icon.svg", phone_icon),
    path("in/keep.js", phone_script, {"name": "keep"}),
    path("in/worker.js", phone_script, {"name": "worker"}),
    path("in/<str:token>/app.webmanifest", phone_manifest),
    path("in/<str:token>", phone_page),
    path("in/<str:token>/guests", guests_page),
    path("in/<str:token>/guests/<int:pk>", guest_page),
    path("pretend/", include("kindknock.standins.urls")),
    re_path(r"^(?!api/|static/|k/|k\.js).*$", shell),
]
