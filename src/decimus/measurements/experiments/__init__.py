"""The experiments that a long table can be of, by the structure of its names."""
