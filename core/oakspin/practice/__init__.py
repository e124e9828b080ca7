"""Practice: a rig hides a fault, checks cost minutes, and what an ideal observer would have done is told afterwards.

case    a motor with hidden faults: what it shows and answers, and what a learner did with it
ideal   the way of an ideal observer through a case
said    a case and its end in words, for any interface
crowd   twelve groups at once: whom to help first
record  past practice: minutes over rounds, and which faults are mistaken for which
"""
