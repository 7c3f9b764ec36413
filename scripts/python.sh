# Finds a Python that is new enough, for ./start and ./test.
PYTHON=""
for candidate in python3 python3.13 python3.12 python3.11; do
  if command -v "$candidate" >/dev/null 2>&1 && "$candidate" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; then
    PYTHON="$(command -v "$candidate")"
    break
  fi
done
if [ -z "$PYTHON" ]; then
  echo "Kind Knock needs Python 3.11 or newer. Install it with: sudo apt-get install -y python3 python3-venv" >&2
  exit 1
fi
