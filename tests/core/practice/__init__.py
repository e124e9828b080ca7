"""Practice: what a case shows and answers, its ideal way, the class, and the record."""
