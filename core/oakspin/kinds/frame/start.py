"""A sensible frame motor to start from."""

from oakspin.design.frame import ByPoints, Feet, FrameDesign, Outline, OutlinePoint

FRAME_START = FrameDesign(
    outline=Outline(
        half=ByPoints(
            points=[
                OutlinePoint(radius_mm=9, height_mm=11),
                OutlinePoint(radius_mm=22, height_mm=4),
                OutlinePoint(radius_mm=24, height_mm=-18),
                OutlinePoint(radius_mm=20, height_mm=-42),
            ]
        )
    ),
    feet=Feet(height_mm=3.6),
)
