"""Documents: what they hold, and how each kind of file is written."""
