"""The Groups place: lanes and the working behind their numbers."""
