"""Which address leads where. `/k/…` never comes here: `onsite.front` answers it before Django."""

from django.urls import include, path, re_path

from kindknock.onsite.private_page import private_page
from kindknock.studio_api.api import api
from kindknock.studio_api.health import healthz
from kindknock.studio_api.shell import shell
from kindknock.studio_api.stage_page import stage_page

urlpatterns = [
    path("healthz", healthz),
    path("api/", api.urls),
    path("stage/<slug:site_key>/", stage_page),
    path("see/<str:token>", private_page),
    path("pretend/", include("kindknock.standins.urls")),
    re_path(r"^(?!api/|static/|k/|k\.js).*$", shell),
]
