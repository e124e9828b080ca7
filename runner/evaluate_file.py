"""./oak evaluate: read a design, print its report; every fault is one line and exit status 2."""

from __future__ import annotations

import sys

from oakspin.report import report
from runner.files import answered, design_in


def main(words: list[str]) -> int:
    """Print the report on the file named by the first word."""
    if len(words) != 1:
        print("usage: ./oak evaluate FILE.oak.json", file=sys.stderr)
        return 2
    return answered(lambda: report(design_in(words[0])))


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
