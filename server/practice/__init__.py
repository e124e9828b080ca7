"""Practice: motors that hide faults, what a learner did with them, and the record of it."""
