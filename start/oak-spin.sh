#!/bin/sh
# Starts Oak Spin on Linux and macOS: finds Python 3.11 or newer, or says what is missing.
here=$(CDPATH='' cd -- "$(dirname -- "$0")" && pwd)
for name in python3.14 python3.13 python3.12 python3.11 python3 python; do
    if command -v "$name" >/dev/null 2>&1 &&
        "$name" -c 'import sys; sys.exit(sys.version_info < (3, 11))' >/dev/null 2>&1; then
        "$name" "$here/start.py" "$@"
        status=$?
        break
    fi
done
if [ -z "${status+set}" ]; then
    echo "Oak Spin needs Python 3.11 or newer, and found none."
    echo "Install it from your system's software center or from python.org, then start Oak Spin again."
    status=1
fi
if [ "$status" -ne 0 ] && [ -t 0 ]; then
    printf 'Press Enter to close this window. '
    read -r _
fi
exit "$status"
