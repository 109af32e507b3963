"""What is said about groups: statistics, lanes, workings, interpretation."""
