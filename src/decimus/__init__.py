"""Decimus: from replicate measurements to a figure and a claim that can be trusted."""

__version__ = "0.1.0"
