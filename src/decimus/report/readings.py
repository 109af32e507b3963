"""How a table is read and how else it could be, as a record and as text."""

from __future__ import annotations

import shlex
from typing import Any

from decimus.analysis.results import Results
from decimus.report.reading_options import options_between
from decimus.report.records import remark_records
from decimus.wording.counting import counting_sentence, counts_record
from decimus.wording.measurements.alternatives import alternative_words
from decimus.wording.measurements.readings import reading_sentence
from decimus.wording.remarks.remarks import remark_words
from decimus.wording.spans import plain_text

Record = dict[str, Any]


def check_record(results: Results) -> Record:
    """How the table is read, its groups, what is doubted, and the other readings."""
    groups = results.groups
    shape = results.measurements.shape
    remarks = remark_records(results)
    said = [other["options"] for remark in remarks for other in remark["instead"]]
    others: list[Record] = []
    for found in results.alternatives:
        options = options_between(shape, results.sheet.reading, found.reading)
        if options and list(options) not in said:
            others.append({"text": alternative_words(found), "options": list(options)})
    outcome = groups.measurements.outcome
    return {
        "reading": plain_text(reading_sentence(results, is_printed=True)),
        "layout": shape.layout.value,
        "evidence": [
            {"layout": layout.value, "weight": weight, "reason": reason}
            for layout, weight, reason in (shape.verdict.evidence if shape.verdict else ())
        ],
        "outcome": outcome.name if outcome.is_named else None,
        "unit": outcome.unit or None,
        "factors": [factor.factor.name for factor in groups.factors],
        "groups": [
            {
                "levels": list(group.levels),
                "n": group.n if group.is_n_known else None,
                "missing": group.missing,
            }
            for group in groups.shown
        ],
        "counts": counts_record(results),
        "counted": counting_sentence(results),
        "questions": sum(remark.is_open for remark in remark_words(results, with_comparison=False)),
        "remarks": remarks,
        "instead": others,
    }


def check_text(record: Record) -> str:
    """The same for a terminal; remarks go elsewhere."""
    lines = [record["reading"], "", record["counted"], ""]
    for group in record["groups"]:
        n = "n unknown" if group["n"] is None else f"n = {group['n']}"
        missing = f", {group['missing']} missing" if group["missing"] else ""
        lines.append(f"  {', '.join(group['levels'])}: {n}{missing}")
    instead = [
        *(other for remark in record["remarks"] for other in remark["instead"]),
        *record["instead"],
    ]
    if instead:
        lines += ["", "It could also be read so:"]
    for other in instead:
        options = shlex.join(other["options"])
        lines.append(f"  {other['text']}: {options}")
    return "\n".join(lines)
