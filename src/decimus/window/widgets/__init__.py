"""Widgets and looks that several places share."""
