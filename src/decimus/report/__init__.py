"""Results as documents and tables for other programs."""
