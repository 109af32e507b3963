"""What is said about comparisons: choices, reasons, tables, reports, workings."""
