"""Group colours: a ramp for amounts and orders, distinct hues for names."""

from __future__ import annotations

from decimus.terms import LevelKind, Palette

PAPER = "#ffffff"
_SHORE_RAMP = ("#cfe3dc", "#74aca6", "#2c6c70")
"""Light to deep teal; its deep end still lets a black error bar stand out."""

_SHORE_POINTS = ("#93c4bb", "#4b8f8b", "#1b5559")
"""The same, deeper throughout: small marks on white paper need it."""

_SHORE_NAMES = (
    "#62699f",  # slate indigo
    "#dba54a",  # ochre
    "#2c8175",  # sea green
    "#b5533f",  # brick
    "#9cc3dc",  # pale sky
    "#6f4262",  # plum
    "#8f9440",  # moss
    "#d99aa8",  # shell
)
_OKABE_ITO = (
    "#0072b2",
    "#e69f00",
    "#009e73",
    "#cc79a7",
    "#56b4e9",
    "#d55e00",
    "#f0e442",
    "#999999",  # in place of the set's black, on which no error bar would show
)
_GREY_RAMP = ("#dedede", "#a6a6a6", "#707070")
_ONE = "#74aca6"


def colours(
    palette: Palette,
    count: int,
    kind: LevelKind,
    *,
    must_differ: bool,
    are_small: bool = False,
) -> tuple[str, ...]:
    """Colours for `count` levels as #rrggbb.

    Args:
        palette: the set to take them from.
        count: how many are needed; sets of fixed colours are repeated where too short.
        kind: what the levels are: names get hues, amounts and orders steps of one hue.
        are_small: True for marks such as points, which need deeper colours.
        must_differ: True where colour tells levels apart, so that one colour will not do.
    """
    if palette is Palette.ONE_COLOUR and not must_differ:
        return (_ONE,) * count
    if palette is Palette.GREY:
        return ramp(_GREY_RAMP, count)
    if palette is Palette.OKABE_ITO:
        return tuple(_OKABE_ITO[i % len(_OKABE_ITO)] for i in range(count))
    if kind is LevelKind.NAMES and palette is Palette.SHORE:
        return tuple(_SHORE_NAMES[i % len(_SHORE_NAMES)] for i in range(count))
    return ramp(_SHORE_POINTS if are_small else _SHORE_RAMP, count)


def ramp(anchors: tuple[str, ...], count: int) -> tuple[str, ...]:
    """`count` colours from the first anchor to the last, by straight steps between anchors."""
    if count == 1:
        return (anchors[len(anchors) // 2],)
    found = []
    for i in range(count):
        place = i / (count - 1) * (len(anchors) - 1)
        low = min(int(place), len(anchors) - 2)
        found.append(blended(anchors[low], anchors[low + 1], place - low))
    return tuple(found)


def blended(first: str, second: str, share: float) -> str:
    """The colour that lies `share` of the way from the first to the second."""
    a, b = _channels(first), _channels(second)
    mixed = (round(x + (y - x) * share) for x, y in zip(a, b, strict=True))
    return "#" + "".join(f"{channel:02x}" for channel in mixed)


def _channels(colour: str) -> tuple[int, int, int]:
    return int(colour[1:3], 16), int(colour[3:5], 16), int(colour[5:7], 16)
