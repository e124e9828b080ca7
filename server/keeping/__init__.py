"""Keeping the data folder: one server at a time, private to its user, with copies that can be put back.

Nothing here needs Django: it works on the folder before the server opens the database.
"""
