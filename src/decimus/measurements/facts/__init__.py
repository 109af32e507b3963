"""What is true of columns and of pairs of them, whatever their words."""
