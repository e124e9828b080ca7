"""A forecast of a lesson: lessons drawn, groups counted, what stops them, changes tried."""
