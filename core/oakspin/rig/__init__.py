"""The rig: hidden builds that answer like a bench, for calibration, for trying instruments, for practice.

hidden     one draw of all that a plan does not know
turning    what such builds do, from the motion in time
bench      trials of them, as people with cheap instruments would put them down
rig        one of them as time goes on: power, flick, hold, readings, sound
"""
