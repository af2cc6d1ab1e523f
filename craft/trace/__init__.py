"""Trace: from the original to working pieces, with every mark, allowance and label."""

from craft.trace.inputs import Context, TraceInputs
from craft.trace.tracing import Traced, TracedPiece, trace

__all__ = ["Context", "TraceInputs", "Traced", "TracedPiece", "trace"]
