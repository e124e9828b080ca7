"""The frame motor: its shape, its plain faults, its drawing, its dials, and the Machine they make."""
