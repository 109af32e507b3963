"""Numbers from arrays of numbers: pure functions, frozen results, no words."""
