"""One drive, one steady state, one integrator for all machines."""
