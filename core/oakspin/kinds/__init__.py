"""What is shown and said of each kind of demonstration: one folder a kind, above the verdict; ``kinds.py`` lists them.

A folder holds the kind's words, its numbers, its figures, its drawing, its changes, how it is built and what it
teaches. The physics of a kind lies in ``machines``, which knows nothing of what stands here.
"""
