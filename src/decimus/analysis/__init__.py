"""From measurements and a question to groups, comparisons and remarks; no words."""
