"""From cells as typed to measurements: numbers, the reading of a table, observations."""
