"""A bare Django view to measure against: empty middleware, a constant body of 1.5 kB."""

import os

from django.conf import settings

if not settings.configured:
    settings.configure(
        SECRET_KEY="bench", ROOT_URLCONF=__name__, MIDDLEWARE=[], ALLOWED_HOSTS=["*"], INSTALLED_APPS=[]
    )

from django.core.wsgi import get_wsgi_application
from django.http import HttpRequest, HttpResponse
from django.urls import path

os.environ.pop("DJANGO_SETTINGS_MODULE", None)
BODY = b"x" * 1500


def view(request: HttpRequest) -> HttpResponse:
    return HttpResponse(BODY)


urlpatterns = [path("", view)]
application = get_wsgi_application()
