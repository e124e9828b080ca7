"""A motor that is right on paper and wrong on the bench: what it may be, what to look at next, what mends it.

signs      what can be seen of a motor that does not do as planned, and how likely people are to say so
looked     what every fault would show, build by build: computed once for a design
ranking    how likely each fault is by all that is known, and what to do next
told       all of it in words, for any interface
searching  a fault that a rig hides, searched by the ranking or by a fixed list: for the bench and for practice
"""
