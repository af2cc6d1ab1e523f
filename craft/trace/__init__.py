"""Trace: from the original to working pieces, with every mark, allowance and label."""

from craft.trace.inputs import Ahead, TraceInputs
from craft.trace.result import Traced, TracedPiece
from craft.trace.tracing import trace

__all__ = ["Ahead", "TraceInputs", "Traced", "TracedPiece", "trace"]
