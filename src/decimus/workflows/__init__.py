"""What the window and the command line both do: open, save, export."""
