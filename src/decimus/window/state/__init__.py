"""The one store of the study, and what is worked out beside the window."""
