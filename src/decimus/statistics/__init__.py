"""Numbers from arrays of numbers: pure functions, frozen results, no words.

Arrays have one axis and hold no missing value: whoever calls has left those out. What is not
defined for the numbers at hand is None, never NaN; each function says for which that is so.
"""
