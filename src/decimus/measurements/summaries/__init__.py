"""Summaries in tables: what columns and rows of means say, and what was typed beside values."""
