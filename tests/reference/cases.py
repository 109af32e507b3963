"""Classic data sets with what was published about them.

Each case holds the data as printed, and numbers from the source or exact ones that
follow from the data by rational arithmetic; none comes from this program.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any


@dataclass(frozen=True)
class Case:
    """A data set, its source, and published numbers with the digits they were given in."""

    name: str
    source: str
    groups: dict[str, tuple[float, ...]]
    published: dict[str, Any] = field(default_factory=dict)

    def as_columns(self) -> str:
        """The data as CSV with a group per column."""
        longest = max(len(values) for values in self.groups.values())
        rows = [",".join(self.groups)]
        for i in range(longest):
            cells = (repr(v[i]) if i < len(v) else "" for v in self.groups.values())
            rows.append(",".join(cells))
        return "\n".join(rows) + "\n"

    def as_long(self) -> str:
        """The data as CSV with a measurement per row."""
        rows = ["group,value"]
        rows += [f"{name},{v!r}" for name, values in self.groups.items() for v in values]
        return "\n".join(rows) + "\n"


RESISTIVITY = Case(
    "resistivity of silicon wafers, five instruments",
    "NIST Statistical Reference Datasets, SiRstv, certified values for one-way ANOVA",
    {
        "1": (196.3052, 196.1240, 196.1890, 196.2569, 196.3403),
        "2": (196.3042, 196.3825, 196.1669, 196.3257, 196.0422),
        "3": (196.1303, 196.2005, 196.2889, 196.0343, 196.1811),
        "4": (196.2795, 196.1748, 196.1494, 196.1485, 195.9885),
        "5": (196.2119, 196.1051, 196.1850, 196.0052, 196.2090),
    },
    {
        "sum_of_squares_between": 5.11462616000000e-02,
        "mean_square_between": 1.27865654000000e-02,
        "sum_of_squares_within": 2.16636560000000e-01,
        "mean_square_within": 1.08318280000000e-02,
        "F": 1.18046237440255,
        "eta_squared": 1.90999039051129e-01,
        "residual_sd": 1.04076068334656e-01,
    },
)

SLEEP = Case(
    "extra sleep under two drugs",
    "Cushny & Peebles 1905, as analysed by Student 1908, Biometrika 6, p. 20, and since "
    "quoted as the example of Welch's test (t = −1.8608, df = 17.776, p = 0.0794)",
    {
        "dextro": (0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0.0, 2.0),
        "laevo": (1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4),
    },
    {
        "mean_1": 0.75,
        "mean_2": 2.33,
        "sd_1": 1.789010,
        "sd_2": 2.002249,
        "t": -1.8608,
        "df": 17.776,
        "p": 0.07939,
        "ci_lower": -3.3654832,
        "ci_upper": 0.2054832,
    },
)

PLANT_WEIGHTS = Case(
    "dried weight of plants under a control and two treatments",
    "Dobson 1983, An Introduction to Statistical Modelling, table 7.1; Tukey intervals as "
    "quoted in teaching material to seven decimals",
    {
        "ctrl": (4.17, 5.58, 5.18, 6.11, 4.50, 4.61, 5.17, 4.53, 5.33, 5.14),
        "trt1": (4.81, 4.17, 4.41, 3.59, 5.87, 3.83, 6.03, 4.89, 4.32, 4.69),
        "trt2": (6.31, 5.12, 5.54, 5.50, 5.37, 5.29, 4.92, 6.15, 5.80, 5.26),
    },
    {
        "mean_1": 5.032,
        "mean_2": 4.661,
        "mean_3": 5.526,
        "sum_of_squares_between": 3.76634,
        "sum_of_squares_within": 10.49209,
        "F": 4.846,
        "p": 0.01591,
        "tukey_p": (0.3908711, 0.1979960, 0.0120064),
        "tukey_half_width": 0.6912161,
    },
)

MAIZE = Case(
    "heights of crossed and self-fertilised maize, inches",
    "Darwin 1876, as analysed by Fisher 1935, The Design of Experiments, ch. III "
    "(t = 2.437 on 28 degrees of freedom as two samples)",
    {
        "crossed": (
            *(23.5, 12.0, 21.0, 22.0, 19.125, 21.5, 22.125, 20.375, 18.25, 21.625),
            *(23.25, 21.0, 22.125, 23.0, 12.0),
        ),
        "selfed": (
            *(17.375, 20.375, 20.0, 20.0, 18.375, 18.625, 18.625, 15.25, 16.5, 18.0),
            *(16.25, 18.0, 12.75, 15.5, 18.0),
        ),
    },
    {"t": 2.437, "df": 28.0},
)

ALL = (RESISTIVITY, SLEEP, PLANT_WEIGHTS, MAIZE)
