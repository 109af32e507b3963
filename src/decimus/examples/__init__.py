"""The demo studies: made-up measurements from a field station."""
