"""A second, independent world: motors on benches that Oak Spin's own model did not make.

Its fields, contacts, friction and steps in time are its own; it reads a design and nothing else of the core. It is for
judging what the product foretells, so nothing of the product imports it.
"""
