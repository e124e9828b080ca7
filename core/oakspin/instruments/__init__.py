"""Readings out of what instruments give: plain lines, sound, film.

One contract for all: a reading is a quantity, its value, its unit, and the seconds since the source began.

    lines    plain lines of a device, and what is wrong with them
    pulses   sound and light as turns a minute, with the error and the multiples that cannot be ruled out
    steady   the steady value of a strip of readings, with its error
"""
