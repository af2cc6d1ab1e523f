"""Lengths, fractions of an inch, parsing, and figures with their working."""

from craft.measure.figure import Figure
from craft.measure.finding import Finding, Where
from craft.measure.parse import parse_length
from craft.measure.phrase import (
    area_text,
    buy_text,
    capital,
    cloth_text,
    fine_text,
    left_text,
    length_text,
    listed,
    percent_text,
    plural,
    render,
)
from craft.measure.units import MM_PER_INCH, MM_PER_YARD, Unit, format_cloth, format_length

__all__ = [
    "MM_PER_INCH",
    "MM_PER_YARD",
    "Figure",
    "Finding",
    "Unit",
    "Where",
    "area_text",
    "buy_text",
    "capital",
    "cloth_text",
    "fine_text",
    "format_cloth",
    "format_length",
    "left_text",
    "length_text",
    "listed",
    "parse_length",
    "percent_text",
    "plural",
    "render",
]
