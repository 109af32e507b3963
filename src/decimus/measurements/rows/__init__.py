"""Which rows of a table are headings, notes and measurements."""
