"""The Measurements place: the reading sentence and the sheet."""
