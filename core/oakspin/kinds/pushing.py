"""The push of a machine as an arrow on its drawing."""

from __future__ import annotations

from oakspin.draws import median
from oakspin.kinds.geometry import Push, Vector
from oakspin.motion.drive import Drive


def pushes_at(drive: Drive, *places: tuple[float, float, Vector, float]) -> tuple[Push, ...]:
    """Pushes of the median build, none where it is not driven.

    Each place is (x, y, way, lever): mm on the drawing, the way in which it is pushed when it is driven forward, and
    the lever in mm from the axis, 1000 where the push is a thrust in N instead of a torque in N m.
    """
    push = median(drive.stall)
    if not drive.sense or push <= 0:
        return ()
    turned = drive.sense
    return tuple(
        Push(x, y, (way[0] * turned, way[1] * turned, way[2] * turned), round(push * 1e6 / lever, 4))
        for x, y, way, lever in places
    )


THRUST = 1000.0  # mm: the lever under which a thrust in N is its own force
