"""Every change a user can make: a frozen record with a title in plain words.

An edit knows how to turn one study into the next and nothing else. The records
are what undo, the saved history and recovery after a crash are made of, so a
field may be added with a default but never renamed.
"""

from __future__ import annotations

from msgspec.structs import replace

from decimus.study.edits.adjustments import (
    Adjust,
    ComputeColumn,
    RemoveComputed,
    SplitNames,
    TakeBackAdjustment,
)
from decimus.study.edits.asides import CountAgain, CountMarked, ExplainMissing, SetValuesAside
from decimus.study.edits.cells import (
    BringInTable,
    DeleteColumns,
    DeleteRows,
    InsertColumns,
    InsertRows,
    TakeSignsForNotes,
    WriteCells,
)
from decimus.study.edits.comparisons import (
    ChooseAdjustment,
    ChooseAlternative,
    ChooseComparisonLevel,
    ChooseComparisonMarks,
    ChooseDrawnComparisons,
    ChooseFamilies,
    ChooseMethod,
    ChoosePairs,
    ChoosePower,
    ChooseReference,
    ChooseSphericity,
    ChooseStarLimits,
    ChooseSumsOfSquares,
    DrawComparison,
    HideNotSignificant,
    StateRelevantDifference,
)
from decimus.study.edits.designs import ChooseDesign
from decimus.study.edits.figures import (
    ChooseComparisonText,
    ChooseKind,
    ChooseLevelErrors,
    ChooseLook,
    ChoosePalette,
    ChooseSetting,
    ChooseSize,
    ChooseSpacing,
    ChooseTextSize,
    ChooseValueRange,
    MoveByHand,
    PutNote,
    ShowOutcome,
    ShowReplicates,
    TakeOffNote,
    TurnFigure,
    WriteAxisTitle,
    WriteOwnText,
)
from decimus.study.edits.groups import (
    ChooseColumns,
    ChooseHeight,
    ChooseThreshold,
    ChooseTotals,
    ColourLevel,
    HideGroup,
    MarkControl,
)
from decimus.study.edits.kinds import QuestionEdit, StudyEdit
from decimus.study.edits.numbers import ChooseNumberStyle
from decimus.study.edits.question_list import (
    AskAnother,
    MoveQuestion,
    NameQuestion,
    RemoveQuestion,
    RepeatQuestion,
)
from decimus.study.edits.questions import (
    ChooseDecimals,
    ChooseDirection,
    ChooseErrorBar,
    ChooseErrorBarLevel,
    ChooseFactors,
    ChooseOutcome,
    RenameLevel,
    ReorderLevels,
)
from decimus.study.edits.readings import (
    ChooseDecimalSign,
    ChooseHeader,
    ChooseLayout,
    ChooseLevelKind,
    ChooseRowNames,
    ChooseUnit,
    DescribeCondition,
    DescribeMaterial,
    DescribeReplicate,
    NameVariable,
    ReadAnew,
    ReadAs,
)
from decimus.study.edits.replicates import (
    ChooseAveraging,
    ChooseCode,
    ChooseHeaderRows,
    ChooseLimits,
    ChooseMeaning,
    ChoosePairsByRow,
    ChooseReadingsAcross,
    ChooseSameN,
    ChooseSameUnits,
    ChooseSummaryColumns,
    CountFrequencies,
    CountSummaries,
    JoinLevels,
    LeaveColumnOut,
)
from decimus.study.edits.styles import ApplyStyle
from decimus.study.edits.tables import AddTable, ChooseTable, RemoveTable, ReplaceTable
from decimus.study.edits.writing import (
    ArrangeTable,
    BackToSuggestion,
    NoteOnCell,
    NoteOnGroup,
    NoteOnQuestion,
    NoteOnStudy,
    WritePassage,
)

Edit = (
    BringInTable
    | WriteCells
    | TakeSignsForNotes
    | InsertRows
    | DeleteRows
    | InsertColumns
    | DeleteColumns
    | ChooseLayout
    | ReadAnew
    | ChooseDecimalSign
    | ChooseHeader
    | ChooseRowNames
    | NameVariable
    | ReadAs
    | ChooseUnit
    | ChooseLevelKind
    | DescribeReplicate
    | DescribeMaterial
    | DescribeCondition
    | ChooseAveraging
    | ChooseHeaderRows
    | ChooseLimits
    | ChooseMeaning
    | ChooseReadingsAcross
    | ChooseSameN
    | ChooseSameUnits
    | ChoosePairsByRow
    | ChooseSummaryColumns
    | CountSummaries
    | CountFrequencies
    | LeaveColumnOut
    | ChooseCode
    | SplitNames
    | JoinLevels
    | CountAgain
    | CountMarked
    | ExplainMissing
    | SetValuesAside
    | AddTable
    | ChooseTable
    | RemoveTable
    | ReplaceTable
    | Adjust
    | ComputeColumn
    | RemoveComputed
    | TakeBackAdjustment
    | ChooseOutcome
    | ChooseFactors
    | ChooseDesign
    | RenameLevel
    | ReorderLevels
    | ChooseErrorBar
    | ChooseColumns
    | ChooseHeight
    | ChooseThreshold
    | ChooseTotals
    | ColourLevel
    | HideGroup
    | MarkControl
    | ChooseErrorBarLevel
    | ChooseComparisonLevel
    | ChooseDirection
    | ChooseMethod
    | ChooseAdjustment
    | DrawComparison
    | ChooseDrawnComparisons
    | ChooseDecimals
    | ChooseKind
    | ShowReplicates
    | ShowOutcome
    | PutNote
    | WriteOwnText
    | TakeOffNote
    | ChoosePalette
    | ChooseTextSize
    | ChooseSize
    | ChooseSpacing
    | WriteAxisTitle
    | ChooseValueRange
    | ChooseComparisonText
    | ChoosePairs
    | ChooseAlternative
    | ChooseReference
    | ChooseSumsOfSquares
    | ChooseSphericity
    | StateRelevantDifference
    | ChoosePower
    | ChooseComparisonMarks
    | ChooseFamilies
    | HideNotSignificant
    | ChooseStarLimits
    | MoveByHand
    | ChooseLook
    | ChooseLevelErrors
    | ApplyStyle
    | ChooseSetting
    | TurnFigure
    | AskAnother
    | RepeatQuestion
    | NameQuestion
    | MoveQuestion
    | RemoveQuestion
    | ChooseNumberStyle
    | WritePassage
    | ArrangeTable
    | BackToSuggestion
    | NoteOnQuestion
    | NoteOnGroup
    | NoteOnCell
    | NoteOnStudy
)
"""Any change; told apart in a file by the name of its class."""
TableEdit = BringInTable | AddTable | ReplaceTable
"""Changes that carry a whole table, whose cells are stored beside the words."""


def edit_at(edit: Edit, question: int, sheet: int) -> Edit:
    """The edit made to one question of a study, or to the sheet that it asks about."""
    if isinstance(edit, QuestionEdit):
        return edit if edit.question == question else replace(edit, question=question)
    is_as_it_is = isinstance(edit, BringInTable | StudyEdit) or edit.sheet == sheet
    return edit if is_as_it_is else replace(edit, sheet=sheet)


__all__ = [
    "AddTable",
    "Adjust",
    "ApplyStyle",
    "ArrangeTable",
    "AskAnother",
    "BackToSuggestion",
    "BringInTable",
    "ChooseAdjustment",
    "ChooseAlternative",
    "ChooseAveraging",
    "ChooseCode",
    "ChooseColumns",
    "ChooseComparisonLevel",
    "ChooseComparisonMarks",
    "ChooseComparisonText",
    "ChooseDecimalSign",
    "ChooseDecimals",
    "ChooseDesign",
    "ChooseDirection",
    "ChooseDrawnComparisons",
    "ChooseErrorBar",
    "ChooseErrorBarLevel",
    "ChooseFactors",
    "ChooseFamilies",
    "ChooseHeader",
    "ChooseHeaderRows",
    "ChooseHeight",
    "ChooseKind",
    "ChooseLayout",
    "ChooseLevelErrors",
    "ChooseLevelKind",
    "ChooseLimits",
    "ChooseLook",
    "ChooseMeaning",
    "ChooseMethod",
    "ChooseNumberStyle",
    "ChooseOutcome",
    "ChoosePairs",
    "ChoosePairsByRow",
    "ChoosePalette",
    "ChoosePower",
    "ChooseReadingsAcross",
    "ChooseReference",
    "ChooseRowNames",
    "ChooseSameN",
    "ChooseSameUnits",
    "ChooseSetting",
    "ChooseSize",
    "ChooseSpacing",
    "ChooseSphericity",
    "ChooseStarLimits",
    "ChooseSummaryColumns",
    "ChooseSumsOfSquares",
    "ChooseTable",
    "ChooseTextSize",
    "ChooseThreshold",
    "ChooseTotals",
    "ChooseUnit",
    "ChooseValueRange",
    "ColourLevel",
    "ComputeColumn",
    "CountAgain",
    "CountFrequencies",
    "CountMarked",
    "CountSummaries",
    "DeleteColumns",
    "DeleteRows",
    "DescribeCondition",
    "DescribeMaterial",
    "DescribeReplicate",
    "DrawComparison",
    "Edit",
    "ExplainMissing",
    "HideGroup",
    "HideNotSignificant",
    "InsertColumns",
    "InsertRows",
    "JoinLevels",
    "LeaveColumnOut",
    "MarkControl",
    "MoveByHand",
    "MoveQuestion",
    "NameQuestion",
    "NameVariable",
    "NoteOnCell",
    "NoteOnGroup",
    "NoteOnQuestion",
    "NoteOnStudy",
    "PutNote",
    "ReadAnew",
    "ReadAs",
    "RemoveComputed",
    "RemoveQuestion",
    "RemoveTable",
    "RenameLevel",
    "ReorderLevels",
    "RepeatQuestion",
    "ReplaceTable",
    "SetValuesAside",
    "ShowOutcome",
    "ShowReplicates",
    "SplitNames",
    "StateRelevantDifference",
    "TableEdit",
    "TakeBackAdjustment",
    "TakeOffNote",
    "TakeSignsForNotes",
    "TurnFigure",
    "WriteAxisTitle",
    "WriteCells",
    "WriteOwnText",
    "WritePassage",
    "edit_at",
]
