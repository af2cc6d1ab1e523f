"""Lengths, fractions of an inch, parsing, and figures with their working."""

from craft.measure.figure import Figure
from craft.measure.finding import Finding, Where
from craft.measure.length import MM_PER_INCH, MM_PER_YARD, Unit, format_cloth, format_length
from craft.measure.parse import parse_length
from craft.measure.phrase import area, cloth, fine, length, percent, render, to_be_bought

__all__ = [
    "MM_PER_INCH",
    "MM_PER_YARD",
    "Figure",
    "Finding",
    "Unit",
    "Where",
    "area",
    "cloth",
    "fine",
    "format_cloth",
    "format_length",
    "length",
    "parse_length",
    "percent",
    "render",
    "to_be_bought",
]
