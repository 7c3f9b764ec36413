"""What the server runs: what pages on customers' sites ask for, answered before Django, then Django."""

import os
from pathlib import Path

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "kindknock.config.settings")

from django.core.wsgi import get_wsgi_application

_django = get_wsgi_application()

from django.conf import settings  # noqa: E402

from kindknock.config.watched import Watched  # noqa: E402
from kindknock.onsite.front import Front  # noqa: E402
from kindknock.operating.measuring import leave_in  # noqa: E402
from kindknock.standins.front import ShopAsSite  # noqa: E402

application = Watched(ShopAsSite(Front(_django)) if settings.ENV.pretend else Front(_django))

if settings.ENV.measures_folder:
    leave_in(Path(settings.ENV.measures_folder))
