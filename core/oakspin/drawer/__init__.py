"""Parts that are owned, and what a part without a label is.

aid     a test of a thing at hand: what is needed, how it is done, what its reading says; with its source
things  what a wire, a magnet, a cell or a holder may be, and the tests of each
found   what all readings of one thing say together, and the test that would tell most next
"""
