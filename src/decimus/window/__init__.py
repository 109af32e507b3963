"""The window: the only home of the interface library. It shows derived values and sends edits."""
