"""What is said on and about the figure: caption, error bars, comparisons drawn, settings."""
