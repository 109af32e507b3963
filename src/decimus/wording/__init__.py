"""Words and rounded numbers: everything that is said about results."""
