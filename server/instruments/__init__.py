"""Sources of readings: a device on a serial port of this machine, the simulated rig; all behind one contract."""
