#!/bin/sh
# Double-click to start Oak Spin on macOS.
cd "$(dirname "$0")" && exec /bin/sh ./oak-spin.sh
