"""The Comparisons place: the sentence, the result and one row per pair."""
