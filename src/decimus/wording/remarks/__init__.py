"""Remarks in words, each with its kind, its rank and its ways out."""
