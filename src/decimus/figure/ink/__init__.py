"""Pages put on paper and screen: renderers, files, and how colours are seen."""
