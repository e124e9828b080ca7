"""Small benches before the motor: what a current does to a needle, a magnet and a wire, each computed."""
