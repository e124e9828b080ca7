"""``python -m oak_spin``."""

import sys

from oak_spin.main import main

sys.exit(main())
