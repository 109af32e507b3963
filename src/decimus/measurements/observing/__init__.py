"""Every cell that holds a measurement, taken from its table."""
