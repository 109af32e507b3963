"""Files and tables that come and go: opening, saving, exporting, keeping, new data."""
