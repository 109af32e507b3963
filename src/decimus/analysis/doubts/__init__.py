"""What may be otherwise than it was read."""
