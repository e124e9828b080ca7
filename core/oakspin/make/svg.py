"""A template as an SVG file at true size, with a ruler that shows whether the printer kept it."""

from __future__ import annotations

import math
from xml.sax.saxutils import escape

from oakspin.kinds.build import Template

RULER = 100.0  # mm
BELOW = 22.0  # mm for ruler and words
PAGE = (190.0, 257.0)  # mm that both A4 and Letter leave inside margins of 10 mm


def fits_a_page(template: Template) -> bool:
    """Whether the template prints on one sheet of A4 or Letter."""
    width, height = template_size(template)
    return width <= PAGE[0] and height <= PAGE[1]


def template_size(template: Template) -> tuple[float, float]:
    """Width and height in mm, ruler and words included."""
    left, bottom, right, top = template.bounds
    return float(math.ceil(max(right - left, RULER + 20))), float(math.ceil(top - bottom + BELOW))


def template_svg(template: Template, title: str) -> str:
    """SVG text; one user unit is one millimetre, and width and height are told in mm."""
    width, height = template_size(template)
    left, _, right, top = template.bounds
    shift = (width - (right - left)) / 2 - left

    def point(x: float, y: float) -> str:
        return f"{x + shift:.3f} {top - y:.3f}"

    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:g}mm" height="{height:g}mm" '
        f'viewBox="0 0 {width:g} {height:g}">',
        f"<title>{escape(title)}: {escape(template.title)}</title>",
        '<g fill="none" stroke="#000" stroke-linecap="round" stroke-linejoin="round">',
    ]
    for line in template.lines:
        d = "M" + "L".join(point(x, y) for x, y in line.points) + ("Z" if line.closed else "")
        look = 'stroke-width="0.6"' if line.role == "wire" else 'stroke-width="0.25" stroke-dasharray="2 1.2"'
        parts.append(f'<path class="{line.role}" d="{d}" {look}/>')
    parts += [_ruler(width, height), "</g>", '<g font-family="sans-serif" font-size="3.2">']
    for label in template.labels:
        x, y = point(label.x, label.y).split()
        parts.append(f'<text x="{x}" y="{y}" text-anchor="{label.anchor}">{escape(label.text)}</text>')
    parts.append(
        f'<text x="{width / 2:g}" y="{height - 2:g}" text-anchor="middle">{escape(title)} · '
        "this line must measure 100 mm; print at 100 %</text>"
    )
    return "".join([*parts, "</g></svg>\n"])


def _ruler(width: float, height: float) -> str:
    start, y = (width - RULER) / 2, height - 8
    ticks = "".join(
        f"M{start + at:g} {y - (3 if at % 50 == 0 else 1.6):g}V{y:g}" for at in range(0, int(RULER) + 1, 10)
    )
    line = f'<path class="ruler" d="M{start:g} {y:g}H{start + RULER:g}" stroke-width="0.4"/>'
    return f'{line}<path d="{ticks}" stroke-width="0.25"/>'
