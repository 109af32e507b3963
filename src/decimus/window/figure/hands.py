"""Hands on the figure: point, write, drag, nudge, take off, by mouse and by keyboard alike."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import QEvent, QPoint, QRect, Qt, Signal
from PySide6.QtGui import (
    QAccessible,
    QAccessibleEvent,
    QColor,
    QContextMenuEvent,
    QFocusEvent,
    QHelpEvent,
    QKeyEvent,
    QMouseEvent,
)
from PySide6.QtWidgets import QColorDialog, QMenu, QToolTip, QWidget

from decimus.analysis.outcomes import owner
from decimus.analysis.results import Results
from decimus.errors import InputError
from decimus.figure.marks import Label
from decimus.figure.text import notation_of
from decimus.study.edits import ChooseSetting, Edit, PutNote
from decimus.study.questions import Note
from decimus.study.targets import (
    AnyTarget,
    AsideAt,
    Axis,
    AxisAt,
    AxisEnd,
    FitAt,
    GroupAt,
    KeyAt,
    KeyEntryAt,
    LevelName,
    NoteAt,
    PairAt,
    ReplicateAt,
    ReplicatesAt,
    Tick,
    TitleAt,
)
from decimus.terms import NoteKind, Orientation
from decimus.window.figure.drags import Drag, moved_on_page, nice_step, note_moved
from decimus.window.figure.page_menu import Offered, page_menu
from decimus.window.figure.view import FigureView
from decimus.window.figure.words_field import WordsField, watch_words
from decimus.wording.figure.actions import MOVABLE, actions_for, end_edit, moved_level, off_edit
from decimus.wording.figure.part_looks import Scope, colour_edit
from decimus.wording.figure.parts import in_reading_order, part_name, written_at, written_edit
from decimus.wording.figure.readings import target_reading

_LEAST_MOVE = 2
"""What moves less was clicked and not dragged, in pixels."""
_NUDGE, _LARGE_NUDGE = 0.25, 1.0
"""Of an arrow key, in mm; the larger with Shift."""
_DRAGGED = (AxisEnd, Tick, LevelName, GroupAt, NoteAt, KeyEntryAt, *MOVABLE)
_WRITTEN = "Double-click to write it"
_ARROWS = {
    Qt.Key.Key_Left: (-1, 0),
    Qt.Key.Key_Right: (1, 0),
    Qt.Key.Key_Up: (0, 1),
    Qt.Key.Key_Down: (0, -1),
}


class PageView(FigureView):
    """The page that can be touched.

    Signals:
        edited: an edit made on the page.
        chosen: the part that is chosen, None for none.
        cell_wanted: row and column of the cell that a replicate comes from.
        refused: an InputError that the user should see.
    """

    edited = Signal(object)
    chosen = Signal(object)
    cell_wanted = Signal(int, int)
    refused = Signal(object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._drag: Drag | None = None
        self._pressed = QPoint()
        self._edit: Edit | None = None
        self._field: WordsField | None = None
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("The figure")
        self.setAccessibleDescription(
            "Tab walks its parts, Enter writes or opens what can be done, arrows move"
        )

    @property
    def field(self) -> WordsField | None:
        """The field in which words are being written."""
        return self._field

    # --- what is chosen ----------------------------------------------------------

    @property
    def chosen_part(self) -> AnyTarget | None:
        """The part that is chosen."""
        return self._chosen

    def choose(self, target: AnyTarget | None) -> None:
        """Choose a part, or none."""
        if target == self._chosen:
            return
        self._chosen = target
        results = self._results
        name = part_name(results, target) if results is not None and target is not None else ""
        self.setAccessibleName(f"The figure: {name}" if name else "The figure")
        QAccessible.updateAccessibility(QAccessibleEvent(self, QAccessible.Event.NameChanged))
        self.chosen.emit(target)
        self.update()

    def show_results(self, results: Results) -> None:
        """Show the figure; a part that is gone is no longer chosen."""
        super().show_results(results)
        if self._drag is not None:
            self._drag, self._edit = None, None

    def draw_now(self) -> None:
        """Lay out and draw the page now; what is no longer on it is not chosen."""
        super().draw_now()
        if self._edit is not None:
            self.preview(self._edit)  # the window was laid out anew while something is dragged
        if self._chosen is not None and not self.marks_of(self._chosen):
            self.choose(None)

    @property
    def parts(self) -> tuple[AnyTarget, ...]:
        """The parts in reading order, as Tab walks them; replicates of a group as one."""
        marks = () if self._page is None else self._page.marks
        found = dict.fromkeys(
            mark.target
            for mark in marks
            if mark.target is not None
            and not (isinstance(mark.target, Tick | AxisAt) and _is_quiet(mark.target))
        )
        return in_reading_order(tuple(found))

    def focusNextPrevChild(self, next_one: bool) -> bool:
        """Tab walks the parts, and leaves the figure behind the last."""
        if self._field is not None:
            self._field.keep()  # Tab behind words that were written goes on to the next part
        parts = self.parts
        if not parts:
            return super().focusNextPrevChild(next_one)
        if self._chosen in parts:
            at = parts.index(self._chosen) + (1 if next_one else -1)
        else:
            at = 0 if next_one else len(parts) - 1
        if not 0 <= at < len(parts):
            self.choose(None)
            return super().focusNextPrevChild(next_one)
        self.choose(parts[at])
        return True

    def focusOutEvent(self, event: QFocusEvent) -> None:
        """The ring goes with the focus."""
        super().focusOutEvent(event)
        self.update()

    # --- mouse --------------------------------------------------------------------

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """A press chooses a part, and takes it where it can be dragged."""
        position = event.position().toPoint()
        target = self.target_at(position)
        self.choose(target)
        self._pressed = position
        results, page = self._results, self._page
        is_left = event.button() is Qt.MouseButton.LeftButton
        if is_left and isinstance(target, _DRAGGED) and results is not None and page is not None:
            self._drag = Drag(target, self.point_mm(event.position()), page, results)
        self.setFocus(Qt.FocusReason.MouseFocusReason)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """What was taken goes with the pointer, drawn as it would be."""
        position = event.position().toPoint()
        if self._drag is None:
            self.setCursor(_cursor(self.target_at(position), self._results))
            return
        if (position - self._pressed).manhattanLength() <= _LEAST_MOVE and self._edit is None:
            return
        edit = self._drag.edit_at(self.point_mm(event.position()))
        if self.preview(edit):
            self._edit = edit

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        """What was dragged stays where it was let go; a click on a replicate goes to its cell."""
        drag, edit = self._drag, self._edit
        self._drag, self._edit = None, None
        if edit is not None:
            self.edited.emit(edit)
        elif drag is not None:
            self.preview(None)
        is_click = (event.position().toPoint() - self._pressed).manhattanLength() <= _LEAST_MOVE
        if is_click and event.button() is Qt.MouseButton.LeftButton and drag is None:
            self._go_to_cell()

    def _go_to_cell(self) -> None:
        target, results = self._chosen, self._results
        if results is None or not isinstance(target, ReplicateAt | AsideAt):
            return
        place = cell_of(results, target)
        if place is not None:
            self.cell_wanted.emit(*place)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        """Write words where they stand."""
        self._drag = None
        target = self.target_at(event.position().toPoint())
        if target is not None:
            self.write(target)

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        """What can be done to the part under the pointer, or to the one chosen by keyboard."""
        by_mouse = event.reason() is QContextMenuEvent.Reason.Mouse
        target = self.target_at(event.pos()) if by_mouse else self._chosen
        self.choose(target)
        self.open_menu(target, event.pos() if by_mouse else self._near(target))

    def _near(self, target: AnyTarget | None) -> QPoint:
        return self.room(target).bottomLeft() if target is not None else QPoint(20, 20)

    def open_menu(self, target: AnyTarget | None, at: QPoint) -> QMenu:
        """What applies to a part, as actions; on bare paper what can be put there."""
        target, results = self.still_there(target), self._results
        offered = Offered(
            write=partial(self.write, target)
            if target is not None and self.words_of(target) is not None
            else None,
            colour=partial(self.pick_colour, target) if isinstance(target, GroupAt) else None,
            actions=actions_for(results, target)
            if results is not None and target is not None
            else (),
            edit=self.edited.emit,
            put=lambda kind: self.put_note(kind, at),
            put_across=lambda: self.put_line_across(at),
            write_title=self.write_title
            if results is not None and not results.question.figure.title
            else None,
            vision=self.vision,
            see=self.see_as,
        )
        menu = page_menu(self, offered)
        menu.popup(self.mapToGlobal(at))
        return menu

    # --- what is put there -------------------------------------------------------------

    def put_note(self, kind: NoteKind, at: QPoint) -> None:
        """Put text, a line or an arrow at a place of the page; text is written at once."""
        results, page = self._results, self._page
        if results is None or page is None:
            return
        x, y = self.point_mm(at)
        plots = [plot for plot in page.plots if plot.outcome is None]
        plot = next((each for each in plots if each.contains(x, y)), plots[0] if plots else None)
        if plot is None:
            return
        number = 1 + max((own.number for own in results.question.figure.notes), default=0)
        along, value = plot.along_at(x, y), plot.value_at(x, y)
        # An arrow points to the place, from the upper left.
        from_x, from_y = x - 8.0, y + 6.0
        start = (plot.along_at(from_x, from_y), plot.value_at(from_x, from_y))
        if kind is NoteKind.TEXT:
            note = Note(number, kind, along, value, text="note", panel=plot.panel)
        else:
            note = Note(number, kind, *start, along, value, panel=plot.panel)
        self.edited.emit(PutNote(note=note, question=results.number))
        self.draw_now()
        self.choose(NoteAt(number))
        if kind is NoteKind.TEXT:
            self.write(NoteAt(number))

    def put_line_across(self, at: QPoint) -> None:
        """Put a line across the plot at the value of a place."""
        results, page = self._results, self._page
        plots = () if page is None else [plot for plot in page.plots if plot.outcome is None]
        if results is None or not plots:
            return
        plot = plots[0]
        step = nice_step((plot.scale.high - plot.scale.low) / 100)
        value = round(plot.value_at(*self.point_mm(at)) / step) * step
        values = (*results.question.figure.references, float(f"{value:.12g}"))
        self.edited.emit(ChooseSetting(name="references", value=values, question=results.number))

    def pick_colour(self, target: GroupAt, scope: Scope) -> QColorDialog:
        """Offer a picker of colours for a group, its level or all."""
        dialog = QColorDialog(QColor("#2c6b70"), self)
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.setOption(QColorDialog.ColorDialogOption.DontUseNativeDialog)

        def take(shade: QColor) -> None:
            results = self._results
            if results is None:
                return
            try:
                self.edited.emit(colour_edit(results, target.levels, scope, shade.name()))
            except InputError as error:
                self.refused.emit(error)

        dialog.colorSelected.connect(take)
        dialog.open()
        return dialog

    # --- words ------------------------------------------------------------------------

    def words_of(self, target: AnyTarget) -> str | None:
        """The words of a part in the notation; None for one that has none to write."""
        results = self._results
        if results is None:
            return None
        labels = [mark for mark in self.marks_of(target) if isinstance(mark, Label)]
        shown = " ".join(notation_of(label.runs) for label in labels)
        return written_at(results, target, shown)

    def write(self, target: AnyTarget) -> WordsField | None:
        """Lay a field over the words of a part; Enter keeps, Escape leaves, leaving keeps."""
        results, words = self._results, self.words_of(target)
        if results is None or words is None:
            return None
        labels = [mark for mark in self.marks_of(target) if isinstance(mark, Label)]
        room = self.room(target) if labels else self.rect()
        return self._open(words, part_name(results, target), room, target)

    def _open(self, words: str, name: str, room: QRect, target: AnyTarget) -> WordsField:
        if self._field is not None:
            self._field.keep()  # what is being written, before something else is
        self._field = WordsField(words, name, room, self)
        self._field.kept.connect(partial(self._keep, target))
        self._field.closed.connect(self._closed)
        watch_words(self._field, lambda: self._results, target)
        return self._field

    def _keep(self, target: AnyTarget, text: str) -> None:
        results = self._results
        if results is None:
            return
        try:
            edit = written_edit(results, target, text)
        except InputError as error:
            self.refused.emit(error)
            return
        if edit is not None:
            self.edited.emit(edit)

    def _closed(self) -> None:
        self._field = None
        self.setFocus()

    def write_title(self) -> None:
        """Write a title over the figure, from what is suggested."""
        results = self._results
        if results is None:
            return
        from decimus.wording.figure.alt_text import figure_name

        text = results.question.figure.title or figure_name(results)
        room = self.rect().adjusted(0, 0, 0, 40 - self.height())
        self._open(text, "title", room, TitleAt()).offer()

    # --- keyboard -----------------------------------------------------------------------

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Arrows move, Delete takes off, Enter writes or opens the menu, Escape leaves."""
        key = Qt.Key(event.key())
        if key == Qt.Key.Key_Escape:
            self._leave()
        elif self._chosen is None or self._results is None:
            super().keyPressEvent(event)
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_F2):
            if self.write(self._chosen) is None:
                self.open_menu(self._chosen, self._near(self._chosen))
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            off = off_edit(self._results, self._chosen)
            if off is not None:
                self.edited.emit(off)
        elif key in _ARROWS:
            is_large = bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)
            self.nudge(*_ARROWS[key], is_large=is_large)
        else:
            super().keyPressEvent(event)

    def _leave(self) -> None:
        """Escape puts back what is being dragged; else nothing is chosen any more."""
        if self._drag is not None:
            self._drag, self._edit = None, None
            self.preview(None)
        else:
            self.choose(None)

    def nudge(self, right: int, up: int, *, is_large: bool = False) -> None:
        """Move the part that is chosen by a small step."""
        results, page, target = self._results, self._page, self._chosen
        if results is None or page is None or target is None:
            return
        mm = _LARGE_NUDGE if is_large else _NUDGE
        edit: Edit | None = None
        if isinstance(target, AxisEnd):
            edit = self._end_nudged(target, up or right, is_large=is_large)
        elif isinstance(target, LevelName | GroupAt):
            factor = results.groups.factors[0]
            level = target.level if isinstance(target, LevelName) else target.levels[0]
            is_first = any(each.level.text == level for each in factor.levels)
            is_sideways = bool(page.plots) and page.plots[0].is_sideways
            by = -up if is_sideways else right
            edit = moved_level(results, factor, level, by) if is_first and by else None
        elif isinstance(target, NoteAt):
            edit = note_moved(results, page, target, right * mm, up * mm)
        elif isinstance(target, KeyEntryAt | KeyAt):
            edit = moved_on_page(results, page, KeyAt(), right * mm, up * mm)
        elif isinstance(target, MOVABLE):
            edit = moved_on_page(results, page, target, right * mm, up * mm)
        if edit is not None:
            self.edited.emit(edit)

    def _end_nudged(self, target: AxisEnd, by: int, *, is_large: bool) -> Edit | None:
        results, page = self._results, self._page
        plots = () if page is None else page.plots
        plot = next((each for each in plots if each.outcome == target.outcome), None)
        if results is None or plot is None:
            return None
        step = nice_step((plot.scale.high - plot.scale.low) / (10 if is_large else 50))
        end = plot.scale.high if target.is_upper else plot.scale.low
        try:
            return end_edit(results, target, float(f"{(round(end / step) + by) * step:.12g}"))
        except InputError:
            return None

    # --- reading ------------------------------------------------------------------------

    def event(self, event: QEvent) -> bool:
        """Values of what is pointed at, as a tool tip."""
        if isinstance(event, QHelpEvent) and event.type() == QEvent.Type.ToolTip:
            target = self.target_at(event.pos())
            text = self.reading(target) if target is not None else ""
            QToolTip.showText(event.globalPos(), text, self)
            return True
        return super().event(event)

    def reading(self, target: AnyTarget) -> str:
        """What pointing at a part says: its numbers, or that its words can be written."""
        results = self._results
        if results is None:
            return ""
        said = target_reading(results, target)
        if said:
            return said
        return _WRITTEN if self.words_of(target) is not None else ""


def _is_quiet(target: Tick | AxisAt) -> bool:
    """Parts that Tab passes by, as nothing can be done to them that others do not offer."""
    return isinstance(target, Tick) or target.axis is Axis.GROUP


def _cursor(target: AnyTarget | None, results: Results | None) -> Qt.CursorShape:
    """What the pointer says: this can be dragged, and which way."""
    if results is None or target is None:
        return Qt.CursorShape.ArrowCursor
    is_sideways = results.question.figure.orientation is Orientation.SIDEWAYS
    match target:
        case AxisEnd() | PairAt():
            return Qt.CursorShape.SizeHorCursor if is_sideways else Qt.CursorShape.SizeVerCursor
        case LevelName() | GroupAt():
            return Qt.CursorShape.OpenHandCursor
        case ReplicateAt() | AsideAt():
            return Qt.CursorShape.PointingHandCursor
        case FitAt() | ReplicatesAt():
            return Qt.CursorShape.ArrowCursor
        case _ if isinstance(target, _DRAGGED):
            return Qt.CursorShape.SizeAllCursor
        case _:
            return Qt.CursorShape.ArrowCursor


def cell_of(results: Results, target: ReplicateAt | AsideAt) -> tuple[int, int] | None:
    """The row and column that a replicate comes from; of an average its first reading."""
    of, levels = owner(results, target.levels)
    group = of.groups.find(levels)
    if group is None:
        return None
    cells = group.cells
    if isinstance(target, AsideAt):
        if target.number >= len(cells.asides):
            return None
        aside = cells.asides[target.number]
        row, column = aside.place
        return row, column
    at = target.number if cells.starts is None else cells.starts[target.number]
    if at >= len(cells.rows):
        return None
    return int(cells.rows[at]), int(cells.columns[at])
