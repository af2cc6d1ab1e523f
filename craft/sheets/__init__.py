"""Paper that comes out of a printer: pages at full size, single pieces, and a stand-in printer."""

from craft.sheets.pieces import OutPiece, out_pieces
from craft.sheets.plan import SheetChoice, SheetPlan, plan_sheets

__all__ = ["OutPiece", "SheetChoice", "SheetPlan", "out_pieces", "plan_sheets"]
