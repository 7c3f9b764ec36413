#!/usr/bin/env bash
# Pins the API's description and makes the studio's types from it.
set -eu
cd "$(dirname "$0")/.."
.venv/bin/python manage.py export_openapi_schema --api kindknock.studio_api.api.api --indent 1 --sorted --output kindknock/studio_api/openapi.json
npm run --silent types -w studio
