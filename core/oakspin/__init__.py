"""Oak Spin's core: battery motor demonstrations from real physics.

Frame and signs, said once: SI units inside; z up; angles counter-clockwise positive seen from
above (for a horizontal shaft: seen from the end with the fully bared lead, or the left end if
both are alike). Current I > 0 leaves the + terminal. ``pole up N`` is a magnetisation along +z.

Arrays are (draws, points), always in this order. The package holds no interface code: no
clock, no network, no files, no global state. Same input, same output.
"""
