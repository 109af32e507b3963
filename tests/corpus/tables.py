"""Awkward tables, made up in the field station, each with the reading a person would choose.

Cells are as people write them; the expected values were copied out by hand. Groups are
given as levels → values, or as levels → (mean, SD, n) for a table of summaries.
"""

from __future__ import annotations

from dataclasses import dataclass, field

Values = tuple[float, ...]


@dataclass(frozen=True)
class Case:
    """A table and its right reading.

    Args:
        name: what is awkward about it.
        text: the table as pasted or as in the file.
        layout: which way round it is.
        factors: names of the factors.
        groups: the values of every group, by its levels in one string.
        missing: measurements that are not there.
        outcome: its name, "" where nobody says.
        unit: its unit.
        unit_name: what one replicate is.
        is_same: whether units recur from group to group.
        is_averaged: whether readings are averaged.
        left_out: rows and columns left out as summaries.
        encoding: of the file.
    """

    name: str
    text: str
    layout: str
    factors: tuple[str, ...]
    groups: dict[str, Values]
    missing: int = 0
    outcome: str = ""
    unit: str = ""
    unit_name: str = ""
    is_same: bool = False
    is_averaged: bool = False
    left_out: int = 0
    encoding: str = "utf-8"


@dataclass(frozen=True)
class Summarised:
    """A table of summaries: levels → (mean, SD or None, n or None)."""

    name: str
    text: str
    groups: dict[str, tuple[float, float | None, int | None]]
    meaning: str | None
    factors: tuple[str, ...] = field(default=())


CASES = (
    Case(
        "title above, note below, a row of means and SDs",
        "Road salt experiment, May\n\nsalt (g/L),0,2,8\nflask 1,10.1,9.2,4.0\n"
        "flask 2,11.4,8.8,3.1\n"
        "flask 3,10.9,9.9,3.6\nMean,10.8,9.3,3.57\nSD,0.66,0.56,0.45\n\n"
        "Note: measured with the old balance\n",
        "columns",
        ("salt",),
        {"0": (10.1, 11.4, 10.9), "2": (9.2, 8.8, 9.9), "8": (4.0, 3.1, 3.6)},
        unit_name="flask",
        left_out=2,
    ),
    Case(
        "a row of means that nothing names",
        "0,2,8\n10.12,9.21,4.05\n11.43,8.84,3.11\n10.94,9.97,3.62\n10.83,9.34,3.593\n",
        "columns",
        ("group",),
        {"0": (10.12, 11.43, 10.94), "2": (9.21, 8.84, 9.97), "8": (4.05, 3.11, 3.62)},
        left_out=1,
    ),
    Case(
        "trials across, one row per group",
        "sign\ttrial 1\ttrial 2\ttrial 3\nold\t41.2\t38.0\t44.5\nnew\t30.1\t29.4\t35.2\n"
        "none\t55.0\t61.3\t58.8\n",
        "rows",
        ("sign",),
        {"old": (41.2, 38.0, 44.5), "new": (30.1, 29.4, 35.2), "none": (55.0, 61.3, 58.8)},
        unit_name="trial",
    ),
    Case(
        "groups in rows without headings",
        "dim,4.1,4.6,3.9,4.4\nbright,6.0,6.3,5.8,6.6\n",
        "rows",
        ("column 1",),
        {"dim": (4.1, 4.6, 3.9, 4.4), "bright": (6.0, 6.3, 5.8, 6.6)},
    ),
    Case(
        "amounts down, flasks across, blanks at the end of a row",
        "salt (g/L);flask 1;flask 2;flask 3\n0;10,1;11,4;10,9\n2;9,2;8,8;\n8;4,0;3,1;3,6\n",
        "rows",
        ("salt",),
        {"0": (10.1, 11.4, 10.9), "2": (9.2, 8.8), "8": (4.0, 3.1, 3.6)},
        missing=1,
        unit_name="flask",
    ),
    Case(
        "groups in rows with a column of means and of SDs",
        "site,1,2,3,4,mean,sd\nnorth,5.1,5.5,4.9,5.3,5.2,0.26\nsouth,7.0,6.6,7.2,6.8,6.9,0.26\n",
        "rows",
        ("site",),
        {"north": (5.1, 5.5, 4.9, 5.3), "south": (7.0, 6.6, 7.2, 6.8)},
        left_out=2,
    ),
    Case(
        "two factors down the side, replicates across",
        "salt,light,rep 1,rep 2,rep 3\n0,dim,5.1,5.5,4.9\n0,bright,7.0,6.6,7.2\n"
        "8,dim,2.1,2.4,1.8\n8,bright,3.3,3.1,3.9\n",
        "rows",
        ("salt", "light"),
        {
            "0, dim": (5.1, 5.5, 4.9),
            "0, bright": (7.0, 6.6, 7.2),
            "8, dim": (2.1, 2.4, 1.8),
            "8, bright": (3.3, 3.1, 3.9),
        },
    ),
    Case(
        "two rows of headings over merged cells",
        "light,dim,,,bright,,\nsalt (g/L),0,2,8,0,2,8\nflask 1,5.1,4.4,2.0,7.1,6.0,3.2\n"
        "flask 2,5.6,4.0,2.3,7.7,6.3,3.0\n",
        "columns",
        ("salt", "light"),
        {
            "0, dim": (5.1, 5.6),
            "2, dim": (4.4, 4.0),
            "8, dim": (2.0, 2.3),
            "0, bright": (7.1, 7.7),
            "2, bright": (6.0, 6.3),
            "8, bright": (3.2, 3.0),
        },
        unit_name="flask",
    ),
    Case(
        "two rows of headings, both repeated, no row names",
        "pond,pond,stream,stream\nspring,autumn,spring,autumn\n12.5,14.1,8.8,9.4\n"
        "13.1,15.0,8.1,9.9\n12.2,13.8,9.0,10.2\n",
        "columns",
        ("group of columns", "group"),
        {
            "pond, spring": (12.5, 13.1, 12.2),
            "pond, autumn": (14.1, 15.0, 13.8),
            "stream, spring": (8.8, 8.1, 9.0),
            "stream, autumn": (9.4, 9.9, 10.2),
        },
    ),
    Case(
        "a row of units under the headings",
        "light,area,mass\n,(mm²),(mg)\ndim,12.1,3.3\ndim,13.0,3.6\nbright,18.2,5.1\n"
        "bright,17.5,4.8\n",
        "long",
        ("light",),
        {"dim": (12.1, 13.0), "bright": (18.2, 17.5)},
        outcome="area",
        unit="mm²",
    ),
    Case(
        "one factor in columns, the other down the side",
        "light,flask,0,2,8\ndim,f1,5.1,4.4,2.0\ndim,f2,5.6,4.0,2.3\nbright,f3,7.1,6.0,3.2\n"
        "bright,f4,7.7,6.3,3.0\n",
        "columns",
        ("group", "light"),
        {
            "0, dim": (5.1, 5.6),
            "0, bright": (7.1, 7.7),
            "2, dim": (4.4, 4.0),
            "2, bright": (6.0, 6.3),
            "8, dim": (2.0, 2.3),
            "8, bright": (3.2, 3.0),
        },
        unit_name="flask",
    ),
    Case(
        "long, groups named once for each block",
        "light,area (mm²)\ndim,12.1\n,13.0\n,12.6\nbright,18.2\n,17.5\n,19.0\n",
        "long",
        ("light",),
        {"dim": (12.1, 13.0, 12.6), "bright": (18.2, 17.5, 19.0)},
        outcome="area",
        unit="mm²",
    ),
    Case(
        "long with three factors",
        "salt,light,season,mass (mg)\n"
        + "".join(
            f"{salt},{light},{season},{base}.{i}\n"
            for salt, light, season, base in (
                ("0", "dim", "spring", 5),
                ("0", "dim", "autumn", 4),
                ("0", "bright", "spring", 8),
                ("0", "bright", "autumn", 7),
                ("8", "dim", "spring", 2),
                ("8", "dim", "autumn", 1),
                ("8", "bright", "spring", 3),
                ("8", "bright", "autumn", 6),
            )
            for i in (1, 5)
        ),
        "long",
        ("salt", "light", "season"),
        {
            "0, dim, spring": (5.1, 5.5),
            "0, dim, autumn": (4.1, 4.5),
            "0, bright, spring": (8.1, 8.5),
            "0, bright, autumn": (7.1, 7.5),
            "8, dim, spring": (2.1, 2.5),
            "8, dim, autumn": (1.1, 1.5),
            "8, bright, spring": (3.1, 3.5),
            "8, bright, autumn": (6.1, 6.5),
        },
        outcome="mass",
        unit="mg",
    ),
    Case(
        "long with a subtotal after every group",
        "site,count\nnorth,12\nnorth,15\nnorth,11\nMean,12.7\nsouth,22\nsouth,25\nsouth,19\n"
        "Mean,22.0\n",
        "long",
        ("site",),
        {"north": (12, 15, 11), "south": (22, 25, 19)},
        outcome="count",
        left_out=2,
    ),
    Case(
        "long with row numbers, dates, notes and two outcomes",
        "no,date,observer,light,area (mm²),mass (mg),remark\n1,2026-05-01,KL,dim,12.1,3.3,\n"
        "2,2026-05-01,KL,dim,13.0,3.6,\n3,2026-05-02,KL,bright,18.2,5.1,late\n"
        "4,2026-05-02,KL,bright,17.5,4.8,\n",
        "long",
        ("light",),
        {"dim": (12.1, 13.0), "bright": (18.2, 17.5)},
        outcome="area",
        unit="mm²",
    ),
    Case(
        "one row per visitor, conditions in columns",
        "visitor,old signs,new signs\nV1,52.1,41.0\nV2,47.3,44.8\nV3,60.2,48.1\nV4,49.9,\n",
        "columns",
        ("group",),
        {"old signs": (52.1, 47.3, 60.2, 49.9), "new signs": (41.0, 44.8, 48.1)},
        missing=1,
        unit_name="visitor",
        is_same=True,
    ),
    Case(
        "visitors again and again in a long table",
        "visitor,sign,seconds\nV1,old,52.1\nV1,new,41.0\nV2,old,47.3\nV2,new,44.8\nV3,old,60.2\n"
        "V3,new,48.1\n",
        "long",
        ("sign",),
        {"old": (52.1, 47.3, 60.2), "new": (41.0, 44.8, 48.1)},
        outcome="seconds",
        unit_name="visitor",
        is_same=True,
    ),
    Case(
        "three readings of every flask",
        "treatment,flask,reading,activity\n"
        + "".join(
            f"{t},{f},{r + 1},{v}\n"
            for t, f, readings in (
                ("control", "C1", ("5.0", "5.2", "5.4")),
                ("control", "C2", ("6.1", "6.0", "5.9")),
                ("heated", "H1", ("2.0", "2.4", "2.2")),
                ("heated", "H2", ("3.0", "3.3", "3.6")),
            )
            for r, v in enumerate(readings)
        ),
        "long",
        ("treatment",),
        {"control": (5.2, 6.0), "heated": (2.2, 3.3)},
        outcome="activity",
        unit_name="flask",
        is_averaged=True,
    ),
    Case(
        "three readings of every flask beside each other, one failed",
        "treatment,flask,reading 1,reading 2,reading 3\ncontrol,C1,5.0,5.2,5.4\n"
        "control,C2,6.1,,5.9\nheated,H1,2.0,2.4,2.2\nheated,H2,3.0,3.3,3.6\n",
        "long",
        ("treatment",),
        {"control": (5.2, 6.0), "heated": (2.2, 3.3)},
        unit_name="flask",
        is_averaged=True,
    ),
    Case(
        "decimal commas and points for thousands",
        "teich\tbach\n1.234,5\t980,25\n1.310,0\t1.002,5\n1.180,75\t955,0\n",
        "columns",
        ("group",),
        {"teich": (1234.5, 1310.0, 1180.75), "bach": (980.25, 1002.5, 955.0)},
    ),
    Case(
        "spaces and apostrophes for thousands",
        "pond;stream\n12 340.5;9'800.0\n13 100.0;10'020.5\n11\u202f900.5;9'550.0\n",
        "columns",
        ("group",),
        {"pond": (12340.5, 13100.0, 11900.5), "stream": (9800.0, 10020.5, 9550.0)},
    ),
    Case(
        "units behind the numbers",
        "light,length\ndim,12.1 mm\ndim,13.0 mm\ndim,12.4 mm\nbright,18.2 mm\nbright,17.5 mm\n"
        "bright,17.9 mm\n",
        "long",
        ("light",),
        {"dim": (12.1, 13.0, 12.4), "bright": (18.2, 17.5, 17.9)},
        outcome="length",
        unit="mm",
    ),
    Case(
        "percent signs and true minus",
        "dry,wet\n\u221212.5 %,3.0 %\n\u22128.0%,4.5%\n\u221210.5 %,2.0 %\n",
        "columns",
        ("group",),
        {"dry": (-12.5, -8.0, -10.5), "wet": (3.0, 4.5, 2.0)},
        unit="%",
    ),
    Case(
        "powers of ten",
        "pond,stream\n1.2e5,3.4E4\n1.5e5,2.9E4\n9.8e4,3.1E4\n",
        "columns",
        ("group",),
        {"pond": (120000.0, 150000.0, 98000.0), "stream": (34000.0, 29000.0, 31000.0)},
    ),
    Case(
        "marks for missing of every kind",
        "flask,a,b,c\n1,5.5,NA,6.1\n2,n/a,4.2,–\n3,5.9,4.4,#DIV/0!\n4,,4.1,6.0\n5,5.1,#N/A,6.4\n",
        "columns",
        ("group",),
        {"a": (5.5, 5.9, 5.1), "b": (4.2, 4.4, 4.1), "c": (6.1, 6.0, 6.4)},
        missing=6,
        unit_name="flask",
    ),
    Case(
        "values below a limit of detection are not made up",
        "site,lead (mg/L)\nnorth,0.4\nnorth,<0.1\nnorth,0.3\nsouth,1.2\nsouth,1.5\nsouth,<0.1\n",
        "long",
        ("site",),
        {"north": (0.4, 0.3), "south": (1.2, 1.5)},
        missing=2,
        outcome="lead",
        unit="mg/L",
    ),
    Case(
        "numbers that a spreadsheet made dates of",
        "site,length\nnorth,3.4\nnorth,3-May\nnorth,3.9\nsouth,6.6\nsouth,6.1\nsouth,Jun-07\n",
        "long",
        ("site",),
        {"north": (3.4, 3.9), "south": (6.6, 6.1)},
        missing=2,
        outcome="length",
    ),
    Case(
        "a slip in one cell",
        "dim,bright\n4.1,6.0\n4.6,6,3\n3.9,5.8\n".replace("6,3", "6.3x"),
        "columns",
        ("group",),
        {"dim": (4.1, 4.6, 3.9), "bright": (6.0, 5.8)},
        missing=1,
    ),
    Case(
        "unequal groups without row names",
        "a\tb\tc\n5.1\t6.2\t7.3\n5.5\t6.8\t7.1\n5.2\t\t7.7\n\t\t7.0\n",
        "columns",
        ("group",),
        {"a": (5.1, 5.5, 5.2), "b": (6.2, 6.8), "c": (7.3, 7.1, 7.7, 7.0)},
    ),
    Case(
        "levels in a known order",
        "dose,count\nlow,12\nlow,11\nhigh,31\nhigh,35\nmedium,22\nmedium,20\n",
        "long",
        ("dose",),
        {"low": (12, 11), "medium": (22, 20), "high": (31, 35)},
        outcome="count",
    ),
    Case(
        "weekdays as headings",
        "Mon,Tue,Wed\n120,131,118\n125,140,110\n119,128,121\n",
        "columns",
        ("group",),
        {"Mon": (120, 125, 119), "Tue": (131, 140, 128), "Wed": (118, 110, 121)},
    ),
    Case(
        "a code of numbers for groups",
        "group,seconds\n1,41.2\n1,38.0\n1,44.5\n2,30.1\n2,29.4\n2,35.2\n",
        "long",
        ("group",),
        {"1": (41.2, 38.0, 44.5), "2": (30.1, 29.4, 35.2)},
        outcome="seconds",
    ),
    Case(
        "a title in the first line of a file with semicolons",
        "Frond area after 7 days (mm²);;\n;dim;bright\nflask 1;12,1;18,2\nflask 2;13,0;17,5\n",
        "columns",
        ("group",),
        {"dim": (12.1, 13.0), "bright": (18.2, 17.5)},
        outcome="Frond area after 7 days",
        unit="mm²",
        unit_name="flask",
    ),
    Case(
        "an old encoding",
        "Standort;Höhe (µm)\nsüd;12,5\nsüd;13,1\nnördlich;9,2\nnördlich;9,9\n",
        "long",
        ("Standort",),
        {"süd": (12.5, 13.1), "nördlich": (9.2, 9.9)},
        outcome="Höhe",
        unit="µm",
        encoding="cp1252",
    ),
    Case(
        "two bytes a sign",
        "sign\tseconds\nold\t41.2\nold\t38.0\nnew\t30.1\nnew\t29.4\n",
        "long",
        ("sign",),
        {"old": (41.2, 38.0), "new": (30.1, 29.4)},
        outcome="seconds",
        encoding="utf-16",
    ),
    Case(
        "bars between cells and spaces around them",
        " light | area \n dim | 12.1 \n dim | 13.0 \n bright | 18.2 \n bright | 17.5 \n",
        "long",
        ("light",),
        {"dim": (12.1, 13.0), "bright": (18.2, 17.5)},
        outcome="area",
    ),
    Case(
        "empty columns and rows around the table",
        ",,,\n,,,\n,dim,bright,\n,4.1,6.0,\n,4.6,6.3,\n,3.9,5.8,\n,,,\n",
        "columns",
        ("group",),
        {"dim": (4.1, 4.6, 3.9), "bright": (6.0, 6.3, 5.8)},
    ),
    Case(
        "counts of zero are values, blanks are not",
        "plot,north,south\np1,0,3\np2,,0\np3,2,5\np4,0,4\n",
        "columns",
        ("group",),
        {"north": (0, 2, 0), "south": (3, 0, 5, 4)},
        missing=1,
        unit_name="plot",
    ),
    Case(
        "one group never measured",
        "flask,0,2,8\nf1,5.5,,6.1\nf2,5.2,,6.6\n",
        "columns",
        ("group",),
        {"0": (5.5, 5.2), "2": (), "8": (6.1, 6.6)},
        missing=2,
        unit_name="flask",
    ),
    Case(
        "years down the side are not measurements",
        "year,pond,stream\n2021,12.1,8.0\n2022,13.4,8.8\n2023,12.9,8.3\n",
        "columns",
        ("group",),
        {"pond": (12.1, 13.4, 12.9), "stream": (8.0, 8.8, 8.3)},
    ),
    Case(
        "a thousand signs in whole numbers",
        'pond,stream\n"1,204","12,380"\n"1,310","11,950"\n"1,189","12,040"\n',
        "columns",
        ("group",),
        {"pond": (1204, 1310, 1189), "stream": (12380, 11950, 12040)},
    ),
    Case(
        "a row of totals below counts",
        "nest,oak,ash,elm\n1,4,7,2\n2,6,9,1\n3,5,8,4\nTotal,15,24,7\n",
        "columns",
        ("group",),
        {"oak": (4, 6, 5), "ash": (7, 9, 8), "elm": (2, 1, 4)},
        unit_name="nest",
        left_out=1,
    ),
)

SUMMARISED = (
    Summarised(
        "mean, SD and n",
        "aspect,mean cover (%),SD,n\nnorth,42.1,5.5,8\neast,30.2,4.8,8\nsouth,12.9,3.1,7\n",
        {"north": (42.1, 5.5, 8), "east": (30.2, 4.8, 8), "south": (12.9, 3.1, 7)},
        "sd",
    ),
    Summarised(
        "mean and SE without a word about n",
        "aspect,mean,SEM\nnorth,42.1,1.9\nsouth,12.9,1.2\n",
        {"north": (42.1, None, None), "south": (12.9, None, None)},
        "se",
    ),
    Summarised(
        "mean and SE, n in the title",
        "Lichen cover, n = 4 roofs each\naspect,mean,SE\nnorth,42.1,1.5\nsouth,12.9,1.0\n",
        {"north": (42.1, 3.0, 4), "south": (12.9, 2.0, 4)},
        "se",
    ),
    Summarised(
        "groups across, mean, SD and n down",
        ",north,east,south\nmean,42.1,30.2,12.9\nSD,5.5,4.8,3.1\nn,8,8,7\n",
        {"north": (42.1, 5.5, 8), "east": (30.2, 4.8, 8), "south": (12.9, 3.1, 7)},
        "sd",
    ),
    Summarised(
        "mean ± SD in one cell",
        "aspect\tcover (mean ± SD)\tn\nnorth\t42.1 ± 5.5\t8\nsouth\t12.9 ± 3.1\t7\n",
        {"north": (42.1, 5.5, 8), "south": (12.9, 3.1, 7)},
        "sd",
    ),
    Summarised(
        "two factors, mean ± SE in every cell",
        "salt,dim,bright\n0,12.1 ± 0.8,18.0 ± 1.1\n8,6.0 ± 0.5,7.7 ± 0.9\n",
        {
            "dim, 0": (12.1, None, None),
            "bright, 0": (18.0, None, None),
            "dim, 8": (6.0, None, None),
            "bright, 8": (7.7, None, None),
        },
        None,
    ),
    Summarised(
        "value with an error nobody explains",
        "time,growth,error\n0,1.0,0.1\n5,2.4,0.2\n10,4.1,0.4\n",
        {"0": (1.0, None, None), "5": (2.4, None, None), "10": (4.1, None, None)},
        None,
    ),
    Summarised(
        "ends of an interval",
        "aspect,mean,lower 95% CI,upper 95% CI,n\nnorth,42.0,37.0,47.0,5\nsouth,13.0,11.0,15.0,5\n",
        {
            "north": (42.0, 5 / 2.7764451051977987 * 5**0.5, 5),
            "south": (13.0, 2 / 2.7764451051977987 * 5**0.5, 5),
        },
        "interval",
    ),
    Summarised(
        "variance",
        "aspect,n,mean,variance\nnorth,8,42.1,30.25\nsouth,7,12.9,9.0\n",
        {"north": (42.1, 5.5, 8), "south": (12.9, 3.0, 7)},
        "variance",
    ),
    Summarised(
        "two series with their own SDs",
        "week,control,control SD,treated,treated SD\n1,5.0,0.5,6.0,0.7\n2,5.5,0.6,8.0,0.9\n",
        {
            "control, 1": (5.0, None, None),
            "treated, 1": (6.0, None, None),
            "control, 2": (5.5, None, None),
            "treated, 2": (8.0, None, None),
        },
        "sd",
    ),
)
