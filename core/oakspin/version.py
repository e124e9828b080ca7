"""Which Oak Spin this is."""

VERSION = "0.2.0"
