"""Colours, typefaces and the style sheet: warm paper, dark ink, one deep teal."""

from __future__ import annotations

from functools import lru_cache

from PySide6.QtGui import QColor, QFont, QFontDatabase

from decimus.figure.fonts import ALL_FILES

SANS = "Source Sans 3"
SERIF = "Source Serif 4"

PAPER = "#f5f2ea"
SURFACE = "#fbfaf6"
WHITE = "#ffffff"
DESK = "#e6e1d5"
INK = "#1f2628"
QUIET = "#68675f"
RULE = "#d8d2c2"
FAINT = "#ebe6da"
TEAL = "#14535a"
TEAL_SOFT = "#dfecea"
LIVE = "#ecefe7"
"""The ground of words that follow the data."""
AMBER = "#a8620d"
AMBER_SOFT = "#fbf1dc"
RED = "#a4262c"

MARGIN = 20
"""Air at the edges of every place, in pixels."""


def load_fonts() -> None:
    """Make the bundled typefaces known to the interface library."""
    for path in ALL_FILES:
        QFontDatabase.addApplicationFont(str(path))


def sans(size: int = 15, *, strong: bool = False, italic: bool = False) -> QFont:
    """The typeface of labels and numbers, in pixels; shared, so copy it before changing it."""
    return _font(SANS, size, strong=strong, italic=italic)


def serif(size: int = 18, *, strong: bool = False, italic: bool = False) -> QFont:
    """The typeface of sentences, in pixels."""
    return _font(SERIF, size, strong=strong, italic=italic)


@lru_cache(maxsize=256)
def _font(family: str, size: int, *, strong: bool, italic: bool) -> QFont:
    font = QFont(family)
    font.setPixelSize(size)
    if strong:
        font.setWeight(QFont.Weight.DemiBold)
    font.setItalic(italic)
    return font


@lru_cache(maxsize=256)
def colour(name: str) -> QColor:
    """A colour as the interface library wants it; shared, so copy it before changing it."""
    return QColor(name)


STYLE_SHEET = f"""
QWidget {{ color: {INK}; }}
QMainWindow, #top, #foot {{ background: {SURFACE}; }}
#places {{ background: {SURFACE}; border-bottom: 1px solid {RULE}; }}
#foot {{ border-top: 1px solid {RULE}; }}
#work {{ background: {PAPER}; }}
#desk {{ background: {DESK}; }}
#desk_content, #work_content {{ background: transparent; }}
QScrollArea {{ border: none; background: transparent; }}
#paper {{ background: {WHITE}; }}
#panel QListWidget {{ background: {WHITE}; border: none; outline: none; }}
#panel QListWidget::item {{ padding: 1px 6px; }}
#panel QListWidget::item:selected {{ background: {TEAL_SOFT}; color: {INK}; }}
#panel {{ background: {WHITE}; border-top: 2px solid {TEAL}; }}
#counting {{ background: {WHITE}; border-left: 4px solid {RULE}; }}
#note {{ background: {AMBER_SOFT}; border-left: 4px solid {AMBER}; }}
#problem {{ background: {WHITE}; border-left: 4px solid {RED}; }}
#problem QLabel {{ color: {RED}; }}
QLabel[quiet="true"] {{ color: {QUIET}; }}
QPushButton {{ background: transparent; border: 1px solid transparent; border-radius: 4px;
    padding: 4px 9px; }}
QPushButton:hover {{ background: {FAINT}; }}
QPushButton:focus {{ border-color: {TEAL}; }}
QPushButton[fold="true"] {{ color: {TEAL}; padding: 3px 8px; }}
QPushButton[fold="true"]:checked {{ background: {TEAL_SOFT}; }}
QPushButton:disabled {{ color: #a9a599; }}
QPushButton[primary="true"] {{ background: {TEAL}; color: {WHITE}; }}
QPushButton[primary="true"]:hover {{ background: #0d3f45; }}
QPushButton[primary="true"]:focus {{ border-color: {INK}; }}
QPushButton[primary="true"]:disabled {{ background: {FAINT}; color: #a9a599; }}
QPushButton[way="true"] {{ background: {WHITE}; border: 1px solid {RULE}; border-radius: 6px;
    padding: 14px 20px; text-align: left; }}
QPushButton[way="true"]:hover, QPushButton[way="true"]:focus {{ border-color: {TEAL}; }}
QPushButton::menu-indicator {{ width: 0px; }}
QMenu {{ background: {WHITE}; border: 1px solid {RULE}; padding: 5px; }}
QMenu::item {{ padding: 5px 22px 5px 26px; border-radius: 3px; }}
QMenu::item:selected {{ background: {TEAL_SOFT}; color: {INK}; }}
QMenu::item:disabled {{ color: #a09c90; }}
QMenu::indicator {{ width: 8px; height: 8px; left: 9px; }}
QMenu::indicator:checked {{ background: {TEAL}; border-radius: 4px; }}
QMenu::separator {{ height: 1px; background: {RULE}; margin: 5px 8px; }}
QLineEdit {{ background: {WHITE}; border: 1px solid {RULE}; border-radius: 3px; padding: 3px 6px;
    selection-background-color: {TEAL}; selection-color: {WHITE}; }}
QLineEdit:focus {{ border-color: {TEAL}; }}
QTableView {{ background: transparent; border: none; gridline-color: {RULE}; outline: none;
    selection-background-color: {TEAL_SOFT}; selection-color: {INK}; }}
QTableView#sheet {{ background: {WHITE}; }}
QTableCornerButton::section, QHeaderView {{ background: transparent; border: none; }}
QToolTip {{ background: {INK}; color: {WHITE}; border: none; padding: 4px 7px; }}
QSplitter::handle {{ background: {RULE}; }}
QScrollBar:vertical {{ background: transparent; width: 11px; }}
QScrollBar:horizontal {{ background: transparent; height: 11px; }}
QScrollBar::handle {{ background: #c9c3b3; border-radius: 4px; margin: 2px; min-height: 24px;
    min-width: 24px; }}
QScrollBar::handle:hover {{ background: {QUIET}; }}
QScrollBar::add-line, QScrollBar::sub-line {{ width: 0; height: 0; }}
QScrollBar::add-page, QScrollBar::sub-page {{ background: transparent; }}
"""
