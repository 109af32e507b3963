"""The paragraphs of the write-up."""
