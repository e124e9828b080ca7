"""What ./oak does, with the standard library only."""
