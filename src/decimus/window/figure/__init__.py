"""The Figure place: the settings of the figure."""
