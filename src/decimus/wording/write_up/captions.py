"""The caption that stands under the figure and goes with it: suggested, or in own words."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.study.live_parts import Passage
from decimus.wording.figure.captions import suggested_caption
from decimus.wording.spans import Sentence


def caption(results: Results) -> Sentence:
    """The caption, its number first. Raises InputError where there is no figure."""
    suggested = suggested_caption(results)
    own = results.question.words.own(Passage.CAPTION)
    if own is None:
        return suggested
    from decimus.wording.write_up.passages import written

    return (suggested[0], *written(results, own))
