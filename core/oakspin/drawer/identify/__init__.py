"""What an unlabeled part is: tests at the bench, and what their readings make likely."""
