"""What is said about a table: how it is read, replicates, what is set aside or adjusted."""
