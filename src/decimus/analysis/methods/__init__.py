"""How each kind of test is run: means, ranks, shares, the same units."""
