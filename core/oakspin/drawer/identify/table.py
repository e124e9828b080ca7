"""The things that can be identified, by name."""

from __future__ import annotations

from oakspin.drawer.identify.cell import CELL
from oakspin.drawer.identify.holder import HOLDER
from oakspin.drawer.identify.magnet import MAGNET
from oakspin.drawer.identify.wire import WIRE

THINGS = {thing.id: thing for thing in (WIRE, MAGNET, CELL, HOLDER)}
