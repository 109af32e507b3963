"""Words that are asked for in many places and found once for the same results."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Concatenate, ParamSpec, TypeVar
from weakref import WeakKeyDictionary

from decimus.analysis.results import Results

Rest = ParamSpec("Rest")
Found = TypeVar("Found")


def once(
    find: Callable[Concatenate[Results, Rest], Found],
) -> Callable[Concatenate[Results, Rest], Found]:
    """A function of results that keeps what it has found, as long as those results are there.

    Results never change and neither may what is found; other arguments are hashable.
    """
    kept: WeakKeyDictionary[Results, dict[object, Found]] = WeakKeyDictionary()

    @wraps(find)
    def found(results: Results, /, *rest: Rest.args, **named: Rest.kwargs) -> Found:
        of_these = kept.setdefault(results, {})
        key = (rest, tuple(named.items()))
        if key not in of_these:
            of_these[key] = find(results, *rest, **named)
        return of_these[key]

    return found
