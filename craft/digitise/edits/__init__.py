"""Everything that can be done to the inputs of a pattern, one small edit at a time."""

from typing import Annotated

from pydantic import Field

from craft.digitise.edits.base import PatternEdit
from craft.digitise.edits.facts import AddSize, RemoveSize, RenameSize, SetFacts, SetTable, SetViews
from craft.digitise.edits.marks import (
    AddLevels,
    MakeDart,
    MoveMark,
    NewMark,
    PairNotches,
    RemoveMark,
    SetMark,
)
from craft.digitise.edits.pieces import (
    AddPiece,
    DescribePiece,
    DoublePiece,
    RemovePiece,
    SetDrawn,
    SetEdge,
    TakeAsPoints,
    TransformPiece,
)
from craft.digitise.edits.points import (
    AddPoint,
    CloseLine,
    MovePoints,
    RemovePoints,
    SetNodes,
    SetPoints,
    ShiftPoints,
)
from craft.digitise.edits.printed import EnterPages
from craft.digitise.edits.seams import AddSeams, RemoveSeam, SetSeam
from craft.digitise.edits.sheets import (
    AddPicture,
    AddSheet,
    RemovePicture,
    RemoveSheet,
    SetKnownPoints,
)

AnyEdit = Annotated[
    SetFacts | SetViews | EnterPages | AddSize | RenameSize | RemoveSize | SetTable
    | AddPiece | RemovePiece | DoublePiece | DescribePiece | SetDrawn | TakeAsPoints | SetEdge
    | TransformPiece
    | AddPoint | MovePoints | ShiftPoints | RemovePoints | SetNodes | CloseLine | SetPoints
    | AddLevels | MakeDart | NewMark | SetMark | MoveMark | RemoveMark | PairNotches
    | AddSeams | SetSeam | RemoveSeam
    | AddSheet | AddPicture | SetKnownPoints | RemovePicture | RemoveSheet,
    Field(discriminator="do"),
]  # fmt: skip

__all__ = ["AnyEdit", "PatternEdit"]
