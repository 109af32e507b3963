"""What numbers of a study may be, checked where they are read from a file.

What a person types is refused with a message of its own by the edit that it makes.
"""

from __future__ import annotations

from typing import Annotated

from msgspec import Meta

Index = Annotated[int, Meta(ge=0)]
"""A sheet, row, column or question, counted from 0."""
ConfidenceLevel = Annotated[float, Meta(ge=50, le=99.9)]
"""In percent."""
HeaderRows = Annotated[int, Meta(ge=0, le=3)]
DecimalSign = Annotated[str, Meta(pattern="^[.,]$")]
DecimalCount = Annotated[int, Meta(ge=0, le=15)]
Width = Annotated[float, Meta(ge=30, le=500)]
Height = Annotated[float, Meta(ge=25, le=500)]
"""Of a figure, in mm."""
TextSize = Annotated[float, Meta(ge=4, le=40)]
"""In points."""
PDecimals = Annotated[int, Meta(ge=2, le=6)]
FigureNumber = Annotated[int, Meta(ge=1, le=999)]
Factor = Annotated[float, Meta(gt=0, le=100)]
"""Of an SD or SE."""
LineWidth = Annotated[float, Meta(ge=0.1, le=6)]
OutlineWidth = Annotated[float, Meta(ge=0, le=6)]
"""In points."""
SignSize = Annotated[float, Meta(ge=0.3, le=8)]
CapLength = Annotated[float, Meta(ge=0, le=20)]
"""In mm."""
Gap = Annotated[float, Meta(ge=0, le=60)]
"""In mm."""
Share = Annotated[float, Meta(ge=0.05, le=1)]
MarkColour = Annotated[str, Meta(pattern="^(palette|#[0-9a-fA-F]{6})$")]
BarColour = Annotated[str, Meta(pattern="^(ink|mark|#[0-9a-fA-F]{6})$")]
Positive = Annotated[float, Meta(gt=0)]
NotNegative = Annotated[float, Meta(ge=0)]
Colour = Annotated[str, Meta(pattern="^#[0-9a-fA-F]{6}$")]
Move = Annotated[float, Meta(ge=-1000, le=1000)]
"""By hand, in mm."""
