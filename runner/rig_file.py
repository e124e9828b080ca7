"""./oak rig: a simulated motor of a design, as a table of trials or as a device that speaks plain lines.

The device is a pseudo terminal: another program opens it as it would a serial port. It tells a reading a line, ten
times a second, and obeys lines that it is sent: on, off, flick, hold, free.
"""

from __future__ import annotations

import argparse
import os
import select
import sys
import time
import tty

from oakspin.errors import OakSpinError
from oakspin.instruments.lines import text_of
from oakspin.measure.table import trial_table
from oakspin.rig.bench import rig_trials
from oakspin.rig.rig import Rig
from runner.files import design_in

EVERY = 0.1  # s between two readings
MOST_TRIALS = 1000


def main(words: list[str]) -> int:
    """Run the rig that the words ask for."""
    parser = argparse.ArgumentParser(prog="./oak rig", description=__doc__)
    parser.add_argument("file", metavar="FILE.oak.json")
    parser.add_argument("--seed", type=int, default=1, help="which hidden build of the design")
    parser.add_argument("--trials", type=int, default=3, help=f"how many trials, 1 to {MOST_TRIALS}")
    parser.add_argument("--csv", action="store_true", help="print trials as a table, and end")
    parser.add_argument("--seconds", type=float, default=0.0, help="end the device after so many seconds")
    options = parser.parse_args(words)
    if not 1 <= options.trials <= MOST_TRIALS or options.seed < 0:
        parser.error(f"--trials from 1 to {MOST_TRIALS}, --seed from 0")
    try:
        design = design_in(options.file)
        if options.csv:
            print(trial_table(rig_trials(design, options.seed, options.trials)), end="")
            return 0
        return speak(Rig(design, options.seed), options.seconds)
    except OakSpinError as error:
        print(error, file=sys.stderr)
        return 2


def speak(rig: Rig, seconds: float) -> int:
    """Let the rig speak on a pseudo terminal, whose name is printed, until it is stopped."""
    ours, theirs = os.openpty()
    tty.setraw(theirs)
    os.set_blocking(ours, False)
    print(os.ttyname(theirs), flush=True)
    rig.power(on=True)
    rig.flick()
    begun = last = time.monotonic()
    heard = b""
    try:
        while not seconds or last - begun < seconds:
            ready, _, _ = select.select([ours], [], [], EVERY)
            if ready:
                try:
                    heard += os.read(ours, 4096)
                except OSError:
                    heard = b""
                *whole, heard = heard.split(b"\n")
                for line in whole:
                    obey(rig, line.decode("ascii", "replace").strip())
            now = time.monotonic()
            if now - last < EVERY:
                continue
            rig.advance(now - last)
            last = now
            lines = "".join(f"{text_of(row.quantity, row.value, row.unit)}\r\n" for row in rig.read())
            try:
                os.write(ours, lines.encode())
            except BlockingIOError:
                continue  # nobody reads: what is old is not kept
    except KeyboardInterrupt:
        pass
    finally:
        os.close(ours)
        os.close(theirs)
    return 0


def obey(rig: Rig, word: str) -> None:
    """Do what a line asks for; others are passed over, as a device would."""
    if word in ("on", "off"):
        rig.power(on=word == "on")
    elif word == "flick":
        rig.flick()
    elif word in ("hold", "free"):
        rig.stop(held=word == "hold")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
