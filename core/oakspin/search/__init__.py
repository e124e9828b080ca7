"""What can be built from parts at hand: every kind, every sensible mixture of parts, every free number.

asked.py      who builds, how many, in how many minutes, and what matters most
stock.py      parts and how many there are of each; what a design takes of them
sheet.py      one sheet of designs over two free numbers, run as one machine
found.py      a design that was found, and what it is worth
front.py      those that nothing beats
searching.py  the search: a cover first, then the best improved, on any executor
told.py       the short list with reasons, and why a kind was not found
usual.py      the parts of a usual kit, and the goods that are usually for sale
buying.py     what is worth buying
"""
