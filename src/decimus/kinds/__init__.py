"""One complete description of every member of the closed sets, with no field left to a default."""
