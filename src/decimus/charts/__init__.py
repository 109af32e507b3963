"""The kinds of charts: what each draws in terms of the data, what it needs, and how it looks."""
