"""Trace: from the original to a working piece in one size, with every mark and its label."""

from craft.trace.trace import Traced, TracedPiece, TraceInputs, trace

__all__ = ["TraceInputs", "Traced", "TracedPiece", "trace"]
