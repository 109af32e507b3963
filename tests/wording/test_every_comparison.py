"""Every test with every family of pairs, on every kind of table: no fault, every word there."""

from __future__ import annotations

from itertools import product

import pytest

from decimus.analysis.results import Results
from decimus.report.records import comparison_record
from decimus.study import edits
from decimus.study.edits import Edit
from decimus.study.questions import PairOfGroups
from decimus.terms import Alternative, Method, PairSet
from decimus.wording.comparisons.pair_working import pair_working
from decimus.wording.comparisons.reports import report_text
from decimus.wording.write_up.captions import caption
from tests.conftest import results_of
from tests.wording import situations
from tests.wording.situations import by, crossed, said

TABLES = {
    "three groups": situations.THREE,
    "two factors": situations.LIGHT,
    "the same mice": situations.MICE,
    "the same mice twice": situations.TWICE,
    "diets of mice": situations.DIETS,
    "two factors within": situations.WITHIN,
    "single values": situations.SINGLE,
    "two shares": situations.SEEDS,
    "three shares": situations.SEEDS_OF_THREE,
    "one group": situations.ONE,
    "ties": situations.TIED,
    "two factors within, a value missing": crossed(
        "plant,light,hour,height (cm)",
        {
            f"p{i},{light},{hour}": str(
                round(10 + i + 2 * j + k + ((i * 7 + j * 5 + k * 3) ** 2 % 11) * 0.3, 1)
            )
            for i in range(5)
            for j, light in enumerate(("dim", "mid", "bright"))
            for k, hour in enumerate(("0", "4", "8"))
            if (i, j, k) != (2, 1, 1)
        },
    ),
    "shares of two factors": crossed(
        "salt,light,up",
        {"no,dim": "1 1 0 1", "no,bright": "1 0 0", "much,dim": "0 0 1 0", "much,bright": "0 1"},
    ),
}


def changed(start: Results, pair_set: PairSet | None, changes: list[Edit]) -> Results:
    """The results with a family, which needs a control or pairs to be what it is."""
    groups = start.groups
    if pair_set is PairSet.CONTROL:
        factor = groups.factors[0]
        variable, level = factor.factor.variable, factor.levels[0].level.text
        changes.append(edits.MarkControl(variable=variable, level=level))
    chosen: tuple[PairOfGroups, ...] = ()
    if pair_set in (PairSet.CHOSEN, PairSet.PLANNED) and len(groups.with_values) > 1:
        a, b = groups.with_values[:2]
        chosen = (PairOfGroups(a.levels, b.levels),)
    if pair_set is not None:
        changes.append(edits.ChoosePairs(pair_set=pair_set, words="these", chosen=chosen))
    study = start.study
    for edit in changes:
        study = edit.apply(study)
    return Results(study, before=start)


@pytest.mark.parametrize("table", TABLES)
def test_every_test_with_every_family(table: str) -> None:
    seen, start = 0, results_of(TABLES[table])
    for number, (method, pair_set) in enumerate(product(Method, (None, *PairSet))):
        # Each test meets each family on every third table.
        if pair_set is not None and (number + [*TABLES].index(table)) % 3:
            continue
        # A direction, and a family for each level, mean something for these alone.
        has_more = pair_set in (None, PairSet.CONTROL, PairSet.PLANNED, PairSet.WITHIN)
        for is_sided in (False, True)[: 1 + has_more]:
            changes: list[Edit] = [
                edits.StateRelevantDifference(difference=1.0),
                edits.ChooseFamilies(per_level=is_sided),
                edits.ChooseReference(reference=0.5 if method is Method.BINOMIAL else 12.0),
            ]
            changes += [by(method)] if method is not Method.AUTO else []
            if is_sided:
                changes.append(edits.ChooseAlternative(alternative=Alternative.LESS))
            results = changed(start, pair_set, changes)
            comparison = results.comparison
            if comparison is None:
                continue
            seen += 1
            assert all(text for _, text in said(results))
            record = comparison_record(results, comparison, with_pairs=True)
            assert len(record["pairs"]) == len(comparison.pairs) + len(comparison.untested)
            assert report_text(results)
            assert caption(results)
            every = [*comparison.pairs, *(p for e in comparison.main_effects for p in e.pairs)]
            for pair in every:
                assert 0 <= pair.p_shown <= 1
                assert "nan" not in pair_working(results, pair).as_text()
                if pair.ci_lower is not None and pair.ci_upper is not None:
                    assert pair.ci_lower <= pair.estimate <= pair.ci_upper
    assert seen
