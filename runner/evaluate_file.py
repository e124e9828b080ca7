"""./oak evaluate: read a design, print its report; every fault is one line and exit status 2."""

from __future__ import annotations

import json
import sys
from pathlib import Path

from oakspin.design import from_text
from oakspin.errors import Fault, OakSpinError
from oakspin.report import report


def main(words: list[str]) -> int:
    """Print the report on the file named by the first word."""
    if len(words) != 1:
        print("usage: ./oak evaluate FILE.oak.json", file=sys.stderr)
        return 2
    try:
        answer = report(from_text(Path(words[0]).read_bytes()).design)
    except OSError as error:
        reason = error.strerror or "unreadable"
        print(
            Fault("/", f"{words[0]} ({reason})", "a file that can be read", "Check its name and place.").line(),
            file=sys.stderr,
        )
        return 2
    except OakSpinError as error:
        print(error, file=sys.stderr)
        return 2
    print(json.dumps(answer, indent=2, ensure_ascii=False, allow_nan=False))
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
